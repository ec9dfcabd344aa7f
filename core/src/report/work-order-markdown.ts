import type { Trace } from '../trace/figure';
import { plainText, say, type Reader, type Said } from './say';
import type { WorkOrder } from './work-order';
import type { WorkTable } from './work-table';

/**
 * A text as Markdown shows it as it was written, and no more than shows it: no mark-up, no links, no HTML, one line.
 * Source: CommonMark 0.31, backslash escapes and entities; GitHub's autolinks.
 */
export function markdownText(text: string): string {
  return text
    .replace(/[\r\n\u2028\u2029]+/g, ' ')
    .replace(/\p{Cc}/gu, '')
    .replace(/&(?=#?\w+;)/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/[\\`*_[\]|]/g, '\\$&')
    .replace(/:(?=\/\/)/g, '&#58;')
    .replace(/\b(www)\./gi, '$1&#46;')
    .replace(/^(\s*)([#>+=~-])/, '$1\\$2')
    .replace(/^(\s*\d+)([.)])(?=\s|$)/, '$1\\$2');
}

const words = (said: Said): string => markdownText(plainText(said));

/**
 * The work order as Markdown. Drawings come as ready SVG texts and are embedded as images; where a trace is given,
 * the reasons of every figure stand at the end.
 */
export function workOrderMarkdown(
  order: WorkOrder,
  drawings: readonly { title: string; svg: string }[] = [],
  trace: Trace = {},
  reader: Reader = {},
): string {
  const lines: string[] = [`# Work order: ${markdownText(order.title)}`, ''];
  if (order.boat) lines.push(markdownText(order.boat), '');
  lines.push(`> ${order.general}`, '');
  lines.push(...order.facts.map(([name, value]) => `- ${name}: ${words(value)}`), '');
  if (order.totals.length > 0)
    lines.push(
      ...table({
        caption: 'Totals',
        columns: ['', ''],
        rows: order.totals.map(([name, value]): Said[] => [[name], value]),
      }),
    );
  for (const d of drawings)
    lines.push(`![${markdownText(d.title)}](data:image/svg+xml,${encodeURIComponent(d.svg)})`, '');
  if (order.notes.length > 0)
    lines.push('## To know', '', ...order.notes.map((n) => `- ${markdownText(n)}`), '');
  for (const s of order.sections) {
    lines.push(`## ${s.title}`, '', words(s.sentence), '');
    lines.push(
      ...s.cautions
        .map((c) => `> **Caution.** ${markdownText(c)}`)
        .join('\n>\n')
        .split('\n')
        .filter((l) => l !== ''),
      '',
    );
    for (const t of s.tables) lines.push(...table(t));
    lines.push(...s.acceptance.map((a) => `- [ ] ${markdownText(a.test)}: ${markdownText(a.pass)}`), '');
  }
  lines.push(
    '## Sign-off',
    '',
    ...order.signOff.map((s) => `- ${markdownText(s)}: ________________ date ________`),
    '',
    ...reasons(order, trace, reader),
    order.versions,
    '',
  );
  return lines.join('\n').replace(/\n{3,}/g, '\n\n');
}

function table(t: WorkTable): string[] {
  return [
    `**${t.caption}**`,
    '',
    `| ${t.columns.map(markdownText).join(' | ')} |`,
    `|${t.columns.map(() => '---').join('|')}|`,
    ...t.rows.map((r) => `| ${r.map(words).join(' | ')} |`),
    '',
  ];
}

/** Formula, inputs and source of every figure of the order, each once, in the order in which they stand. */
function reasons(order: WorkOrder, trace: Trace, reader: Reader): string[] {
  const said: Said[] = [...order.facts, ...order.totals].map(([, w]) => w);
  for (const s of order.sections) said.push(s.sentence, ...s.tables.flatMap((t) => t.rows.flat()));
  const ids = new Set(said.flat().flatMap((part) => (typeof part === 'string' ? [] : [part.figure.traceId])));
  const lines = [...ids].flatMap((id) => {
    const e = trace[id];
    if (!e) return [];
    const inputs = e.inputs.flatMap((i) =>
      trace[i.traceId]
        ? [
            `${i.symbol} = ${say(trace[i.traceId], reader)} (${trace[i.traceId].label}, ${trace[i.traceId].origin})`,
          ]
        : [],
    );
    return [
      `- **${markdownText(`${e.label}: ${say(e, reader)}`)}** ${markdownText(`${e.expression ? `${e.expression}` : e.origin}${inputs.length > 0 ? `; ${inputs.join(', ')}` : ''}. Source: ${e.source}.`)}`,
    ];
  });
  return lines.length > 0 ? ['## Where the figures come from', '', ...lines, ''] : [];
}
