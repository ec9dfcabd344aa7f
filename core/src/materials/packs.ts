import type { Product } from './product';

/** What a product is bought in: sizes in the unit of its price, the smallest first. Source: usual packs of the trade. */
export interface Packs {
  readonly unit: 'kg' | 'm²' | 'm³';
  readonly sizes: readonly number[];
}

const KG = (...sizes: readonly number[]): Packs => ({ unit: 'kg', sizes });
const LITRES = (...litres: readonly number[]): Packs => ({ unit: 'm³', sizes: litres.map((l) => l / 1000) });

/** By role, where all products of it come alike; with their second part where they have one. */
const BY_ROLE: Readonly<Partial<Record<Product['role'], readonly Packs[]>>> = {
  'laminating resin': [KG(1, 5, 25)],
  'fairing compound': [KG(1)],
  'surface filler': [KG(1)],
  adhesive: [KG(0.025, 0.05, 0.25)],
  'fabric adhesive': [KG(0.25, 1)],
  'second part': [KG(0.1, 0.5)],
  powder: [KG(1)],
  primer: [LITRES(0.75, 2.5), KG(1, 5)],
  'tie coat': [LITRES(0.75, 2.5), KG(1, 5)],
  'barrier coat': [LITRES(0.75, 2.5), KG(1, 5)],
  coating: [LITRES(0.75, 2.5), KG(1, 5)],
};
const ANTIFOULING: readonly Packs[] = [LITRES(2.5)];
const GEL_COAT: readonly Packs[] = [KG(1, 5)];
const PAINT: readonly Packs[] = [LITRES(0.75, 2.5), KG(1, 5)];

function allPacks(product: Product): readonly Packs[] {
  switch (product.role) {
    case 'cloth':
    case 'peel ply':
      // By the metre of its roll.
      return [{ unit: 'm²', sizes: [product.rollWidth] }];
    case 'finish':
      return product.kind === 'gel coat' ? GEL_COAT : PAINT;
    case 'coating':
      return product.floatsAfter === undefined ? (BY_ROLE.coating ?? []) : ANTIFOULING;
    default:
      return BY_ROLE[product.role] ?? [];
  }
}

/** Packs of a product in the unit that is used of it; undefined where it is cut to size or bought by the piece. */
export const packsOf = (product: Product, unit: string): Packs | undefined =>
  allPacks(product).find((p) => p.unit === unit);

/**
 * The packs that hold an amount with the least left over, of those the fewest.
 *
 * @param amount in the unit of the sizes, not negative
 * @param sizes of packs, the smallest first
 * @returns how many of each size
 */
export function leastPacks(amount: number, sizes: readonly number[]): readonly number[] {
  const [size] = sizes.slice(-1);
  if (size === undefined) return [];
  const rest = sizes.slice(0, -1);
  const most = Math.ceil(amount / size - 1e-9);
  if (rest.length === 0) return [Math.max(0, most)];
  let best: readonly number[] | undefined;
  const held = (counts: readonly number[]): number => counts.reduce((sum, n, i) => sum + n * sizes[i], 0);
  const packs = (counts: readonly number[]): number => counts.reduce((sum, n) => sum + n, 0);
  // Fewer of the largest than fill it but for one are never better: what they leave takes several smaller ones.
  for (let n = Math.max(0, most - 1); n <= Math.max(0, most); n += 1) {
    const counts = [...leastPacks(Math.max(0, amount - n * size), rest), n];
    const less = best === undefined ? -1 : held(counts) - held(best);
    if (best === undefined || less < -1e-12 || (Math.abs(less) <= 1e-12 && packs(counts) < packs(best)))
      best = counts;
  }
  return best ?? [];
}
