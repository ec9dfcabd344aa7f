import type { Cloth, Product, Resin } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { DishPlan } from './dish-plan';
import type { MaterialLine } from './sums';
import type { Plan } from './plan';

export const cost = formula({
  id: 'plan/materials-list',
  expression: 'c = quantity·price',
  unit: 'money',
  source: 'price of the library',
  inputs: { quantity: 'amount', price: 'price of one' },
  evaluate: (x) => x.quantity * x.price,
});

/** Fields of a data sheet by the unit of their price. */
const PRICE_FIELDS: Readonly<Record<string, string>> = {
  'money/kg': 'pricePerKg',
  'money/m²': 'pricePerM2',
  'money/m³': 'pricePerLitre',
};

const boughtCloth = {
  id: 'plan/materials-list',
  expression: 'A = Σ length·width of the plies',
  unit: 'm²',
  source: 'each ply cut from its own rectangle',
};

type Parts = DishPlan &
  Pick<Plan, 'finish' | 'system'> & {
    /** Resin that a thickened filler is made of. */
    readonly fillerResin: Resin;
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
    const p = ledger.given(`${id}.price`, `price of ${product}`, price, unit, origin, source);
    return {
      id,
      product,
      use,
      quantity,
      price: p,
      cost: ledger.compute(`${id}.cost`, `cost of ${product}`, cost, { quantity: quantity, price: p }),
    };
  });
}

/** What the job uses up, as far as the plan goes. Papers, tape and gloves are not priced. */
export function listMaterials(parts: Parts, peelPly: Cloth, ledger: Ledger): readonly MaterialLine[] {
  const { laminate, mix, fair, finish, system, grind, coring, structure = [], fillerResin } = parts;
  const lines: MaterialLine[] = [];
  const add = (
    id: string,
    product: string,
    use: string,
    quantity: Figure,
    price: number | undefined,
    unit: string,
    priced: Product,
  ): void => {
    if (price === undefined) {
      lines.push({ id, product, use, quantity });
      return;
    }
    const { origin, source } = sheetOrigin(priced, PRICE_FIELDS[unit]);
    const p = ledger.given(`${id}.price`, `price of ${product}`, price, unit, origin, source);
    lines.push({
      id,
      product,
      use,
      quantity,
      price: p,
      cost: ledger.compute(`${id}.cost`, `cost of ${product}`, cost, { quantity: quantity, price: p }),
    });
  };
  const { resin, filler, finish: coat } = system?.chosen?.chain ?? {};
  if (!resin) return lines;

  if (laminate && mix) {
    add('resin', resin.name, 'laminate', mix.total, resin.pricePerKg, 'money/kg', resin);
    if (mix.parts.kind === 'peroxide')
      lines.push({ id: 'catalyst', product: 'MEKP catalyst', use: 'laminate', quantity: mix.parts.catalyst });
    for (const cloth of new Set(laminate.plies.map((p) => p.cloth))) {
      const own = laminate.plies.filter((p) => p.cloth === cloth);
      const area = own.reduce((sum, p) => sum + p.length.value * p.width.value, 0);
      const inputs = Object.fromEntries(
        own.flatMap((p) => [
          [`L${p.lay}`, p.length],
          [`W${p.lay}`, p.width],
        ]),
      );
      const quantity = ledger.record(
        `cloth.${cloth.id}`,
        `${cloth.name} to cut from`,
        boughtCloth,
        area,
        inputs,
      );
      add(
        `cloth.${cloth.id}`,
        cloth.name,
        `${own.length} plies`,
        quantity,
        cloth.pricePerM2,
        'money/m²',
        cloth,
      );
    }
    if (coring) {
      add(
        'core',
        coring.product.name,
        'new core',
        coring.area,
        coring.product.pricePerM2,
        'money/m²',
        coring.product,
      );
      add(
        'coreResin',
        resin.name,
        'priming and bedding of the core',
        ledger.sum('coreResin', 'resin under the core', 'kg', [coring.priming, coring.bedding]),
        resin.pricePerKg,
        'money/kg',
        resin,
      );
    }
    for (const m of structure) {
      add(
        `member.${m.index + 1}.resin`,
        resin.name,
        `tabs and fillets, ${m.name}`,
        m.resin,
        resin.pricePerKg,
        'money/kg',
        resin,
      );
      const [first] = m.strips;
      if (first)
        add(
          `member.${m.index + 1}.cloth`,
          first.cloth.name,
          `tabs, ${m.name}`,
          ledger.sum(
            `member.${m.index + 1}.cloth`,
            'cloth for the tabs',
            'm²',
            m.strips.map((s) => s.area),
          ),
          first.cloth.pricePerM2,
          'money/m²',
          first.cloth,
        );
    }
    if (grind)
      add(
        'peelPly',
        peelPly.name,
        'over the last ply',
        peelArea(grind, ledger),
        peelPly.pricePerM2,
        'money/m²',
        peelPly,
      );
  }
  if (fair && filler) {
    const thickened = filler.kind === 'thickened';
    add(
      'filler',
      thickened ? fillerResin.name : filler.name,
      'fairing',
      fair.mass,
      thickened ? fillerResin.pricePerKg : filler.pricePerKg,
      'money/kg',
      thickened ? fillerResin : filler,
    );
    if (fair.powder && filler.powder)
      lines.push({ id: 'powder', product: filler.powder.name, use: 'fairing', quantity: fair.powder });
    if (fair.parts.kind === 'cream')
      lines.push({ id: 'cream', product: 'cream hardener', use: 'fairing', quantity: fair.parts.hardener });
  }
  if (finish && coat) {
    if (coat.pricePerM3 !== undefined)
      add(
        'finish',
        coat.name,
        `${finish.coats.value} coats`,
        finish.volume,
        coat.pricePerM3,
        'money/m³',
        coat,
      );
    else
      add('finish', coat.name, `${finish.coats.value} coats`, finish.mass, coat.pricePerKg, 'money/kg', coat);
    if (finish.parts.kind === 'peroxide')
      lines.push({
        id: 'finishCatalyst',
        product: 'MEKP catalyst',
        use: 'gel coat',
        quantity: finish.parts.catalyst,
      });
  }
  return lines;
}

/** Ground faces that peel ply goes over. */
const peelArea = (grind: NonNullable<DishPlan['grind']>, ledger: Ledger): Figure =>
  grind.inside
    ? ledger.sum(
        'peelPly',
        'peel ply, both faces',
        'm²',
        grind.side === 'inside' ? [grind.inside.groundArea] : [grind.groundArea, grind.inside.groundArea],
      )
    : grind.groundArea;
