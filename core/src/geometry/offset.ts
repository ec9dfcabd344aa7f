import { EndType, JoinType, inflatePaths } from 'clipper2-ts';
import { ARC_TOLERANCE, area, type Outline } from './outline';

/** Clipper works on integers; ten nanometres a step keeps every dimension of a boat inside its exact range. */
const STEPS_PER_METRE = 1e8;
const MITER_LIMIT = 2;

/**
 * Offsets worked out before, per base outline and nanometre of distance. Switching the lay order or one's mind about a
 * ply asks for many of the same again; a base that nobody holds any more takes its offsets with it.
 */
const known = new WeakMap<Outline, Map<number, Outline>>();
const MOST_KEPT = 128;

/**
 * The outline moved outward by `distance` m with round joins, arc tolerance 0.05 mm.
 * Always offset from the base outline, never from an offset, so that tolerances do not add up.
 *
 * @returns the outer boundary; the base itself for a distance of 0
 */
export function offset(outline: Outline, distance: number): Outline {
  if (distance === 0) return outline;
  const nanometres = Math.round(distance * 1e9);
  const kept = known.get(outline) ?? new Map<number, Outline>();
  known.set(outline, kept);
  const before = kept.get(nanometres);
  if (before) return before;
  if (kept.size >= MOST_KEPT) kept.clear();
  const grown = inflate(outline, nanometres * 1e-9);
  kept.set(nanometres, grown);
  return grown;
}

function inflate(outline: Outline, distance: number): Outline {
  const path = outline.map((p) => ({ x: Math.round(p.x * STEPS_PER_METRE), y: Math.round(p.y * STEPS_PER_METRE) }));
  const grown = inflatePaths(
    [path],
    distance * STEPS_PER_METRE,
    JoinType.Round,
    EndType.Polygon,
    MITER_LIMIT,
    ARC_TOLERANCE * STEPS_PER_METRE,
  );
  const outlines = grown.map((g) => g.map((p) => ({ x: p.x / STEPS_PER_METRE, y: p.y / STEPS_PER_METRE })));
  return outlines.reduce((largest, o) => (area(o) > area(largest) ? o : largest), outlines[0] ?? []);
}
