import { ARC_TOLERANCE, type Outline, type Point } from './outline';

/**
 * The offset of one outline in the plain case, where nothing but small loops at inward corners has to be cleared away:
 * sides moved outward, arcs at outward corners (to the arc tolerance), loops cut off where they begin. What comes out
 * is then proved to be the offset; anything that is not is left to the polygon library (geometry/offset.ts),
 * which takes ten times as long.
 */

/** Segments back from the newest that a loop may reach: the corners of a hollow in a traced outline. */
const REACH = 240;

/** Turn of the corner at `i`, positive outward, and the outward normals of the sides before and after. */
interface Corner {
  readonly turn: number;
  readonly nx0: number;
  readonly ny0: number;
  readonly nx1: number;
  readonly ny1: number;
}

function cornersOf(outline: Outline): Corner[] {
  const n = outline.length;
  const [nx, ny] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 0; i < n; i += 1) {
    const [a, b] = [outline[i], outline[(i + 1) % n]];
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    nx[i] = (b.y - a.y) / d;
    ny[i] = (a.x - b.x) / d;
  }
  return outline.map((_, i) => {
    const h = (i + n - 1) % n;
    return {
      turn: Math.atan2(nx[h] * ny[i] - ny[h] * nx[i], nx[h] * nx[i] + ny[h] * ny[i]),
      nx0: nx[h],
      ny0: ny[h],
      nx1: nx[i],
      ny1: ny[i],
    };
  });
}

const known = new WeakMap<Outline, Corner[]>();

/** Segments that share one box, so that most are passed over without a look. */
const CHUNK = 16;

/** The path being laid. Segment `i` runs from point `i − 1` to point `i`. */
class Path {
  x: Float64Array;
  y: Float64Array;
  size = 0;
  /** Points where a loop was cut off. */
  cut: Uint8Array;
  /** Boxes of the chunks: least x, greatest x, least y, greatest y, in turn. */
  #boxes: Float64Array;
  /** Points since the last inward corner: loops begin only there. */
  #sinceHollow = REACH;

  constructor(room: number) {
    this.x = new Float64Array(room);
    this.y = new Float64Array(room);
    this.cut = new Uint8Array(room);
    this.#boxes = new Float64Array(4 * Math.ceil(room / CHUNK + 1));
  }

  hollow(): void {
    this.#sinceHollow = 0;
  }

  /** Adds a point; where the new segment crosses one of the last, the loop between them is cut off. */
  put(px: number, py: number): void {
    if (this.#sinceHollow < REACH && this.size > 2) this.#cutLoop(px, py);
    const n = this.size;
    this.x[n] = px;
    this.y[n] = py;
    this.cut[n] = 0;
    this.size = n + 1;
    this.#box(n);
    this.#sinceHollow += 1;
  }

  /** Takes segment `i` into the box of its chunk. */
  #box(i: number): void {
    const at = 4 * Math.floor(i / CHUNK);
    const boxes = this.#boxes;
    const h = i === 0 ? 0 : i - 1;
    const x0 = this.x[h] < this.x[i] ? this.x[h] : this.x[i];
    const x1 = this.x[h] < this.x[i] ? this.x[i] : this.x[h];
    const y0 = this.y[h] < this.y[i] ? this.y[h] : this.y[i];
    const y1 = this.y[h] < this.y[i] ? this.y[i] : this.y[h];
    const fresh = i % CHUNK === 0;
    if (fresh || x0 < boxes[at]) boxes[at] = x0;
    if (fresh || x1 > boxes[at + 1]) boxes[at + 1] = x1;
    if (fresh || y0 < boxes[at + 2]) boxes[at + 2] = y0;
    if (fresh || y1 > boxes[at + 3]) boxes[at + 3] = y1;
  }

