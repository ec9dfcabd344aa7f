import { BANDS } from './observer';

/** Absorption and scattering in the bands of observer.ts; of a paste per unit of mass fraction, of a base as it is. */
export interface Optics {
  readonly K: ArrayLike<number>;
  readonly S: ArrayLike<number>;
}

/** Reflection at the face of a gloss film: from outside, and from within. Source: Saunderson 1942; 0.04 and 0.60 for a resin of index 1.5. */
export const SAUNDERSON = { outside: 0.04, inside: 0.6 } as const;

/** K/S of a thick film. Source: Kubelka and Munk 1931, K/S = (1 − R)²/(2R). @param R true reflectance, 0–1 */
export function ksOf(R: number): number {
  return (1 - R) ** 2 / (2 * R);
}

/** Reflectance of a thick film from K/S: R = 1 + k − √(k² + 2k). */
export function reflectanceOf(ks: number): number {
  return 1 + ks - Math.sqrt(ks * ks + 2 * ks);
}

/** What a reader sees of a gloss face, its own gloss left in: R_m = k₁ + (1 − k₁)(1 − k₂)·R/(1 − k₂·R). */
export function seen(R: number, { outside, inside } = SAUNDERSON): number {
  return outside + ((1 - outside) * (1 - inside) * R) / (1 - inside * R);
}

/** The true reflectance under what a reader sees. */
export function unseen(Rm: number, { outside, inside } = SAUNDERSON): number {
  return (Rm - outside) / (1 - outside - inside + inside * Rm);
}

/**
 * Spectrum of a base with pastes in it, as seen: K and S add by mass fraction.
 * @param fractions mass of each paste per mass of base
 * @param into reflectances, 31 bands
 */
export function mixInto(
  into: Float64Array,
  base: Optics,
  pastes: readonly Optics[],
  fractions: ArrayLike<number>,
): Float64Array {
  for (let i = 0; i < BANDS; i += 1) {
    let [K, S] = [base.K[i], base.S[i]];
    for (let p = 0; p < pastes.length; p += 1) {
      K += fractions[p] * pastes[p].K[i];
      S += fractions[p] * pastes[p].S[i];
    }
    into[i] = seen(reflectanceOf(K / S));
  }
  return into;
}

export interface LadderStep {
  /** Mass of paste per mass of base. */
  readonly fraction: number;
  /** Reflectance as seen, 31 bands. */
  readonly reflectance: ArrayLike<number>;
}

/**
 * K and S of a paste from its tint ladder in a known base: in each band least squares over the steps of
 * c·K_p − q·c·S_p = q·S_b − K_b with q = K/S as measured.
 * @param steps at least two fractions; with one the scattering is taken as none
 */
export function characterise(base: Optics, steps: readonly LadderStep[]): Optics {
  const [K, S] = [new Float64Array(BANDS), new Float64Array(BANDS)];
  for (let i = 0; i < BANDS; i += 1) {
    let [kk, ks, ss, kr, sr] = [0, 0, 0, 0, 0];
    for (const { fraction: c, reflectance } of steps) {
      const q = ksOf(Math.min(0.999, Math.max(0.001, unseen(reflectance[i]))));
      const [u, v, r] = [c, -q * c, q * base.S[i] - base.K[i]];
      [kk, ks, ss, kr, sr] = [kk + u * u, ks + u * v, ss + v * v, kr + u * r, sr + v * r];
    }
    const det = kk * ss - ks * ks;
    const two = det > 1e-9 * kk * ss;
    let [k, s] = two ? [(kr * ss - sr * ks) / det, (kk * sr - ks * kr) / det] : [kr / kk, 0];
    if (s < 0) [k, s] = [kr / kk, 0];
    K[i] = Math.max(0, k);
    S[i] = s;
  }
  return { K, S };
}
