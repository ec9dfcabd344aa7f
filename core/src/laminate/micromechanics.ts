import { formula } from '../trace/formula';

/** Elastic constants of a ply in its own axes: 1 along the fibre, 2 across it, Pa. */
export interface Lamina {
  readonly E1: number;
  readonly E2: number;
  readonly G12: number;
  readonly nu12: number;
}

/** Fibre volume fraction from the fibre weight fraction, no voids. */
export const fibreVolume = formula({
  id: 'laminate/micromechanics',
  expression: 'V_f = (W_f/ρ_f)/(W_f/ρ_f + (1 − W_f)/ρ_r)',
  unit: 'fraction',
  source: 'volumes of fibre and cured resin add up',
  inputs: { W_f: 'fibre by mass', ρ_f: 'density of the fibre', ρ_r: 'density of the resin' },
  evaluate: (x) => x.W_f / x.ρ_f / (x.W_f / x.ρ_f + (1 - x.W_f) / x.ρ_r),
});

/** Along the fibres: rule of mixtures. */
export const along = formula({
  id: 'laminate/micromechanics',
  expression: 'E₁ = V_f·E_f + (1 − V_f)·E_r',
  unit: 'Pa',
  source: 'rule of mixtures',
  inputs: { V_f: 'fibre by volume', E_f: 'modulus of the fibre', E_r: 'modulus of the resin' },
  evaluate: (x) => x.V_f * x.E_f + (1 - x.V_f) * x.E_r,
});

/** Across the fibres and in shear: Halpin–Tsai with ξ = 2 and ξ = 1. */
export const halpinTsai = formula({
  id: 'laminate/micromechanics',
  expression: 'M = M_r·(1 + ξ·η·V_f)/(1 − η·V_f), η = (M_f/M_r − 1)/(M_f/M_r + ξ)',
  unit: 'Pa',
  source: 'Halpin–Tsai equations',
  inputs: {
    V_f: 'fibre by volume',
    M_f: 'modulus of the fibre',
    M_r: 'modulus of the resin',
    ξ: 'factor of shape',
  },
  evaluate: (x) => {
    const eta = (x.M_f / x.M_r - 1) / (x.M_f / x.M_r + x.ξ);
    return (x.M_r * (1 + x.ξ * eta * x.V_f)) / (1 - eta * x.V_f);
  },
});

export interface Constituents {
  readonly fibre: {
    readonly along: number;
    readonly across: number;
    readonly shear: number;
    readonly poisson: number;
  };
  readonly matrix: { readonly modulus: number; readonly poisson: number };
  readonly fibreVolume: number;
}

/** A ply with all fibres one way. */
export function unidirectional({ fibre, matrix, fibreVolume: Vf }: Constituents): Lamina {
  const Gr = matrix.modulus / (2 * (1 + matrix.poisson));
  return {
    E1: along.evaluate({ V_f: Vf, E_f: fibre.along, E_r: matrix.modulus }),
    E2: halpinTsai.evaluate({ V_f: Vf, M_f: fibre.across, M_r: matrix.modulus, ξ: 2 }),
    G12: halpinTsai.evaluate({ V_f: Vf, M_f: fibre.shear, M_r: Gr, ξ: 1 }),
    nu12: Vf * fibre.poisson + (1 - Vf) * matrix.poisson,
  };
}

/** A mat, its fibres every way: E = 3/8·E₁ + 5/8·E₂, G = 1/8·E₁ + 1/4·E₂ (quasi-random average). */
export function randomMat(of: Constituents): Lamina {
  const { E1, E2 } = unidirectional(of);
  const E = (3 / 8) * E1 + (5 / 8) * E2;
  const G = E1 / 8 + E2 / 4;
  return { E1: E, E2: E, G12: G, nu12: E / (2 * G) - 1 };
}