  #cutLoop(px: number, py: number): void {
    const { x, y } = this;
    const boxes = this.#boxes;
    const n = this.size;
    const ax = x[n - 1];
    const ay = y[n - 1];
    const x0 = Math.min(ax, px);
    const x1 = Math.max(ax, px);
    const y0 = Math.min(ay, py);
    const y1 = Math.max(ay, py);
    // The oldest crossing first: it cuts off all that hangs on it at once.
    for (let i = Math.max(1, n - 1 - REACH); i <= n - 2; i += 1) {
      const at = 4 * Math.floor(i / CHUNK);
      if (boxes[at] > x1 || boxes[at + 1] < x0 || boxes[at + 2] > y1 || boxes[at + 3] < y0) {
        i = (at / 4 + 1) * CHUNK - 1;
        continue;
      }
      const bx = x[i - 1];
      const cx = x[i];
      if ((bx < x0 && cx < x0) || (bx > x1 && cx > x1)) continue;
      const by = y[i - 1];
      const cy = y[i];
      if ((by < y0 && cy < y0) || (by > y1 && cy > y1)) continue;
      const d = (px - ax) * (cy - by) - (py - ay) * (cx - bx);
      if (d === 0) continue;
      const t = ((bx - ax) * (cy - by) - (by - ay) * (cx - bx)) / d;
      const s = ((bx - ax) * (py - ay) - (by - ay) * (px - ax)) / d;
      if (t < 0 || t > 1 || s < 0 || s > 1) continue;
      const qx = ax + t * (px - ax);
      const qy = ay + t * (py - ay);
      if (!this.#covered(i, n, qx, qy)) continue;
      x[i] = qx;
      y[i] = qy;
      this.cut[i] = 1;
      this.size = i + 1;
      for (let k = Math.floor(i / CHUNK) * CHUNK; k <= i; k += 1) this.#box(k);
      return;
    }
  }

  /** Whether the loop from the crossing through points `from` … `to` − 1 runs the same way as the outline: then it lies within the offset. */
  #covered(from: number, to: number, qx: number, qy: number): boolean {
    let twice = 0;
    let lx = qx;
    let ly = qy;
    for (let i = from; i < to; i += 1) {
      twice += lx * this.y[i] - this.x[i] * ly;
      lx = this.x[i];
      ly = this.y[i];
    }
    return twice + lx * qy - qx * ly > 0;
  }
}

/** Points that the path may come to have at most. */
const roomFor = (corners: readonly Corner[], half: number): number =>
  corners.reduce((sum, c) => sum + 2 + (c.turn > 0 ? Math.ceil(c.turn / (2 * half)) : 0), 4);

/**
 * The outline moved outward by `d` m, one closed outline without crossings.
 * @returns undefined where the plain way does not lead to one
 */
export function plainOffset(outline: Outline, d: number): Outline | undefined {
  const n = outline.length;
  if (n < 3) return undefined;
  const corners = known.get(outline) ?? cornersOf(outline);
  known.set(outline, corners);
  const half = Math.acos(Math.max(-1, 1 - ARC_TOLERANCE / d));
  // Begin where the outline reaches farthest: no loop runs through there.
  let first = 0;
  for (let i = 1; i < n; i += 1) if (outline[i].x > outline[first].x) first = i;
  const path = new Path(roomFor(corners, half));
  for (let k = 0; k <= n; k += 1) {
    const i = (first + k) % n;
    const { turn, nx0, ny0, nx1, ny1 } = corners[i];
    const { x, y } = outline[i];
    if (k === 0) {
      path.put(x + d * nx1, y + d * ny1);
      continue;
    }
    if (turn >= 0 && turn <= half && k < n) {
      const [c, s] = [Math.cos(turn / 2), Math.sin(turn / 2)];
      path.put(x + d * (c * nx0 - s * ny0), y + d * (s * nx0 + c * ny0));
      continue;
    }
    path.put(x + d * nx0, y + d * ny0);
    if (turn < 0) path.hollow();
    if (turn > 0) {
      const steps = Math.ceil(turn / (2 * half));
      for (let j = 1; j < steps; j += 1) {
        const [c, s] = [Math.cos((turn * j) / steps), Math.sin((turn * j) / steps)];
        path.put(x + d * (c * nx0 - s * ny0), y + d * (s * nx0 + c * ny0));
      }
    }
    if (k < n) path.put(x + d * nx1, y + d * ny1);
  }
  // A convex outline has no loops. Else it is proved: a closed curve without crossings, every point of which lies a full
  // `d` from the outline, is the edge of the offset and nothing else.
  if (!convex(corners) && !provedOffset(outline, path, d)) return undefined;
  return Array.from({ length: path.size }, (_, i): Point => ({ x: path.x[i], y: path.y[i] }));
}

