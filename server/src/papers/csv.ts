import { stringify } from 'csv-stringify/sync';
import { formatIn, gramDecimals, type Plan } from '@nelbo/core';
import type { LogRow } from '../log/queries';

/** Comma-separated text with a head; cells that a spreadsheet would run as formulas are made harmless. */
const csv = (columns: readonly string[], rows: readonly (readonly (string | number | undefined)[])[]): string =>
  stringify([columns, ...rows.map((r) => r.map((c) => c ?? ''))], { escape_formulas: true, record_delimiter: '\r\n', bom: true });

const plain = (text: string): string => text.replaceAll('\u202f', '').replace('−', '-');
const number = (value: number, unit: Parameters<typeof formatIn>[1], decimals: number): string => plain(formatIn(value, unit, decimals).text);

/** The bill of materials; one unit per column, so that a spreadsheet can add up. */
export function materialsCsv(plan: Plan, currency: string): string {
  const amount = { kg: ['g', 1], 'm²': ['m²', 3], 'm³': ['ml', 1] } as const;
  const rows = (plan.materials ?? []).map((m) => {
    const known = amount[m.quantity.unit as keyof typeof amount];
    const quantity = known ? number(m.quantity.value, known[0], known[1]) : String(m.quantity.value);
    return [m.product, m.use, quantity, known?.[0] ?? m.quantity.unit, m.cost?.value.toFixed(2), m.cost ? currency : '', m.cost ? '' : 'price not known'];
  });
  return csv(['product', 'for', 'quantity', 'unit', 'cost', 'currency', 'note'], rows);
}

/** Plies to cut, in the order of laying. */
export function cutListCsv(plan: Plan): string {
  const rows = (plan.laminate?.plies ?? []).map((p) => [
    p.lay,
    p.cloth.name,
    p.orientation,
    number(p.length.value, 'mm', 0),
    number(p.width.value, 'mm', 0),
    number(p.offset.value, 'mm', 1),
    number(p.area.value, 'm²', 4),
    number(p.resin.value, 'g', gramDecimals(p.resin)),
  ]);
  return csv(['ply', 'cloth', 'way', 'length mm', 'width mm', 'beyond the cut-out mm', 'area m²', 'resin g'], rows);
}

export function logCsv(rows: readonly LogRow[]): string {
  return csv(
    ['at', 'stage', 'who', 'entry', 'received at', 'id'],
    rows.map((r) => [new Date(r.at).toISOString(), r.stage, r.who, r.text, new Date(r.receivedAt).toISOString(), r.id]),
  );
}
