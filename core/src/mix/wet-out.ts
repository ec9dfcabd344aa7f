import { rateFigure } from '../rates/hands-on';
import { RATES } from '../rates/book';
import { TYPICAL } from '../rates/row';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

/** What the batches need to know of a ply. */
export interface WetPly {
  readonly lay: number;
  readonly thickness: Figure;
  readonly area: Figure;
  readonly resin: Figure;
  /** Area wetted out per second by one pair of hands, m²/s. */
  readonly rate: number;
}

/** Time to wet out one ply, s. `lie` is 1 for flat work, more where it is upright or overhead. */
export const wetOutTime = formula({
  id: 'mix/wet-out',
  expression: 't = (t_ply + A/(rate·n))·lie',
  unit: 's',
  source: 'hand wet-out, each technician on a share of the ply',
  inputs: {
    t_ply: 'time for each ply',
    A: 'area',
    rate: 'area wetted in a second',
    n: 'pairs of hands',
    lie: 'factor for how it lies',
  },
  evaluate: (x) => (x.t_ply + x.A / (x.rate * x.n)) * x.lie,
});

/** Time to wet out one ply, s, by one technician or by as many as work on the job. */
export function wetOut(ply: WetPly, ledger: Ledger, hands?: Figure, lie?: Figure): Figure {
  const one = (key: string, label: string): Figure =>
    ledger.given(`wetOut.${key}`, label, 1, '1', 'assumed', 'nothing else was said');
  return ledger.compute(`wetOut.${ply.lay}`, `wet out ply ${ply.lay}`, wetOutTime, {
    t_ply: rateFigure(ledger, `wetOut.${ply.lay}.fixed`, 'handling of one ply', RATES.wetOutPerPly, 's'),
    A: ply.area,
    rate: ledger.given(`wetOut.${ply.lay}.rate`, 'wet-out rate', ply.rate, 'm²/s', 'assumed', TYPICAL),
    n: hands ?? one('n', 'hands'),
    lie: lie ?? one('lie', 'wet-out against flat work'),
  });
}

/**
 * Plies laid in one go: as many as stay within the product's greatest thickness per go, always at least one.
 * @param breaks whether a ply begins a group whatever its thickness
 * @returns groups of indices into `thicknesses`
 */
export function groupsByThickness(
  thicknesses: readonly number[],
  maximum: number,
  breaks: (index: number) => boolean = () => false,
): number[][] {
  const groups: number[][] = [];
  let sum = Infinity;
  thicknesses.forEach((t, i) => {
    if (sum + t > maximum + 1e-9 || breaks(i)) {
      groups.push([]);
      sum = 0;
    }
    groups[groups.length - 1].push(i);
    sum += t;
  });
  return groups;
}
