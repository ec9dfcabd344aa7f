import { offset } from '../../geometry/offset';
import { bounds, type Region } from '../../geometry/region';
import type { Point } from '../../geometry/outline';
import { inside } from '../../geometry/polygon';
import { formula } from '../../trace/formula';

/** Holes on a triangular grid in an area, if it had no edge. Source: one hole stands for p²·√3/2. */
export const gridCount = formula({
  id: 'repairs/injection/hole-grid',
  expression: 'n = A/(p²·√3/2)',
  unit: 'count',
  source: 'triangular grid: one hole stands for a rhombus of the pitch',
  inputs: { A: 'area', p: 'from hole to hole' },
  evaluate: (x) => x.A / ((x.p ** 2 * Math.sqrt(3)) / 2),
});

/**
 * Holes on a triangular grid within an outline, kept `edge` m off its border, in the order in which they are filled: row
 * by row from the low side up, each row from aft forward. Where the outline is too small for a grid, a hole low and one
 * high; where even that has no room, one in the middle.
 *
 * @param pitch m between neighbours
 */
export function holeGrid(region: Region, pitch: number, edge: number): readonly Point[] {
  const inner = offset(region, -edge);
  if (inner.length > 0) {
    const b = bounds(inner);
    const row = (pitch * Math.sqrt(3)) / 2;
    const rows = Math.max(0, Math.floor((b.y1 - b.y0) / row + 1e-9));
    // Centred on the outline both ways, so that the border is as near on every side.
    const y0 = (b.y0 + b.y1) / 2 - (rows * row) / 2;
    const middle = (b.x0 + b.x1) / 2;
    const across = Math.ceil((b.x1 - b.x0) / pitch / 2) + 1;
    const points: Point[] = [];
    for (let r = 0; r <= rows; r += 1) {
      for (let c = -across; c <= across; c += 1) {
        const p = { x: middle + (c + (r % 2 === 0 ? 0 : 0.5)) * pitch, y: y0 + r * row };
        if (inner.some((o) => inside(o, p))) points.push(p);
      }
    }
    if (points.length >= 3) return points;
    const up = b.y1 - b.y0;
    const along = b.x1 - b.x0;
    if (Math.max(up, along) > 0.008) {
      const x = (b.x0 + b.x1) / 2;
      const y = (b.y0 + b.y1) / 2;
      return up >= along
        ? [
            { x, y: b.y0 + up * 0.1 },
            { x, y: b.y1 - up * 0.1 },
          ]
        : [
            { x: b.x0 + along * 0.1, y },
            { x: b.x1 - along * 0.1, y },
          ];
    }
  }
  const b = bounds(region);
  return [{ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 }];
}
