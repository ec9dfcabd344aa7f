import { leastSquares, rowAt, type SparseRow } from '../physics/least-squares';

/** One reading of a gap under an edge, m. x along the hull, y up it. */
export interface Gap {
  readonly x: number;
  readonly y: number;
  readonly gap: number;
}

/** What the gaps are read under: a batten takes the hull's curve, a straight edge shows it. */
export type Edge = 'batten' | 'straight edge';

export interface HullCurve {
  /** Height of the fair hull at a reading, relative to the edge that lay there, m. */
  readonly at: (reading: Gap) => number;
  /** Radius of the hull along it, m; Infinity where flat. */
  readonly radius: number;
  /** Readings that the fit left out, being off the fair surface. */
  readonly left: number;
}

const FLAT: HullCurve = { at: () => 0, radius: Infinity, left: 0 };
/** Rounds of least absolute deviations before readings are left out, and of leaving out. */
const ROUNDS = { absolute: 10, trimmed: 12 };
/** Changes of the fit smaller than this are none, m. */
const SETTLED = 1e-6;
/** At the most this share of the readings is taken to be damage. */
const MOST_LEFT_OUT = 0.6;
/** Readings this close to the curve are on it whatever the scatter, m. */
const HAIR = 0.00002;
/** Curvature below which a hull counts as flat, 1/m. */
const FLATTEST = 1e-4;

/** Readings that settle height and tilt of an edge. */
const ON_EACH_LINE = 2;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Whether two readings are left on every line: fewer do not settle its tilt. */
function everyLineKept(
  gaps: readonly Gap[],
  kept: readonly number[],
  number: ReadonlyMap<number, number>,
): boolean {
  const left = new Array<number>(number.size).fill(0);
  gaps.forEach((g, i) => (left[number.get(g.y) ?? 0] += kept[i]));
  return left.every((n) => n >= ON_EACH_LINE);
}

/**
 * The hull's own curve under a straight edge, by least squares of low order: z = −gap. The edge is laid anew on every
 * line (readings of one y), so each line has a height and a tilt of its own; the curvature is the hull's, the same on
 * all lines but for a linear change with y. Least absolute deviations first, so that a dent does not draw the curve to
 * itself; then readings far off are the damage and are left out, and the rest is fitted until none changes sides.
 *
 * Source: iteratively reweighted and trimmed least squares; limit 3 × 1.48 × the median deviation.
 *
 * @param gaps at least 3 on a line that is to be fitted; lines with fewer are taken as they are
 * @param sound which of them lie on sound hull: a line with two of those is laid through them and not through the repair
 */
export function fitHullCurve(gaps: readonly Gap[], edge: Edge, sound?: readonly boolean[]): HullCurve {
  if (edge === 'batten' || gaps.length < 5) return FLAT;
  const counts = new Map<number, number>();
  for (const { y } of gaps) counts.set(y, (counts.get(y) ?? 0) + 1);
  const lines = [...counts].filter(([, n]) => n >= 3).map(([y]) => y);
  if (lines.length === 0) return FLAT;
  const number = new Map(lines.map((y, i) => [y, i]));
  const onHull = new Map<number, number>();
  gaps.forEach(({ y }, i) => sound?.[i] && onHull.set(y, (onHull.get(y) ?? 0) + 1));
  const used = gaps.filter(
    (g, i) => number.has(g.y) && (!sound || sound[i] || (onHull.get(g.y) ?? 0) < ON_EACH_LINE),
  );
  // Lengths are scaled so that the equations stay well conditioned.
  const size = Math.max(1e-3, ...used.map((g) => Math.max(Math.abs(g.x), Math.abs(g.y))));
  const bendAt = 2 * lines.length;
  const twists = lines.length >= 3;
  const row = (g: Gap): SparseRow => {
    const [i, x, y] = [number.get(g.y) ?? 0, g.x / size, g.y / size];
    return [
      [2 * i, 1],
      [2 * i + 1, x],
      [bendAt, x * x],
      ...(twists ? [[bendAt + 1, x * x * y] as const] : []),
    ];
  };
  const rows = used.map(row);
  const heights = used.map((g) => -g.gap);
  const unknowns = bendAt + (twists ? 2 : 1);
  let c = leastSquares(rows, heights, unknowns);
  // Too few on sound hull to tell its curve: it is taken from all that was read.
  if (!c) return sound ? fitHullCurve(gaps, edge) : FLAT;
  for (let round = 0; round < ROUNDS.absolute; round += 1) {
    const now: readonly number[] = c;
    const weights = rows.map((r, i) => 1 / Math.max(HAIR, Math.abs(heights[i] - rowAt(r, now))));
    const next = leastSquares(rows, heights, unknowns, weights) ?? now;
    c = next;
    if (next.every((v, i) => Math.abs(v - now[i]) < SETTLED)) break;
  }
  let on: readonly number[] = used.map(() => 1);
  for (let round = 0; round < ROUNDS.trimmed; round += 1) {
    const now: readonly number[] = c;
    const off = rows.map((r, i) => Math.abs(heights[i] - rowAt(r, now)));
    const limit = Math.max(HAIR, 3 * 1.48 * median(off));
    const next = off.map((v) => (v <= limit ? 1 : 0));
    const enough =
      next.filter(Boolean).length >= (1 - MOST_LEFT_OUT) * used.length && everyLineKept(used, next, number);
    const again = enough ? leastSquares(rows, heights, unknowns, next) : undefined;
    if (!again) break;
    const same = round > 0 && next.every((v, i) => v === on[i]);
    [c, on] = [again, next];
    if (same) break;
  }
  const fit = c;
  const bend = (2 * fit[bendAt]) / (size * size);
  return {
    at: (g) => (number.has(g.y) ? rowAt(row(g), fit) : 0),
    radius: Math.abs(bend) > FLATTEST ? 1 / Math.abs(bend) : Infinity,
    left: on.filter((v) => v === 0).length,
  };
}
