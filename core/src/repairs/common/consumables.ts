import { cost, type MaterialLine } from './prices';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { Item, Step } from '../../work/step';
import { RATES, type RateId } from '../../rates/book';
import { goKindOf } from './go-kind';

/** What is used up beside what is mixed and laid, as data. */
interface Consumable {
  readonly name: string;
  /** What it is counted in. */
  readonly unit: 'count' | 'm' | 'm²' | 'm³' | 's';
  /** Price of one of its unit; of filters, for a pair, which last three hours. */
  readonly price: number;
  readonly source: string;
}

const STARTING = 'starting price until the yard enters its own';

export const CONSUMABLES = {
  gloves: { name: 'Nitrile gloves, pairs', unit: 'count', price: 0.35, source: STARTING },
  wipes: { name: 'Wipes', unit: 'count', price: 0.2, source: STARTING },
  filters: { name: 'Respirator filters, pairs', unit: 'count', price: 9, source: STARTING },
  cleaner: { name: 'Cleaner for tools and hands', unit: 'm³', price: 9000, source: STARTING },
  cups: { name: 'Cups and sticks', unit: 'count', price: 0.5, source: STARTING },
  rollers: { name: 'Rollers', unit: 'count', price: 1.6, source: STARTING },
  brushes: { name: 'Brushes', unit: 'count', price: 1.8, source: STARTING },
  nozzles: { name: 'Mixing nozzles', unit: 'count', price: 1.5, source: STARTING },
  tape: { name: 'Masking tape', unit: 'm', price: 0.09, source: STARTING },
  film: { name: 'Film', unit: 'm²', price: 0.5, source: STARTING },
  discs: { name: 'Grinding discs, 150 mm', unit: 'count', price: 0.9, source: STARTING },
  papers: { name: 'Sanding papers', unit: 'count', price: 0.8, source: STARTING },
  blades: { name: 'Blades', unit: 'count', price: 0.6, source: STARTING },
  waste: { name: 'Waste taken away', unit: 'count', price: 6, source: STARTING },
} as const satisfies Record<string, Consumable>;

export type ConsumableId = keyof typeof CONSUMABLES;

type Uses = Readonly<Partial<Record<ConsumableId, number>>>;

/** Stands for a paper among the rows of a step: its time follows from what it takes off, not from the book. */
export const WORN_PAPER = 'paper';

/** Used up on one unit of a row of the book: per metre, per m², per m³, or each time. */
const BY_ROW: Readonly<Partial<Record<RateId, Uses>>> = {
  maskPerMetre: { tape: 1.1 },
  coverPerM2: { film: 1.1 },
  grindPerM3: { discs: 3000 },
  grindTaperPerM2: { discs: 8 },
  coreCutPerM2: { discs: 6 },
  groovePerMetre: { blades: 5 },
  slicePerM2: { blades: 2 },
  abradePerM2: { papers: 4 },
  scuffPerM2: { papers: 1.5 },
  patchAbradePerM2: { papers: 10 },
  scuffPerMetre: { papers: 0.5 },
  warmTent: { film: 6, tape: 5 },
  washFixed: { wipes: 3 },
  washPerM2: { wipes: 2 },
  wipeFixed: { wipes: 1 },
  wipePerM2: { wipes: 1 },
  spot: { wipes: 1 },
  chipOpen: { papers: 0.5, gloves: 1 },
  patchClean: { wipes: 4, cleaner: 0.2e-3 },
  patchAbrade: { papers: 2 },
  // Solvent adhesive sets in the bristles: every coat has a brush of its own.
  patchCoat: { brushes: 1 },
  formerFlat: { film: 0.5 },
  formerBattens: { film: 2 },
  formerFixed: { film: 0.5 },
};

/** Used up at the beginning of a go, by what it is. */
const BY_GO: Readonly<Record<'dusty' | 'wet' | 'coat' | 'spray' | 'hand', Uses>> = {
  dusty: { gloves: 2, wipes: 2 },
  wet: { gloves: 2, wipes: 4, cleaner: 0.15e-3, rollers: 0.5, brushes: 1, film: 1 },
  coat: { gloves: 2, wipes: 2, cleaner: 0.15e-3, brushes: 0.5, rollers: 0.5 },
  spray: { gloves: 2, wipes: 4, cleaner: 0.4e-3, film: 8 },
  hand: { gloves: 2, wipes: 2, papers: 1 },
};

