import type { DamageKind, RouteId } from '../materials/damage-kinds';
import type { Library } from '../materials/product';
import type { Dish } from '../grind/dish';
import type { RepairKinds } from '../repairs/kinds';
import type { Job } from '../schema/job';
import type { Shop } from '../schema/shop-fields';
import type { SurveyResult } from '../survey/extent';
import type { ReadingMap } from '../survey/readings';
import type { Item } from '../work/step';
import type { Inputs } from './inputs';
import type { SystemPlan } from './matching';
import type { Plan } from './plan';
import type { StageMemo } from './stage-memo';
import type { TaskFacts } from './steps/parts';

/** What every kind of repair is worked out from: the job, the yard, and the chain that was chosen. */
export interface KindInput {
  readonly job: Job;
  /** The job without its dates and names. */
  readonly facts: Job;
  readonly damage: DamageKind;
  readonly library: Library;
  readonly shop: Shop;
  readonly inputs: Inputs;
  readonly system: SystemPlan;
  readonly survey: SurveyResult;
  readonly readings?: ReadingMap;
  readonly taskFacts: TaskFacts;
  /** Behind the skin lies a core that is opened. */
  readonly cored: boolean;
  /** Kinds besides laminate; absent where nobody handed them in. */
  readonly kinds?: RepairKinds;
}

/** What a kind of repair comes to: its steps in the order of the work, and the figures that they rest on. */
export interface WorkedOut extends Pick<
  Plan,
  'dish' | 'repair' | 'sanding' | 'finish' | 'bench' | 'materials' | 'section'
> {
  readonly items?: readonly Item[];
  /** Ground and masking as the plan view draws them. */
  readonly outlines?: Dish['outlines'];
  /** The kinds of repair were not handed in: the plan waits for them. */
  readonly needs?: 'repairs';
}

/** A kind of repair as the planner knows it. */
export interface PlanKind {
  readonly takes: (route: RouteId) => boolean;
  /** @returns undefined before the chain has what it takes */
  readonly work: (memo: StageMemo, input: KindInput) => WorkedOut | undefined;
}
