import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { RATES } from './book';
import type { Rate } from './hands-on';

/** From here on a roller runs, m². Source: judged, so that up to 1 m² takes the one rate and above 4 m² nearly the other. */
const RUNS_FROM = 1.5;

export const rolledSlowly = formula({
  id: 'rates/rolled',
  expression: 'A₁ = min(A, 1.5 m²)',
  unit: 'm²',
  source: 'edges and corners go slowly, and a small face is nothing else',
  inputs: { A: 'face' },
  evaluate: (x) => Math.min(x.A, RUNS_FROM),
});

export const rolledRunning = formula({
  id: 'rates/rolled',
  expression: 'A₂ = max(0, A − 1.5 m²)',
  unit: 'm²',
  source: 'what lies beyond, where the roller runs',
  inputs: { A: 'face' },
  evaluate: (x) => Math.max(0, x.A - RUNS_FROM),
});

/** Rolling and tipping a coat: a large face takes less of each square metre than a small one. */
export function rolled(ledger: Ledger, id: string, area: Figure): readonly Rate[] {
  const slowly = ledger.compute(`${id}.rolledSlowly`, 'face rolled slowly', rolledSlowly, { A: area });
  const near: Rate = { rate: RATES.rollPerM2, unit: 's/m²', per: 'per m²', amount: slowly };
  if (area.value <= RUNS_FROM) return [near];
  const amount = ledger.compute(`${id}.rolledRunning`, 'face beyond', rolledRunning, { A: area });
  return [near, { rate: RATES.rollLargePerM2, unit: 's/m²', per: 'per m² of a large face', amount }];
}
