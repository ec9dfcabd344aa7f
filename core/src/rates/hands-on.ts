import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { RATE_SPREAD, rateHere, TYPICAL, type RateRow, type RateUnit } from './row';

/** As many rates as the work has, so no formula of a fixed number of symbols. */
const WORK_TIME = {
  id: 'rates/hands-on',
  expression: 't = fixed + Σ rate·amount',
  unit: 's',
  source: TYPICAL,
} as const;

/** A time that is one with its step, s, or a row of the book, which a yard may set. */
export type Timed = number | RateRow;

/** A rate of hands-on work and what it is counted on. */
export interface Rate {
  /** In its unit, or a row of the book. */
  readonly rate: Timed;
  readonly unit: RateUnit;
  readonly per: string;
  readonly amount: Figure;
}

/** A row as a figure: the yard's own where it has one. */
export function rateFigure(ledger: Ledger, id: string, label: string, rate: Timed, unit: RateUnit): Figure {
  if (typeof rate === 'number') return ledger.given(id, label, rate, unit, 'assumed', TYPICAL);
  const { value, origin, source } = rateHere(rate, ledger.own);
  return ledger.given(id, label, value, rate.unit, origin, `${rate.name}: ${source}`);
}

/**
 * Hands-on time, s, from a fixed part and rates; traced; ±30 % beyond what the amounts themselves may come to.
 *
 * @param fixed of all hands together, s
 */
export function handsOn(
  ledger: Ledger,
  id: string,
  label: string,
  fixed: Timed,
  rates: readonly Rate[] = [],
): Figure {
  const inputs: Record<string, Figure> = {};
  if (typeof fixed !== 'number' || fixed > 0)
    inputs['fixed'] = rateFigure(ledger, `${id}.fixed`, `${label}: fixed`, fixed, 's');
  const start = inputs['fixed']?.value ?? 0;
  let [total, least, most] = [start, start, start];
  rates.forEach((r, i) => {
    const rate = rateFigure(ledger, `${id}.rate${i + 1}`, `${label}: ${r.per}`, r.rate, r.unit);
    inputs[`rate${i + 1}`] = rate;
    inputs[`amount${i + 1}`] = r.amount;
    total += rate.value * r.amount.value;
    // How often something is done again until it is so has a range of its own.
    const [low, high] = r.amount.span ?? [r.amount.value, r.amount.value];
    least += rate.value * low;
    most += rate.value * high;
  });
  return ledger.record(id, label, WORK_TIME, total, inputs, [
    least * (1 - RATE_SPREAD),
    most * (1 + RATE_SPREAD),
  ]);
}
