import { overriddenBy, plainText } from '@nelbo/core';
import { rowNumber, type OrderStage } from '@nelbo/core/papers';
import { MARGIN, type Sheet } from './pdf-sheet';
import { ACT, INK, MUTED, drawLines, layLines, lineHeight, type Style } from './pdf-text';

/** A box that a pencil ticks, points. */
const TICK = 11.5;
/** Where the number and the words of a step begin, from the margin. */
const NUMBER = 18;
const WORDS = 40;
/** Width of the column of times. */
const TIMES = 128;
const BODY: Style = { size: 9 };
const UNDER: Style = { size: 8.2 };

type Row = OrderStage['rows'][number];
type StepRow = Extract<Row, { kind: 'step' }>;

/** Numbered steps of a stage: a box to tick, what is done, everything that is needed there under it, and its times at the edge. */
export function drawSteps(sheet: Sheet, rows: readonly Row[]): void {
  for (const row of rows)
    if (row.kind === 'wait')
      under(
        sheet,
        '…',
        `wait ${plainText(row.takes)}${row.until ? `, ${row.until}` : ''}: ${row.text}`,
        MUTED,
      );
    else drawStep(sheet, row);
}

function drawStep(sheet: Sheet, row: StepRow): void {
  const { doc, width } = sheet;
  const words = row.figures.length > 0 ? [row.text, ': ', ...row.figures] : [row.text];
  const lines = layLines(doc, words, width - WORDS - TIMES - 8, { ...BODY, weight: 'bold' });
  const times = layLines(doc, timesOf(row), TIMES, UNDER);
  const height = Math.max(
    lines.length * lineHeight(BODY.size),
    times.length * lineHeight(UNDER.size),
    TICK + 1,
  );
  // A step is not torn from the first thing that stands under it.
  sheet.need(height + (hasUnder(row) ? 2 * lineHeight(UNDER.size) : 0) + 4);
  const top = sheet.y;
  doc
    .rect(MARGIN, top + 0.5, TICK, TICK)
    .lineWidth(0.9)
    .strokeColor(INK)
    .stroke();
  if (row.ticked)
    doc
      .moveTo(MARGIN + 2.5, top + 7)
      .lineTo(MARGIN + 5, top + 10)
      .lineTo(MARGIN + 10, top + 3)
      .lineWidth(1.4)
      .stroke();
  drawLines(doc, layLines(doc, rowNumber(row), 30, { ...BODY, weight: 'bold' }), MARGIN + NUMBER, top + 1, {
    ...BODY,
    weight: 'bold',
  });
  sheet.lines(lines, WORDS, top + 1, { ...BODY, weight: 'bold' });
  drawLines(doc, times, MARGIN + width - TIMES, top + 1, { ...UNDER, colour: MUTED }, 'right', TIMES);
  sheet.y = top + height + 1;
  for (const s of row.stops)
    under(sheet, '', `STOP. ${s.override ? overriddenBy(s.override) : s.text}`, ACT, ACT);
  if (row.pot.length > 0) under(sheet, '', row.pot);
  for (const g of row.gates)
    if (g.kind !== 'waited') under(sheet, '', `${g.status === 'broken' ? 'Too late: ' : ''}${g.text}`);
  for (const c of row.cautions) under(sheet, '!', c, INK, ACT);
  for (const t of row.tests) under(sheet, '=', `${t.test}: ${t.pass}${t.result ? `; ${t.result}` : ''}`);
  if (row.fails) under(sheet, '', `If ${row.fails.when}: ${row.fails.text} (${row.fails.takes})`);
  sheet.gap(0.8);
}

const hasUnder = (row: StepRow): boolean => row.pot.length + row.cautions.length + row.tests.length > 0;

/** "20 min · Tue 1 Dec 08:00 · 2 people · photograph" */
const timesOf = (row: StepRow): string =>
  [
    plainText(row.work),
    row.when,
    row.people === undefined ? '' : `${row.people} people`,
    row.photo ? 'photo' : '',
  ]
    .filter(Boolean)
    .join(' · ');

/** A line under a step behind its mark; a caution has a bar, so that it stands out on a grey print too. */
function under(
  sheet: Sheet,
  mark: string,
  words: Parameters<typeof layLines>[1],
  colour: string = INK,
  bar?: string,
): void {
  const { doc, width } = sheet;
  const lines = layLines(doc, words, width - WORDS - 10, UNDER);
  const height = lines.length * lineHeight(UNDER.size);
  sheet.need(height);
  if (bar) doc.rect(MARGIN + WORDS, sheet.y + 0.5, 2.2, height - 1.5).fill(bar);
  else if (mark)
    drawLines(doc, layLines(doc, mark, 10, UNDER), MARGIN + WORDS, sheet.y, { ...UNDER, colour });
  sheet.lines(lines, WORDS + 10, sheet.y, { ...UNDER, colour });
  sheet.y += height + 0.5;
}
