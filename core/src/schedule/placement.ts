import { tzOffset } from '@date-fns/tz';
import { problem, STAGES, type Problem, type Stage } from '../trace/problem';
import type { Lag, Work } from '../work/step';
import { NetworkPlacement, nodesOf } from './place-network';
import type { Crew, Days, Expected, Shut, StageSpan, Task, Timeline, Waits } from './timeline';
import { knownShifts, nextShift, placeWork, shiftLength } from './working-hours';

/** Work within the working hours of the yard; round the clock where it has none. */
export function daysOf({ hours, timeZone = 'UTC' }: Crew): Days {
  if (!hours)
    return {
      longest: Infinity,
      place: (at, length) => ({ start: at, end: at + length }),
      next: () => undefined,
    };
  const zone = Number.isFinite(tzOffset(timeZone, new Date(0))) ? timeZone : 'UTC';
  const known = knownShifts(hours, zone);
  return {
    longest: shiftLength(hours),
    place: (at, length, whole) => placeWork(at, length, whole, hours, zone, known),
    next: (after) => nextShift(after, hours, zone, known),
  };
}

/**
 * Places the steps by what they wait for: work within the working hours of the yard, waits round the clock, one step at a
 * time, since all hands work on the same repair. Of the steps that nothing holds back, the one that can begin first
 * comes first. Where a layer's window would shut over night before the next is laid, the layer itself is laid later, so
 * that it opens and shuts by day; only what no shift can hold is abraded. A stage that was reported done ends then, and
 * what follows starts from there.
 *
 * @param start ms since 1970
 * @param route stages that the repair goes through
 * @param done time at which a stage was reported done, ms since 1970
 * @param waits forecast of the waits; the plan's own figures where it has none
 * @param expected what a wait is thought to take before it is placed; the plan's own figures where it has none
 */
export function placeTasks(
  work: Work,
  start: number,
  done: Readonly<Partial<Record<Stage, number>>>,
  crew: Crew = {},
  route: readonly Stage[] = STAGES,
  waits: Waits = () => undefined,
  expected: (lag: Lag) => Expected | undefined = () => undefined,
): Timeline {
  const nodes = nodesOf(work);
  const days = daysOf(crew);
  let clock = start;
  let first: number | undefined;
  const stages: StageSpan[] = [];
  const shut: Shut[] = [];
  for (const part of toReports(route, done)) {
    const placed = new NetworkPlacement(
      nodes.filter((n) => part.includes(n.stage)),
      {
        clock,
        days,
        hands: crew.hands ?? 1,
        waits,
        expected,
        told: (id) => nodes.find((n) => n.id === id),
      },
    );
    first ??= placed.tasks[0]?.start;
    shut.push(...placed.shut);
    const spans = spansOf(placed.tasks, part, done, clock);
    stages.push(...spans);
    clock = spans.at(-1)?.end ?? clock;
  }
  return { start: first ?? start, end: clock, stages, shut };
}

/** Spans of stages, one after the other, from what was placed of them. @param clock when the first may begin, ms since 1970 */
export function spansOf(
  placed: readonly Task[],
  route: readonly Stage[],
  done: Readonly<Partial<Record<Stage, number>>>,
  clock: number,
): readonly StageSpan[] {
  let before = clock;
  return route.map((stage) => {
    const tasks = placed.filter((t) => t.stage === stage);
    const doneAt = done[stage];
    const last = tasks.reduce((end, t) => Math.max(end, t.end), before);
    const end = doneAt === undefined ? last : Math.max(before, doneAt);
    const begin = tasks.reduce((from, t) => Math.min(from, t.start), tasks[0]?.start ?? before);
    before = end;
    return { stage, start: Math.min(begin, end), end, doneAt, tasks };
  });
}

/** Stages that are placed together: up to each that was reported done, since what follows starts from there. */
function toReports(
  route: readonly Stage[],
  done: Readonly<Partial<Record<Stage, number>>>,
): readonly (readonly Stage[])[] {
  const parts: Stage[][] = [[]];
  for (const stage of route) {
    parts[parts.length - 1].push(stage);
    if (done[stage] !== undefined) parts.push([]);
  }
  return parts.filter((p) => p.length > 0);
}

/** A go that pauses for longer than this was broken off, ms. */
const BROKEN_OFF = 3_600_000;

/** Problems that only a time line says: placed anew, they are told anew. */
export const SAID_BY_PLACING: ReadonlySet<Problem['code']> = new Set(['window-missed', 'go-broken-off']);

/** Windows that shut before work goes on: what was laid or made no longer bonds, and something is done first. */
export const missedWindows = ({ shut }: Timeline): Problem[] =>
  shut.map(({ stage, after, late, first }) =>
    problem({ severity: 'warning', stage, path: 'schedule.start' }, 'window-missed', {
      task: after,
      late,
      first,
    }),
  );

/** A go that no shift holds: it is broken off, and what was laid lies open over night. */
export function brokenGoes(timeline: Timeline): Problem[] {
  const problems: Problem[] = [];
  const last = new Map<string, Task>();
  for (const task of timeline.stages.flatMap((s) => s.tasks)) {
    if (task.go === undefined) continue;
    const before = last.get(task.go);
    last.set(task.go, task);
    if (!before || task.start - before.end < BROKEN_OFF) continue;
    problems.push(
      problem({ severity: 'warning', stage: task.stage, path: 'schedule.start' }, 'go-broken-off', {
        after: before.label,
        before: task.label,
        pause: (task.start - before.end) / 1000,
      }),
    );
  }
  return problems;
}

/** The task under way at a moment: the first of the first stage not yet done that has not ended, if any. */
export function taskAt(timeline: Timeline, now: number): Task | undefined {
  for (const span of timeline.stages) {
    if (span.doneAt !== undefined) continue;
    const task = span.tasks.find((t) => t.end > now);
    if (task) return task;
  }
  return undefined;
}

/** The first wait that has not ended at `now`. */
export function nextWait(timeline: Timeline, now: number): Task | undefined {
  return timeline.stages
    .filter((s) => s.doneAt === undefined)
    .flatMap((s) => s.tasks)
    .find((t) => t.kind === 'wait' && t.end > now);
}
