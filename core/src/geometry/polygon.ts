import type { OutlineFault } from '../trace/problem-codes';
import { area, type Outline, type Point } from './outline';
import { bounds, merged, toSegment, type Region } from './region';

/** Smallest traced outline that means anything, m²: 2 mm by 2 mm. */
const SMALLEST = 4e-6;
/** Points nearer than this are one, m. */
const SAME = 1e-5;

const signedTwice = (outline: Outline): number =>
  outline.reduce(
    (sum, p, i) =>
      sum + p.x * outline[(i + 1) % outline.length].y - outline[(i + 1) % outline.length].x * p.y,
    0,
  );

/** Middle of the bounding box of some points, m. */
export function middle(points: readonly Point[]): Point {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
}

/** Doubled points out, counter-clockwise. */
function tidied(points: readonly Point[]): Outline {
  const distinct = points.filter((p, i) => {
    const next = points[(i + 1) % points.length];
    return Math.hypot(p.x - next.x, p.y - next.y) > SAME;
  });
  return signedTwice(distinct) < 0 ? [...distinct].reverse() : distinct;
}

/** Traced outlines as the rest of the plan wants them: tidied, those that overlap made one, centred on the box round all. */
export function settledTogether(outlines: readonly (readonly Point[])[]): Region {
  const centre = middle(outlines.flat());
  return merged(outlines.map((o) => tidied(o).map((p) => ({ x: p.x - centre.x, y: p.y - centre.y }))));
}

/** The outline made larger or smaller about the origin. */
export const scaled = (outline: Outline, factor: number): Outline =>
  outline.map((p) => ({ x: p.x * factor, y: p.y * factor }));

const turn = (a: Point, b: Point, c: Point): number =>
  Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));

/** True when two segments cross or touch. */
const cross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  turn(a, b, c) !== turn(a, b, d) && turn(c, d, a) !== turn(c, d, b);

/** The first pair of sides that cross, by their first points. @returns undefined for a simple outline */
export function crossing(points: readonly Point[]): readonly [number, number] | undefined {
  const n = points.length;
  for (let i = 0; i < n; i += 1)
    for (let j = i + 2; j < n; j += 1) {
      if (i === 0 && j === n - 1) continue;
      if (cross(points[i], points[i + 1], points[j], points[(j + 1) % n])) return [i, j];
    }
  return undefined;
}

/** What is wrong with a traced outline, in words. @returns undefined for one that can be planned on */
export function checkOutline(points: readonly Point[]): OutlineFault | undefined {
  if (points.length < 3) return { kind: 'too few points', points: points.length };
  const crossed = crossing(points);
  if (crossed) return { kind: 'crosses itself', between: [crossed[0] + 1, crossed[1] + 1] };
  if (area(points) < SMALLEST) return { kind: 'encloses nothing' };
  return undefined;
}

/** True when a point lies inside an outline (even–odd rule). */
export function inside(outline: Outline, p: Point): boolean {
  let within = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i, i += 1) {
    const [a, b] = [outline[i], outline[j]];
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) within = !within;
  }
  return within;
}

/** A place well within an outline, for its name: the middle where that lies inside. */
export function wellWithin(outline: Outline): Point {
  const b = bounds([outline]);
  const middle = { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 };
  const clear = (p: Point): number =>
    outline.reduce(
      (least, q, i) => Math.min(least, toSegment(p, q, outline[(i + 1) % outline.length])),
      Infinity,
    );
  const grid = Array.from({ length: 81 }, (_, i) => ({
    x: b.x0 + ((b.x1 - b.x0) * ((i % 9) + 1)) / 10,
    y: b.y0 + ((b.y1 - b.y0) * (Math.floor(i / 9) + 1)) / 10,
  }));
  const within = [middle, ...grid].filter((p) => inside(outline, p));
  return within.reduce((best, p) => (clear(p) > clear(best) * 1.05 ? p : best), within[0] ?? middle);
}
