import { formula } from '../trace/formula';

/** Mass ratio A:B of a product stated by volume. */
export const massRatio = formula({
  id: 'materials/two-part',
  expression: 'r_m = r_v·ρ_A/ρ_B',
  unit: ':1',
  source: 'definition of density',
  inputs: { r_v: 'ratio by volume', ρ_A: 'density of part A', ρ_B: 'density of part B' },
  evaluate: (x) => (x.r_v * x.ρ_A) / x.ρ_B,
});

export const partA = formula({
  id: 'materials/two-part',
  expression: 'm_A = m·r_m/(1 + r_m)',
  unit: 'kg',
  source: 'share by mass ratio',
  inputs: { m: 'mixed mass', r_m: 'ratio by mass' },
  evaluate: (x) => (x.m * x.r_m) / (1 + x.r_m),
});

export const partB = formula({
  id: 'materials/two-part',
  expression: 'm_B = m/(1 + r_m)',
  unit: 'kg',
  source: 'share by mass ratio',
  inputs: { m: 'mixed mass', r_m: 'ratio by mass' },
  evaluate: (x) => x.m / (1 + x.r_m),
});

export const liquidVolume = formula({
  id: 'materials/two-part',
  expression: 'V = m/ρ',
  unit: 'm³',
  source: 'definition of density, liquid',
  inputs: { m: 'mass', ρ: 'density' },
  evaluate: (x) => x.m / x.ρ,
});
