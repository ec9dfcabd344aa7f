import type { CalibrationPoint } from '../cure/calibrate';
import type { Figure, TraceEntry } from '../trace/figure';
import type { Layer } from '../work/step';
import type { MilestoneMeaning } from '../trace/milestone';
import type { Problem, Stage } from '../trace/problem';
import type { Totals } from './sums';
import type { Timeline } from '../schedule/timeline';

export type MilestoneId = 'opens' | 'gel' | 'trim' | 'closes' | 'sand' | 'load' | 'full';

/** Where a layer decides when it comes to a moment: its thin rim on the bare hull, or its thick middle. */
export type CurePlace = 'rim' | 'middle';

/** Something that is waited for: seconds after laying with its likely range, and the moment itself, ms since 1970. */
export interface ForecastMilestone {
  readonly id: MilestoneId;
  readonly meaning: MilestoneMeaning;
  readonly after: Figure;
  readonly at: number;
  readonly span: readonly [number, number];
  /** Which place decides it, where they differ. */
  readonly place?: CurePlace;
}

/** Temperatures (°C) and degrees of cure at three places, over time (ms since 1970). */
export interface CureSeries {
  readonly t: readonly number[];
  readonly air: readonly number[];
  readonly surface: readonly number[];
  readonly middle: readonly number[];
  readonly back: readonly number[];
  readonly cure?: {
    readonly surface: readonly number[];
    readonly middle: readonly number[];
    readonly back: readonly number[];
  };
}

/** Temperature by time and depth: rows of `t`, cells of `depth` (m from the back); NaN-free, −300 where nothing lies yet. */
export interface CureField {
  readonly t: readonly number[];
  readonly depth: readonly number[];
  readonly rows: readonly (readonly number[])[];
  readonly layers: readonly {
    readonly name: string;
    readonly from: number;
    readonly to: number;
    readonly wet: boolean;
  }[];
}

/** How the law of a product was found from its sheet, in numbers and in a sentence. */
export interface CureBasis {
  readonly points: readonly CalibrationPoint[];
  readonly spread: number;
  readonly words: string;
}

/** One thing that cures: a go of plies, a coat of filler, a film. */
export interface CureCase {
  readonly id: string;
  /** What it is: its milestones mean what they mean for that. */
  readonly of: Layer['of'];
  /** Which of them, as the layers of the work are numbered; a film of the chain that no wait is about has none. */
  readonly number?: number;
  /** Of a film that a wait is about: its id among the layers of the work. */
  readonly film?: string;
  readonly stage: Stage;
  readonly title: string;
  readonly product: string;
  /** When it was laid, ms since 1970. */
  readonly laid: number;
  readonly milestones: readonly ForecastMilestone[];
  readonly peak?: Figure;
  readonly peakAt?: number;
  readonly limit?: Figure;
  /** Glass temperature that it comes to, °C, where it bears. */
  readonly glass?: Figure;
  readonly series?: CureSeries;
  readonly field?: CureField;
  readonly basis?: CureBasis;
  /** What the balance of heat leaves over, as a share of what crossed the faces and was made. */
  readonly balance?: number;
}

/** A pot of mixed product at the temperature of the work. */
export interface PotForecast {
  readonly id: string;
  readonly name: string;
  readonly mass: Figure;
  readonly life: Figure;
  /** What becomes of it when it is left in the cup. */
  readonly peak: Figure;
  readonly smokesAfter?: Figure;
}

export interface CureForecast {
  readonly air: { readonly words: string; readonly standIn: boolean };
  readonly cases: readonly CureCase[];
  readonly pots: readonly PotForecast[];
  /** Pot life of 100 g of each product at the temperature of the work, and how much of it is used, s, by its name. */
  readonly sheetPots: Readonly<Record<string, { readonly pot: Figure; readonly usable: Figure }>>;
  /** How long each pot can be worked with, s, by the id of the step that mixes it. */
  readonly uses: Readonly<Record<string, Figure>>;
  readonly problems: readonly Problem[];
  readonly timeline?: Timeline;
  readonly totals?: Totals;
  /** Figures of the forecast with their reasons, to be laid beside those of the plan. */
  readonly entries: readonly TraceEntry[];
}
