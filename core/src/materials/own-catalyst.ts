import type { Library, Product } from './product';

/** Shares that a peroxide or a cream may have. Source: usual limits; below it may never set, above it is hot and brittle. */
export const CATALYST_LIMITS: readonly [least: number, most: number] = [0.01, 0.03];

const kept = new WeakMap<Library, Map<number, Library>>();

/** A product with the share of catalyst that somebody decided on; one that takes none stays as it is. */
export function catalysed(product: Product, share: number): Product {
  const p = 'proportion' in product ? product.proportion : undefined;
  if (p?.kind === 'peroxide')
    return { ...product, proportion: { ...p, percent: share, entered: true } } as Product;
  // Fabric adhesives take a share of their own, and are asked for it.
  if (p?.kind === 'cream' && product.role !== 'fabric adhesive')
    return { ...product, proportion: { ...p, fraction: share, entered: true } } as Product;
  return product;
}

/**
 * The library with the share of catalyst that somebody decided on for a job, for everything that takes one.
 *
 * @param share by mass of what is catalysed; the sheets decide, by the temperature, where it is not given
 */
export function withCatalyst(library: Library, share: number | undefined): Library {
  if (share === undefined) return library;
  const known = kept.get(library) ?? new Map<number, Library>();
  kept.set(library, known);
  const before = known.get(share);
  if (before) return before;
  const all = <P extends Product>(products: readonly P[]): P[] =>
    products.map((p) => catalysed(p, share) as P);
  const made: Library = {
    ...library,
    products: all(library.products),
    resins: all(library.resins),
    fillers: all(library.fillers),
    finishes: all(library.finishes),
  };
  known.set(share, made);
  return made;
}
