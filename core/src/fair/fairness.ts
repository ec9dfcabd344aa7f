import { inside } from '../geometry/polygon';
import type { Region } from '../geometry/region';
import { fitHullCurve, type Edge, type Gap, type HullCurve } from './hull-curve';
import { heightField, type HeightField } from './height-field';

export interface FairnessQuestion {
  readonly gaps: readonly Gap[];
  readonly edge: Edge;
  /** The surface counts as fair when nothing is off by more, m. */
  readonly tolerance: number;
  /** What may be cut off a high spot, m. */
  readonly cutLimit: number;
  /** What was ground and filled, in the frame of the gaps: beyond it lies sound hull, which gives the level and is not cut. */
  readonly repaired?: Region;
}

/** What a surface is levelled by: the hull round the repair, or what was read where none of that was. */
export type LevelBy = 'sound hull' | 'itself';

/** A low or a high that hangs together. */
export interface Patch {
  readonly x: number;
  readonly y: number;
  /** Its extent along the hull and up it, m. */
  readonly length: number;
  readonly width: number;
  readonly area: number;
  /** Farthest off the target, m, and what lies between, m³. */
  readonly most: number;
  readonly volume: number;
}

/** One cell of a coarse lattice over what was read, for portioning the filler. */
export interface FillCell {
  /** Column letter from aft, row number from below: "B2". */
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
  readonly volume: number;
}

export interface Fairness {
  readonly curve: HullCurve;
  readonly level: LevelBy;
  /** Heights over the target, m: lows are negative. */
  readonly field: HeightField;
  /** The readings over the target, m, in their order. */
  readonly heights: readonly number[];
  readonly area: number;
  readonly lowArea: number;
  readonly deepest: number;
  readonly highest: number;
  /** How far the hull round the repair stands over the level: it is sound, and not cut, m. */
  readonly hullProud: number;
  readonly rms: number;
  /** Filler up to the target, m³, without overfill. */
  readonly fill: number;
  /** What is cut off above it, m³. */
  readonly cut: number;
  /** Lows and highs beyond the tolerance, the largest volume first. */
  readonly lows: readonly Patch[];
  readonly highs: readonly Patch[];
  readonly cells: readonly FillCell[];
  readonly fair: boolean;
}

/** At the most this share of the surface is cut down to reach the rest. */
const CUT_SHARE = 0.1;
/** The lattice of portions has at the most so many columns and rows. */
const LATTICE = { columns: 6, rows: 4 };

/** So many readings on the hull round a repair give a level. */
const LEAST_SOUND = 4;

/** The level of a surface that was read alone: as low as the highs allow, so that least is filled. */
function ownLevel(heights: readonly number[], cutLimit: number): number {
  const sorted = [...heights].sort((a, b) => b - a);
  return Math.max(sorted[0] - cutLimit, sorted[Math.floor(CUT_SHARE * sorted.length)]);
}

/** The level of the hull round the repair, raised where the repair stands higher than may be cut. */
function hullLevel(heights: readonly number[], sound: readonly boolean[], cutLimit: number): number {
  const round = heights.filter((_, i) => sound[i]).sort((a, b) => a - b);
  const highest = Math.max(-Infinity, ...heights.filter((_, i) => !sound[i]));
  return Math.max(round[Math.floor(round.length / 2)], highest - cutLimit);
}

const within = (region: Region, p: { readonly x: number; readonly y: number }): boolean =>
  region.some((o) => inside(o, p));

/** Which readings lie on sound hull beyond the repair. @returns undefined where too few do to tell a level */
function onSoundHull({ gaps, repaired }: FairnessQuestion): readonly boolean[] | undefined {
  if (!repaired || repaired.length === 0) return undefined;
  const sound = gaps.map((g) => !within(repaired, g));
  return sound.filter(Boolean).length >= LEAST_SOUND ? sound : undefined;
}

/** A patch must pass the tolerance by this much to be worth a blade or a block, unless it is the only one. */
const WORTH = 1.2;

/** Cells beyond a limit, gathered where they touch; slivers left out. @param sign −1 for lows, 1 for highs */
function patches(field: HeightField, limit: number, sign: 1 | -1): readonly Patch[] {
  const { columns, rows, heights } = field;
  const seen = new Uint8Array(heights.length);
  const found: Patch[] = [];
  const beyond = (k: number): boolean => sign * heights[k] > limit;
  for (let start = 0; start < heights.length; start += 1) {
    if (seen[start] || !beyond(start)) continue;
    const queue = [start];
    seen[start] = 1;
    let [count, volume, most, sx, sy] = [0, 0, 0, 0, 0];
    let [left, right, low, high] = [columns, 0, rows, 0];
    while (queue.length > 0) {
      const k = queue.pop() as number;
      const [i, j] = [k % columns, Math.floor(k / columns)];
      const h = sign * heights[k];
      [count, volume, most, sx, sy] = [count + 1, volume + h, Math.max(most, h), sx + i * h, sy + j * h];
      [left, right, low, high] = [Math.min(left, i), Math.max(right, i), Math.min(low, j), Math.max(high, j)];
      for (const next of [
        i > 0 ? k - 1 : -1,
        i < columns - 1 ? k + 1 : -1,
        j > 0 ? k - columns : -1,
        j < rows - 1 ? k + columns : -1,
      ]) {
        if (next < 0 || seen[next] || !beyond(next)) continue;
        seen[next] = 1;
        queue.push(next);
      }
    }
    const cell = field.dx * field.dy;
    found.push({
      x: field.x0 + (sx / volume) * field.dx,
      y: field.y0 + (sy / volume) * field.dy,
      length: (right - left + 1) * field.dx,
      width: (high - low + 1) * field.dy,
      area: count * cell,
      most,
      volume: volume * cell,
    });
  }
  found.sort((a, b) => b.volume - a.volume);
  return found.filter((p, i) => i === 0 || p.most > WORTH * limit);
}

