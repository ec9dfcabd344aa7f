import {
  modelOf,
  type Cloth,
  type Filler,
  type Finish,
  type Library,
  type Product,
  type Resin,
} from './product';
import type { YardProduct } from './yard-product';

/** Where a value of a data sheet stands in a product, and how it is stored there. */
interface Place {
  readonly path: readonly string[];
  readonly factor?: number;
  /** Not in the library: a sheet may state it of every product that has times at all, or that takes peroxide. */
  readonly besides?: 'timed' | 'peroxide';
}

/** Prices by the litre are kept by the cubic metre. */
const LITRES = 1000;

const PLACES: Readonly<Record<string, Place>> = {
  volumeRatio: { path: ['proportion', 'volumeRatio'] },
  densityA: { path: ['proportion', 'densityA'] },
  densityB: { path: ['proportion', 'densityB'] },
  hardenerFraction: { path: ['proportion', 'fraction'] },
  catalystFraction: { path: ['proportion', 'percent'], besides: 'peroxide' },
  densityLiquid: { path: ['densityLiquid'] },
  densityCured: { path: ['densityCured'] },
  referenceTemperature: { path: ['cure', 'referenceTemperature'] },
  potLife: { path: ['cure', 'potLife'] },
  windowOpens: { path: ['cure', 'window', 'open'] },
  windowCloses: { path: ['cure', 'window', 'close'] },
  sand: { path: ['cure', 'sand'] },
  full: { path: ['cure', 'full'] },
  secondTemperature: { path: ['cure', 'second', 'temperature'], besides: 'timed' },
  secondOpens: { path: ['cure', 'second', 'opens'], besides: 'timed' },
  secondCloses: { path: ['cure', 'second', 'closes'], besides: 'timed' },
  secondSand: { path: ['cure', 'second', 'sand'], besides: 'timed' },
  minimumTemperature: { path: ['cure', 'minimumTemperature'] },
  maximumPerGo: { path: ['maximumPerGo'] },
  maximumPerCoat: { path: ['maximumPerCoat'] },
  maximumPot: { path: ['maximumPot'] },
  solids: { path: ['solids'] },
  floatsAfter: { path: ['floatsAfter'] },
  floatsWithin: { path: ['floatsWithin'] },
  flash: { path: ['flash'] },
  arealWeight: { path: ['arealWeight'] },
  fibreFraction: { path: ['fibreFraction'] },
  fibreModulus: { path: ['fibreModulus'] },
  rollWidth: { path: ['rollWidth'] },
  shrinkage: { path: ['shrinkage'] },
  grain: { path: ['grain'] },
  life: { path: ['life'] },
  pricePerPiece: { path: ['pricePerPiece'] },
  pricePerKg: { path: ['pricePerKg'] },
  pricePerM2: { path: ['pricePerM2'] },
  pricePerLitre: { path: ['pricePerM3'], factor: LITRES },
};

type Tree = { readonly [key: string]: unknown };

const at = (product: object, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (x, key) => (typeof x === 'object' && x !== null ? (x as Tree)[key] : undefined),
    product,
  );

function put(tree: Tree, [head, ...rest]: readonly string[], value: number): Tree {
  return { ...tree, [head]: rest.length === 0 ? value : put((tree[head] ?? {}) as Tree, rest, value) };
}

/** A value of a product's data sheet, as the library has it. @returns undefined where the product has no such value; "gel" where its window opens at the gel */
export function sheetValue(product: Product, field: string): number | 'gel' | undefined {
  const place = Object.hasOwn(PLACES, field) ? PLACES[field] : undefined;
  if (!place) return undefined;
  const value = at(product, place.path);
  if (value === 'gel') return 'gel';
  return typeof value === 'number' ? value / (place.factor ?? 1) : undefined;
}

/** The values that a data sheet of this product may state: those that the product has in the library. */
export const sheetFieldsOf = (product: Product): readonly string[] =>
  Object.keys(PLACES).filter((f) => !PLACES[f].besides && sheetValue(product, f) !== undefined);

/** True when the figure came off the yard's data sheet. */
export const fromSheet = (product: Product, field: string): boolean =>
  product.fromSheet?.fields.includes(field) ?? false;

/** Whether a sheet of this product may state a value that the library does not have. */
function mayState(product: Product, field: string): boolean {
  const besides = Object.hasOwn(PLACES, field) ? PLACES[field].besides : undefined;
  if (besides === 'peroxide') return at(product, ['proportion', 'kind']) === 'peroxide';
  return besides === 'timed' && typeof at(product, ['cure', 'sand']) === 'number';
}

/** Values that a data sheet may state besides those of the library: times at a second temperature, the share of catalyst. */
export const besidesOf = (product: Product): readonly string[] =>
  Object.keys(PLACES).filter(
    (f) =>
      mayState(product, f) &&
      ((f !== 'secondOpens' && f !== 'secondCloses') ||
        typeof at(product, ['cure', 'window', 'close']) === 'number'),
  );

/** A product of the library with what the yard's data sheet says put in place. Values that the product has no use for are left out. */
export function applySheet(base: Product, yard: YardProduct): Product {
  const own = yard.id !== base.id;
  const fields = Object.keys(yard.values ?? {}).filter(
    (f) => yard.values?.[f] !== undefined && (sheetValue(base, f) !== undefined || mayState(base, f)),
  );
  // Times without their temperature say nothing.
  const complete =
    fields.includes('secondTemperature') && fields.some((f) => /^second(Opens|Closes|Sand)$/.test(f));
  const used = complete ? fields : fields.filter((f) => !f.startsWith('second'));
  const changed = used.reduce<Tree>(
    (tree, f) => put(tree, PLACES[f].path, (yard.values?.[f] as number) * (PLACES[f].factor ?? 1)),
    base as unknown as Tree,
  );
  return {
    ...(changed as unknown as Product),
    id: yard.id,
    name: yard.name?.trim() || base.name,
    ...(own ? { own: true, basedOn: modelOf(base) } : {}),
    ...(used.length > 0
      ? {
          fromSheet: {
            fields: used,
            sheet: yard.sheet?.trim() || `data sheet of ${yard.name?.trim() || base.name}`,
          },
        }
      : {}),
  };
}

/**
 * The library as the yard has it: its overrides in place of the generic entries, its own products besides.
 * An entry made after a product that the library no longer has is left out.
 */
export function yardLibrary(library: Library, yard: readonly YardProduct[]): Library {
  if (yard.length === 0) return library;
  const overrides = new Map(yard.filter((y) => y.id === y.like).map((y) => [y.id, y]));
  const replace = (p: Product): Product => {
    const override = overrides.get(p.id);
    return override ? applySheet(p, override) : p;
  };
  const added = yard.flatMap((y): Product[] => {
    const base = y.id === y.like ? undefined : library.products.find((p) => p.id === y.like);
    return base ? [applySheet(base, y)] : [];
  });
  const products = [...library.products.map(replace), ...added];
  const role = <R extends Product['role']>(name: R): Extract<Product, { role: R }>[] =>
    products.filter((p): p is Extract<Product, { role: R }> => p.role === name);
  return {
    ...library,
    version: `${library.version} + ${yard.length} of the yard`,
    products,
    resins: role('laminating resin') as Resin[],
    fillers: role('fairing compound') as Filler[],
    finishes: role('finish') as Finish[],
    cloths: (role('cloth') as Cloth[]).filter((c) => c.role === 'cloth'),
    peelPly: products.find((p) => p.role === 'peel ply') as Cloth,
  };
}
