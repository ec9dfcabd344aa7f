import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import type { Said } from '@nelbo/core';
import { woffToSfnt } from './woff';

const require = createRequire(import.meta.url);

/** Colours of the house on paper. */
export const INK = '#12292C';
export const MUTED = '#52625F';
export const HAIRLINE = '#BFC6BF';
export const ACT = '#B83B08';

export type Weight = 'regular' | 'bold';

interface Face {
  readonly regular: Buffer;
  readonly bold: Buffer;
  /** Has the Greek letters, arrows and signs of the formulas. */
  readonly signs: Buffer;
}

let faces: Face | undefined;

/** Fonts ship as packages and are read once. */
function loadFaces(): Face {
  const file = (path: string): Buffer => readFileSync(require.resolve(path));
  const latin = (weight: number): Buffer =>
    woffToSfnt(
      file(
        `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
      ),
    );
  return (faces ??= {
    regular: latin(400),
    bold: latin(700),
    signs: file('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
  });
}

export function registerFonts(doc: PDFKit.PDFDocument): void {
  for (const [name, bytes] of Object.entries(loadFaces())) doc.registerFont(name, bytes as Buffer);
}

/** Letters that the house's font draws: Latin, its usual punctuation and the signs of measure. */
const LATIN =
  /[\u0020-\u007e\u00a0-\u00b4\u00b6-\u00ff\u2013\u2014\u2018\u2019\u201c\u201d\u2022\u2026\u2212]/;

interface Piece {
  readonly text: string;
  readonly font: Weight | 'signs';
  readonly width: number;
  readonly link?: string;
  readonly assumed: boolean;
}

export interface Style {
  readonly size: number;
  readonly weight?: Weight;
  readonly colour?: string;
}

/** A line of text laid out: pieces one after another. */
type Line = readonly Piece[];

const LEADING = 1.32;

/** Breaks a text into lines of a width. A word longer than the line stands alone and is broken where it must be. */
export function layLines(
  doc: PDFKit.PDFDocument,
  words: Said | string,
  width: number,
  style: Style,
): readonly Line[] {
  const lines: Piece[][] = [[]];
  let used = 0;
  const put = (piece: Piece): void => {
    lines[lines.length - 1].push(piece);
    used += piece.width;
  };
  const newLine = (): void => {
    lines.push([]);
    used = 0;
  };
  for (const part of typeof words === 'string' ? [words] : words) {
    const [text, link, assumed] =
      typeof part === 'string'
        ? [part, undefined, false]
        : [part.text, part.figure.traceId, part.figure.origin === 'assumed'];
    for (const word of text.replaceAll('\u202f', '\u00a0').split(/(?<= )/)) {
      const pieces = piecesOf(doc, word, style, link, assumed);
      const length = pieces.reduce((sum, p) => sum + p.width, 0);
      if (used > 0 && used + length > width + 0.5) newLine();
      for (const p of length > width
        ? pieces.flatMap((x) => [...x.text].flatMap((ch) => piecesOf(doc, ch, style, link, assumed)))
        : pieces) {
        if (used > 0 && used + p.width > width + 0.5) newLine();
        put(p);
      }
    }
  }
  return lines;
}

/** Widths at size 1 by font and text, since the same words are measured over and over while columns are fitted. */
const widths = new Map<string, number>();
const MOST_WIDTHS = 20_000;

function widthOf(doc: PDFKit.PDFDocument, font: Piece['font'], size: number, text: string): number {
  const key = `${font}/${text}`;
  let unit = widths.get(key);
  if (unit === undefined) {
    if (widths.size > MOST_WIDTHS) widths.clear();
    unit = doc.font(font).fontSize(100).widthOfString(text) / 100;
    widths.set(key, unit);
  }
  return unit * size;
}

function piecesOf(
  doc: PDFKit.PDFDocument,
  text: string,
  style: Style,
  link: string | undefined,
  assumed: boolean,
): Piece[] {
  const pieces: Piece[] = [];
  let run = '';
  let font: Piece['font'] | undefined;
  const flush = (): void => {
    if (run && font)
      pieces.push({ text: run, font, width: widthOf(doc, font, style.size, run), link, assumed });
    run = '';
  };
  for (const ch of text) {
    const next = LATIN.test(ch) ? (style.weight ?? 'regular') : 'signs';
    if (next !== font) flush();
    font = next;
    run += ch;
  }
  flush();
  return pieces;
}

/** A space that the break of a line left at its end takes no part in lining it up. */
function trailingSpace(doc: PDFKit.PDFDocument, line: Line, size: number): number {
  const last = line.at(-1);
  return last ? last.width - widthOf(doc, last.font, size, last.text.trimEnd()) : 0;
}

export const lineHeight = (size: number): number => size * LEADING;

/** Draws laid lines with their upper left corner at a point. A figure is linked to its reasons; a default has a broken line under it. */
export function drawLines(
  doc: PDFKit.PDFDocument,
  lines: readonly Line[],
  x: number,
  y: number,
  style: Style,
  align: 'left' | 'right' = 'left',
  width = 0,
  linked: ReadonlySet<string> = new Set(),
): void {
  lines.forEach((line, i) => {
    const top = y + i * lineHeight(style.size);
    let at =
      align === 'right'
        ? x + width - line.reduce((sum, p) => sum + p.width, 0) + trailingSpace(doc, line, style.size)
        : x;
    for (const piece of line) {
      const shift = piece.font === 'signs' ? style.size * 0.02 : 0;
      const end = at + widthOf(doc, piece.font, style.size, piece.text.trimEnd());
      doc
        .font(piece.font)
        .fontSize(style.size)
        .fillColor(style.colour ?? INK)
        .text(piece.text, at, top + shift, { lineBreak: false });
      if (piece.assumed)
        doc
          .save()
          .moveTo(at, top + style.size * 1.12)
          .lineTo(end, top + style.size * 1.12)
          .dash(1.6, { space: 1.4 })
          .lineWidth(0.6)
          .strokeColor(MUTED)
          .stroke()
          .undash()
          .restore();
      if (piece.link && linked.has(piece.link))
        doc.goTo(at, top, end - at, lineHeight(style.size), `figure ${piece.link}`);
      at += piece.width;
    }
  });
}
