import { EndType, JoinType, difference, inflatePaths, intersect, union, type Paths64 } from './clipper';
import { ARC_TOLERANCE, area, perimeter, type Outline, type Point } from './outline';

/** Outlines that do not touch each other, m, each counter-clockwise: one hole or several. */
export type Region = readonly Outline[];

/** Clipper works on integers; ten nanometres a step keeps every dimension of a boat inside its exact range. */
export const STEPS_PER_METRE = 1e8;
/** A loop smaller than this is a splinter of the arithmetic, m². */
const SPLINTER = 1e-9;

export const toPaths = (region: Region): Paths64 =>
  region.map((o) =>
    o.map((p) => ({ x: Math.round(p.x * STEPS_PER_METRE), y: Math.round(p.y * STEPS_PER_METRE) })),
  );

/** Twice the signed area; counter-clockwise is positive. */
const signed = (o: Outline): number => {
  let twice = 0;
  for (let i = 0, j = o.length - 1; i < o.length; j = i, i += 1) twice += o[j].x * o[i].y - o[i].x * o[j].y;
  return twice;
};

/** The outer boundaries of some paths, largest first. Inner boundaries are left out. */
export function fromPaths(paths: Paths64): Region {
  return paths
    .map((path) => path.map((p) => ({ x: p.x / STEPS_PER_METRE, y: p.y / STEPS_PER_METRE })))
    .map((outline) => ({ outline, twice: signed(outline) }))
    .filter((x) => x.twice > 2 * SPLINTER)
    .sort((a, b) => b.twice - a.twice)
    .map((x) => x.outline);
}

/** Area of all outlines, m². */
export const regionArea = (region: Region): number => region.reduce((sum, o) => sum + area(o), 0);

/** Length of all outlines, m. */
export const regionPerimeter = (region: Region): number => region.reduce((sum, o) => sum + perimeter(o), 0);

/** Bounding box of some outlines, m. */
export function bounds(region: Region): { x0: number; x1: number; y0: number; y1: number } {
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const o of region)
    for (const p of o) {
      if (p.x < x0) x0 = p.x;
      if (p.x > x1) x1 = p.x;
      if (p.y < y0) y0 = p.y;
      if (p.y > y1) y1 = p.y;
    }
  return { x0, x1, y0, y1 };
}

/** Overall length (along x) and width (along y) of a region, m. */
export function regionExtent(region: Region): { length: number; width: number } {
  const b = bounds(region);
  return { length: b.x1 - b.x0, width: b.y1 - b.y0 };
}

/** Several outlines as one region; those that overlap become one. */
export const merged = (outlines: Region): Region =>
  outlines.length < 2 ? outlines : fromPaths(union(toPaths(outlines)));

/** What lies in both, m. */
export const common = (a: Region, b: Region): Region => fromPaths(intersect(toPaths(a), toPaths(b)));

/** What is left of a region when others are cut away; a hole inside it is closed again (a ply has no hole in it). */
export const cutAway = (region: Region, others: Region): Region =>
  fromPaths(difference(toPaths(region), toPaths(others)));

/** The band within `distance` m of a line. */
export const band = (line: readonly Point[], distance: number): Region =>
  fromPaths(
    inflatePaths(
      toPaths([line]),
      Math.max(distance, 1e-4) * STEPS_PER_METRE,
      JoinType.Round,
      EndType.Round,
      2,
      ARC_TOLERANCE * STEPS_PER_METRE,
    ),
  );

/** Distance of a point from a segment, m. */
export function toSegment(p: Point, a: Point, b: Point): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / square));
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

const turn = (a: Point, b: Point, c: Point): number =>
  Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));

/** Gap between two intervals, each by its ends. */
const apart = (a: number, b: number, c: number, d: number): number =>
  Math.max(Math.min(a, b) - Math.max(c, d), Math.min(c, d) - Math.max(a, b));

/** Least distance between a region's edges and a line or closed outline, m; 0 where they cross. */
export function gapTo(region: Region, line: readonly Point[], closed: boolean): number {
  const sides = line
    .slice(closed ? 0 : 1)
    .map((b, i): [Point, Point] => (closed ? [line[(i + line.length - 1) % line.length], b] : [line[i], b]));
  let least = Infinity;
  for (const o of region)
    for (let i = 0, j = o.length - 1; i < o.length; j = i, i += 1) {
      const a = o[j];
      const b = o[i];
      for (const [c, d] of sides) {
        // Most pairs are farther apart than the nearest so far, by their boxes alone.
        if (apart(a.x, b.x, c.x, d.x) >= least || apart(a.y, b.y, c.y, d.y) >= least) continue;
        if (turn(a, b, c) !== turn(a, b, d) && turn(c, d, a) !== turn(c, d, b)) return 0;
        least = Math.min(least, toSegment(a, c, d), toSegment(c, a, b), toSegment(d, a, b));
      }
    }
  return least;
}
