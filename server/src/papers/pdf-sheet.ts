import type { Said } from '@nelbo/core';
import { ACT, HAIRLINE, INK, MUTED, drawLines, layLines, lineHeight, type Style } from './pdf-text';

export const MARGIN = 48;
const FOOT = 40;
const BODY = 9.2;
const SMALL = 8;
const CELL = { x: 5, y: 2.6 };

/** One sheet after another: things are put under each other, and a new sheet begins where the next one does not fit. */
export class Sheet {
  y = MARGIN;
  readonly width: number;

  /** @param linked trace ids that have an entry to link to */
  constructor(
    readonly doc: PDFKit.PDFDocument,
    private readonly linked: ReadonlySet<string>,
  ) {
    this.width = doc.page.width - 2 * MARGIN;
  }

  get bottom(): number {
    return this.doc.page.height - MARGIN - FOOT + 16;
  }

  /** Begins a new sheet unless so much room is left. */
  need(height: number): void {
    if (this.y + height <= this.bottom || this.y === MARGIN) return;
    this.doc.addPage();
    this.y = MARGIN;
  }

  gap(height: number): void {
    this.y += height;
  }

  text(words: Said | string, style: Partial<Style> = {}, indent = 0, width = this.width - indent): void {
    const full: Style = { size: BODY, ...style };
    for (const line of layLines(this.doc, words, width, full)) {
      this.need(lineHeight(full.size));
      drawLines(this.doc, [line], MARGIN + indent, this.y, full, 'left', 0, this.linked);
      this.y += lineHeight(full.size);
    }
  }

  heading(text: string): void {
    // A heading stays with the first lines of what it heads.
    this.need(130);
    this.gap(14);
    this.text(text, { size: 13, weight: 'bold' });
    this.rule(1.2, INK);
    this.gap(5);
  }

  rule(thickness = 0.5, colour = HAIRLINE): void {
    this.doc
      .moveTo(MARGIN, this.y)
      .lineTo(MARGIN + this.width, this.y)
      .lineWidth(thickness)
      .strokeColor(colour)
      .stroke();
    this.y += thickness;
  }

  /** A caution: a bar at its side, so that it stands out without colour. */
  caution(text: string): void {
    const style: Style = { size: BODY };
    const lines = layLines(this.doc, [`Caution. ${text}`], this.width - 12, style);
    const height = lines.length * lineHeight(style.size);
    this.need(height + 4);
    this.doc.rect(MARGIN, this.y, 2.4, height).fill(ACT);
    drawLines(this.doc, lines, MARGIN + 10, this.y, style);
    this.y += height + 4;
  }

  box(text: string): void {
    const style: Style = { size: SMALL };
    const lines = layLines(this.doc, text, this.width - 16, style);
    const height = lines.length * lineHeight(style.size) + 10;
    this.need(height);
    this.doc.rect(MARGIN, this.y, this.width, height).lineWidth(0.8).strokeColor(INK).stroke();
    drawLines(this.doc, lines, MARGIN + 8, this.y + 5, style);
    this.y += height + 8;
  }

  check(text: string): void {
    const style: Style = { size: BODY };
    const lines = layLines(this.doc, text, this.width - 16, style);
    this.need(lines.length * lineHeight(style.size) + 4);
    this.doc
      .rect(MARGIN, this.y + 1.5, 8, 8)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke();
    drawLines(this.doc, lines, MARGIN + 15, this.y, style);
    this.y += lines.length * lineHeight(style.size) + 3;
  }

  /** Name and value pairs in two columns side by side. */
  pairs(left: readonly (readonly [string, Said])[], right: readonly (readonly [string, Said])[]): void {
    const gutter = 24;
    const column = (this.width - gutter) / 2;
    const top = this.y;
    let lowest = top;
    [left, right].forEach((pairs, i) => {
      let y = top;
      const x = MARGIN + i * (column + gutter);
      for (const [name, value] of pairs) {
        const names = layLines(this.doc, name, column * 0.5, { size: BODY });
        const values = layLines(this.doc, value, column * 0.5 - 6, { size: BODY, weight: 'bold' });
        const height = Math.max(names.length, values.length) * lineHeight(BODY) + 4;
        drawLines(this.doc, names, x, y, { size: BODY, colour: MUTED });
        drawLines(
          this.doc,
          values,
          x + column * 0.5 + 6,
          y,
          { size: BODY, weight: 'bold' },
          'right',
          column * 0.5 - 6,
          this.linked,
        );
        this.doc
          .moveTo(x, y + height - 2)
          .lineTo(x + column, y + height - 2)
          .lineWidth(0.4)
          .strokeColor(HAIRLINE)
          .stroke();
        y += height;
      }
      lowest = Math.max(lowest, y);
    });
    this.y = lowest + 6;
  }

  table(caption: string, columns: readonly string[], rows: readonly (readonly Said[])[]): void {
    if (rows.length === 0) return;
    const widths = this.columnWidths(columns, rows);
    const size = columns.length > 5 ? SMALL + 0.4 : BODY;
    const lay = (cells: readonly (Said | string)[], weight?: 'bold') =>
      cells.map((c, i) => layLines(this.doc, c, widths[i] - CELL.x, { size, weight }));
    const draw = (cells: ReturnType<typeof lay>, colour?: string): number => {
      const height = Math.max(...cells.map((c) => c.length)) * lineHeight(size) + 2 * CELL.y;
      let x = MARGIN;
      cells.forEach((lines, i) => {
        drawLines(this.doc, lines, x, this.y + CELL.y, { size, colour }, 'left', 0, this.linked);
        x += widths[i];
      });
      return height;
    };
    const head = (): void => {
      this.y += draw(lay(columns), MUTED);
      this.rule(0.8, INK);
    };
    this.need(4 * lineHeight(size) + 24);
    this.gap(6);
    this.text(caption, { weight: 'bold' });
    head();
    for (const row of rows) {
      const cells = lay(row);
      const height = Math.max(...cells.map((c) => c.length)) * lineHeight(size) + 2 * CELL.y;
      if (this.y + height > this.bottom) {
        this.need(this.bottom);
        head();
      }
      this.y += draw(cells);
      this.rule(0.4);
    }
    this.gap(6);
  }

  /** Columns take what they need; where that is too much, the widest give way first. */
  private columnWidths(columns: readonly string[], rows: readonly (readonly Said[])[]): number[] {
    const size = columns.length > 5 ? SMALL + 0.4 : BODY;
    const natural = columns.map((c, i) => {
      const cells: (Said | string)[] = [c, ...rows.map((r) => r[i] ?? [])];
      return (
        Math.max(
          ...cells.map((cell) =>
            layLines(this.doc, cell, 10_000, { size })[0].reduce((sum, p) => sum + p.width, 0),
          ),
        ) +
        CELL.x +
        8
      );
    });
    const total = natural.reduce((a, b) => a + b, 0);
    if (total <= this.width) {
      const spare = (this.width - total) / columns.length;
      return natural.map((w) => w + spare);
    }
    // The largest cap at which the columns fit; found by halving.
    let [low, high] = [20, Math.max(...natural)];
    for (let i = 0; i < 30; i += 1) {
      const cap = (low + high) / 2;
      if (natural.reduce((sum, w) => sum + Math.min(w, cap), 0) > this.width) high = cap;
      else low = cap;
    }
    return natural.map((w) => Math.min(w, low));
  }
}
