import type { Outline } from '../geometry/outline';
import { bounds } from '../geometry/region';

/** Height of a row, m: pieces move across the roll in these steps, and along it freely. */
export const ROW = 0.002;

/** A shape as intervals [x0, x1, x0, x1 …] in rows from its lower left corner; it lies wholly inside them. */
export interface Spans {
  readonly rows: readonly Float64Array[];
  /** Ends of the rows, where each is one interval: most shapes. */
  readonly plain?: { readonly left: Float64Array; readonly right: Float64Array };
  readonly length: number;
  readonly height: number;
}

/** Intervals sorted and those that touch made one. */
export function united(intervals: [number, number][]): Float64Array {
  intervals.sort((a, b) => a[0] - b[0]);
  const out: number[] = [];
  for (const [lo, hi] of intervals) {
    const n = out.length;
    if (n > 0 && lo <= out[n - 1]) out[n - 1] = Math.max(out[n - 1], hi);
    else out.push(lo, hi);
  }
  return Float64Array.from(out);
}

/** Cuts an outline into rows. In each row stands what its edges sweep there and what lies between them. */
export function spansOf(outline: Outline): Spans {
  const b = bounds([outline]);
  const height = b.y1 - b.y0;
  const count = Math.max(1, Math.ceil(height / ROW - 1e-9));
  const found: [number, number][][] = Array.from({ length: count }, () => []);
  const crossings: number[][] = Array.from({ length: count }, () => []);
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i, i += 1) {
    const [p, q] = outline[j].y <= outline[i].y ? [outline[j], outline[i]] : [outline[i], outline[j]];
    const at = (y: number): number =>
      (q.y === p.y ? p.x : p.x + ((q.x - p.x) * (y - p.y)) / (q.y - p.y)) - b.x0;
    const first = Math.max(0, Math.min(count - 1, Math.floor((p.y - b.y0) / ROW)));
    const last = Math.max(0, Math.min(count - 1, Math.floor((q.y - b.y0) / ROW)));
    for (let r = first; r <= last; r += 1) {
      const [low, high] = [Math.max(p.y, b.y0 + r * ROW), Math.min(q.y, b.y0 + (r + 1) * ROW)];
      const [x0, x1] = q.y === p.y ? [p.x - b.x0, q.x - b.x0] : [at(low), at(high)];
      found[r].push([Math.min(x0, x1), Math.max(x0, x1)]);
      const middle = b.y0 + (r + 0.5) * ROW;
      if (p.y <= middle && middle < q.y) crossings[r].push(at(middle));
    }
  }
  const rows = found.map((list, r) => {
    const xs = crossings[r].sort((a, c) => a - c);
    for (let k = 0; k + 1 < xs.length; k += 2) list.push([xs[k], xs[k + 1]]);
    return united(list);
  });
  const plain = rows.every((r) => r.length === 2)
    ? { left: Float64Array.from(rows, (r) => r[0]), right: Float64Array.from(rows, (r) => r[1]) }
    : undefined;
  return { rows, plain, length: b.x1 - b.x0, height };
}

/**
 * Where one shape must not be put because it would lie on another, row offset by row offset: open intervals of the
 * distance along the roll. Each is worked out when it is first asked for.
 */
export class Forbidden {
  /** Rows of `b`, less one: row offset `dy` stands at `dy + below`. */
  readonly below: number;
  readonly size: number;
  /** The one interval of each offset, where both shapes have one a row, since neighbouring rows overlap; NaN until it is filled in. */
  readonly low: Float64Array | undefined;
  readonly high: Float64Array | undefined;
  readonly #rows: (Float64Array | undefined)[] = [];

  constructor(
    private readonly a: Spans,
    private readonly b: Spans,
  ) {
    this.below = b.rows.length - 1;
    this.size = a.rows.length + this.below;
    if (!a.plain || !b.plain) return;
    this.low = new Float64Array(this.size).fill(NaN);
    this.high = new Float64Array(this.size);
  }

  /** Works out the one interval of an offset, where it stands at `k`. */
  fill(k: number): void {
    const { a, b, low, high } = this;
    if (!a.plain || !b.plain || !low || !high) return;
    const [aLeft, aRight, bLeft, bRight] = [a.plain.left, a.plain.right, b.plain.left, b.plain.right];
    const dy = k - this.below;
    let lo = Infinity;
    let hi = -Infinity;
    const end = Math.min(aLeft.length, bLeft.length + dy);
    for (let r = Math.max(0, dy); r < end; r += 1) {
      const l = aLeft[r] - bRight[r - dy];
      const h = aRight[r] - bLeft[r - dy];
      if (l < lo) lo = l;
      if (h > hi) hi = h;
    }
    low[k] = lo;
    high[k] = hi;
  }

  /** @param dy rows that `b` lies above `a` @returns undefined where they share no row */
  at(dy: number): Float64Array | undefined {
    const k = dy + this.below;
    if (k < 0 || k >= this.size) return undefined;
    if (this.low && this.high) {
      this.fill(k);
      return Float64Array.of(this.low[k], this.high[k]);
    }
    return (this.#rows[k] ??= forbiddenAt(this.a, this.b, dy));
  }
}

function forbiddenAt(a: Spans, b: Spans, dy: number): Float64Array {
  const [na, nb] = [a.rows.length, b.rows.length];
  const list: [number, number][] = [];
  let [lo, hi] = [NaN, NaN];
  for (let r = Math.max(0, dy); r < Math.min(na, nb + dy); r += 1) {
    const [ra, rb] = [a.rows[r], b.rows[r - dy]];
    for (let i = 0; i < ra.length; i += 2)
      for (let j = 0; j < rb.length; j += 2) {
        const [l, h] = [ra[i] - rb[j + 1], ra[i + 1] - rb[j]];
        // Neighbouring rows nearly always overlap: keep one running interval and put the others aside.
        if (l <= hi && h >= lo) [lo, hi] = [Math.min(lo, l), Math.max(hi, h)];
        else {
          if (hi > lo) list.push([lo, hi]);
          [lo, hi] = [l, h];
        }
      }
  }
  if (hi > lo) list.push([lo, hi]);
  return list.length === 1 ? Float64Array.of(list[0][0], list[0][1]) : united(list);
}
