import type { Trace } from '../../trace/figure';
import { plainText, type Reader, type Said } from '../say';
import type { WorkTable } from '../work-table';
import { overriddenBy } from '../stops/told';
import { reasonsOf } from './reasons';
import { FEW_STEPS } from './numbered';
import { rowNumber, type OrderRow, type StepRow } from './rows';
import type { WorkOrder } from './work-order';

/** Characters of a line: what a terminal and a sheet of paper hold. */
export const LINE = 100;
/** Under the words of a step. */
const INDENT = 9;

/** Words broken into lines; a word longer than a line is broken too. @param hang blanks before every line but the first */
export function wrapped(text: string, first: string, hang: number): readonly string[] {
  const lines: string[] = [];
  let line = first;
  let bare = true;
  for (const word of text.split(' ')) {
    const next: string = bare ? line + word : `${line} ${word}`;
    if (next.length <= LINE) [line, bare] = [next, false];
    else {
      if (!bare) lines.push(line);
      let rest: string = `${bare ? line : ' '.repeat(hang)}${word}`;
      while (rest.length > LINE) {
        lines.push(rest.slice(0, LINE));
        rest = ' '.repeat(hang) + rest.slice(LINE);
      }
      [line, bare] = [rest, false];
    }
  }
  return [...lines, line];
}

/** The work order for a terminal or a printer without pictures, in lines of at most 100 characters. */
export function workOrderText(order: WorkOrder, trace?: Trace, reader: Reader = {}): string {
  const steps = order.stages.flatMap((s) => s.rows).filter((r) => r.kind === 'step').length;
  const lines: string[] = [
    ...wrapped(order.title.toUpperCase(), '', 0),
    ...(order.boat ? wrapped(order.boat, '', 0) : []),
    ...(steps > FEW_STEPS ? wholeText(order) : shortText(order)),
  ];
  if (trace) {
    lines.push('', 'WHERE THE FIGURES COME FROM');
    for (const r of reasonsOf(order, trace, reader)) lines.push(...wrapped(`${r.figure}: ${r.how}`, '', 3));
  }
  lines.push(...(steps > FEW_STEPS ? [''] : []), ...wrapped(`${order.general} ${order.versions}`, '', 0));
  return `${lines.join('\n')}\n`;
}

/** Front, list and steps one under another, stage by stage, and what is looked up. */
function wholeText(order: WorkOrder): readonly string[] {
  const facts = [...order.totals, ...order.facts];
  const names = [...facts.map(([name]) => name), ...order.before.map((b) => b.name)];
  const wide = Math.max(0, ...names.map((name) => name.length)) + 2;
  return [
    ...facts.flatMap(([name, value]) => wrapped(plainText(value), name.padEnd(wide), wide)),
    ...stopLines(order),
    ...order.notes.flatMap((n) => wrapped(n, '!  ', 3)),
    ...(order.assumed.length > 0 ? wrapped(order.assumed.join('; '), 'Assumed: ', 3) : []),
    '',
    'BEFORE YOU START',
    ...order.before.flatMap((b) => wrapped(plainText(b.text), `[ ] ${b.name.padEnd(wide)}`, wide + 4)),
    ...order.card.flatMap((c) => wrapped(c, '!  ', 3)),
    ...order.stages.flatMap((s) => [
      '',
      ...wrapped(plainText(s.sentence), `${s.title.toUpperCase()}${s.sentence.length > 0 ? '  ' : ''}`, 3),
      ...s.notes.flatMap((n) => wrapped(n, '   ', 3)),
      ...s.rows.flatMap(rowLines),
    ]),
    ...(order.appendix.length > 0 ? ['', 'TO LOOK UP', ...order.appendix.flatMap(table)] : []),
  ];
}

