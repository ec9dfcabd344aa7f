import type { Figure } from '../trace/figure';
import type { DraftTask } from '../trace/draft-task';
import { tzOffset } from '@date-fns/tz';
import { problem, STAGES, type Problem, type Stage } from '../trace/problem';
import { placeWork, shiftLength, type Shift, type WorkingHours } from './working-hours';

/** One stretch of work or of waiting. Times are ms since 1970 UTC; `duration` is in s. */
export interface Task {
  readonly id: string;
  readonly stage: Stage;
  readonly label: string;
  readonly kind: 'work' | 'wait';
  readonly start: number;
  readonly end: number;
  /** Working time of all hands together, or length of a wait. */
  readonly duration: Figure;
  /** Lay numbers of the plies that the task is about. */
  readonly plies?: readonly number[];
  /** A step that one person must not do alone: how many are needed. */
  readonly people?: number;
  /** Put in because a window had shut: the face is washed and abraded before anything bonds on it again. */
  readonly reopens?: true;
  /** When the next layer bonds without abrasion, ms since 1970. */
  readonly window?: { readonly opens: number; readonly closes: number };
}

export interface StageSpan {
  readonly stage: Stage;
  readonly start: number;
  readonly end: number;
  /** When it was reported done, ms since 1970. */
  readonly doneAt?: number;
  readonly tasks: readonly Task[];
}

export interface Timeline {
  readonly start: number;
  readonly end: number;
  readonly stages: readonly StageSpan[];
}

/** How long a wait takes when it begins at a moment, in place of the plan's figure. Window in ms since 1970. */
export interface ForecastWait {
  readonly duration: Figure;
  readonly window?: { readonly opens: number; readonly closes: number };
}
export type Waits = (draft: DraftTask, start: number) => ForecastWait | undefined;

/** Who works when. */
export interface Crew {
  /** Round the clock where not given. */
  readonly hours?: WorkingHours;
  /** IANA name of the place whose clock the hours are read from; UTC where it is not given. */
  readonly timeZone?: string;
  readonly hands?: number;
}

/** Work that may be broken off over night is longer than this, ms; shorter work waits for the morning. */
const WORTH_BREAKING_OFF = 2 * 3_600_000;

/** Gives the beginning and end of a stretch of work that may not begin before `at`. */
function placer({
  hours,
  timeZone = 'UTC',
}: Crew): (at: number, length: number, whole: boolean) => { start: number; end: number } {
  if (!hours || !(shiftLength(hours) > 0)) return (at, length) => ({ start: at, end: at + length });
  const zone = Number.isFinite(tzOffset(timeZone, new Date(0))) ? timeZone : 'UTC';
  const known = new Map<number, Shift>();
  return (at, length, whole) => placeWork(at, length, whole, hours, zone, known);
}

/**
 * Places the tasks one after another, work within the working hours of the yard and waits round the clock. A stage
 * that was reported done ends then, and what follows starts from there.
 *
 * @param start ms since 1970
 * @param route stages that the repair goes through
 * @param done time at which a stage was reported done, ms since 1970
 * @param waits forecast of the waits; the plan's own figures where it has none
 */
export function placeTasks(
  drafts: readonly DraftTask[],
  start: number,
  done: Readonly<Partial<Record<Stage, number>>>,
  crew: Crew = {},
  route: readonly Stage[] = STAGES,
  waits: Waits = () => undefined,
): Timeline {
  const place = placer(crew);
  const hands = crew.hands ?? 1;
  const length = (d: DraftTask): number => (d.duration.value * 1000) / (d.shared ? hands : 1);
  let clock = start;
  let first: number | undefined;
  const stages: StageSpan[] = [];
  for (const stage of route) {
    const own = drafts.filter((d) => d.stage === stage);
    const tasks: Task[] = [];
    let shut: { readonly closes: number; readonly abrade?: DraftTask } | undefined;
    for (let i = 0; i < own.length;) {
      // A pot and the laying that follows it are placed together.
      let last = i;
      while (own[last].withNext && last + 1 < own.length) last += 1;
      const block = own.slice(i, last + 1);
      const whole = block.reduce((sum, d) => sum + length(d), 0);
      const begin =
        block[0].kind === 'wait'
          ? clock
          : place(clock, whole, block.length > 1 || whole <= WORTH_BREAKING_OFF).start;
      const missed =
        block[0].kind === 'work' && shut?.abrade && begin > shut.closes ? shut.abrade : undefined;
      if (block[0].kind === 'work') shut = undefined;
      if (missed) {
        const {
          shared: _,
          window: __,
          abrade: ___,
          cures: ____,
          until: _____,
          alone: ______,
          ...task
        } = missed;
        const spot = place(begin, length(missed), true);
        tasks.push({ ...task, ...spot, reopens: true });
        clock = spot.end;
        continue;
      }
      clock = begin;
      for (const draft of block) {
        const { window: planned, shared: _, withNext: __, alone: ___, abrade, cures, until, ...task } = draft;
        const forecast = cures && waits(draft, clock);
        if (forecast) {
          const { duration, window } = forecast;
          tasks.push({
            ...task,
            duration,
            start: clock,
            end: clock + duration.value * 1000,
            ...(window ? { window } : {}),
          });
          clock += duration.value * 1000;
          if (window) shut = { closes: window.closes, abrade };
          continue;
        }
        const window = planned;
        const spot =
          until !== undefined
            ? { start: clock, end: Math.max(clock, until) }
            : task.kind === 'wait' || block.length > 1
              ? { start: clock, end: clock + length(draft) }
              : place(clock, length(draft), whole <= WORTH_BREAKING_OFF);
        tasks.push({
          ...task,
          ...spot,
          ...(window
            ? {
                window: {
                  opens: spot.start + window.opens.value * 1000,
                  closes: spot.start + window.closes.value * 1000,
                },
              }
            : {}),
        });
        if (window) shut = { closes: spot.start + window.closes.value * 1000, abrade };
        clock = spot.end;
      }
      i = last + 1;
    }
    const begin = tasks[0]?.start ?? clock;
    first ??= tasks[0]?.start;
    const doneAt = done[stage];
    if (doneAt !== undefined) clock = Math.max(stages.at(-1)?.end ?? start, doneAt);
    stages.push({ stage, start: Math.min(begin, clock), end: clock, doneAt, tasks });
  }
  return { start: first ?? start, end: clock, stages };
}

/** Windows that shut before work goes on: the film has cured past the bond and must be abraded. */
export function missedWindows(timeline: Timeline): Problem[] {
  const problems: Problem[] = [];
  let next: Task | undefined;
  for (const task of timeline.stages.flatMap((s) => s.tasks).reverse()) {
    const following = next;
    if (task.kind === 'work') next = task;
    if (!task.window || !following || following.stage !== task.stage || following.start <= task.window.closes)
      continue;
    problems.push(
      problem({ severity: 'warning', stage: task.stage, path: 'schedule.start' }, 'window-missed', {
        task: task.label,
        late: (following.start - task.window.closes) / 1000,
        next: task.stage === 'laminate' ? 'ply' : 'coat',
        ...(following.reopens ? { abrading: following.duration.value } : {}),
      }),
    );
  }
  return problems.reverse();
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
