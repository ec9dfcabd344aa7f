import type { Plan } from '@nelbo/core';
import type { Inspected } from '@nelbo/core/inspect';
import type { Random } from './random';

export interface Spoilt {
  readonly plan: Plan;
  readonly what: string;
}

/** Changes a plan. @returns undefined where the plan has nothing that it could change */
export type Operator = (inspected: Inspected, random: Random) => Spoilt | undefined;

type Task = NonNullable<Plan['timeline']>['stages'][number]['tasks'][number];

export const tasksOf = ({ timeline }: Plan): ReadonlyMap<string, Task> =>
  new Map((timeline?.stages ?? []).flatMap((s) => s.tasks).map((t) => [t.id, t]));

const withTasks = (plan: Plan, change: (tasks: readonly Task[]) => readonly Task[]): Plan =>
  plan.timeline
    ? {
        ...plan,
        timeline: {
          ...plan.timeline,
          stages: plan.timeline.stages.map((s) => ({ ...s, tasks: change(s.tasks) })),
        },
      }
    : plan;

/** @param by how much later each task is done, ms */
export const moved = (plan: Plan, by: (task: Task) => number): Plan =>
  withTasks(plan, (tasks) => tasks.map((t) => ({ ...t, start: t.start + by(t), end: t.end + by(t) })));

/** A plan without a step, in its work and in its time line. */
export function without(plan: Plan, id: string): Plan {
  const less = withTasks(plan, (tasks) => tasks.filter((t) => t.id !== id));
  return plan.work
    ? { ...less, work: { ...plan.work, steps: plan.work.steps.filter((s) => s.id !== id) } }
    : less;
}
