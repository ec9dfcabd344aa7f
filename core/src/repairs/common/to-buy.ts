import { leastPacks } from '../../materials/packs';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { MaterialLine } from './prices';

/** A product in whole packs. */
export interface Bought {
  readonly product: string;
  /** Size of a pack in the unit of the product, and how many of it; the smallest first. */
  readonly packs: readonly { readonly size: number; readonly count: number }[];
  readonly unit: string;
  readonly cost: Figure;
}

/** What has to be bought where nothing is in stock: whole packs of each product, all its lines together. */
export function toBuy(materials: readonly MaterialLine[], ledger: Ledger): readonly Bought[] {
  const lines = materials.filter((l) => l.price && l.packs);
  const keyOf = (l: MaterialLine): string => `${l.product}/${l.quantity.unit}`;
  return [...new Set(lines.map(keyOf))].flatMap((key): readonly Bought[] => {
    const own = lines.filter((l) => keyOf(l) === key);
    const [{ id, product, price, packs: sizes = [], quantity }] = own;
    if (!price) return [];
    const counts = leastPacks(
      own.reduce((sum, l) => sum + l.quantity.value, 0),
      sizes,
    );
    const held = counts.reduce((sum, n, i) => sum + n * sizes[i], 0);
    return [
      {
        product,
        unit: quantity.unit,
        packs: counts.flatMap((count, i) => (count > 0 ? [{ size: sizes[i], count }] : [])),
        cost: ledger.record(
          `toBuy.${id}`,
          `${product}, whole packs`,
          {
            id: 'repairs/common/to-buy',
            expression: 'c = price·Σ n·size, to the cent',
            unit: 'money',
            source: 'least left over of usual packs, nothing in stock',
          },
          Math.round(held * price.value * 100) / 100,
          { price, ...Object.fromEntries(own.map((l, i) => [`x${i + 1}`, l.quantity])) },
        ),
      },
    ];
  });
}

/** What all of it comes to: whole packs, and the rest as it is used. */
export function costToBuy(
  materials: readonly MaterialLine[],
  consumables: readonly MaterialLine[],
  bought: readonly Bought[],
  ledger: Ledger,
): Figure {
  const asUsed = [...materials.filter((l) => !(l.price && l.packs)), ...consumables];
  return ledger.sum('toBuy', 'to buy, whole packs, nothing in stock', 'money', [
    ...bought.map((b) => b.cost),
    ...asUsed.flatMap((l) => (l.cost ? [l.cost] : [])),
  ]);
}
