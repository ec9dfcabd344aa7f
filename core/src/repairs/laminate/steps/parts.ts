import type { SystemPlan } from '../../../resolve/matching';
import type { Figure } from '../../../trace/figure';
import type { FinishPlan } from '../../common/finish-stage';
import type { TaskFacts } from '../../kind';
import type { DishPlan } from '../dish-plan';

/** What the steps of a laminate repair are composed from. */
export interface Parts extends DishPlan {
  readonly system: SystemPlan;
  readonly finish?: FinishPlan;
  readonly job?: TaskFacts;
  readonly backing?: 'removable' | 'bonded';
  readonly hands: Figure;
  readonly solventWipe: 'wipe' | 'none';
  /** Somebody else has laid it: the work begins at fairing. */
  readonly laid?: boolean;
}
