import { formula } from '../../trace/formula';

/** Gap behind a skin, and empty share of the core behind it, m³. */
export const gapVolume = formula({
  id: 'repairs/injection/volumes',
  expression: 'V = A·(g + φ·c)',
  unit: 'm³',
  source: 'gap behind the skin over the dull area, and the empty share of the core',
  evaluate: (x: Record<'A' | 'g' | 'phi' | 'c', number>) => x.A * (x.g + x.phi * x.c),
});

/** Holes stay full, m³. */
export const holesVolume = formula({
  id: 'repairs/injection/volumes',
  expression: 'V = n·π/4·D²·t',
  unit: 'm³',
  source: 'drilled through the upper skin only',
  evaluate: (x: Record<'n' | 'D' | 't', number>) => (x.n * Math.PI * x.D ** 2 * x.t) / 4,
});

/** Liquid that grows to a volume, m³. */
export const liquidFor = formula({
  id: 'repairs/injection/volumes',
  expression: 'V = V₀/E',
  unit: 'm³',
  source: 'free expansion of the foam by its sheet',
  evaluate: (x: Record<'V' | 'E', number>) => x.V / x.E,
});
