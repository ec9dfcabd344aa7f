import type { Trace } from '../trace/figure';
import { plainText, say, type Reader, type Said } from './say';
import type { WorkOrder, WorkTable } from './work-order';

/**
 * The work order as Markdown. Drawings come as ready SVG texts and are embedded as images; where a trace is given,
 * the reasons of every figure stand at the end.
 */
export function workOrderMarkdown(order: WorkOrder, drawings: readonly { title: string; svg: string }[] = [], trace: Trace = {}, reader: Reader = {}): string {
  const lines: string[] = [`# Work order: ${order.title}`, ''];
  if (order.boat) lines.push(order.boat, '');
  lines.push(`> ${order.general}`, '');
  lines.push(...order.facts.map(([name, value]) => `- ${name}: ${plainText(value)}`), '');
  if (order.totals.length > 0) lines.push(...table({ caption: 'Totals', columns: ['', ''], rows: order.totals.map(([name, value]): Said[] => [[name], value]) }));
  for (const d of drawings) lines.push(`![${d.title}](data:image/svg+xml,${encodeURIComponent(d.svg)})`, '');
  if (order.notes.length > 0) lines.push('## To know', '', ...order.notes.map((n) => `- ${n}`), '');
  for (const s of order.sections) {
    lines.push(`## ${s.title}`, '', plainText(s.sentence), '');
    lines.push(...s.cautions.map((c) => `> **Caution.** ${c}`).join('\n>\n').split('\n').filter((l) => l !== ''), '');
    for (const t of s.tables) lines.push(...table(t));
    lines.push(...s.acceptance.map((a) => `- [ ] ${a.test}: ${a.pass}`), '');
  }
  lines.push('## Sign-off', '', ...order.signOff.map((s) => `- ${s}: ________________ date ________`), '', ...reasons(order, trace, reader), order.versions, '');
  return lines.join('\n').replace(/\n{3,}/g, '\n\n');
}

function table(t: WorkTable): string[] {
  const cell = (s: string): string => s.replaceAll('|', '\\|');
  return [
    `**${t.caption}**`,
    '',
    `| ${t.columns.map(cell).join(' | ')} |`,
    `|${t.columns.map(() => '---').join('|')}|`,
    ...t.rows.map((r) => `| ${r.map((c) => cell(plainText(c))).join(' | ')} |`),
    '',
  ];
}

/** Formula, inputs and source of every figure of the order, each once, in the order in which they stand. */
function reasons(order: WorkOrder, trace: Trace, reader: Reader): string[] {
  const words: Said[] = [...order.facts, ...order.totals].map(([, w]) => w);
  for (const s of order.sections) words.push(s.sentence, ...s.tables.flatMap((t) => t.rows.flat()));
  const ids = new Set(words.flat().flatMap((part) => (typeof part === 'string' ? [] : [part.figure.traceId])));
  const lines = [...ids].flatMap((id) => {
    const e = trace[id];
    if (!e) return [];
    const inputs = e.inputs.flatMap((i) => (trace[i.traceId] ? [`${i.symbol} = ${say(trace[i.traceId], reader)} (${trace[i.traceId].label}, ${trace[i.traceId].origin})`] : []));
    return [`- **${e.label}: ${say(e, reader)}** ${e.expression ? `${e.expression}` : e.origin}${inputs.length > 0 ? `; ${inputs.join(', ')}` : ''}. Source: ${e.source}.`];
  });
  return lines.length > 0 ? ['## Where the figures come from', '', ...lines, ''] : [];
}
