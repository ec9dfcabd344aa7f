import type { Stage } from '../trace/problem';
import type { Plan } from '../plan/plan';
import { figure, type Reader, type Said } from './say';
import type { Task } from '../schedule/timeline';
import type { WorkTable } from './work-table';

/** A step or a wait of a stage as it is told: with its number in the whole work, where it has one. */
export interface ToldTask {
  /** Absent for a wait, and for what is put in where a window was missed. */
  readonly n?: number;
  readonly task: Task;
}

/**
 * Steps and waits of a stage in the order in which they are over, numbered through the whole work: what is done while
 * something sets stands before the end of that wait.
 */
export function toldTasks(stage: Stage, plan: Plan): readonly ToldTask[] {
  const tasks = plan.timeline?.stages.find((s) => s.stage === stage)?.tasks ?? [];
  const numbers = new Map((plan.work?.steps ?? []).map((s, k) => [s.id, k + 1]));
  const inOrder = [...tasks].sort((a, b) => a.end - b.end);
  return inOrder.map((task) => {
    const n = task.reopens ? undefined : numbers.get(task.id);
    return n === undefined ? { task } : { n, task };
  });
}

/** The same as a table of the work order; people are named where one does not do it alone. */
export function stepsTable(stage: Stage, plan: Plan, reader: Reader): WorkTable[] {
  const told = toldTasks(stage, plan);
  if (told.length === 0) return [];
  const together = told.some(({ task }) => task.people !== undefined);
  return [
    {
      caption: 'Steps',
      columns: ['No.', 'What', ...(together ? ['People'] : []), 'Time'],
      rows: told.map(({ n, task }): Said[] => [
        n === undefined ? [] : [String(n)],
        [task.kind === 'wait' ? `wait: ${task.label}` : task.label],
        ...(together ? [task.people === undefined ? [] : [`${task.people} people`]] : []),
        [figure(task.duration, reader)],
      ]),
    },
  ];
}
