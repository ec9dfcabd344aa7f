import type { Days } from './timeline';

/** Work that follows on at once, ms. */
export interface Stretch {
  readonly length: number;
  readonly unbroken: boolean;
  /** What has to follow on its end within so long, ms, each by a name of its own. */
  readonly leaves?: ReadonlyMap<string, number>;
  /** Names of those that it is itself what has to follow. */
  readonly meets?: readonly string[];
}

/** A stretch of work, or a wait that leaves a window open; ms. A window counts from the beginning of its wait. */
export type Row = Stretch | { readonly wait: number; readonly closes: number };

/** Shifts that a start is put off by at most: a window that no start within a week saves is abraded. */
const MOST_SHIFTS = 5;

/**
 * When a row of work begins: of the earliest moment and the beginnings of the next shifts the one from which the fewest
 * windows shut before the next layer goes on; of equals the earliest.
 *
 * @param rows the work that begins, and what follows it
 * @param at no earlier than this, ms since 1970
 * @param closes the window that this work itself has to meet, ms since 1970
 */
export function fewestShut(
  days: Days,
  rows: readonly [Stretch, ...Row[]],
  at: number,
  closes: number,
): number {
  const [first] = rows;
  const begin = days.place(at, first.length, first.unbroken).start;
  let best = { start: begin, shut: shutFrom(days, rows, begin, closes) };
  let next = begin;
  for (let i = 0; i < MOST_SHIFTS && best.shut > 0; i += 1) {
    const shift = days.next(next);
    if (shift === undefined) break;
    next = shift;
    const shut = shutFrom(days, rows, shift, closes);
    if (shut < best.shut) best = { start: shift, shut };
  }
  return best.start;
}

/** How many windows shut when the row begins at a moment. */
function shutFrom(days: Days, rows: readonly Row[], at: number, closes: number): number {
  let shut = 0;
  let [clock, open] = [at, closes];
  let due: Map<string, number> | undefined;
  for (const row of rows) {
    if ('wait' in row) {
      open = clock + row.closes;
      clock += row.wait;
      continue;
    }
    const { start, end } = days.place(clock, row.length, row.unbroken);
    if (start > open) shut += 1;
    for (const name of row.meets ?? []) if (start > (due?.get(name) ?? Infinity)) shut += 1;
    for (const [name, within] of row.leaves ?? []) (due ??= new Map()).set(name, end + within);
    [clock, open] = [end, Infinity];
  }
  return shut;
}