/** A patch is as far off as the worst reading in it: the middle of a cell lies beside the reading. */
function withReadings(
  found: readonly Patch[],
  gaps: readonly Gap[],
  heights: readonly number[],
  sign: 1 | -1,
): readonly Patch[] {
  return found.map((p) => {
    const inside = gaps.map((g, i) =>
      Math.abs(g.x - p.x) <= p.length && Math.abs(g.y - p.y) <= p.width ? sign * heights[i] : 0,
    );
    return { ...p, most: Math.max(p.most, ...inside) };
  });
}

function lattice(field: HeightField): readonly FillCell[] {
  const long = field.columns * field.dx;
  const tall = field.rows * field.dy;
  const columns = Math.max(1, Math.min(LATTICE.columns, field.columns));
  const rows = Math.max(1, Math.min(LATTICE.rows, Math.round((columns * tall) / long)));
  const volumes = new Float64Array(columns * rows);
  field.heights.forEach((h, k) => {
    if (!(h < 0)) return;
    const i = Math.min(columns - 1, Math.floor(((k % field.columns) / field.columns) * columns));
    const j = Math.min(rows - 1, Math.floor((Math.floor(k / field.columns) / field.rows) * rows));
    volumes[j * columns + i] -= h * field.dx * field.dy;
  });
  return [...volumes].map((volume, k): FillCell => {
    const [i, j] = [k % columns, Math.floor(k / columns)];
    return {
      name: `${String.fromCharCode(65 + i)}${j + 1}`,
      x: field.x0 - field.dx / 2 + (i * long) / columns,
      y: field.y0 - field.dy / 2 + (j * tall) / rows,
      length: long / columns,
      width: tall / rows,
      volume,
    };
  });
}

interface Levelled {
  readonly curve: HullCurve;
  readonly heights: readonly number[];
  /** Readings on the hull round the repair, where those give the level. */
  readonly sound?: readonly boolean[];
}

/** The readings over the level that the surface is made up to, m, and the curve that was taken out of them. */
export function levelled(q: FairnessQuestion): Levelled {
  const { gaps, edge, cutLimit } = q;
  const sound = onSoundHull(q);
  const curve = fitHullCurve(gaps, edge, sound);
  const raw = gaps.map((g) => -g.gap - curve.at(g));
  const target = sound ? hullLevel(raw, sound, cutLimit) : ownLevel(raw, cutLimit);
  return { curve, heights: raw.map((h) => h - target), ...(sound ? { sound } : {}) };
}

/** The same field with what stands proud of sound hull left out: only the repair is cut back. */
function cutField(field: HeightField, repaired: Region): HeightField {
  const heights = field.heights.map((h, k) => {
    if (!(h > 0)) return h;
    const [i, j] = [k % field.columns, Math.floor(k / field.columns)];
    return within(repaired, { x: field.x0 + i * field.dx, y: field.y0 + j * field.dy }) ? h : 0;
  });
  return { ...field, heights };
}

/**
 * Where a surface is low and high, from gaps under an edge. The hull's own curve is taken out. The level is that of the
 * sound hull beyond the repair, so that a repair that is low everywhere is low, and only the repair is cut; where
 * nothing was read out there, the level is one that leaves the least to fill. What lies under it is summed up.
 *
 * @param q gaps in m, not negative; at least 4 readings that enclose an area
 * @returns undefined when the readings enclose no area
 */
export function fairnessOf(q: FairnessQuestion): Fairness | undefined {
  if (q.gaps.length < 4) return undefined;
  const { curve, heights, sound } = levelled(q);
  // Sound hull is not cut: where it stands proud it counts as level, and lends no height to the repair beside it.
  const counted = heights.map((h, i) => (sound?.[i] ? Math.min(0, h) : h));
  const read = heightField(q.gaps.map((g, i) => ({ x: g.x, y: g.y, height: counted[i] })));
  if (!read) return undefined;
  const field = sound && q.repaired ? cutField(read, q.repaired) : read;
  const cell = field.dx * field.dy;
  let [count, low, fill, cut] = [0, 0, 0, 0];
  for (const h of field.heights) {
    if (Number.isNaN(h)) continue;
    count += 1;
    if (h < -q.tolerance) low += 1;
    if (h < 0) fill -= h;
    else if (h > 0) cut += h;
  }
  const deepest = Math.max(0, ...heights.map((h) => -h));
  const highest = Math.max(0, ...heights.filter((_, i) => !sound?.[i]));
  return {
    curve,
    level: sound ? 'sound hull' : 'itself',
    hullProud: Math.max(0, ...heights.filter((_, i) => sound?.[i])),
    field,
    heights,
    area: count * cell,
    lowArea: low * cell,
    deepest,
    highest,
    rms: Math.sqrt(heights.reduce((s, h) => s + h * h, 0) / heights.length),
    fill: fill * cell,
    cut: cut * cell,
    lows: withReadings(patches(field, q.tolerance, -1), q.gaps, counted, -1),
    highs: withReadings(patches(field, q.tolerance, 1), q.gaps, counted, 1),
    cells: lattice(field),
    fair: deepest <= q.tolerance && highest <= q.tolerance,
  };
}
