import { EndType, JoinType, inflatePaths, type Paths64 } from 'clipper2-ts';
import { ARC_TOLERANCE } from './outline';
import { fromPaths, toPaths, STEPS_PER_METRE, type Region } from './region';

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

function inflate(region: Region, distance: number): Region {
  const grown: Paths64 = inflatePaths(toPaths(region), distance * STEPS_PER_METRE, JoinType.Round, EndType.Polygon, MITER_LIMIT, ARC_TOLERANCE * STEPS_PER_METRE);
  return fromPaths(grown);
}
