import type { Product } from '../../../materials/product';
import type { SystemPlan } from '../../../resolve/matching';
import type { Figure } from '../../../trace/figure';
import type { FinishPlan } from '../../common/finish-stage';
import type { TaskFacts } from '../../kind';
import type { Pot } from '../../repair';
import type { DishPlan } from '../dish-plan';

/** What the steps of a laminate repair are composed from. */
export interface Parts extends DishPlan {
  readonly system: SystemPlan;
  readonly finish?: FinishPlan;
  readonly job?: TaskFacts;
  readonly backing?: 'removable' | 'bonded';
  readonly hands: Figure;
  /** Area of what was found, m². */
  readonly damaged: Figure;
  /** What is drawn over the wet filler, and whether it is warmed as it sets. */
  readonly filling?: { readonly under: 'open' | 'peelPly' | 'film'; readonly warmed: boolean };
  /** Solvent that the ground is wiped with before anything is laid. */
  readonly wipe?: Product;
  readonly temperature: Figure;
  /** Somebody else has laid it: the work begins at fairing. */
  readonly laid?: boolean;
  /** What is mixed beside batches and filler. */
  readonly pots: readonly Pot[];
}

/** Films that a laminate lays itself, each by a number of its own. */
export const FILMS = { bedding: 1, panel: 2, skim: 3 } as const;
