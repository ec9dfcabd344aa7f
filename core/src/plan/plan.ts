import type { SystemPlan } from './matching';
import type { CureForecast } from './forecast/types';
import type { Milestones } from '../cure/cure-model';
import type { Dish } from '../grind/dish';
import type { TaperRatio } from '../grind/taper-ratio';
import type { Ply } from '../laminate/outlines';
import type { MixResult } from '../mix/batches';
import type { Face, LayOrder, TaperSide } from '../schema/job';
import type { Point } from '../geometry/outline';
import type { RoomCheck } from '../grind/room';
import type { Check } from './checks';
import type { StiffnessMatch } from '../laminate/compare-stiffness';
import type { CoringPlan } from '../laminate/coring';
import type { MemberPlan } from '../laminate/structure';
import type { SurveyResult } from '../survey/extent';
import type { Identification } from '../survey/identify';
import type { ReadingMap } from '../survey/readings';
import type { Stage } from '../trace/problem';
import type { Figure, Trace } from '../trace/figure';
import type { Problem } from '../trace/problem';
import type { Inputs } from './inputs';
import type { BenchPlan } from './measure-all';
import type { PlanDrawing } from './plan-view';
import type { FairingResult } from './fairing';
import type { FinishResult } from './finishing';
import type { RepairPlan } from '../repairs/repair';
import type { SandingStep } from './sanding';
import type { Section } from './section';
import type { Work } from '../work/step';
import type { Crew, Timeline } from './timeline';

export const PLAN_FORMAT = 'nelbo-plan/2';
export const ENGINE_VERSION = '0.4.0';

/** One line of the bill of materials. Without a price the line says so and the total leaves it out. */
export interface MaterialLine {
  readonly id: string;
  readonly product: string;
  readonly use: string;
  readonly quantity: Figure;
  readonly price?: Figure;
  readonly cost?: Figure;
}

/** The plies of one face of the wall. */
export interface LaminateSide {
  readonly face: Face;
  readonly upperLimit: Figure;
  readonly lowerLimit: Figure;
  readonly thickness: Figure;
  readonly inBand: boolean;
  /** Lay numbers. */
  readonly plies: readonly number[];
  /** Whether the last of them is a cover ply. */
  readonly cover: boolean;
}

export interface LaminatePlan {
  readonly order: LayOrder;
  /** The stack was put together by hand. */
  readonly own: boolean;
  readonly sides: readonly LaminateSide[];
  readonly upperLimit: Figure;
  readonly lowerLimit: Figure;
  readonly thickness: Figure;
  readonly inBand: boolean;
  readonly step: Figure;
  readonly plies: readonly Ply[];
  /** Stiffness and first-ply strength against what was there. */
  readonly stiffness?: StiffnessMatch;
}

export interface GrindPlan extends Dish {
  readonly taper: TaperRatio;
  readonly discGrit: number;
  readonly side: TaperSide;
  /** The dish on the inside face, where there is one. */
  readonly inside?: Dish;
  /** What is in the way, and the ways past it. */
  readonly room: readonly RoomCheck[];
  /** A stem or keel that the plies are halved along. */
  readonly stem?: readonly Point[];
  /** What the first ply is laid against, where the cut-out is open behind it. */
  readonly backing?: 'removable' | 'bonded';
  /** Figures held against each other before the grinder starts. */
  readonly checks: readonly Check[];
}

export interface FairPlan extends FairingResult {
  readonly milestones: Milestones;
}

export interface FinishPlan extends FinishResult {
  readonly milestones: Milestones;
}

/** When a product may be touched, from its cure times. */
export interface ProductTimes {
  readonly product: string;
  readonly milestones: Milestones;
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

/** What only laminate in a dish has: the ground, what is laid in it, how it is wetted out and faired. */
export interface DishPlan {
  readonly grind?: GrindPlan;
  readonly coring?: CoringPlan;
  readonly structure?: readonly MemberPlan[];
  readonly laminate?: LaminatePlan;
  readonly mix?: MixResult & { readonly milestones: Milestones };
  readonly fair?: FairPlan;
}

/**
 * A whole plan. A stage that could not be worked out is absent and a problem says why; every figure of a stage that
 * is present is finite and traced.
 */
export interface Plan {
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
  /** Where laminate is laid in a dish. */
  readonly dish?: DishPlan;
  readonly finish?: FinishPlan;
  /** A repair that is not laminate in a dish, and the papers that its stages are sanded with. */
  readonly repair?: RepairPlan;
  readonly sanding?: Readonly<Partial<Record<Stage, readonly SandingStep[]>>>;
  readonly bench?: BenchPlan;
  /** Steps, and what each waits for. */
  readonly work?: Work;
  readonly timeline?: Timeline;
  /** Cure along the course of the air, where a forecast has been worked out. */
  readonly cure?: CureForecast;
  readonly materials?: readonly MaterialLine[];
  readonly totals?: Totals;
  readonly section?: Section;
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
