import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { HttpProblem } from '../http/problem';
import type { Answers, HeavyTask, Outcome } from './tasks';

export interface HeavyLimits {
  /** Threads at once, tasks that may wait for one, time from being handed over to the answer, ms; heap of a thread, MB. */
  readonly threads: number;
  readonly waiting: number;
  readonly timeMs: number;
  readonly memoryMb: number;
}

export const HEAVY_LIMITS: HeavyLimits = {
  threads: Math.max(1, Math.min(2, availableParallelism() - 1)),
  waiting: 40,
  timeMs: 30_000,
  memoryMb: 400,
};

/** Plans, papers, layouts and photographs, made in threads: no request waits for one that it did not ask for. */
export interface Heavy {
  /** @throws HttpProblem what the task refused, 503 when too many wait, 422 for work that takes more time or memory than any sound job */
  run<T extends HeavyTask>(task: T): Promise<Answers[T['kind']]>;
  close(): Promise<void>;
}

/** The built worker lies beside the built server; the specs run both from their sources. */
const here = import.meta.url;
const SOURCE = here.endsWith('.ts');
const worker = new URL(SOURCE ? './worker.ts' : './worker.mjs', here).href;

export function heavyThreads(limits: Partial<HeavyLimits> = {}): Heavy {
  const { threads, waiting, timeMs, memoryMb } = { ...HEAVY_LIMITS, ...limits };
  const pool = new Piscina<HeavyTask, Outcome<unknown>>({
    filename: worker,
    ...(SOURCE ? { execArgv: ['--import', 'tsx'] } : {}),
    // One thread is warm: the first paper of the day is no later than the second.
    minThreads: SOURCE ? 0 : 1,
    maxThreads: threads,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: memoryMb },
  });
  let inside = 0;
  return {
    async run<T extends HeavyTask>(task: T) {
      if (inside >= threads + waiting) throw busy();
      inside += 1;
      const outcome = await pool
        .run(task, { signal: AbortSignal.timeout(timeMs) })
        .catch((e: unknown) => {
          throw foreseen(e) ?? e;
        })
        .finally(() => (inside -= 1));
      if ('done' in outcome) return outcome.done as Answers[T['kind']];
      const { status, title, detail } = outcome.refused;
      throw new HttpProblem(status, title, detail);
    },
    close: () => pool.destroy(),
  };
}

const busy = (): HttpProblem =>
  new HttpProblem(503, 'Too much is being worked out just now', 'try again in a moment');

function foreseen(e: unknown): HttpProblem | undefined {
  const { name, code, message = '' } = e as { name?: string; code?: string; message?: string };
  if (name === 'AbortError' || name === 'TimeoutError')
    return new HttpProblem(
      422,
      'This takes too long to be worked out',
      'the job was saved; make it smaller (fewer holes, fewer readings), or try again when less is going on',
    );
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new HttpProblem(
      422,
      'This takes too much memory to be worked out',
      'the job was saved; make it smaller',
    );
  if (/terminating worker/i.test(message)) return busy();
  return undefined;
}
