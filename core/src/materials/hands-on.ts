import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { RATE_SOURCE, RATE_SPREAD } from './work-rates';

/** As many rates as the work has, so no formula of a fixed number of symbols. */
const WORK_TIME = {
  id: 'materials/hands-on',
  expression: 't = fixed + Σ rate·amount',
  unit: 's',
  source: RATE_SOURCE,
} as const;

/** Hands-on time from a fixed part and rates: (rate, amount) pairs; traced; ±30 % beyond what the amounts themselves may come to. */
export function handsOn(
  ledger: Ledger,
  id: string,
  label: string,
  fixed: number,
  rates: readonly { rate: number; unit: string; per: string; amount: Figure }[] = [],
): Figure {
  const inputs: Record<string, Figure> = {};
  if (fixed > 0)
    inputs['fixed'] = ledger.given(`${id}.fixed`, `${label}: fixed`, fixed, 's', 'assumed', RATE_SOURCE);
  let [total, least, most] = [fixed, fixed, fixed];
  rates.forEach((r, i) => {
    inputs[`rate${i + 1}`] = ledger.given(
      `${id}.rate${i + 1}`,
      `${label}: ${r.per}`,
      r.rate,
      r.unit,
      'assumed',
      RATE_SOURCE,
    );
    inputs[`amount${i + 1}`] = r.amount;
    total += r.rate * r.amount.value;
    // How often something is done again until it is so has a range of its own.
    const [low, high] = r.amount.span ?? [r.amount.value, r.amount.value];
    least += r.rate * low;
    most += r.rate * high;
  });
  return ledger.record(id, label, WORK_TIME, total, inputs, [
    least * (1 - RATE_SPREAD),
    most * (1 + RATE_SPREAD),
  ]);
}
