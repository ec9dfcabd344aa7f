import type { Milestones } from '../../cure/cure-model';
import type { Point } from '../../geometry/outline';
import type { Bevel } from '../../grind/bevel';
import type { Dish } from '../../grind/dish';
import type { RoomCheck } from '../../grind/room';
import type { TaperRatio } from '../../grind/taper-ratio';
import type { StiffnessMatch } from '../../laminate/compare-stiffness';
import type { BackingPlan } from '../../laminate/backing';
import type { CoringPlan } from '../../laminate/coring';
import type { Ply } from '../../laminate/outlines';
import type { MemberPlan } from '../../laminate/structure';
import type { MixResult } from '../../mix/batches';
import type { Face, LayOrder, TaperSide } from '../../schema/job';
import type { CheckSaid, WaySaid } from '../../trace/check-codes';
import type { Figure } from '../../trace/figure';
import type { FairingResult } from './fairing';

/** One way out of a contradiction and what it changes in the job. */
export interface WayOut {
  readonly way: WaySaid;
  readonly changes: readonly { readonly path: string; readonly value: unknown }[];
}

/** Two figures that have to agree before the grinder starts. */
export interface Check {
  readonly id: 'room' | 'steps' | 'fill' | 'step' | 'backing' | 'order' | 'stiffness' | 'one way';
  readonly ok: boolean;
  /** Told in every case: what was held against what. */
  readonly said: CheckSaid;
  readonly have?: Figure;
  readonly want?: Figure;
  /** Cheapest first. */
  readonly ways: readonly WayOut[];
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
  /** What was ground already, held against the taper; where a job states it. */
  readonly bevel?: Bevel;
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

/** What only laminate in a dish has: the ground, what is laid in it, how it is wetted out and faired. */
export interface DishPlan {
  readonly grind?: GrindPlan;
  /** What is bonded inside to lay against, and stays. */
  readonly panel?: BackingPlan;
  readonly coring?: CoringPlan;
  readonly structure?: readonly MemberPlan[];
  readonly laminate?: LaminatePlan;
  readonly mix?: MixResult & { readonly milestones: Milestones };
  readonly fair?: FairPlan;
}
