import { formula } from '../../trace/formula';

/** Shapes that several kinds of repair fill or cover. SI units. */

/** A groove of V section with its edges at `angle` to each other, m³. */
export const grooveVolume = formula({
  id: 'repairs/common/measures',
  expression: 'V = L·d²·tan(φ/2)',
  unit: 'm³',
  source: 'prism with a triangular section',
  evaluate: (x: Record<'L' | 'd' | 'phi', number>) =>
    x.L * x.d ** 2 * Math.tan(((x.phi / 2) * Math.PI) / 180),
});

/** Width of that groove at the surface, m. */
export const grooveWidth = formula({
  id: 'repairs/common/measures',
  expression: 'w = 2·d·tan(φ/2)',
  unit: 'm',
  source: 'triangle',
  evaluate: (x: Record<'d' | 'phi', number>) => 2 * x.d * Math.tan(((x.phi / 2) * Math.PI) / 180),
});

export const product2 = (
  unit: string,
  expression: string,
  source: string,
): {
  id: string;
  expression: string;
  unit: string;
  source: string;
  evaluate: (x: Record<'a' | 'b', number>) => number;
} => ({
  id: 'repairs/common/measures',
  expression,
  unit,
  source,
  evaluate: (x) => x.a * x.b,
});

/** A layer of a thickness over a face, m³. */
export const layerVolume = formula({
  id: 'repairs/common/measures',
  expression: 'V = A·d',
  unit: 'm³',
  source: 'area by thickness',
  evaluate: (x: Record<'A' | 'd', number>) => x.A * x.d,
});

/** A cylinder, m³. */
export const cylinderVolume = formula({
  id: 'repairs/common/measures',
  expression: 'V = π/4·D²·t',
  unit: 'm³',
  source: 'cylinder',
  evaluate: (x: Record<'D' | 't', number>) => (Math.PI / 4) * x.D ** 2 * x.t,
});

/** A strip along a line, m². */
export const stripArea = formula({
  id: 'repairs/common/measures',
  expression: 'A = L·w',
  unit: 'm²',
  source: 'length by width',
  evaluate: (x: Record<'L' | 'w', number>) => x.L * x.w,
});

/** With what is lost and left proud, m³. */
export const withLoss = formula({
  id: 'repairs/common/measures',
  expression: 'V = V₀·(1 + loss)',
  unit: 'm³',
  source: 'what stays in cup, brush and nozzle, and what is left proud',
  evaluate: (x: Record<'V' | 'loss', number>) => x.V * (1 + x.loss),
});

export const massOf = formula({
  id: 'repairs/common/measures',
  expression: 'm = V·ρ',
  unit: 'kg',
  source: 'density of the mixed product',
  evaluate: (x: Record<'V' | 'rho', number>) => x.V * x.rho,
});

export const volumeOf = formula({
  id: 'repairs/common/measures',
  expression: 'V = m/ρ',
  unit: 'm³',
  source: 'density',
  evaluate: (x: Record<'m' | 'rho', number>) => x.m / x.rho,
});

/** Whole goes, pieces or packs. */
export const wholeNumber = formula({
  id: 'repairs/common/measures',
  expression: 'n = ⌈x / most⌉',
  unit: 'count',
  source: 'as many as it takes',
  evaluate: (x: Record<'x' | 'most', number>) => Math.max(1, Math.ceil(x.x / x.most - 1e-6)),
});

export const shareOf = formula({
  id: 'repairs/common/measures',
  expression: 'x = X / n',
  unit: 'm³',
  source: 'all alike',
  evaluate: (x: Record<'X' | 'n', number>) => x.X / x.n,
});
