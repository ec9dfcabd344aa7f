import type { Trace } from '../../trace/figure';
import { plainText, type Reader, type Said } from '../say';
import type { WorkTable } from '../work-table';
import { overriddenBy } from '../stops/told';
import { reasonsOf } from './reasons';
import { rowNumber, type StepRow } from './rows';
import type { OrderStage, WorkOrder } from './work-order';

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
  trace?: Trace,
  reader: Reader = {},
): string {
  const lines: string[] = [`# Work order: ${markdownText(order.title)}`, ''];
  if (order.boat) lines.push(markdownText(order.boat), '');
  lines.push(
    ...[...order.totals, ...order.facts].map(([name, value]) => `- **${name}:** ${words(value)}`),
    '',
  );
  lines.push(...order.stops.flatMap((s) => [`> **STOP.** ${markdownText(s)}`, '']));
  lines.push(...order.overridden.flatMap((s) => [`> **STOP overridden.** ${markdownText(s)}`, '']));
  for (const d of drawings)
    lines.push(`![${markdownText(d.title)}](data:image/svg+xml,${encodeURIComponent(d.svg)})`, '');
  lines.push(
    ...list('To know', [
      ...order.notes,
      ...(order.assumed.length > 0 ? [`assumed: ${order.assumed.join('; ')}`] : []),
    ]),
  );
  lines.push('## Before you start', '');
  lines.push(...order.before.map((b) => `- [ ] **${b.name}:** ${words(b.text)}`), '');
  lines.push(...list('All the time', order.card));
  for (const s of order.stages) lines.push(...stageLines(s));
  if (order.appendix.length > 0) lines.push('## To look up', '', ...order.appendix.flatMap(table));
  lines.push('## Sign-off', '');
  lines.push(...order.signOff.map((s) => `- ${markdownText(s)}: ________________ date ________`), '');
  if (trace) {
    const reasons = reasonsOf(order, trace, reader);
    if (reasons.length > 0) lines.push('## Where the figures come from', '');
    lines.push(...reasons.map((r) => `- **${markdownText(r.figure)}** ${markdownText(r.how)}`), '');
  }
  lines.push(order.general, '', order.versions, '');
  return lines.join('\n').replace(/\n{3,}/g, '\n\n');
}

const list = (title: string, items: readonly string[]): readonly string[] =>
  items.length > 0 ? [`## ${title}`, '', ...items.map((i) => `- ${markdownText(i)}`), ''] : [];

function stageLines({ title, sentence, notes, rows }: OrderStage): readonly string[] {
  const lines = [`## ${title}`, '', words(sentence), '', ...notes.map((n) => `> ${markdownText(n)}\n>`), ''];
  for (const r of rows)
    if (r.kind === 'wait')
      lines.push(
        `- *wait ${words(r.takes)}${r.until ? `, ${markdownText(r.until)}` : ''}: ${markdownText(r.text)}*`,
      );
    else lines.push(...stepLines(r));
  return [...lines, ''];
}

function stepLines(r: StepRow): readonly string[] {
  const people = `${r.people === undefined ? '' : `, ${r.people} people`}${r.photo ? ', photograph' : ''}`;
  const under: string[] = [
    ...r.stops.map((s) => `**STOP.** ${markdownText(s.override ? overriddenBy(s.override) : s.text)}`),
    ...(r.pot.length > 0 ? [words(r.pot)] : []),
    ...r.gates
      .filter((g) => g.kind !== 'waited')
      .map((g) => `${g.status === 'broken' ? '**too late:** ' : ''}${markdownText(g.text)}`),
    ...r.cautions.map((c) => `**Caution.** ${markdownText(c)}`),
    ...r.tests.map(
      (t) =>
        `Test: ${markdownText(t.test)}: ${markdownText(t.pass)}${t.result ? `; ${markdownText(t.result)}` : ''}`,
    ),
    ...(r.fails ? [`If ${r.fails.when}: ${markdownText(r.fails.text)} (${r.fails.takes})`] : []),
  ];
  const figures = r.figures.length > 0 ? `: ${words(r.figures)}` : '';
  return [
    `- [${r.ticked ? 'x' : ' '}] **${rowNumber(r)}** ${markdownText(r.text)}${figures} (${[r.when && markdownText(r.when), words(r.work)].filter(Boolean).join(', ')}${people})`,
    ...under.map((u) => `  - ${u}`),
  ];
}

function table(t: WorkTable): readonly string[] {
  return [
    `**${markdownText(t.caption)}**`,
    '',
    `|${t.columns.map(markdownText).join('|')}|`,
    `|${t.columns.map(() => '---').join('|')}|`,
    ...t.rows.map((r) => `|${r.map(words).join('|')}|`),
    '',
  ];
}
