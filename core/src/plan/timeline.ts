import { RATE_SPREAD, RATE_SOURCE } from '../materials/work-rates';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { STAGES, type Stage } from '../trace/problem';

/** One stretch of work or of waiting. Times are ms since 1970 UTC; `duration` is in s. */
export interface Task {
  readonly id: string;
  readonly stage: Stage;
  readonly label: string;
  readonly kind: 'work' | 'wait';
  readonly start: number;
  readonly end: number;
  readonly duration: Figure;
  /** Lay numbers of the plies that the task is about. */
  readonly plies?: readonly number[];
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

/** A task before it is placed in time. */
export interface DraftTask {
  readonly id: string;
  readonly stage: Stage;
  readonly label: string;
  readonly kind: 'work' | 'wait';
  readonly duration: Figure;
  readonly plies?: readonly number[];
  /** Window of the layer just laid, s from the start of the task. */
  readonly window?: { readonly opens: Figure; readonly closes: Figure };
}

const workTime = formula({
  id: 'plan/timeline',
  expression: 't = fixed + Σ rate·amount',
  unit: 's',
  source: RATE_SOURCE,
  evaluate: (x: Record<'total', number>) => x.total,
});

/** Hands-on time from a fixed part and rates: (rate, amount) pairs; traced, ±30 %. */
export function handsOn(
  ledger: Ledger,
  id: string,
  label: string,
  fixed: number,
  rates: readonly { rate: number; unit: string; per: string; amount: Figure }[] = [],
): Figure {
  const inputs: Record<string, Figure> = {};
  if (fixed > 0) inputs['fixed'] = ledger.given(`${id}.fixed`, `${label}: fixed`, fixed, 's', 'assumed', RATE_SOURCE);
  let total = fixed;
  rates.forEach((r, i) => {
    inputs[`rate${i + 1}`] = ledger.given(`${id}.rate${i + 1}`, `${label}: ${r.per}`, r.rate, r.unit, 'assumed', RATE_SOURCE);
    inputs[`amount${i + 1}`] = r.amount;
    total += r.rate * r.amount.value;
  });
  return ledger.record(id, label, workTime, total, inputs, [total * (1 - RATE_SPREAD), total * (1 + RATE_SPREAD)]);
}

/**
 * Places the tasks one after another, round the clock. A stage that was reported done ends then, and what
 * follows starts from there.
 *
 * @param start ms since 1970
 * @param done time at which a stage was reported done, ms since 1970
 */
export function placeTasks(drafts: readonly DraftTask[], start: number, done: Readonly<Partial<Record<Stage, number>>>): Timeline {
  let clock = start;
  const stages: StageSpan[] = [];
  for (const stage of STAGES) {
    const own = drafts.filter((d) => d.stage === stage);
    const begin = clock;
    const tasks = own.map((d): Task => {
      const from = clock;
      clock += d.duration.value * 1000;
      const { window, ...task } = d;
      return {
        ...task,
        start: from,
        end: clock,
        ...(window ? { window: { opens: from + window.opens.value * 1000, closes: from + window.closes.value * 1000 } } : {}),
      };
    });
    const doneAt = done[stage];
    if (doneAt !== undefined) clock = Math.max(begin, doneAt);
    stages.push({ stage, start: begin, end: clock, doneAt, tasks });
  }
  return { start, end: clock, stages };
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
