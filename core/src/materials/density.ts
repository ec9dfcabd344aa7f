import type { Product } from './product';

/** Density of a mixed product whose sheet states none, kg/m³. */
export const TYPICAL_DENSITY = 1150;

/** What the sheet of a product states of its density as it is poured, kg/m³, and in which field. */
export function densityOf(p: Product): { readonly field: string; readonly value: number } | undefined {
  if ('densityLiquid' in p && p.densityLiquid !== undefined)
    return { field: 'densityLiquid', value: p.densityLiquid };
  if ('density' in p && p.density !== undefined) return { field: 'density', value: p.density };
  return undefined;
}
