import type { Said } from '@nelbo/core';
import type { WorkTable } from '@nelbo/core/papers';
import { MARGIN, type Sheet } from './pdf-sheet';
import { INK, MUTED, drawLines, layLines, lineHeight } from './pdf-text';

const SIZE = 8;
const CELL = { x: 5, y: 1 };
/** Between two tables that stand beside one another. */
const BESIDE = 18;

/** Where a table is put: from the left margin of the sheet, points. */
interface Place {
  readonly indent: number;
  readonly width: number;
}

/** A table that would be so much wider than half a sheet has its longest words broken there. */
const SQUEEZED = 1.3;

/** Less than this is not begun at the foot of a sheet: caption, heads and two rows. */
const LEAST = 4 * lineHeight(SIZE) + 24;

/** What may stand beside another table: narrow, and no higher than half a sheet. */
function besides(sheet: Sheet, t: WorkTable): boolean {
  const half = halfOf(sheet);
  return (
    sum(naturalWidths(sheet, t)) <= half * SQUEEZED && heightOf(sheet, t, half) < (sheet.bottom - MARGIN) / 2
  );
}

const halfOf = (sheet: Sheet): number => (sheet.width - BESIDE) / 2;
const roomFor = (sheet: Sheet, t: WorkTable): number => Math.max(LEAST, heightOf(sheet, t, halfOf(sheet)));

/** Room that the smallest of the tables takes: a heading over them stays with it. */
export const leastRoom = (sheet: Sheet, tables: readonly WorkTable[]): number =>
  Math.min(...tables.map((t) => (besides(sheet, t) ? roomFor(sheet, t) : LEAST)));

/** Tables under one another; narrow ones fill two columns, the tall ones first, as far as the sheet has room for them. */
export function drawTables(sheet: Sheet, tables: readonly WorkTable[]): void {
  const half = halfOf(sheet);
  let narrow: readonly WorkTable[] = tables
    .filter((t) => besides(sheet, t))
    .sort((a, b) => b.rows.length - a.rows.length);
  while (narrow.length > 0) {
    const { columns, rest } = inColumns(sheet, narrow);
    const top = sheet.y;
    const ends = columns.map((column, k) => {
      sheet.y = top;
      for (const t of column) drawTable(sheet, t, { indent: k * (half + BESIDE), width: half });
      return sheet.y;
    });
    sheet.y = Math.max(...ends);
    if (rest.length > 0) sheet.need(sheet.bottom);
    narrow = rest;
  }
  for (const t of tables.filter((x) => !besides(sheet, x)))
    drawTable(sheet, t, { indent: 0, width: sheet.width });
}

/** As many tables as the rest of the sheet holds in two columns; on an empty sheet there is room for every one of them. */
function inColumns(
  sheet: Sheet,
  tables: readonly WorkTable[],
): { readonly columns: readonly (readonly WorkTable[])[]; readonly rest: readonly WorkTable[] } {
  const room = sheet.bottom - sheet.y;
  const columns = [
    { height: 0, tables: [] as WorkTable[] },
    { height: 0, tables: [] as WorkTable[] },
  ];
  const rest: WorkTable[] = [];
  for (const t of tables) {
    const height = roomFor(sheet, t);
    const shorter = columns[0].height <= columns[1].height ? columns[0] : columns[1];
    if (shorter.height + height > room) rest.push(t);
    else {
      shorter.tables.push(t);
      shorter.height += height;
    }
  }
  return { columns: columns.map((c) => c.tables), rest };
}

/** A table under its caption; its heads stand on every sheet that it runs over. */
export function drawTable(
  sheet: Sheet,
  { caption, columns, rows }: WorkTable,
  { indent, width }: Place,
): void {
  if (rows.length === 0) return;
  const { doc } = sheet;
  const widths = columnWidths(sheet, { caption, columns, rows }, width);
  const lay = (cells: readonly (Said | string)[]) =>
    cells.map((c, i) => layLines(doc, c, widths[i] - CELL.x, { size: SIZE }));
  const draw = (cells: ReturnType<typeof lay>, colour?: string): void => {
    let x = indent;
    cells.forEach((lines, i) => {
      sheet.lines(lines, x, sheet.y + CELL.y, { size: SIZE, colour });
      x += widths[i];
    });
    sheet.y += rowHeight(cells);
  };
  const rule = (thickness: number, colour: string): void => {
    doc
      .moveTo(MARGIN + indent, sheet.y)
      .lineTo(MARGIN + indent + width, sheet.y)
      .lineWidth(thickness)
      .strokeColor(colour)
      .stroke();
    sheet.y += thickness;
  };
  const head = (): void => {
    draw(lay(columns), MUTED);
    rule(0.8, INK);
  };
  sheet.need(LEAST);
  sheet.gap(3);
  const title = layLines(doc, caption, width, { size: SIZE + 0.6, weight: 'bold' });
  drawLines(doc, title, MARGIN + indent, sheet.y, { size: SIZE + 0.6, weight: 'bold' });
  sheet.gap(title.length * lineHeight(SIZE + 0.6));
  head();
  for (const row of rows) {
    const cells = lay(row);
    if (sheet.y + rowHeight(cells) > sheet.bottom) {
      sheet.need(sheet.bottom);
      head();
    }
    draw(cells);
    rule(0.4, '#BFC6BF');
  }
  sheet.gap(5);
}

const rowHeight = (cells: readonly (readonly unknown[])[]): number =>
  Math.max(...cells.map((c) => c.length)) * lineHeight(SIZE) + 2 * CELL.y;

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/** Height of a whole table, points. */
function heightOf(sheet: Sheet, t: WorkTable, width: number): number {
  const widths = columnWidths(sheet, t, width);
  const lay = (cells: readonly (Said | string)[]) =>
    cells.map((c, i) => layLines(sheet.doc, c, widths[i] - CELL.x, { size: SIZE }));
  return sum([t.columns, ...t.rows].map((row) => rowHeight(lay(row)) + 0.6)) + lineHeight(SIZE + 0.6) + 8;
}

/** What each column would take if there were room for all. */
const naturalWidths = ({ doc }: Sheet, { columns, rows }: WorkTable): readonly number[] =>
  columns.map((c, i) => {
    const cells: (Said | string)[] = [c, ...rows.map((r) => r[i] ?? [])];
    const widest = cells.map((cell) =>
      layLines(doc, cell, 10_000, { size: SIZE })[0].reduce((w, p) => w + p.width, 0),
    );
    return Math.max(...widest) + CELL.x + 3;
  });

/** Columns take what they need; where that is too much, the widest give way first. */
function columnWidths(sheet: Sheet, table: WorkTable, width: number): readonly number[] {
  const natural = naturalWidths(sheet, table);
  const total = sum(natural);
  if (total <= width) {
    const spare = (width - total) / natural.length;
    return natural.map((w) => w + spare);
  }
  // The largest cap at which the columns fit; found by halving.
  let [low, high] = [20, Math.max(...natural)];
  for (let i = 0; i < 30; i += 1) {
    const cap = (low + high) / 2;
    if (natural.reduce((s, w) => s + Math.min(w, cap), 0) > width) high = cap;
    else low = cap;
  }
  return natural.map((w) => Math.min(w, low));
}
