import PDFDocument from 'pdfkit';
import { wellWithin, GENERAL_CAUTION, type Library, type Point } from '@nelbo/core';
import {
  cutList,
  drawnPattern,
  nestFor,
  OVERLAP,
  PAPERS,
  patternPieces,
  rollCuts,
  SHEET_MARGIN,
  tilesOf,
  TRIES_WHILE_OTHERS_WAIT,
  type DrawnPattern,
  type NestLayout,
  type Paper,
  type PatternLine,
  type RollCut,
  type Tile,
} from '@nelbo/core/papers';
import { ACT, HAIRLINE, INK, MUTED, registerFonts } from './pdf-text';
import type { Planned } from './planned';

/** Points of a PDF per metre. */
const POINTS = 72 / 0.0254;
const STYLE: Readonly<
  Record<PatternLine['kind'], { readonly width: number; readonly colour: string; readonly dash?: number }>
> = {
  cut: { width: 0.8, colour: INK },
  'centre line': { width: 0.4, colour: MUTED, dash: 6 },
  mark: { width: 0.6, colour: INK },
  warp: { width: 1, colour: INK },
};
const CHECK_BAR = 0.1;

/**
 * Patterns at 1:1 on sheets of paper: first a sheet with the cut list and how the pieces lie on their rolls, then every
 * piece, tiled where it is larger than a sheet. Every sheet has a bar of 100 mm to be measured.
 */
