import type { Dish } from '../grind/dish';
import type { DamageKind } from '../materials/damage-kinds';
import type { Library } from '../materials/product';
import type { Elsewhere } from './elsewhere';
import type { Inputs } from '../resolve/inputs';
import type { SystemPlan } from '../resolve/matching';
import type { Job } from '../schema/job';
import type { Shop } from '../schema/shop-fields';
import type { SurveyResult } from '../survey/extent';
import type { ReadingMap } from '../survey/readings';
import type { StageMemo } from '../trace/stage-memo';
import type { Stage } from '../trace/problem';
import type { Item } from '../work/step';
import type { FinishPlan } from './common/finish-stage';
import type { BenchPlan } from './common/measure-all';
import type { MaterialLine } from './common/prices';
import type { SandingStep } from './common/sanding';
import type { BesideLaminate } from './beside-laminate';
import type { DishPlan } from './laminate/dish-plan';
import type { Section } from './laminate/section';
import type { RepairPlan } from './repair';
import type { Taken } from './taken';

/** What the steps of a job ask of its document besides figures. */
export interface TaskFacts {
  readonly former?: Job['former'];
  readonly kind?: DamageKind;
  /** Whether what broke out is still there. */
  readonly pieces?: Job['damage']['pieces'];
  /** How much of an old repair still holds. */
  readonly holds?: Job['damage']['holds'];
  /** The finish is tinted to a colour that was read. */
  readonly colour?: true;
}

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
  /** What is done for other places of the boat. */
  readonly elsewhere?: Elsewhere;
  /** Behind the skin lies a core that is opened. */
  readonly cored: boolean;
  /** What goes beside the plies of some laminates, where it was handed to the planner. */
  readonly beside?: BesideLaminate;
}

/** What the papers of a stage are: one after another. */
export type Sanding = Readonly<Partial<Record<Stage, readonly SandingStep[]>>>;

/** What a kind of repair comes to: its steps in the order of the work, and the figures that they rest on. */
export interface WorkedOut {
  readonly items?: readonly Item[];
  /** Where laminate is laid in a dish. */
  readonly dish?: DishPlan;
  /** Sheets, pots and drawings of a repair that writes them itself, and the papers that its stages are sanded with. */
  readonly repair?: RepairPlan;
  readonly sanding?: Sanding;
  readonly finish?: FinishPlan;
  readonly bench?: BenchPlan;
  readonly materials?: readonly MaterialLine[];
  readonly section?: Section;
  /** Done in minutes, and handed over in passing. */
  readonly quick?: true;
  /** Ground and masking as the plan view draws them. */
  readonly outlines?: Dish['outlines'];
  /** Parts of it were not handed in: the plan waits for them. */
  readonly needs?: 'repairs';
}

/** One kind of repair: when it is taken, and what it comes to. A new kind is a folder with one of these and its line in index.ts. */
export interface RepairKind {
  readonly id: string;
  readonly name: string;
  takes(repair: Taken): boolean;
  /** @returns undefined before the chain has what it takes */
  work(memo: StageMemo, input: KindInput): WorkedOut | undefined;
}
