import type { MaterialLine } from '../repairs/common/prices';
import type { SystemPlan } from '../resolve/matching';
import type { Totals } from './sums';
import type { WorkedOut } from '../repairs/kind';
import type { CureForecast } from './cure-forecast';
import type { Milestones } from '../cure/cure-model';
import type { SurveyResult } from '../survey/extent';
import type { Identification } from '../survey/identify';
import type { ReadingMap } from '../survey/readings';
import type { Stage } from '../trace/problem';
import type { Trace } from '../trace/figure';
import type { Problem } from '../trace/problem';
import type { Inputs } from '../resolve/inputs';
import type { PlanDrawing } from './plan-view';
import type { Work } from '../work/step';
import type { Crew, Timeline } from '../schedule/timeline';

export const PLAN_FORMAT = 'nelbo-plan/2';
export const ENGINE_VERSION = '0.4.0';

/** When a product may be touched, from its cure times. */
export interface ProductTimes {
  readonly product: string;
  readonly milestones: Milestones;
}

/**
 * A whole plan. A stage that could not be worked out is absent and a problem says why; every figure of a stage that
 * is present is finite and traced.
 */
export interface Plan extends Omit<WorkedOut, 'items' | 'outlines' | 'needs'> {
  readonly format: typeof PLAN_FORMAT;
  readonly engine: string;
  readonly library: string;
  /** Stages that this repair goes through, in the order of the work. */
  readonly stages: readonly Stage[];
  readonly inputs?: Inputs;
  /** What the tests of the guide say of the hull. */
  readonly identity?: Identification;
  readonly survey?: SurveyResult;
  readonly readings?: ReadingMap;
  readonly system?: SystemPlan;
  /** Times of the chain's products where no laminate is laid up. */
  readonly productTimes?: readonly ProductTimes[];
  /** Steps, and what each waits for. */
  readonly work?: Work;
  readonly timeline?: Timeline;
  /** Cure along the course of the air, where a forecast has been worked out. */
  readonly cure?: CureForecast;
  readonly totals?: Totals;
  /** What is used up beside the materials: gloves, paper, tape. */
  readonly consumables?: readonly MaterialLine[];
  readonly planView?: PlanDrawing;
  readonly trace: Trace;
}

/** What the time line was placed from, so that a forecast can place it anew. */
export interface Timing {
  readonly work: Work;
  readonly start: number;
  readonly done: Readonly<Partial<Record<Stage, number>>>;
  readonly crew: Crew;
  readonly route?: readonly Stage[];
}

export interface PlanResult {
  readonly plan?: Plan;
  readonly timing?: Timing;
  /** What has to be laid out before the plan can be worked out to the end. */
  readonly needs?: 'repairs';
  /** What stopped the planner where nobody foresaw it: a fault of ours, for the log of whoever asked. */
  readonly fault?: unknown;
  readonly problems: readonly Problem[];
}