export async function patternsPdf({ job, plan }: Planned, library: Library, paper: Paper): Promise<Buffer> {
  const title = [job.title, job.boat?.name].filter(Boolean).join(' · ') || 'Repair';
  const pieces = patternPieces(plan, library);
  const size: [number, number] = [PAPERS[paper].width * POINTS, PAPERS[paper].height * POINTS];
  const doc = new PDFDocument({
    size,
    margin: 0,
    bufferPages: true,
    info: { Title: `Patterns: ${title}`, Author: 'Nelbo' },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  registerFonts(doc);
  const tiles = pieces.map((p) => ({ pattern: drawnPattern(p, title), tiles: tilesOf(p, paper) }));
  cover(doc, title, paper, tiles);
  const cuts = rollCuts(pieces, library);
  for (const cut of cuts) {
    if (cut.nest) onRoll(doc, size, cut, nestFor(cut.nest, TRIES_WHILE_OTHERS_WAIT));
  }
  for (const { pattern, tiles: own } of tiles) {
    for (const tile of own) sheet(doc, size, pattern, tile, title);
  }
  doc.end();
  return done;
}

type Doc = PDFKit.PDFDocument;
const say = (
  doc: Doc,
  text: string,
  x: number,
  y: number,
  options: {
    size?: number;
    bold?: boolean;
    colour?: string;
    width?: number;
    align?: 'left' | 'center' | 'right';
  } = {},
): void => {
  doc
    .font(options.bold ? 'bold' : 'regular')
    .fontSize(options.size ?? 9)
    .fillColor(options.colour ?? INK);
  doc.text(text, x, y, {
    width: options.width,
    align: options.align,
    lineBreak: options.width !== undefined,
  });
};

function cover(
  doc: Doc,
  title: string,
  paper: Paper,
  tiles: readonly { pattern: DrawnPattern; tiles: readonly Tile[] }[],
): void {
  const left = 36;
  const width = doc.page.width - 2 * left;
  say(doc, `Patterns: ${title}`, left, 36, { size: 16, bold: true, width });
  say(
    doc,
    `Print at 100 %, never “fit to page”, on ${PAPERS[paper].name}. Measure the bar of 100 mm on the first sheet before cutting anything. Cut sheets of one piece at their dashed lines, lay them edge to edge by the crosses, tape, then cut round the outline. The arrow lies along the roll; the centre lines and crosses of all plies fall on each other on the job.`,
    left,
    doc.y + 6,
    { width },
  );
  say(doc, `Dry cloth sheds glass: gloves and sleeves while cutting. ${GENERAL_CAUTION}`, left, doc.y + 6, {
    width,
    colour: ACT,
  });
  doc.moveDown(0.8);
  const columns = [left, left + 46, left + 190, left + 360, left + 410];
  const head = ['Piece', 'What', 'From', 'Way', 'Size, mm · sheets'];
  const row = (cells: readonly string[], bold: boolean): void => {
    if (doc.y > doc.page.height - 60) doc.addPage();
    const y = doc.y;
    cells.forEach((c, i) => say(doc, c, columns[i], y, { bold, size: 8.5 }));
    doc.x = left;
    doc.y = y + 13;
  };
  row(head, true);
  for (const [i, r] of cutList(tiles.map((t) => t.pattern.piece)).entries())
    row(
      [
        r.piece,
        r.name,
        r.material,
        r.way,
        `${Math.round(r.length * 1000)} × ${Math.round(r.width * 1000)} · ${tiles[i].tiles.length}`,
      ],
      false,
    );
}

/** How the pieces lie on a roll, to scale, as long as the sheet allows. */
function onRoll(doc: Doc, size: [number, number], cut: RollCut, layout: NestLayout | undefined): void {
  const { rollWidth } = cut.material;
  if (!layout || rollWidth === undefined) return;
  doc.addPage({ size, margin: 0 });
  const [left, top] = [36, 96];
  const scale = Math.min(
    (doc.page.width - 2 * left) / rollWidth,
    (doc.page.height - top - 60) / Math.max(layout.length, 0.2),
  );
  say(doc, `On the roll: ${cut.material.name}`, left, 36, { size: 14, bold: true });
  say(
    doc,
    `${layout.length.toFixed(2)} m of a roll ${rollWidth.toFixed(2)} m wide · ${Math.round(layout.yield * 100)} % of it used · no layout can be shorter than ${layout.bound.toFixed(2)} m`,
    left,
    60,
  );
  if (layout.tooWide.length > 0)
    say(doc, `wider than the roll: ${layout.tooWide.join(', ')}`, left, 74, { colour: ACT });
  doc
    .lineWidth(0.6)
    .strokeColor(HAIRLINE)
    .rect(left, top, rollWidth * scale, layout.length * scale)
    .stroke();
  // The roll runs down the sheet.
  const at = (p: Point): [number, number] => [left + p.y * scale, top + p.x * scale];
  for (const p of layout.placements) {
    path(doc, p.outline.map(at), true);
    doc.lineWidth(0.7).strokeColor(INK).stroke();
    const [x, y] = at(wellWithin(p.outline));
    say(doc, p.id, x - 30, y - 5, { width: 60, align: 'center', bold: true });
  }
}

function path(doc: Doc, points: readonly (readonly [number, number])[], closed: boolean): void {
  points.forEach(([x, y], i) => (i === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)));
  if (closed) doc.closePath();
}

/** One sheet at 1:1: the window with what falls into it, overlap lines and crosses, the bar and the words at the foot. */
function sheet(
  doc: Doc,
  size: [number, number],
  { lines, words, piece }: DrawnPattern,
  tile: Tile,
  title: string,
): void {
  doc.addPage({ size: tile.landscape ? [size[1], size[0]] : size, margin: 0 });
  const [left, top] = [SHEET_MARGIN * POINTS, SHEET_MARGIN * POINTS];
  const [w, h] = [tile.width * POINTS, tile.height * POINTS];
  const at = (p: Point): [number, number] => [
    left + (p.x - tile.corner.x) * POINTS,
    top + (tile.corner.y + tile.height - p.y) * POINTS,
  ];
  doc.save();
  doc.rect(left, top, w, h).clip();
  for (const line of lines) {
    const s = STYLE[line.kind];
    path(doc, line.points.map(at), line.closed);
    doc.lineWidth(s.width).strokeColor(s.colour);
    if (s.dash) doc.dash(s.dash, { space: 3 });
    doc.stroke();
    doc.undash();
  }
  const [x, y] = at(words.at);
  words.lines.forEach((text, i) =>
    say(doc, text, x - 150, y + i * 13, {
      width: 300,
      align: 'center',
      size: i === 0 ? 12 : 9,
      bold: i === 0,
    }),
  );
  doc.restore();
  joints(doc, tile, left, top, w, h);

  const foot = top + h + 14;
  doc.lineWidth(0.6).strokeColor(INK);
  const bar = CHECK_BAR * POINTS;
  doc
    .moveTo(left, foot)
    .lineTo(left + bar, foot)
    .moveTo(left, foot - 4)
    .lineTo(left, foot + 4)
    .moveTo(left + bar, foot - 4)
    .lineTo(left + bar, foot + 4)
    .stroke();
  say(doc, '100 mm: measure before cutting', left + 8, foot + 5, { size: 7.5, colour: MUTED });
  say(doc, `${piece.name} · ${piece.material.name}`, left + bar + 16, foot - 7, { bold: true });
  const place =
    tile.columns * tile.rows > 1 ? `sheet ${sheetName(tile)} of ${tile.columns} × ${tile.rows}` : 'one sheet';
  say(doc, `${place} · ${title}`, left + bar + 16, foot + 5, {
    size: 7.5,
    colour: MUTED,
    width: w - bar - 16,
  });
}

/** Columns by letter from the left, rows by number from the bottom: "B2". */
const sheetName = (t: { readonly column: number; readonly row: number }): string =>
  `${String.fromCharCode(64 + t.column)}${t.row}`;

/** Where the next sheet begins: a dashed line, crosses that both sheets show, and the name of the neighbour. */
function joints(doc: Doc, tile: Tile, left: number, top: number, w: number, h: number): void {
  const o = OVERLAP * POINTS;
  doc.lineWidth(0.5).strokeColor(MUTED);
  const cross = (x: number, y: number): void => {
    doc
      .moveTo(x - 5, y)
      .lineTo(x + 5, y)
      .moveTo(x, y - 5)
      .lineTo(x, y + 5)
      .stroke();
  };
  const dashed = (x0: number, y0: number, x1: number, y1: number): void => {
    doc.dash(4, { space: 4 }).moveTo(x0, y0).lineTo(x1, y1).stroke();
    doc.undash();
    for (const t of [0.2, 0.8]) cross(x0 + (x1 - x0) * t, y0 + (y1 - y0) * t);
  };
  const name = (column: number, row: number, x: number, y: number): void =>
    say(doc, sheetName({ column, row }), x - 12, y - 4, {
      width: 24,
      align: 'center',
      size: 7.5,
      colour: MUTED,
    });
  // Both sheets draw the middle of the strip that they share.
  if (tile.column > 1) {
    dashed(left + o / 2, top, left + o / 2, top + h);
    name(tile.column - 1, tile.row, left + o / 2, top + h / 2);
  }
  if (tile.column < tile.columns) {
    dashed(left + w - o / 2, top, left + w - o / 2, top + h);
    name(tile.column + 1, tile.row, left + w - o / 2, top + h / 2);
  }
  if (tile.row > 1) {
    dashed(left, top + h - o / 2, left + w, top + h - o / 2);
    name(tile.column, tile.row - 1, left + w / 2, top + h - o / 2);
  }
  if (tile.row < tile.rows) {
    dashed(left, top + o / 2, left + w, top + o / 2);
    name(tile.column, tile.row + 1, left + w / 2, top + o / 2);
  }
}
