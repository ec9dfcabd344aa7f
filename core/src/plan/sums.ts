import type { Figure } from '../trace/figure';

/** One line of the bill of materials. Without a price the line says so and the total leaves it out. */
export interface MaterialLine {
  readonly id: string;
  readonly product: string;
  readonly use: string;
  readonly quantity: Figure;
  readonly price?: Figure;
  readonly cost?: Figure;
}

/** Sums that the strip at the foot of a job shows. */
export interface Totals {
  readonly handsOn: Figure;
  readonly elapsed: Figure;
  /** What elapsed time counts: "Elapsed, round the clock". */
  readonly elapsedBasis: string;
  readonly resin: Figure;
  readonly materials: Figure;
  readonly labour: Figure;
}
