import type { Gap } from './hull-curve';

/** A lattice of places to read a gap at: lines along the hull, stations on them. */
export interface GapGrid {
  /** Stations along the hull and lines up it, m, ascending. */
  readonly stations: readonly number[];
  readonly lines: readonly number[];
}

const even = (from: number, to: number, count: number): number[] =>
  count < 2
    ? [(from + to) / 2]
    : Array.from(
        { length: count },
        (_, i) => Math.round((from + ((to - from) * i) / (count - 1)) * 1e4) / 1e4,
      );

/** Least and most places each way, and in all. */
export const GRID_LIMITS = { least: 2, most: 25, places: 600 } as const;

/** A lattice over a length and a height round the middle of the repair, so many stations and lines. */
export function gridFor(length: number, height: number, stations: number, lines: number): GapGrid {
  return { stations: even(-length / 2, length / 2, stations), lines: even(-height / 2, height / 2, lines) };
}

/** The lattice that a round was read on. @returns undefined where its readings lie on none */
export function gapGrid(gaps: readonly Gap[]): GapGrid | undefined {
  const ascending = (values: readonly number[]): number[] => [...new Set(values)].sort((a, b) => a - b);
  const [stations, lines] = [ascending(gaps.map((g) => g.x)), ascending(gaps.map((g) => g.y))];
  return stations.length <= GRID_LIMITS.most &&
    lines.length <= GRID_LIMITS.most &&
    stations.length * lines.length <= 4 * gaps.length
    ? { stations, lines }
    : undefined;
}

/** How far beyond the finish edge a surface is read, m: a hand's breadth of what is fair shows what is not. */
const BEYOND = 0.12;

/** Length and height to read round a repair, to the next 20 mm. */
export function sizeToRead(length: number, height: number): readonly [number, number] {
  const whole = (m: number): number => Math.ceil((m + 2 * BEYOND) * 50 - 1e-9) / 50;
  return [whole(length), whole(height)];
}

/** Length and height that readings span, m. */
export function sizeRead(gaps: readonly Gap[]): readonly [number, number] {
  const span = (values: readonly number[]): number =>
    Math.max(0.02, Math.max(...values) - Math.min(...values));
  return [span(gaps.map((g) => g.x)), span(gaps.map((g) => g.y))];
}
