import { Minkowski } from './clipper';
import { offset } from './offset';
import { band, cutAway, common, fromPaths, gapTo, merged, toPaths, type Region } from './region';
import type { Point } from './outline';

/** Something that ground or glass does not run over, m. */
export interface Barrier {
  readonly points: readonly Point[];
  /** An area (a fitting, a window) rather than a line (an edge, a chine). */
  readonly closed: boolean;
  /** A line that runs on past the points that were set: a hull edge, a chine. */
  readonly endless: boolean;
  readonly clearance: number;
}

/** Farther than any repair reaches, m. */
const FAR = 6;

const unit = (a: Point, b: Point): Point => {
  const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: (b.x - a.x) / d, y: (b.y - a.y) / d };
};

/** The line as it stands in the way: an endless one drawn on at both ends. */
export function wayLine({ points, endless }: Barrier): readonly Point[] {
  if (!endless || points.length < 2) return points;
  const [first, second] = points;
  const [last, before] = [points[points.length - 1], points[points.length - 2]];
  const [a, b] = [unit(second, first), unit(before, last)];
  return [
    { x: first.x + a.x * FAR, y: first.y + a.y * FAR },
    ...points,
    { x: last.x + b.x * FAR, y: last.y + b.y * FAR },
  ];
}

/** Room between the damage and what is in the way, less the clearance, m; not below 0. */
export const roomTo = (base: Region, barrier: Barrier): number =>
  Math.max(0, gapTo(base, wayLine(barrier), barrier.closed) - barrier.clearance);

function nearest(base: Region, p: Point): Point {
  return base
    .flat()
    .reduce((best, q) =>
      Math.hypot(q.x - p.x, q.y - p.y) < Math.hypot(best.x - p.x, best.y - p.y) ? q : best,
    );
}

/**
 * Ground that is left alone for a barrier: itself with its clearance, and for one that does not run on endlessly also
 * what lies behind it as seen from the damage, so that no ply has to be slit round it.
 */
export function keptClear(base: Region, barrier: Barrier): Region {
  const line = wayLine(barrier);
  if (barrier.endless) return band(line, barrier.clearance);
  const middle = {
    x: line.reduce((s, p) => s + p.x, 0) / line.length,
    y: line.reduce((s, p) => s + p.y, 0) / line.length,
  };
  const away = unit(nearest(base, middle), middle);
  const [pattern, sweep] = toPaths([
    line,
    [
      { x: 0, y: 0 },
      { x: away.x * FAR, y: away.y * FAR },
    ],
  ]);
  const shadow = fromPaths(Minkowski.sum(pattern, sweep, false));
  const itself = barrier.closed ? merged([line]) : band(line, 1e-4);
  return offset(merged([...shadow, ...itself]), Math.max(barrier.clearance, 1e-4));
}

/** Ground that is kept clear, and how far from the damage it begins, m. */
export interface Clear {
  readonly region: Region;
  readonly gap: number;
}

export const NOTHING_IN_THE_WAY: Clear = { region: [], gap: Infinity };

/** All that is kept clear for some barriers. */
export function clearOf(base: Region, barriers: readonly Barrier[]): Clear {
  if (barriers.length === 0) return NOTHING_IN_THE_WAY;
  return {
    region: merged(barriers.flatMap((b) => keptClear(base, b))),
    gap: Math.min(...barriers.map((b) => roomTo(base, b))),
  };
}

/** What was ended before, so that it is not sought twice. */
const ended = new WeakMap<Region, { readonly clear: Clear; readonly region: Region }>();

/**
 * A region grown from the damage by `distance` m, ended at what is kept clear. What the barrier cuts off from the
 * damage is dropped; the damage itself is always part of it.
 */
export function endedAt(grown: Region, distance: number, clear: Clear, base: Region): Region {
  if (distance < clear.gap) return grown;
  const before = ended.get(grown);
  if (before?.clear === clear) return before.region;
  const left = cutAway(grown, clear.region);
  const joined = left.length > 1 ? left.filter((o) => common([o], base).length > 0) : left;
  const region = clear.gap > 0 ? joined : merged([...joined, ...base]);
  ended.set(grown, { clear, region });
  return region;
}