/** A small job on half a sheet: what it is in a few sentences, then its steps. */
function shortText(order: WorkOrder): readonly string[] {
  const told = (items: readonly (readonly [string, Said])[]): string =>
    items.map(([name, value]) => `${name}: ${plainText(value).replace(/[.]$/, '')}.`).join(' ');
  const before = order.before.flatMap((b) => (b.what === 'tools' ? [] : [[b.name, b.text] as const]));
  const notes = [...order.notes, ...order.stages.flatMap((s) => s.notes)];
  const assumed = order.assumed.length > 0 ? [['Assumed', [order.assumed.join('; ')]] as const] : [];
  return [
    ...wrapped(told([...order.totals, ...order.facts, ...assumed]), '', 0),
    ...stopLines(order),
    ...notes.flatMap((n) => wrapped(n, '!  ', 3)),
    ...(before.length > 0 ? wrapped(told(before), '[ ] ', 4) : []),
    ...(order.card.length > 0 ? wrapped(order.card.join(' '), '!  ', 3) : []),
    'STEPS',
    ...order.stages.flatMap((s) => s.rows.flatMap(rowLines)),
    ...(order.appendix.length > 0 ? ['TO LOOK UP', ...order.appendix.flatMap(table)] : []),
  ];
}

const stopLines = ({ stops, overridden }: WorkOrder): readonly string[] => [
  ...stops.flatMap((s) => wrapped(s, 'STOP  ', 6)),
  ...overridden.flatMap((s) => wrapped(s, 'STOP overridden  ', 6)),
];

function rowLines(r: OrderRow): readonly string[] {
  if (r.kind === 'wait')
    return wrapped(
      `wait ${plainText(r.takes)}, ${[r.until, r.text].filter(Boolean).join(': ')}`,
      '     ..  ',
      INDENT,
    );
  return stepLines(r);
}

function stepLines(r: StepRow): readonly string[] {
  const told = [
    ...(r.figures.length > 0 ? [plainText(r.figures)] : []),
    ...(r.again ? [plainText(r.pot)] : []),
  ];
  const figures = told.length > 0 ? `: ${told.join('; ')}` : '';
  const times = [
    ...(r.photo ? ['photograph'] : []),
    ...(r.people === undefined ? [] : [`${r.people} people`]),
    plainText(r.work),
    ...(r.when ? [r.when] : []),
  ].join(', ');
  const under = (mark: string, text: string): readonly string[] =>
    wrapped(text, ' '.repeat(INDENT - 2) + mark.padEnd(2), INDENT);
  return [
    ...wrapped(
      `${r.text}${figures} (${times})`,
      `[${r.ticked ? 'x' : ' '}] ${rowNumber(r).padStart(3)}  `,
      INDENT,
    ),
    ...r.stops.flatMap((s) => under('X', `STOP: ${s.override ? overriddenBy(s.override) : s.text}`)),
    ...(r.pot.length > 0 && !r.again ? under('', plainText(r.pot)) : []),
    ...r.gates
      .filter((g) => g.kind !== 'waited')
      .flatMap((g) => under('', `${g.status === 'broken' ? 'TOO LATE: ' : ''}${g.text}`)),
    ...r.cautions.flatMap((c) => under('!', c)),
    ...r.tests.flatMap((t) => under('=', `${t.test}: ${t.pass}${t.result ? `; ${t.result}` : ''}`)),
    ...(r.fails ? under('', `if ${r.fails.when}: ${r.fails.text} (${r.fails.takes})`) : []),
  ];
}

/** A table in aligned columns; where they are wider than a line, each row in a line of its own words. */
function table(t: WorkTable): readonly string[] {
  const cells = t.rows.map((r) => r.map((c: Said) => plainText(c)));
  const rows = columns(t.columns, cells);
  return [
    ` ${t.caption}`,
    ...(rows.every((r) => r.length <= LINE)
      ? rows
      : cells.flatMap((r) =>
          wrapped(
            r
              .flatMap((c, i) => (c === '' ? [] : [i === 0 ? c : `${t.columns[i].toLowerCase()} ${c}`]))
              .join(', '),
            '  ',
            6,
          ),
        )),
  ];
}

/** Rows in aligned columns under their heads. */
export function columns(heads: readonly string[], cells: readonly (readonly string[])[]): readonly string[] {
  const rows = [heads, ...cells];
  const widths = heads.map((_, i) => Math.max(...rows.map((r) => (r[i] ?? '').length)));
  return rows.map((r) => `  ${r.map((c, i) => c.padEnd(widths[i])).join('  ')}`.trimEnd());
}
