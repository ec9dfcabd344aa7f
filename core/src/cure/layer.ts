import type { Face } from './face';
import type { Kinetics } from './kinetics';

/** One layer of a stack, from the back to the face that is worked on. SI; temperatures in °C. */
export interface Layer {
  readonly name: string;
  readonly thickness: number;
  readonly conductivity: number;
  readonly density: number;
  readonly heatCapacity: number;
  /** Resin that still reacts: its law, its mass per volume of the layer, kg/m³, and how much of its heat is counted, 0–1; all of it otherwise. */
  readonly resin?: {
    readonly kinetics: Kinetics;
    readonly massPerVolume: number;
    readonly percent: number;
    readonly heats?: number;
  };
}

export interface StackInput {
  readonly layers: readonly Layer[];
  /** How many of the layers lie there at the beginning. */
  readonly laid: number;
  readonly back: Face;
  readonly front: Face;
  readonly temperature: number;
  /** s */
  readonly start: number;
  /** Cells of the whole stack; each layer has at least three, a thick pour as many as its front asks for. */
  readonly cells?: number;
  /** Share of those of a thick pour, 0–1: less for a first look. */
  readonly fine?: number;
  /** Wanted local error of a step, K. */
  readonly tolerance?: number;
  /** Most that a place may cure in a step. */
  readonly cureStep?: number;
  /** Longest step, s. */
  readonly longest?: number;
}
