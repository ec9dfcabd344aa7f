import { labOf, type Lab } from './lab';
import { ksOf, unseen, type Optics } from './kubelka-munk';
import { BANDS, WAVELENGTHS } from './observer';
import { leastSquares } from '../physics/least-squares';

const SHAPES = [
  (t: number): number => 1 + 0 * t,
  (t: number): number => t,
  (t: number): number => 2 * t * t - 1,
];

const spectrum = (w: readonly number[]): Float64Array =>
  Float64Array.from(WAVELENGTHS, (nm) => {
    const t = (nm - 550) / 150;
    return 0.04 + 0.955 / (1 + Math.exp(-SHAPES.reduce((sum, f, i) => sum + w[i] * f(t), 0)));
  });

/**
 * A smooth reflectance spectrum with a given colour: one of the many that have it, found by Newton's method on a
 * logistic of low order. It stands for a paste of which only L*a*b* is known, and what follows from it is of low confidence.
 *
 * @returns undefined for a colour that no reflecting surface of this kind has
 */
export function smoothSpectrum(lab: Lab): Float64Array | undefined {
  const off = (w: readonly number[]): number[] => {
    const got = labOf(spectrum(w));
    return [lab.L - got.L, lab.a - got.a, lab.b - got.b];
  };
  let w: readonly number[] = [0, 0, 0];
  let e = off(w);
  for (let round = 0; round < 60 && Math.hypot(...e) > 1e-6; round += 1) {
    const h = 1e-5;
    const jacobian = w.map((_, k) =>
      off(w.map((v, i) => (i === k ? v + h : v))).map((v, i) => (e[i] - v) / h),
    );
    const step = leastSquares(
      e.map((_, i) => jacobian.map((column, k) => [k, column[i]] as const)),
      e,
      3,
    );
    if (!step) return undefined;
    let scale = 1;
    let next = w;
    let left = e;
    for (; scale > 1e-4; scale /= 2) {
      next = w.map((v, i) => Math.max(-40, Math.min(40, v + scale * step[i])));
      left = off(next);
      if (Math.hypot(...left) < Math.hypot(...e)) break;
    }
    if (!(Math.hypot(...left) < Math.hypot(...e))) break;
    [w, e] = [next, left];
  }
  return Math.hypot(...e) < 0.3 ? spectrum(w) : undefined;
}

/**
 * A paste of which only the colour of one let-down is known: all that darkens the base is taken as absorption.
 * @param fraction mass of paste per mass of base in the let-down
 */
export function opticsFromColour(base: Optics, fraction: number, lab: Lab): Optics | undefined {
  const reflectance = smoothSpectrum(lab);
  if (!reflectance || !(fraction > 0)) return undefined;
  const K = Float64Array.from({ length: BANDS }, (_, i) =>
    Math.max(
      0,
      (ksOf(Math.min(0.999, Math.max(0.001, unseen(reflectance[i])))) * base.S[i] - base.K[i]) / fraction,
    ),
  );
  return { K, S: new Float64Array(BANDS) };
}
