import type { Plan } from '../plan/plan';
import type { MaterialLine } from '../repairs/common/prices';
import { say, sayIn, type Reader } from './say';

/** What lines with a known price come to; each is rounded to the cent, so that every order of adding gives the same. */
export const spentOn = (lines: readonly MaterialLine[]): number =>
  Math.round(lines.reduce((sum, l) => sum + (l.cost?.value ?? 0), 0) * 100) / 100;

/** One row of what a repair costs. */
export interface MoneyRow {
  readonly what: string;
  readonly amount: string;
  readonly cost: string;
}

/** What the money goes into, for who pays it: labour, each material, what is used up beside them, and all of it. */
export function moneyExplained(plan: Plan, reader: Reader): readonly MoneyRow[] {
  const { totals, materials = [], consumables = [] } = plan;
  if (!totals) return [];
  const money = (value: number): string => say({ value, unit: 'money' }, reader);
  return [
    { what: 'Labour', amount: sayIn(totals.handsOn, 'h', 1, reader), cost: money(totals.labour.value) },
    ...materials.map((m) => ({
      what: m.product,
      amount: say(m.quantity, reader),
      cost: m.cost ? money(m.cost.value) : 'price not known',
    })),
    ...consumables.map((m) => ({
      what: m.product,
      amount: say(m.quantity, reader),
      cost: m.cost ? money(m.cost.value) : 'price not known',
    })),
    { what: 'In all, as used', amount: '', cost: money(totals.labour.value + totals.materials.value) },
    {
      what: 'In all, materials in whole packs',
      amount: '',
      cost: money(totals.labour.value + totals.toBuy.value),
    },
  ];
}