/** A pair of filters lasts so long, s. */
const FILTER_LASTS = 3 * 3600;
/** From here on there is waste to be taken away, kg. */
const WASTE_FROM = 1;

/** As many uses as the work has, so no formula of a fixed number of symbols. */
const USED = {
  id: 'repairs/common/consumables',
  expression: 'N = Σ x',
  source: 'what each go, pot, metre and square metre uses up, ±30 %',
} as const;

export interface Consumed {
  readonly items: readonly Item[];
  readonly materials: readonly MaterialLine[];
}

/** What is used up beside what is mixed and laid: by goes, pots, rows of the book, papers, hours in dust and vapour. */
export function consumed({ items, materials }: Consumed, ledger: Ledger): readonly MaterialLine[] {
  const steps = items.flatMap((i) => ('step' in i ? [i.step] : []));
  const used = new Uptake();
  for (const step of steps) {
    for (const { row, amount } of step.rated ?? [])
      if (row === WORN_PAPER) used.add({ papers: 1 }, 'sequences of papers', amount);
      else if (row in RATES) used.add(BY_ROW[row as RateId], RATES[row as RateId].name, amount);
    if (step.readying) used.add(BY_GO[goKindOf(step) ?? 'hand'], 'goes');
    if (step.action === 'mix')
      used.add(step.how === 'cartridge' ? { nozzles: 1 } : { cups: 1 }, 'pots', step.pot?.count?.value ?? 1);
    if (breathed(step))
      used.add({ filters: 1 / FILTER_LASTS }, 'seconds in dust and vapour', step.work.value);
  }
  if (massOf(materials) > WASTE_FROM) used.add({ waste: 1 }, 'jobs over 1 kg');
  return used.lines(ledger);
}

/** What is used up, by what it is used on. */
class Uptake {
  readonly #of = new Map<ConsumableId, Map<string, number>>();

  /** @param uses on one unit @param on what that unit is @param amount how many of them */
  add(uses: Uses | undefined, on: string, amount = 1): void {
    for (const [id, n] of Object.entries(uses ?? {}) as [ConsumableId, number][]) {
      const by = this.#of.get(id) ?? new Map<string, number>();
      this.#of.set(id, by.set(on, (by.get(on) ?? 0) + n * amount));
    }
  }

  lines(ledger: Ledger): readonly MaterialLine[] {
    return [...this.#of].flatMap(([id, by]) => {
      const n = [...by.values()].reduce((sum, x) => sum + x, 0);
      return n > 0 ? [lineOf(id, n, by, ledger)] : [];
    });
  }
}

/** Dust and vapour go through the mask. */
function breathed(step: Step): boolean {
  const kind = goKindOf(step);
  return kind !== undefined && kind !== 'hand';
}

const massOf = (materials: readonly MaterialLine[]): number =>
  materials.reduce(
    (sum, { quantity: { unit, value } }) => sum + (unit === 'kg' ? value : unit === 'm³' ? value * 1000 : 0),
    0,
  );

function lineOf(id: ConsumableId, n: number, by: ReadonlyMap<string, number>, ledger: Ledger): MaterialLine {
  const { name, unit, price, source } = CONSUMABLES[id];
  const quantity: Figure = ledger.record(
    `consumable.${id}`,
    name,
    { ...USED, unit },
    n,
    Object.fromEntries(
      [...by].map(([on, x], i) => [
        `x${i + 1}`,
        ledger.given(`consumable.${id}.${i + 1}`, `${name}, ${on}`, x, unit, 'assumed', USED.source),
      ]),
    ),
  );
  const p = ledger.given(
    `consumable.${id}.price`,
    `price of ${name}`,
    price,
    `money/${unit}`,
    'assumed',
    source,
  );
  return {
    id: `consumable.${id}`,
    product: name,
    use: 'used up',
    quantity,
    price: p,
    cost: ledger.compute(`consumable.${id}.cost`, `cost of ${name}`, cost, { quantity, price: p }),
  };
}
