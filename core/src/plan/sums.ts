import type { Figure } from '../trace/figure';

/** Sums that the strip at the foot of a job shows. */
export interface Totals {
  readonly handsOn: Figure;
  readonly elapsed: Figure;
  /** What elapsed time counts: "Elapsed, round the clock". */
  readonly elapsedBasis: string;
  /** When work is done: "Mon–Fri 08:00–17:00 assumed". */
  readonly workingHours: string;
  readonly resin: Figure;
  /** What is used, each line to the cent. */
  readonly materials: Figure;
  /** The same in whole packs, where nothing is in stock. */
  readonly toBuy: Figure;
  readonly labour: Figure;
}
