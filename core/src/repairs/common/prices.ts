import { packsOf } from '../../materials/packs';
import type { Finish, Product } from '../../materials/product';
import { sheetOrigin } from '../../materials/sheet-origin';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import type { FinishPlan } from './finish-stage';

/** One line of the bill of materials. Without a price the line says so and the total leaves it out. */
export interface MaterialLine {
  readonly id: string;
  readonly product: string;
  readonly use: string;
  readonly quantity: Figure;
  readonly price?: Figure;
  readonly cost?: Figure;
  /** Sizes that it is bought in, in the unit of its quantity; absent where it is cut to size or bought by the piece. */
  readonly packs?: readonly number[];
}

export const cost = formula({
  id: 'repairs/common/prices',
  expression: 'c = ⌈100·quantity·price − 1/2⌉/100',
  unit: 'money',
  source: 'price of the library; each line is rounded to the cent, so that every sum of them is the same',
  inputs: { quantity: 'amount', price: 'price of one' },
  // No minus before nothing.
  evaluate: (x) => Math.ceil(100 * x.quantity * x.price - 1 / 2) / 100 + 0,
});

/** Fields of a data sheet by the unit of their price. */
const PRICE_FIELDS: Readonly<Record<string, string>> = {
  'money/kg': 'pricePerKg',
  'money/m²': 'pricePerM2',
  'money/m³': 'pricePerLitre',
};

/** Something used up, and the product whose sheet has its price. */
export interface Wanted {
  readonly id: string;
  readonly product: string;
  readonly use: string;
  readonly quantity: Figure;
  readonly priced?: Product;
}

/** The price of a product for the unit that its quantity is in. */
function priceFor(product: Product | undefined, unit: string): number | undefined {
  if (!product) return undefined;
  if (unit === 'kg' && 'pricePerKg' in product) return product.pricePerKg;
  if (unit === 'm²' && 'pricePerM2' in product) return product.pricePerM2;
  if (unit === 'm³' && 'pricePerM3' in product) return product.pricePerM3;
  return undefined;
}

/** Prices what a repair uses up. Without a price for its unit a line says so, and the total leaves it out. */
export function priceMaterials(wanted: readonly Wanted[], ledger: Ledger): readonly MaterialLine[] {
  return wanted.map(({ id, product, use, quantity, priced }): MaterialLine => {
    const unit = `money/${quantity.unit}`;
    const price = priceFor(priced, quantity.unit);
    if (price === undefined || !priced) return { id, product, use, quantity };
    const { origin, source } = sheetOrigin(priced, PRICE_FIELDS[unit]);
    const packs = packsOf(priced, quantity.unit)?.sizes;
    const p = ledger.given(`${id}.price`, `price of ${product}`, price, unit, origin, source);
    return {
      id,
      product,
      use,
      quantity,
      price: p,
      ...(packs ? { packs } : {}),
      cost: ledger.compute(`${id}.cost`, `cost of ${product}`, cost, { quantity: quantity, price: p }),
    };
  });
}

/** Materials that the cups of a finish take, by their ids. */
export const COAT_MATERIALS = ['finish', 'finishCatalyst'] as const;

/** What the coats use up: by volume where its sheet prices litres, by mass elsewhere. */
export const coatWanted = (finish: FinishPlan | undefined, coat: Finish | undefined): readonly Wanted[] =>
  finish && coat
    ? [
        {
          id: 'finish',
          product: coat.name,
          use: `${finish.coats.value} coats`,
          quantity: coat.pricePerM3 === undefined ? finish.mixed : finish.mixedVolume,
          priced: coat,
        },
        ...(finish.parts.kind === 'peroxide'
          ? [
              {
                id: 'finishCatalyst',
                product: 'MEKP catalyst',
                use: 'gel coat',
                quantity: finish.parts.catalyst,
              },
            ]
          : []),
      ]
    : [];
