import type { Plan } from '../../plan/plan';
import type { Task } from '../../schedule/timeline';
import type { Stage } from '../../trace/problem';
import type { Lag, Soon, Step } from '../../work/step';
import { tellStep } from '../../work/tell';

/** A step with its number in the whole work, and what is waited for before it. */
export interface Numbered {
  readonly n: number;
  readonly step: Step;
  /** What is done, as a sentence begins. */
  readonly text: string;
  readonly before: readonly Lag[];
  /** It has to follow other steps in time. */
  readonly soon: readonly Soon[];
  /** Put in because a window had shut. */
  readonly reopens?: true;
  /** When it is placed. */
  readonly task?: Task;
}

/** A job of so few steps is told in one row. */
export const FEW_STEPS = 12;

/** The work of a plan as it is told everywhere: steps in their order, numbered from one, and what is waited for at the end. */
export interface NumberedWork {
  readonly steps: readonly Numbered[];
  readonly after: readonly Lag[];
  /** When each step and wait is placed, by its id. */
  readonly tasks: ReadonlyMap<string, Task>;
  /** When a stage was reported done, ms since 1970. */
  readonly doneAt: ReadonlyMap<Stage, number>;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** @param plan its work; what a missed window put in stands before the step that it was put in for */
export function numberedWork({ work, timeline }: Pick<Plan, 'work' | 'timeline'>): NumberedWork {
  const tasks = new Map((timeline?.stages ?? []).flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const lags = new Map<string | undefined, Lag[]>();
  const soon = new Map<string, Soon[]>();
  for (const { from, to, lags: own, most } of work?.links ?? []) {
    lags.set(to, [...(lags.get(to) ?? []), ...own]);
    if (most && from !== undefined && to !== undefined)
      soon.set(to, [...(soon.get(to) ?? []), { after: from, ...most }]);
  }
  const steps: Numbered[] = [];
  const put = (step: Step, before: readonly Lag[], reopens: boolean): void => {
    const task = tasks.get(step.id);
    steps.push({
      n: steps.length + 1,
      step,
      text: capital(tellStep(step)),
      before,
      soon: reopens ? [] : (soon.get(step.id) ?? []),
      ...(reopens ? { reopens: true as const } : {}),
      ...(task ? { task } : {}),
    });
  };
  for (const step of work?.steps ?? []) {
    const before = lags.get(step.id) ?? [];
    const shut = [
      ...before.map(({ window }) => window?.missed),
      ...(soon.get(step.id) ?? []).map((s) => s.missed),
    ].flatMap((missed) => (missed && tasks.get(missed.id)?.reopens ? [missed] : []));
    shut.forEach((missed, i) => put(missed, i === 0 ? before : [], true));
    put(step, shut.length > 0 ? [] : before, false);
  }
  const doneAt = new Map(
    (timeline?.stages ?? []).flatMap((s) => (s.doneAt === undefined ? [] : [[s.stage, s.doneAt] as const])),
  );
  return { steps, after: lags.get(undefined) ?? [], tasks, doneAt };
}
