import { formula } from '../../trace/formula';

/** Length of a scarf, m. Source: 8:1 in planking and panels, 12:1 in spars. */
export const SCARF = { usual: 8, spar: 12 } as const;
export const scarfLength = formula({
  id: 'repairs/wood/joints',
  expression: 'L = R·t',
  unit: 'm',
  source: 'scarf ratio by the thickness: 8:1, spars 12:1',
  evaluate: (x: Record<'R' | 't', number>) => x.R * x.t,
});

/** Glued face of one scarf, m². */
export const scarfFace = formula({
  id: 'repairs/wood/joints',
  expression: 'A = w·t·√(R² + 1)',
  unit: 'm²',
  source: 'sloping face of the scarf',
  evaluate: (x: Record<'w' | 't' | 'R', number>) => x.w * x.t * Math.sqrt(x.R ** 2 + 1),
});

/** Cut back beyond what is soft, m. */
export const cutBack = formula({
  id: 'repairs/wood/joints',
  expression: 'l = l₀ + 2·beyond',
  unit: 'm',
  source: 'rot has gone further than it shows: on to bright wood on every side',
  evaluate: (x: Record<'l' | 'beyond', number>) => x.l + 2 * x.beyond,
});

/** Unthickened epoxy that end grain and bare faces drink, kg: two coats. */
export const saturation = formula({
  id: 'repairs/wood/joints',
  expression: 'm = 2·A·0.25 kg/m²',
  unit: 'kg',
  source: 'two coats wet on wet; end grain drinks most',
  evaluate: (x: Record<'A', number>) => 2 * x.A * 0.25,
});

/** Thickened glue in a joint, kg. */
export const glueMass = formula({
  id: 'repairs/wood/joints',
  expression: 'm = A·g·(1 + loss)',
  unit: 'kg',
  source: 'spread on one face until it squeezes out all along',
  evaluate: (x: Record<'A' | 'g' | 'loss', number>) => x.A * x.g * (1 + x.loss),
});
