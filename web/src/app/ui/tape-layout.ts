import type { StageSpan, Timeline } from '@nelbo/core';

/** A stage as a cell of the tape, in px. */
export interface TapeCell {
  readonly span: StageSpan;
  readonly x: number;
  readonly width: number;
  readonly waits: readonly { readonly x: number; readonly width: number }[];
  /** Stretches in which nothing is done and nothing is waited for: nights, and days off. */
  readonly gaps: readonly { readonly x: number; readonly width: number }[];
}

export interface TapeLayout {
  readonly cells: readonly TapeCell[];
  readonly days: readonly { readonly x: number; readonly text: string }[];
  readonly ticks: readonly { readonly x: number; readonly long: boolean }[];
  /** Windows in which the next layer bonds. */
  readonly windows: readonly { readonly x: number; readonly width: number }[];
  readonly now: number;
  /** Room behind the end where what was planned is over and not done: from where, and how late it is, ms. */
  readonly late?: { readonly x: number; readonly by: number };
}

/** Width of what lies behind the end of a late job, px. */
const LATE = 66;
const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** A pause of less is no gap. */
const LEAST_GAP = HOUR;
const LABEL_ROOM = 76;
const TICK_ROOM = 7;

/** Between the end of all that came before and the next task of a stage, ms since 1970. */
function gapsOf({ start, end, tasks }: StageSpan): readonly (readonly [number, number])[] {
  const gaps: (readonly [number, number])[] = [];
  let over = start;
  for (const t of [...tasks].sort((a, b) => a.start - b.start)) {
    if (t.start - over >= LEAST_GAP) gaps.push([over, Math.min(t.start, end)]);
    over = Math.max(over, t.end);
  }
  return gaps;
}

/**
 * Lays the time line along a tape: every stage has at least `minimum` px, the rest is shared by duration, and inside
 * a cell time is to scale.
 */
export function layTape(
  timeline: Timeline,
  width: number,
  minimum: number,
  now: number,
  dayName: (ms: number) => string,
): TapeLayout {
  const { stages } = timeline;
  const total = stages.reduce((sum, s) => sum + (s.end - s.start), 0);
  const late = now > timeline.end && stages.some((s) => s.doneAt === undefined);
  const room = late ? width - LATE : width;
  const free = Math.max(0, room - minimum * stages.length);
  let x = 0;
  const cells = stages.map((span): TapeCell => {
    const w = minimum + (total > 0 ? (free * (span.end - span.start)) / total : free / stages.length);
    const at = x;
    x += w;
    const scale = span.end > span.start ? w / (span.end - span.start) : 0;
    const waits = span.tasks
      .filter((t) => t.kind === 'wait')
      .map((t) => ({
        x: Math.min(t.start, span.end) - span.start,
        end: Math.min(t.end, span.end) - span.start,
      }))
      .map((t) => ({ x: at + t.x * scale, width: (t.end - t.x) * scale }));
    const gaps = gapsOf(span).map(([from, to]) => ({
      x: at + (from - span.start) * scale,
      width: (to - from) * scale,
    }));
    return { span, x: at, width: w, waits, gaps };
  });

  const place = (ms: number): number => {
    if (ms <= timeline.start) return 0;
    const cell = cells.find((c) => ms <= c.span.end);
    if (!cell) return late && ms === now ? width - LATE / 4 : room;
    const length = cell.span.end - cell.span.start;
    return length > 0 ? cell.x + (cell.width * (ms - cell.span.start)) / length : cell.x;
  };

  const days: { x: number; text: string }[] = [{ x: 0, text: dayName(timeline.start) }];
  const midnight = new Date(timeline.start);
  midnight.setHours(24, 0, 0, 0);
  for (let ms = midnight.getTime(); ms < timeline.end; ms += DAY) {
    const at = place(ms);
    if (at - (days.at(-1)?.x ?? 0) >= LABEL_ROOM && room - at >= LABEL_ROOM / 2)
      days.push({ x: at, text: dayName(ms) });
  }

  const ticks = cells.flatMap((c) => {
    const length = c.span.end - c.span.start;
    if (length <= 0) return [];
    const step =
      [HOUR / 4, HOUR / 2, HOUR, 3 * HOUR, 6 * HOUR, 12 * HOUR, DAY].find(
        (s) => (s / length) * c.width >= TICK_ROOM,
      ) ?? DAY;
    const first = Math.ceil(c.span.start / step) * step;
    const own: { x: number; long: boolean }[] = [];
    for (let ms = first; ms < c.span.end; ms += step)
      own.push({ x: place(ms), long: new Date(ms).getHours() % 6 === 0 && new Date(ms).getMinutes() === 0 });
    return own;
  });
  const windows = cells
    .flatMap((c) =>
      c.span.tasks.flatMap((t) =>
        t.window
          ? [
              {
                x: place(t.window.opens),
                width: Math.min(place(t.window.closes), c.x + c.width) - place(t.window.opens),
              },
            ]
          : [],
      ),
    )
    .filter((w) => w.width >= 3);
  return {
    cells,
    days,
    ticks,
    windows,
    now: place(now),
    ...(late ? { late: { x: room, by: now - timeline.end } } : {}),
  };
}
