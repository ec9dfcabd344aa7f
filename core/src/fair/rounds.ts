import { formula } from '../trace/formula';

/**
 * Share of a low that is still there after it was filled, sanded and measured again: shrinkage, the blade that dips, the
 * board that follows. Source: judged, a good hand 0.1 and a hurried one 0.35.
 */
export const SHARE_LEFT = { likely: 0.2, span: [0.1, 0.35] as const };

/** Rounds of filling and sanding until nothing is lower than the tolerance. */
export const roundsToFair = formula({
  id: 'fair/rounds',
  expression: 'n = 0 where d ≤ tolerance, else max(1, ⌈ln(tolerance/d)/ln(share)⌉)',
  unit: 'count',
  source: 'each round leaves a share of the deepest low; 0 when it is fair already',
  inputs: { d: 'deepest low', tolerance: 'tolerance', share: 'share of a low that a round leaves' },
  evaluate: (x) =>
    x.d <= x.tolerance ? 0 : Math.max(1, Math.ceil(Math.log(x.tolerance / x.d) / Math.log(x.share) - 1e-9)),
});

/** Coats of the first round: what the deepest low takes, with what shrinks away, in goes that the filler allows. */
export const goesOfFiller = formula({
  id: 'fair/rounds',
  expression: 'n = max(1, ⌈(d·(1 + shrinkage) + e)/h_max⌉)',
  unit: 'count',
  source: 'greatest thickness of the filler per go, and its shrinkage',
  inputs: { d: 'deepest place', shrinkage: 'shrinkage', e: 'stands proud by', h_max: 'most in one go' },
  evaluate: (x) => Math.max(1, Math.ceil((x.d * (1 + x.shrinkage) + x.e) / x.h_max - 1e-9)),
});

/**
 * What this hand has left on this surface so far: the geometric mean of the deepest lows from round to round.
 * @param deepest of each round, m, the oldest first
 * @returns undefined before there are two rounds with something to compare
 */
export function measuredShare(deepest: readonly number[]): number | undefined {
  const shares = deepest.slice(1).flatMap((d, i) => (deepest[i] > 0 && d > 0 ? [d / deepest[i]] : []));
  if (shares.length === 0) return undefined;
  const mean = Math.exp(shares.reduce((s, v) => s + Math.log(v), 0) / shares.length);
  return Math.min(0.9, Math.max(0.03, mean));
}
