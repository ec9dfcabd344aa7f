import type { WorkOrder, WorkTable } from './work-order';

/** The work order as Markdown. Drawings come as ready SVG texts and are embedded as images. */
export function workOrderMarkdown(order: WorkOrder, drawings: readonly { title: string; svg: string }[] = []): string {
  const lines: string[] = [`# Work order: ${order.title}`, ''];
  if (order.boat) lines.push(order.boat, '');
  lines.push(`> ${order.general}`, '');
  lines.push(...order.facts.map(([name, value]) => `- ${name}: ${value}`), '');
  if (order.totals.length > 0) lines.push(...table({ caption: 'Totals', columns: ['', ''], rows: order.totals }));
  for (const d of drawings) lines.push(`![${d.title}](data:image/svg+xml,${encodeURIComponent(d.svg)})`, '');
  if (order.notes.length > 0) lines.push('## To know', '', ...order.notes.map((n) => `- ${n}`), '');
  for (const s of order.sections) {
    lines.push(`## ${s.title}`, '', s.sentence, '');
    lines.push(...s.cautions.map((c) => `> **Caution.** ${c}`).join('\n>\n').split('\n').filter((l) => l !== ''), '');
    for (const t of s.tables) lines.push(...table(t));
    lines.push(...s.acceptance.map((a) => `- [ ] ${a.test}: ${a.pass}`), '');
  }
  lines.push('## Sign-off', '', ...order.signOff.map((s) => `- ${s}: ________________ date ________`), '', order.versions, '');
  return lines.join('\n').replace(/\n{3,}/g, '\n\n');
}

function table(t: WorkTable): string[] {
  const cell = (s: string): string => s.replaceAll('|', '\\|');
  return [
    `**${t.caption}**`,
    '',
    `| ${t.columns.map(cell).join(' | ')} |`,
    `|${t.columns.map(() => '---').join('|')}|`,
    ...t.rows.map((r) => `| ${r.map(cell).join(' | ')} |`),
    '',
  ];
}
