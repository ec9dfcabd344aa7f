import type { Point } from '../geometry/outline';
import { bounds } from '../geometry/region';
import { spun, type PatternPiece } from './pieces';

/** A line or a word of a pattern, m, in the frame of the plan. */
export interface PatternLine {
  readonly kind: 'cut' | 'centre line' | 'mark' | 'warp';
  readonly points: readonly Point[];
  readonly closed: boolean;
}

/** Everything that is drawn on a pattern besides its words. */
export interface DrawnPattern {
  readonly piece: PatternPiece;
  readonly lines: readonly PatternLine[];
  /** Where the words stand, and what they say, a line each. */
  readonly words: { readonly at: Point; readonly lines: readonly string[] };
}

const CROSS = 0.004;
const HEAD = 0.008;

/** A pattern with its centre lines, registration marks, warp arrow and words. */
export function drawnPattern(piece: PatternPiece, title = ''): DrawnPattern {
  const b = bounds([piece.outline]);
  const within = (p: Point): boolean =>
    p.x >= b.x0 - 1e-9 && p.x <= b.x1 + 1e-9 && p.y >= b.y0 - 1e-9 && p.y <= b.y1 + 1e-9;
  const lines = [piece.outline, ...(piece.holes ?? [])].map((points): PatternLine => ({
    kind: 'cut',
    points,
    closed: true,
  }));
  const cross = (kind: PatternLine['kind'], p: Point, r: number): void => {
    lines.push(
      {
        kind,
        points: [
          { x: p.x - r, y: p.y },
          { x: p.x + r, y: p.y },
        ],
        closed: false,
      },
      {
        kind,
        points: [
          { x: p.x, y: p.y - r },
          { x: p.x, y: p.y + r },
        ],
        closed: false,
      },
    );
  };
  if (piece.marks.length > 0) {
    // The centre lines of the repair, as far as this piece reaches.
    if (b.y0 <= 0 && b.y1 >= 0)
      lines.push({
        kind: 'centre line',
        points: [
          { x: b.x0, y: 0 },
          { x: b.x1, y: 0 },
        ],
        closed: false,
      });
    if (b.x0 <= 0 && b.x1 >= 0)
      lines.push({
        kind: 'centre line',
        points: [
          { x: 0, y: b.y0 },
          { x: 0, y: b.y1 },
        ],
        closed: false,
      });
    for (const m of piece.marks) if (within(m)) cross('mark', m, CROSS);
  }
  const middle = { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 };
  const reach = Math.min(0.08, Math.max(0.01, 0.3 * Math.min(b.x1 - b.x0, b.y1 - b.y0)));
  const placed = (points: readonly Point[]): readonly Point[] =>
    spun(points, piece.warp).map((p) => ({ x: p.x + middle.x, y: p.y + middle.y - reach * 0.4 }));
  const head = Math.min(HEAD, reach / 2);
  lines.push(
    {
      kind: 'warp',
      points: placed([
        { x: -reach, y: 0 },
        { x: reach, y: 0 },
      ]),
      closed: false,
    },
    {
      kind: 'warp',
      points: placed([
        { x: reach - head, y: head / 2 },
        { x: reach, y: 0 },
        { x: reach - head, y: -head / 2 },
      ]),
      closed: false,
    },
  );
  const mm = (v: number): string => `${Math.round(v * 1000)}`;
  return {
    piece,
    lines,
    words: {
      at: { x: middle.x, y: middle.y + reach * 0.2 },
      lines: [
        `${piece.name}${piece.way === '–' ? '' : `  ${piece.way}`}`,
        piece.material.name,
        `${mm(piece.length)} × ${mm(piece.width)} mm`,
        ...(title ? [title] : []),
      ],
    },
  };
}
