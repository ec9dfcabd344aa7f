import { formula } from '../../trace/formula';

/** A blister is opened wider than it stood, to sound laminate. Source: judged. */
export const OPENED = 1.5;
/** Share of the face above which each blister opened singly leaves more edge than sound ground. Source: judged. */
export const PEEL_FROM_SHARE = 0.25;
export const PEEL_FROM_DENSITY = 100;

export const blisterCount = formula({
  id: 'repairs/barrier/blisters',
  expression: 'n = max(1, round(N·A))',
  unit: 'count',
  source: 'blisters on a square metre by the face',
  inputs: { N: 'blisters on a square metre', A: 'area' },
  evaluate: (x) => Math.max(1, Math.round(x.N * x.A)),
});

export const openedArea = formula({
  id: 'repairs/barrier/blisters',
  expression: 'A_o = n·π/4·(1.5·d)²',
  unit: 'm²',
  source: 'each opened to sound laminate, half as wide again as it stood',
  inputs: { n: 'blisters', d: 'diameter' },
  evaluate: (x) => x.n * (Math.PI / 4) * (OPENED * x.d) ** 2,
});

/** Spherical caps, m³. */
export const capVolume = formula({
  id: 'repairs/barrier/blisters',
  expression: 'V = n·π·h/6·(3·(0.75·d)² + h²)',
  unit: 'm³',
  source: 'spherical cap as deep as the blister, opened half as wide again',
  inputs: { n: 'blisters', d: 'diameter', h: 'depth' },
  evaluate: (x) => (x.n * Math.PI * x.h * (3 * ((OPENED / 2) * x.d) ** 2 + x.h ** 2)) / 6,
});

export const openedShare = formula({
  id: 'repairs/barrier/blisters',
  expression: 'share = A_o/A',
  unit: 'fraction',
  source: 'opened of the whole',
  inputs: { A_o: 'area opened', A: 'area' },
  evaluate: (x) => x.A_o / x.A,
});
