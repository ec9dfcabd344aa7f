import { Delaunay } from 'd3-delaunay';

/** A height at a place, m. */
export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly height: number;
}

/** Heights on a regular grid, row by row from the smallest y; NaN outside what was measured. */
export interface HeightField {
  readonly x0: number;
  readonly y0: number;
  readonly dx: number;
  readonly dy: number;
  readonly columns: number;
  readonly rows: number;
  readonly heights: Float64Array;
}

/** Cells of the field along its longer side. */
const FINE = 96;

/**
 * Slopes of a monotone cubic through points. Source: Fritsch and Carlson 1980, with the weighted harmonic mean; no
 * false low or high appears between two readings. One spare difference at each end is taken from the parabola.
 */
function slopes(x: readonly number[], z: readonly number[]): number[] {
  const n = x.length;
  if (n < 2) return z.map(() => 0);
  const h = x.slice(1).map((v, i) => v - x[i]);
  const d = h.map((v, i) => (z[i + 1] - z[i]) / v);
  if (n === 2) return [d[0], d[0]];
  const end = (h0: number, h1: number, d0: number, d1: number): number => {
    const s = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
    if (Math.sign(s) !== Math.sign(d0)) return 0;
    return Math.sign(d0) !== Math.sign(d1) && Math.abs(s) > 3 * Math.abs(d0) ? 3 * d0 : s;
  };
  return z.map((_, i) => {
    if (i === 0) return end(h[0], h[1], d[0], d[1]);
    if (i === n - 1) return end(h[n - 2], h[n - 3], d[n - 2], d[n - 3]);
    if (d[i - 1] * d[i] <= 0) return 0;
    const [w1, w2] = [2 * h[i] + h[i - 1], h[i] + 2 * h[i - 1]];
    return (w1 + w2) / (w1 / d[i - 1] + w2 / d[i]);
  });
}

/** A monotone cubic through points, ready to be asked in ascending places. */
function cubic(x: readonly number[], z: readonly number[], at: readonly number[]): number[] {
  const m = slopes(x, z);
  let k = 0;
  return at.map((p) => {
    while (k < x.length - 2 && p > x[k + 1]) k += 1;
    if (x.length === 1) return z[0];
    const h = x[k + 1] - x[k];
    const t = (p - x[k]) / h;
    return (
      z[k] * (1 + 2 * t) * (1 - t) ** 2 +
      h * m[k] * t * (1 - t) ** 2 +
      z[k + 1] * t * t * (3 - 2 * t) +
      h * m[k + 1] * t * t * (t - 1)
    );
  });
}

const sorted = (values: Iterable<number>): number[] => [...new Set(values)].sort((a, b) => a - b);
const spread = (from: number, step: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => from + (i + 0.5) * step);

/** Centres of cells that cover a range. */
function frame(spots: readonly Spot[]): Omit<HeightField, 'heights'> {
  const [xs, ys] = [spots.map((s) => s.x), spots.map((s) => s.y)];
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - x0, Math.max(...ys) - y0];
  const cell = Math.max(w, h, 1e-6) / FINE;
  const [columns, rows] = [Math.max(1, Math.round(w / cell)), Math.max(1, Math.round(h / cell))];
  const [dx, dy] = [w / columns, h / rows];
  return { x0: x0 + dx / 2, y0: y0 + dy / 2, dx, dy, columns, rows };
}

/**
 * Heights between the readings. Where every line has been read at the same stations (a grid), monotone cubics along
 * the lines and then across them; elsewhere plane triangles between the readings (Delaunay).
 *
 * @param spots readings, at least 3 that do not lie on one line
 * @returns undefined when no area lies between them
 */
export function heightField(spots: readonly Spot[]): HeightField | undefined {
  if (spots.length < 3) return undefined;
  const f = frame(spots);
  if (!(f.dx > 0) || !(f.dy > 0)) return undefined;
  const [xs, ys] = [sorted(spots.map((s) => s.x)), sorted(spots.map((s) => s.y))];
  const heights = new Float64Array(f.columns * f.rows).fill(NaN);
  const [px, py] = [spread(f.x0 - f.dx / 2, f.dx, f.columns), spread(f.y0 - f.dy / 2, f.dy, f.rows)];
  if (xs.length * ys.length === spots.length && xs.length > 1 && ys.length > 1) {
    const at = new Map(spots.map((s) => [`${s.x},${s.y}`, s.height]));
    if (at.size === spots.length) {
      const along = ys.map((y) =>
        cubic(
          xs,
          xs.map((x) => at.get(`${x},${y}`) ?? 0),
          px,
        ),
      );
      for (let i = 0; i < f.columns; i += 1) {
        const column = cubic(
          ys,
          along.map((line) => line[i]),
          py,
        );
        for (let j = 0; j < f.rows; j += 1) heights[j * f.columns + i] = column[j];
      }
      return { ...f, heights };
    }
  }
  const { triangles } = Delaunay.from(
    spots,
    (s) => s.x,
    (s) => s.y,
  );
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [spots[triangles[t]], spots[triangles[t + 1]], spots[triangles[t + 2]]];
    const area = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    if (Math.abs(area) < 1e-12) continue;
    const [i0, i1] = [
      Math.max(0, Math.floor((Math.min(a.x, b.x, c.x) - f.x0) / f.dx)),
      Math.min(f.columns - 1, Math.ceil((Math.max(a.x, b.x, c.x) - f.x0) / f.dx)),
    ];
    const [j0, j1] = [
      Math.max(0, Math.floor((Math.min(a.y, b.y, c.y) - f.y0) / f.dy)),
      Math.min(f.rows - 1, Math.ceil((Math.max(a.y, b.y, c.y) - f.y0) / f.dy)),
    ];
    for (let j = j0; j <= j1; j += 1) {
      for (let i = i0; i <= i1; i += 1) {
        const [x, y] = [px[i], py[j]];
        const u = ((b.y - c.y) * (x - c.x) + (c.x - b.x) * (y - c.y)) / area;
        const v = ((c.y - a.y) * (x - c.x) + (a.x - c.x) * (y - c.y)) / area;
        if (u >= -1e-9 && v >= -1e-9 && u + v <= 1 + 1e-9)
          heights[j * f.columns + i] = u * a.height + v * b.height + (1 - u - v) * c.height;
      }
    }
  }
  return heights.some((h) => !Number.isNaN(h)) ? { ...f, heights } : undefined;
}