/** A closed path: its points, and at which of them a loop was cut off. */
export interface OffsetPath {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly size: number;
  readonly cut: Uint8Array;
}

/** Whether a closed path runs round an outline without crossing itself, and lies a full `d` off it, m. */
export const provedOffset = (outline: Outline, path: OffsetPath, d: number): boolean =>
  !crosses(path.x, path.y, path.size) && runsRound(path.x, path.y, path.size) && liesOff(outline, path, d);

/** Whether an outline turns outward at every corner, and once round in all. */
function convex(corners: readonly Corner[]): boolean {
  let round = 0;
  for (const { turn } of corners) {
    if (turn < 0) return false;
    round += turn;
  }
  return Math.abs(round - 2 * Math.PI) < 1e-6;
}

/** Whether a closed path crosses itself. Segments are sorted into the cells of a grid and compared within each. */
function crosses(x: Float64Array, y: Float64Array, n: number): boolean {
  if (n < 3) return true;
  let [x0, x1, y0, y1, total] = [Infinity, -Infinity, Infinity, -Infinity, 0];
  for (let i = 0, j = n - 1; i < n; j = i, i += 1) {
    x0 = Math.min(x0, x[i]);
    x1 = Math.max(x1, x[i]);
    y0 = Math.min(y0, y[i]);
    y1 = Math.max(y1, y[i]);
    total += Math.abs(x[i] - x[j]) + Math.abs(y[i] - y[j]);
  }
  const cell = Math.max((1.5 * total) / n, Math.max(x1 - x0, y1 - y0) / 160);
  const columns = Math.floor((x1 - x0) / cell) + 1;
  const heads = new Int32Array(columns * (Math.floor((y1 - y0) / cell) + 1)).fill(-1);
  const next: number[] = [];
  const segment: number[] = [];
  for (let i = 0; i < n; i += 1) {
    const j = i + 1 === n ? 0 : i + 1;
    const [ax, bx] = x[i] < x[j] ? [x[i], x[j]] : [x[j], x[i]];
    const [ay, by] = y[i] < y[j] ? [y[i], y[j]] : [y[j], y[i]];
    const [c1, r1] = [Math.floor((bx - x0) / cell), Math.floor((by - y0) / cell)];
    for (let r = Math.floor((ay - y0) / cell); r <= r1; r += 1)
      for (let c = Math.floor((ax - x0) / cell); c <= c1; c += 1) {
        const at = r * columns + c;
        for (let e = heads[at]; e >= 0; e = next[e]) if (meet(x, y, segment[e], i, n)) return true;
        next.push(heads[at]);
        segment.push(i);
        heads[at] = next.length - 1;
      }
  }
  return false;
}

/** Whether segments `i` and `j` of a closed path cross; neighbours share a point and do not count. */
function meet(x: Float64Array, y: Float64Array, i: number, j: number, n: number): boolean {
  if (i === j || (i + 1) % n === j || (j + 1) % n === i) return false;
  const b = (i + 1) % n;
  const d = (j + 1) % n;
  return (
    sideOf(x, y, i, b, j) > 0 !== sideOf(x, y, i, b, d) > 0 &&
    sideOf(x, y, j, d, i) > 0 !== sideOf(x, y, j, d, b) > 0
  );
}

