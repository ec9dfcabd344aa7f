import { formula } from '../../trace/formula';

/** Shapes that several kinds of repair fill or cover. SI units. */

/** A groove of V section with its edges at `angle` to each other, m³. */
export const grooveVolume = formula({
  id: 'repairs/common/measures',
  expression: 'V = L·d²·tan(φ/2)',
  unit: 'm³',
  source: 'prism with a triangular section',
  inputs: { L: 'length', d: 'depth', φ: 'angle of the groove' },
  evaluate: (x) => x.L * x.d ** 2 * Math.tan(((x.φ / 2) * Math.PI) / 180),
});

/** Width of that groove at the surface, m. */
export const grooveWidth = formula({
  id: 'repairs/common/measures',
  expression: 'w = 2·d·tan(φ/2)',
  unit: 'm',
  source: 'triangle',
  inputs: { d: 'depth', φ: 'angle of the groove' },
  evaluate: (x) => 2 * x.d * Math.tan(((x.φ / 2) * Math.PI) / 180),
});

export const goesAlike = formula({
  id: 'repairs/common/measures',
  expression: 'm = n·m_go',
  unit: 'kg',
  source: 'goes alike',
  inputs: { n: 'goes', m_go: 'mass of a go' },
  evaluate: (x) => x.n * x.m_go,
});

/** A layer of a thickness over a face, m³. */
export const layerVolume = formula({
  id: 'repairs/common/measures',
  expression: 'V = A·d',
  unit: 'm³',
  source: 'area by thickness',
  inputs: { A: 'area', d: 'depth' },
  evaluate: (x) => x.A * x.d,
});

/** A dent, a nick or a pit, m³. */
export const bowlVolume = formula({
  id: 'repairs/common/measures',
  expression: 'V = ½·A·d',
  unit: 'm³',
  source: 'a paraboloid that runs out to nothing at its rim: half of the box round it',
  inputs: { A: 'area at the face', d: 'depth in the middle' },
  evaluate: (x) => (x.A * x.d) / 2,
});

/** A strip along a line, m². */
export const stripArea = formula({
  id: 'repairs/common/measures',
  expression: 'A = L·w',
  unit: 'm²',
  source: 'length by width',
  inputs: { L: 'length', w: 'width' },
  evaluate: (x) => x.L * x.w,
});

/** With what is lost and left proud, m³. */
export const withLoss = formula({
  id: 'repairs/common/measures',
  expression: 'V = V₀·(1 + loss)',
  unit: 'm³',
  source: 'what stays in cup, brush and nozzle, and what is left proud',
  inputs: { 'V₀': 'volume that stays', loss: 'loss' },
  evaluate: (x) => x['V₀'] * (1 + x.loss),
});

export const massOf = formula({
  id: 'repairs/common/measures',
  expression: 'm = V·ρ',
  unit: 'kg',
  source: 'density of the mixed product',
  inputs: { V: 'volume', ρ: 'density' },
  evaluate: (x) => x.V * x.ρ,
});

export const volumeOf = formula({
  id: 'repairs/common/measures',
  expression: 'V = m/ρ',
  unit: 'm³',
  source: 'density',
  inputs: { m: 'mass', ρ: 'density' },
  evaluate: (x) => x.m / x.ρ,
});

/** Whole goes, pieces or packs. */
export const wholeNumber = formula({
  id: 'repairs/common/measures',
  expression: 'n = max(1, ⌈x/most⌉)',
  unit: 'count',
  source: 'as many as it takes',
  inputs: { x: 'amount', most: 'most in one' },
  evaluate: (x) => Math.max(1, Math.ceil(x.x / x.most - 1e-6)),
});

export const shareOf = formula({
  id: 'repairs/common/measures',
  expression: 'x = X/n',
  unit: 'm³',
  source: 'all alike',
  inputs: { X: 'the whole', n: 'parts' },
  evaluate: (x) => x.X / x.n,
});
