import type { Outline, Point } from '../geometry/outline';
import { bounds, common } from '../geometry/region';
import type { PatternPiece } from './pieces';

export type Paper = 'a4' | 'letter';

/** Sheets by their name, upright, m. */
export const PAPERS: Readonly<
  Record<Paper, { readonly name: string; readonly width: number; readonly height: number }>
> = {
  a4: { name: 'A4', width: 0.21, height: 0.297 },
  letter: { name: 'Letter', width: 0.2159, height: 0.2794 },
};

/** What a printer leaves white, and the strip at the foot for the check bar and the words, m. */
export const SHEET_MARGIN = 0.01;
export const SHEET_FOOT = 0.018;
/** By how much neighbouring sheets show the same ground, m. */
export const OVERLAP = 0.01;

/** One sheet of a pattern at 1:1. */
export interface Tile {
  readonly piece: PatternPiece;
  readonly landscape: boolean;
  /** Counted from 1, columns along the hull, rows upward. */
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
  /** Corner of the drawn window in the frame of the plan, lower left, m. */
  readonly corner: Point;
  readonly width: number;
  readonly height: number;
}

/** Size of the drawn window of a sheet, m. */
export function windowOf(paper: Paper, landscape: boolean): { width: number; height: number } {
  const p = PAPERS[paper];
  const [w, h] = landscape ? [p.height, p.width] : [p.width, p.height];
  return { width: w - 2 * SHEET_MARGIN, height: h - 2 * SHEET_MARGIN - SHEET_FOOT };
}

/** Sheets that a pattern needs, as few as upright or lying sheets allow; those that the piece does not touch are left out. */
export function tilesOf(piece: PatternPiece, paper: Paper): readonly Tile[] {
  const upright = tiled(piece, paper, false);
  const lying = tiled(piece, paper, true);
  return lying.length < upright.length ? lying : upright;
}

function tiled(piece: PatternPiece, paper: Paper, landscape: boolean): Tile[] {
  const b = bounds([piece.outline]);
  const { width, height } = windowOf(paper, landscape);
  const count = (size: number, window: number): number =>
    Math.max(1, Math.ceil((size - OVERLAP) / (window - OVERLAP) - 1e-9));
  const columns = count(b.x1 - b.x0 + 0.004, width);
  const rows = count(b.y1 - b.y0 + 0.004, height);
  // The sheets together are centred on the piece.
  const [spanX, spanY] = [columns * (width - OVERLAP) + OVERLAP, rows * (height - OVERLAP) + OVERLAP];
  const [x0, y0] = [(b.x0 + b.x1 - spanX) / 2, (b.y0 + b.y1 - spanY) / 2];
  const tiles: Tile[] = [];
  for (let row = 1; row <= rows; row += 1)
    for (let column = 1; column <= columns; column += 1) {
      const corner = { x: x0 + (column - 1) * (width - OVERLAP), y: y0 + (row - 1) * (height - OVERLAP) };
      if (columns * rows === 1 || common([piece.outline], [box(corner, width, height)]).length > 0)
        tiles.push({ piece, landscape, column, row, columns, rows, corner, width, height });
    }
  return tiles;
}

const box = (c: Point, w: number, h: number): Outline => [
  c,
  { x: c.x + w, y: c.y },
  { x: c.x + w, y: c.y + h },
  { x: c.x, y: c.y + h },
];
