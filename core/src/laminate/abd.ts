import type { Lamina } from './micromechanics';

/** Symmetric 3 × 3 matrix: 11, 12, 16, 22, 26, 66. */
export type Sym3 = readonly [number, number, number, number, number, number];

/** Reduced stiffness of a ply in its own axes, Pa (plane stress). */
export function reduced({ E1, E2, G12, nu12 }: Lamina): Sym3 {
  const d = 1 - (nu12 * nu12 * E2) / E1;
  return [E1 / d, (nu12 * E2) / d, 0, E2 / d, 0, G12];
}

/**
 * A plane stiffness turned by `angle` rad, counter-clockwise: of a ply from its own axes to those of the laminate, or
 * of a whole laminate. Q̄ = Rᵀ·Q·R, where R takes strains of the laminate to those of the ply.
 * Source: transformed reduced stiffness of classical laminate theory.
 */
export function turned([q11, q12, q16, q22, q26, q66]: Sym3, angle: number): Sym3 {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [c2, s2, cs] = [c * c, s * s, c * s];
  const R = [
    [c2, s2, cs],
    [s2, c2, -cs],
    [-2 * cs, 2 * cs, c2 - s2],
  ];
  const Q = [
    [q11, q12, q16],
    [q12, q22, q26],
    [q16, q26, q66],
  ];
  const term = (i: number, j: number): number => {
    let sum = 0;
    for (let k = 0; k < 3; k += 1) for (let l = 0; l < 3; l += 1) sum += R[k][i] * Q[k][l] * R[l][j];
    return sum;
  };
  return [term(0, 0), term(0, 1), term(0, 2), term(1, 1), term(1, 2), term(2, 2)];
}

/** A layer of the laminate: its stiffness in the axes of the laminate, Pa, and its thickness, m. */
export interface Layer {
  readonly q: Sym3;
  readonly thickness: number;
}

/** Membrane (N/m), coupling (N) and bending (N·m) stiffness of a laminate about its middle. */
export interface Abd {
  readonly A: Sym3;
  readonly B: Sym3;
  readonly D: Sym3;
}

/**
 * A, B and D from the layers, first one at the bottom.
 * Source: classical laminate theory: A = Σ Q̄·(z₁ − z₀), B = ½ Σ Q̄·(z₁² − z₀²), D = ⅓ Σ Q̄·(z₁³ − z₀³).
 */
export function abdOf(layers: readonly Layer[]): Abd {
  const A = [0, 0, 0, 0, 0, 0];
  const B = [0, 0, 0, 0, 0, 0];
  const D = [0, 0, 0, 0, 0, 0];
  let z0 = 0;
  for (const l of layers) z0 -= l.thickness / 2;
  for (const { q, thickness } of layers) {
    const z1 = z0 + thickness;
    const [a, b, d] = [thickness, (z1 * z1 - z0 * z0) / 2, (z1 * z1 * z1 - z0 * z0 * z0) / 3];
    for (let i = 0; i < 6; i += 1) {
      A[i] += q[i] * a;
      B[i] += q[i] * b;
      D[i] += q[i] * d;
    }
    z0 = z1;
  }
  return { A: A as unknown as Sym3, B: B as unknown as Sym3, D: D as unknown as Sym3 };
}

/** Inverse of a symmetric 3 × 3 matrix by its adjugate. @returns undefined for one that has none */
export function inverse3(m: Sym3): Sym3 | undefined {
  const [a, b, c, d, e, f] = m;
  const [A, B, C] = [d * f - e * e, c * e - b * f, b * e - c * d];
  const det = a * A + b * B + c * C;
  if (!(Math.abs(det) > 0)) return undefined;
  return [A / det, B / det, C / det, (a * f - c * c) / det, (b * c - a * e) / det, (a * d - b * b) / det];
}

type Full3 = readonly (readonly number[])[];
const full = ([a, b, c, d, e, f]: Sym3): Full3 => [
  [a, b, c],
  [b, d, e],
  [c, e, f],
];
const times = (m: Full3, n: Full3): Full3 =>
  m.map((row) => [0, 1, 2].map((j) => row[0] * n[0][j] + row[1] * n[1][j] + row[2] * n[2][j]));
const minus = (m: Full3, n: Full3): Full3 => m.map((row, i) => row.map((v, j) => v - n[i][j]));
const transposed = (m: Full3): Full3 => [0, 1, 2].map((i) => [0, 1, 2].map((j) => m[j][i]));
const symmetric = (m: Full3): Sym3 => [
  m[0][0],
  (m[0][1] + m[1][0]) / 2,
  (m[0][2] + m[2][0]) / 2,
  m[1][1],
  (m[1][2] + m[2][1]) / 2,
  m[2][2],
];

/** Compliance: strains = a·N + b·M, curvatures = bᵀ·N + d·M. */
export interface Compliance {
  readonly a: Sym3;
  /** Not symmetric in general. */
  readonly b: Full3;
  readonly d: Sym3;
}

/**
 * Inverse of the 6 × 6 ABD matrix by blocks: D* = D − B·A⁻¹·B, d = D*⁻¹, b = −A⁻¹·B·d, a = A⁻¹ − b·B·A⁻¹.
 * @returns undefined for a laminate without stiffness
 */
export function complianceOf({ A, B, D }: Abd): Compliance | undefined {
  const inverseA = inverse3(A);
  if (!inverseA) return undefined;
  const [fA, fB] = [full(inverseA), full(B)];
  const AB = times(fA, fB);
  const d = inverse3(symmetric(minus(full(D), times(fB, AB))));
  if (!d) return undefined;
  const b = times(AB, full(d)).map((row) => row.map((v) => -v));
  return { a: symmetric(minus(fA, times(b, transposed(AB)))), b, d };
}
