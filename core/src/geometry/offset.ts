import { EndType, JoinType, inflatePaths, type Paths64 } from './clipper';
import { ARC_TOLERANCE, type Outline, type Point } from './outline';
import { plainOffset } from './plain-offset';
import { bounds, fromPaths, merged, toPaths, STEPS_PER_METRE, type Region } from './region';
import { rolledOffset } from './rolled-offset';

const MITER_LIMIT = 2;

/**
 * Offsets worked out before, per base region and nanometre of distance. Switching the lay order or one's mind about a
 * ply asks for many of the same again; a base that nobody holds any more takes its offsets with it.
 */
const known = new WeakMap<Region, Map<number, Region>>();
const MOST_KEPT = 128;

/**
 * The region moved outward by `distance` m with round joins, arc tolerance 0.05 mm; holes whose tapers meet become one.
 * Always offset from the base region, never from an offset, so that tolerances do not add up. An island that the taper
 * runs round is ground with the rest: a ply has no hole in it.
 *
 * @returns outer boundaries; the base itself for a distance of 0
 */
export function offset(region: Region, distance: number): Region {
  if (distance === 0) return region;
  const nanometres = Math.round(distance * 1e9);
  const kept = known.get(region) ?? new Map<number, Region>();
  known.set(region, kept);
  const before = kept.get(nanometres);
  if (before) return before;
  if (kept.size >= MOST_KEPT) kept.clear();
  const grown = inflate(region, nanometres * 1e-9);
  kept.set(nanometres, grown);
  return grown;
}

/** From so many corners on an outline is thinned first, by so much at most, m: less than the tool that cuts by it. */
const MANY = 200;
const THIN = 0.00002;
const MOST_SKIPPED = 8;

/** A densely traced outline without the corners that nothing hangs on: none left out lies `THIN` or more off the line. */
export function thinned(outline: Outline): Outline {
  if (outline.length <= MANY) return outline;
  const kept = [outline[0]];
  let from = 0;
  const offLine = (a: Point, b: Point, p: Point): boolean =>
    Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) > THIN * Math.hypot(b.x - a.x, b.y - a.y);
  while (from < outline.length - 1) {
    let to = from + 1;
    for (let next = to + 1; next < outline.length && next - from <= MOST_SKIPPED; next += 1) {
      const span = outline.slice(from + 1, next);
      if (span.some((p) => offLine(outline[from], outline[next], p))) break;
      to = next;
    }
    kept.push(outline[to]);
    from = to;
  }
  return kept;
}

const thinKnown = new WeakMap<Outline, Outline>();
function thin(outline: Outline): Outline {
  const before = thinKnown.get(outline) ?? thinned(outline);
  thinKnown.set(outline, before);
  return before;
}

/** An edge that turns inward so sharply, rad, at so many of its corners, is jagged. */
const SHARP = 0.5;
const OFTEN = 0.1;

const jaggedKnown = new WeakMap<Outline, boolean>();
function jagged(outline: Outline): boolean {
  const before = jaggedKnown.get(outline);
  if (before !== undefined) return before;
  const n = outline.length;
  const sharp = outline.filter((p, i) => {
    const [a, b] = [outline[(i + n - 1) % n], outline[(i + 1) % n]];
    const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, b.x - p.x, b.y - p.y];
    return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy) < -SHARP;
  });
  const found = sharp.length > Math.max(4, OFTEN * n);
  jaggedKnown.set(outline, found);
  return found;
}

/** One outline moved outward: by its sides where it is smooth, by a ball rolled round it where it is jagged or folds. */
function grownOf(outline: Outline, distance: number): Outline | undefined {
  const line = thin(outline);
  return (jagged(line) ? undefined : plainOffset(line, distance)) ?? rolledOffset(line, distance);
}

/** Outlines that were offset one by one; those that may touch become one. @returns undefined where one of them cannot be */
function oneByOne(region: Region, distance: number): Region | undefined {
  if (distance < 0) return undefined;
  const each: Outline[] = [];
  for (const outline of region) {
    const grown = grownOf(outline, distance);
    if (!grown) return undefined;
    each.push(grown);
  }
  const boxes = each.map((o) => bounds([o]));
  const apart = boxes.every((a, i) =>
    boxes.every((b, j) => i === j || a.x1 < b.x0 || b.x1 < a.x0 || a.y1 < b.y0 || b.y1 < a.y0),
  );
  return apart ? each : merged(each);
}

function inflate(region: Region, distance: number): Region {
  const grown = oneByOne(region, distance);
  if (grown) return grown;
  const paths: Paths64 = inflatePaths(
    toPaths(region),
    distance * STEPS_PER_METRE,
    JoinType.Round,
    EndType.Polygon,
    MITER_LIMIT,
    ARC_TOLERANCE * STEPS_PER_METRE,
  );
  return fromPaths(paths);
}
