import type { Origin } from '../trace/figure';

/** What a rate of hands-on work is counted in: once, or for each metre, square metre or cubic metre. */
export type RateUnit = 's' | 's/m' | 's/m²' | 's/m³';

/** One rate of hands-on work, as data. */
export interface RateRow {
  readonly id: string;
  readonly name: string;
  readonly unit: RateUnit;
  /** In its unit. */
  readonly value: number;
  readonly source: string;
  /** How often it is taken: a ply laid overhead is twice one laid flat. */
  readonly times?: number;
}

/** A yard's own rates by the id of their row, s; of a row by volume, for a litre. */
export type YardRates = Readonly<Record<string, number>>;

const LITRES = 1000;

/** Spread of a rate that nobody has measured, as a share. Source: judged, of hand work between one technician and another. */
export const RATE_SPREAD = 0.3;

export const TYPICAL = 'typical hand work by one technician, ±30 %';

/** A row so many times over: two stop holes, three passes of the polisher. */
export const multiple = (row: RateRow, n: number): RateRow => ({
  ...row,
  value: row.value * n,
  times: (row.times ?? 1) * n,
});

/** The book's own time of a row as it is entered, s: of a row by volume, for a litre. */
export const bookedTime = ({ value, unit }: RateRow): number => (unit === 's/m³' ? value / LITRES : value);

/** What a row comes to in a yard. */
export interface RateHere {
  readonly value: number;
  readonly origin: Origin;
  readonly source: string;
}

/** The yard's own rate where it has one, else the book's. */
export function rateHere(row: RateRow, own: YardRates): RateHere {
  const entered = own[row.id];
  return entered === undefined
    ? { value: row.value, origin: 'assumed', source: row.source }
    : {
        value: entered * (row.unit === 's/m³' ? LITRES : 1) * (row.times ?? 1),
        origin: 'shop',
        source: 'rate of the yard',
      };
}
