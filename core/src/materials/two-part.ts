import { formula } from '../trace/formula';

/** Mass ratio A:B of a product stated by volume. */
export const massRatio = formula({
  id: 'materials/two-part',
  expression: 'r_m = r_v · ρ_A / ρ_B',
  unit: ':1',
  source: 'definition of density',
  evaluate: (x: Record<'r' | 'rhoA' | 'rhoB', number>) => (x.r * x.rhoA) / x.rhoB,
});

export const partA = formula({
  id: 'materials/two-part',
  expression: 'm_A = m · r_m / (1 + r_m)',
  unit: 'kg',
  source: 'share by mass ratio',
  evaluate: (x: Record<'m' | 'r', number>) => (x.m * x.r) / (1 + x.r),
});

export const partB = formula({
  id: 'materials/two-part',
  expression: 'm_B = m / (1 + r_m)',
  unit: 'kg',
  source: 'share by mass ratio',
  evaluate: (x: Record<'m' | 'r', number>) => x.m / (1 + x.r),
});

export const liquidVolume = formula({
  id: 'materials/two-part',
  expression: 'V = m / ρ',
  unit: 'm³',
  source: 'definition of density, liquid',
  evaluate: (x: Record<'m' | 'rho', number>) => x.m / x.rho,
});
