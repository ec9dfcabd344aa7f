import { formula } from '../../trace/formula';

/** Gap behind a skin, and empty share of the core behind it, m³. */
export const gapVolume = formula({
  id: 'repairs/injection/volumes',
  expression: 'V = A·(g + φ·c)',
  unit: 'm³',
  source: 'gap behind the skin over the dull area, and the empty share of the core',
  inputs: { A: 'area', g: 'gap', φ: 'share of voids', c: 'core' },
  evaluate: (x) => x.A * (x.g + x.φ * x.c),
});

/** Holes stay full, m³. */
export const holesVolume = formula({
  id: 'repairs/injection/volumes',
  expression: 'V = n·π/4·D²·t',
  unit: 'm³',
  source: 'drilled through the upper skin only',
  inputs: { n: 'holes', D: 'diameter', t: 'depth' },
  evaluate: (x) => (x.n * Math.PI * x.D ** 2 * x.t) / 4,
});

/** Liquid that grows to a volume, m³. */
export const liquidFor = formula({
  id: 'repairs/injection/volumes',
  expression: 'V = V₀/E',
  unit: 'm³',
  source: 'free expansion of the foam by its sheet',
  inputs: { 'V₀': 'volume to fill', E: 'expansion of the foam' },
  evaluate: (x) => x['V₀'] / x.E,
});
