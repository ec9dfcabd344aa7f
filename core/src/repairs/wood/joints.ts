import { formula } from '../../trace/formula';

/** Length of a scarf, m. Source: 8:1 in planking and panels, 12:1 in spars. */
export const SCARF = { usual: 8, spar: 12 } as const;
export const scarfLength = formula({
  id: 'repairs/wood/joints',
  expression: 'L = R·t',
  unit: 'm',
  source: 'scarf ratio by the thickness: 8:1, spars 12:1',
  inputs: { R: 'ratio of the scarf', t: 'thickness' },
  evaluate: (x) => x.R * x.t,
});

/** Glued face of one scarf, m². */
export const scarfFace = formula({
  id: 'repairs/wood/joints',
  expression: 'A = w·t·√(R² + 1)',
  unit: 'm²',
  source: 'sloping face of the scarf',
  inputs: { w: 'width', t: 'thickness', R: 'ratio of the scarf' },
  evaluate: (x) => x.w * x.t * Math.sqrt(x.R ** 2 + 1),
});

/** Cut back beyond what is soft, m. */
export const cutBack = formula({
  id: 'repairs/wood/joints',
  expression: 'l = l₀ + 2·beyond',
  unit: 'm',
  source: 'rot has gone further than it shows: on to bright wood on every side',
  inputs: { 'l₀': 'length of the rot', beyond: 'cut beyond it' },
  evaluate: (x) => x['l₀'] + 2 * x.beyond,
});

/** Unthickened epoxy that end grain and bare faces drink, kg: two coats. */
export const saturation = formula({
  id: 'repairs/wood/joints',
  expression: 'm = 2·A·0.25 kg/m²',
  unit: 'kg',
  source: 'two coats wet on wet; end grain drinks most',
  inputs: { A: 'bare area' },
  evaluate: (x) => 2 * x.A * 0.25,
});

/** Thickened glue in a joint, kg. */
export const glueMass = formula({
  id: 'repairs/wood/joints',
  expression: 'm = A·g·(1 + loss)',
  unit: 'kg',
  source: 'spread on one face until it squeezes out all along',
  inputs: { A: 'area of the joint', g: 'glue on a square metre', loss: 'loss' },
  evaluate: (x) => x.A * x.g * (1 + x.loss),
});

export const edgesArea = formula({
  id: 'repairs/wood/joints',
  expression: 'A = 2·l·t',
  unit: 'm²',
  source: 'edges along the grain',
  inputs: { l: 'length', t: 'thickness' },
  evaluate: (x) => 2 * x.l * x.t,
});

export const jointArea = formula({
  id: 'repairs/wood/joints',
  expression: 'A = 2·A_scarf + A_edges',
  unit: 'm²',
  source: 'both scarfs and both edges',
  inputs: { A_scarf: 'one scarf', A_edges: 'both edges' },
  evaluate: (x) => 2 * x.A_scarf + x.A_edges,
});

export const pieceLength = formula({
  id: 'repairs/wood/joints',
  expression: 'l = l_cut + 2·scarf',
  unit: 'm',
  source: 'over both scarfs',
  inputs: { l_cut: 'length cut out', scarf: 'length of a scarf' },
  evaluate: (x) => x.l_cut + 2 * x.scarf,
});

export const crackArea = formula({
  id: 'repairs/wood/joints',
  expression: 'A = l·t',
  unit: 'm²',
  source: 'crack through the thickness',
  inputs: { l: 'length of the crack', t: 'thickness' },
  evaluate: (x) => x.l * x.t,
});
