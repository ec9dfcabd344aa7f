import { plainText, type Said } from '@nelbo/core';
import { type WorkOrder, type WorkTable } from '@nelbo/core/papers';

/** The work order for a terminal: aligned columns, no drawings. */
export function planText(order: WorkOrder): string {
  const lines = [order.title, '='.repeat(order.title.length)];
  if (order.boat) lines.push(order.boat);
  lines.push('', ...order.facts.map(([name, value]) => `${name}: ${plainText(value)}`), '');
  if (order.totals.length > 0)
    lines.push(
      ...table({
        caption: 'Totals',
        columns: [],
        rows: order.totals.map(([name, value]): Said[] => [[name], value]),
      }),
      '',
    );
  for (const s of order.sections) {
    lines.push(s.title.toUpperCase(), plainText(s.sentence));
    lines.push(...s.cautions.map((c) => `  ! ${c}`));
    for (const t of s.tables) lines.push(...table(t));
    lines.push(...s.acceptance.map((a) => `  [ ] ${a.test}: ${a.pass}`), '');
  }
  lines.push(order.general, order.versions);
  return `${lines.join('\n')}\n`;
}

function table(t: WorkTable): string[] {
  return [
    `  ${t.caption}`,
    ...columns(
      t.columns,
      t.rows.map((r) => r.map(plainText)),
    ),
  ];
}

/** Rows in aligned columns, under their heads where there are any. */
export function columns(heads: readonly string[], cells: readonly (readonly string[])[]): string[] {
  const rows = heads.length > 0 ? [heads, ...cells] : cells;
  const widths = (rows[0] ?? []).map((_, i) => Math.max(...rows.map((r) => (r[i] ?? '').length)));
  return rows.map(
    (r) =>
      `    ${r
        .map((c, i) => c.padEnd(widths[i]))
        .join('  ')
        .trimEnd()}`,
  );
}