const sideOf = (x: Float64Array, y: Float64Array, p: number, q: number, r: number): number =>
  (x[q] - x[p]) * (y[r] - y[p]) - (y[q] - y[p]) * (x[r] - x[p]);

const runsRound = (x: Float64Array, y: Float64Array, n: number): boolean => {
  let twice = 0;
  for (let i = 0, j = n - 1; i < n; j = i, i += 1) twice += x[j] * y[i] - x[i] * y[j];
  return twice > 0;
};

/** Twice the arc tolerance: a chord of the offset may lie that much inside. */
const SLACK = 2 * ARC_TOLERANCE;

/** Every so many points of a stretch between two cuts are looked at: it is off all along, or at none of its places. */
const SAMPLE = 12;

/** The corners of an outline, the first one again at the end, and boxes of its sides by chunks. */
interface Sides {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly boxes: Float64Array;
}

const sidesKnown = new WeakMap<Outline, Sides>();

function sidesOf(outline: Outline): Sides {
  const m = outline.length;
  const x = Float64Array.from({ length: m + 1 }, (_, i) => outline[i % m].x);
  const y = Float64Array.from({ length: m + 1 }, (_, i) => outline[i % m].y);
  const boxes = new Float64Array(4 * Math.ceil(m / CHUNK));
  for (let c = 0; c < boxes.length / 4; c += 1) {
    const [xs, ys] = [
      x.subarray(c * CHUNK, c * CHUNK + CHUNK + 1),
      y.subarray(c * CHUNK, c * CHUNK + CHUNK + 1),
    ];
    boxes.set([Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)], 4 * c);
  }
  return { x, y, boxes };
}

/** Whether no point of a path lies nearer than `d` to the outline. */
function liesOff(outline: Outline, { x, y, cut, size }: OffsetPath, d: number): boolean {
  const sides = sidesKnown.get(outline) ?? sidesOf(outline);
  sidesKnown.set(outline, sides);
  const least = (d - SLACK) * Math.abs(d - SLACK);
  for (let i = 0; i < size; i += 1) {
    const j = i === 0 ? size - 1 : i - 1;
    // Along a long side at several places.
    const pieces = Math.floor(Math.hypot(x[i] - x[j], y[i] - y[j]) / (0.4 * d));
    if (cut[i] === 0 && i % SAMPLE !== 0 && pieces === 0) continue;
    for (let k = 0; k <= pieces; k += 1) {
      const share = k / (pieces + 1);
      if (nearerThan(least, x[i] + share * (x[j] - x[i]), y[i] + share * (y[j] - y[i]), sides)) return false;
    }
  }
  return true;
}

/** Whether a point lies nearer to one of the sides than the root of `least`. */
function nearerThan(least: number, px: number, py: number, { x, y, boxes }: Sides): boolean {
  const last = x.length - 1;
  for (let c = 0; 4 * c < boxes.length; c += 1) {
    const bx = px < boxes[4 * c] ? boxes[4 * c] - px : px > boxes[4 * c + 1] ? px - boxes[4 * c + 1] : 0;
    const by =
      py < boxes[4 * c + 2] ? boxes[4 * c + 2] - py : py > boxes[4 * c + 3] ? py - boxes[4 * c + 3] : 0;
    if (bx * bx + by * by >= least) continue;
    const end = Math.min(last, (c + 1) * CHUNK);
    for (let k = c * CHUNK + 1; k <= end; k += 1) {
      const ux = x[k] - x[k - 1];
      const uy = y[k] - y[k - 1];
      const wx = px - x[k - 1];
      const wy = py - y[k - 1];
      const square = ux * ux + uy * uy;
      const dot = wx * ux + wy * uy;
      const t = dot <= 0 ? 0 : dot >= square ? 1 : dot / square;
      const dx = wx - t * ux;
      const dy = wy - t * uy;
      if (dx * dx + dy * dy < least) return true;
    }
  }
  return false;
}
