import type { Said } from '@nelbo/core';
import { ACT, HAIRLINE, INK, drawLines, layLines, lineHeight, type Style } from './pdf-text';

export const MARGIN = 36;
const FOOT = 24;
const BODY = 8.8;
const SMALL = 8;

/** One sheet after another: things are put under each other, and a new sheet begins where the next one does not fit. */
export class Sheet {
  y = MARGIN;
  readonly width: number;

  /** @param linked trace ids that have an entry to link to */
  constructor(
    readonly doc: PDFKit.PDFDocument,
    readonly linked: ReadonlySet<string>,
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

  /** Lines that are laid already, at a place of the sheet; their figures are linked to their reasons. */
  lines(lines: Parameters<typeof drawLines>[1], indent: number, y: number, style: Style): void {
    drawLines(this.doc, lines, MARGIN + indent, y, style, 'left', 0, this.linked);
  }

  /** @param keep room for what must not be parted from it: the first lines of what it heads */
  heading(text: string, keep = 92): void {
    this.need(Math.max(92, keep));
    this.gap(6);
    this.text(text, { size: 11.5, weight: 'bold' });
    this.rule(1.2, INK);
    this.gap(3);
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

  /** What must not be passed over: a bar at its side, so that it stands out without colour. */
  caution(text: string, size = BODY): void {
    const style: Style = { size };
    const lines = layLines(this.doc, text, this.width - 12, style);
    const height = lines.length * lineHeight(style.size);
    this.need(height + 4);
    this.doc.rect(MARGIN, this.y, 2.4, height).fill(ACT);
    drawLines(this.doc, lines, MARGIN + 10, this.y, style);
    this.y += height + 3;
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

  check(text: Said): void {
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

  /** Names and what stands behind them, one under another. */
  facts(pairs: readonly (readonly [string, Said])[], wide: number): void {
    for (const [name, value] of pairs) {
      const lines = layLines(this.doc, value, this.width - wide, { size: BODY });
      const height = lines.length * lineHeight(BODY) + 1.5;
      this.need(height);
      drawLines(
        this.doc,
        layLines(this.doc, name, wide - 6, { size: BODY, weight: 'bold' }),
        MARGIN,
        this.y,
        {
          size: BODY,
          weight: 'bold',
        },
      );
      this.lines(lines, wide, this.y, { size: BODY });
      this.y += height;
    }
  }
}
