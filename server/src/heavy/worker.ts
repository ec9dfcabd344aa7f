import { HttpProblem } from '../http/problem';
import { makePaper } from '../papers/make';
import { clean, shrink } from '../photos/shrink';
import type { HeavyTask, Outcome } from './tasks';

/** Does one piece of heavy work in a thread of its own, where it holds up nobody else. */
export default async function work(task: HeavyTask): Promise<Outcome<unknown>> {
  try {
    return { done: await doing(task) };
  } catch (e) {
    if (e instanceof HttpProblem) return { refused: { status: e.status, title: e.title, detail: e.detail } };
    throw e;
  }
}

function doing(task: HeavyTask): Promise<unknown> {
  switch (task.kind) {
    case 'paper':
      return makePaper(task.paper, task.facts);
    case 'photo':
      return shrink({ bytes: Buffer.from(task.bytes), type: task.type, name: task.name });
    case 'clean photo':
      return clean(Buffer.from(task.bytes));
  }
}
