import type { MatchResult } from '../match/rank';
import type { Milestones } from '../cure/cure-model';
import type { FillerResult } from '../fair/filler';
import type { FilmResult } from '../finish/film';
import type { Dish } from '../grind/dish';
import type { TaperRatio } from '../grind/taper-ratio';
import type { Ply } from '../laminate/outlines';
import type { MixResult } from '../mix/batches';
import type { LayOrder } from '../schema/job';
import type { SurveyResult } from '../survey/extent';
import type { Figure, Trace } from '../trace/figure';
import type { Problem } from '../trace/problem';
import type { Inputs } from './inputs';
import type { BenchPlan } from './measure-all';
import type { PlanDrawing } from './plan-view';
import type { SandingStep } from './sanding';
import type { Section } from './section';
import type { Timeline } from './timeline';

export const PLAN_FORMAT = 'nelbo-plan/1';
export const ENGINE_VERSION = '0.2.0';

/** One line of the bill of materials. Without a price the line says so and the total leaves it out. */
export interface MaterialLine {
  readonly id: string;
  readonly product: string;
  readonly use: string;
  readonly quantity: Figure;
  readonly price?: Figure;
  readonly cost?: Figure;
}

export interface LaminatePlan {
  readonly order: LayOrder;
  readonly upperLimit: Figure;
  readonly lowerLimit: Figure;
  readonly thickness: Figure;
  readonly inBand: boolean;
  readonly step: Figure;
  readonly plies: readonly Ply[];
}

export interface GrindPlan extends Dish {
  readonly taper: TaperRatio;
  readonly discGrit: number;
}

export interface FairPlan extends FillerResult {
  readonly milestones: Milestones;
  readonly endGrit: number;
  readonly sanding: readonly SandingStep[];
}

export interface FinishPlan extends FilmResult {
  readonly milestones: Milestones;
  readonly sanding: readonly SandingStep[];
  readonly dewPoint: Figure;
}

export interface Totals {
  readonly handsOn: Figure;
  readonly elapsed: Figure;
  /** What elapsed time counts: "Elapsed, round the clock". */
  readonly elapsedBasis: string;
  readonly resin: Figure;
  readonly materials: Figure;
  readonly labour: Figure;
}

/**
 * A whole plan. A stage that could not be worked out is absent and a problem says why; every figure of a stage that
 * is present is finite and traced.
 */
export interface Plan {
  readonly format: typeof PLAN_FORMAT;
  readonly engine: string;
  readonly library: string;
  readonly inputs?: Inputs;
  readonly survey?: SurveyResult;
  readonly system?: MatchResult;
  readonly grind?: GrindPlan;
  readonly laminate?: LaminatePlan;
  readonly mix?: MixResult & { readonly milestones: Milestones };
  readonly fair?: FairPlan;
  readonly finish?: FinishPlan;
  readonly bench?: BenchPlan;
  readonly timeline?: Timeline;
  readonly materials?: readonly MaterialLine[];
  readonly totals?: Totals;
  readonly section?: Section;
  readonly planView?: PlanDrawing;
  readonly trace: Trace;
}

export interface PlanResult {
  readonly plan?: Plan;
  readonly problems: readonly Problem[];
}
