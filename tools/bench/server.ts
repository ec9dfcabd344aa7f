import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { performance } from 'node:perf_hooks';
import { Worker } from 'node:worker_threads';
import type { JobDocument } from '@nelbo/core';
import { rowOf, type Row } from './rows';
import { lengthOf, undisturbed, watchMachine, type Span } from './stands-still';
import { startYard } from './yard';

const JOBS = 5000;
const READS_PER_SECOND = 100;
/** Screens that save as often as the application ever does: once per pause of half a second. */
const SCREENS = 10;
const PAUSE_MS = 500;
const SAVES = 400;
/** Screens that only look on: each holds a stream of events. */
const WATCHERS = 50;
const LISTS = 60;

/** Reads at a steady rate, saves from several screens meanwhile, and lists and searches of a large yard. */
export async function measureServer(): Promise<readonly Row[]> {
  const yard = await startYard(JOBS);
  try {
    const api = `${yard.url}/api/v1`;
    const size = `${JOBS} jobs`;
    const many = async (n: number, call: (i: number) => Promise<Response>): Promise<number[]> => {
      const all: number[] = [];
      for (let i = 0; i < n; i += 1) all.push(lengthOf(await timed(() => call(i))));
      return all;
    };
    await many(20, (i) => fetch(`${api}/jobs/${yard.jobIds[i]}`));

    // What runs for the first time is compiled first, in the bench as in a yard that opened in the morning.
    await saveOften(api, yard.jobIds[400], 30, 5);
    const machine = watchMachine();
    const yardAtWork = await others(api, yard.jobIds.slice(0, 100));
    const saves = (
      await Promise.all(
        Array.from({ length: SCREENS }, async (_, screen) => {
          // People do not press their keys all at the same instant.
          await new Promise((resolve) => setTimeout(resolve, (PAUSE_MS / SCREENS) * screen));
          return saveOften(api, yard.jobIds[500 + screen], SAVES / SCREENS);
        }),
      )
    ).flat();
    const { told, times, faults } = await yardAtWork.stop();
    const pauses = await machine.pauses();
    if (told < SAVES * WATCHERS * 0.9)
      throw new Error(`${WATCHERS} screens were told ${told} times of ${SAVES} saves`);
    if (faults.length > 0) throw new Error(`${faults.length} reads failed: ${faults[0]}`);
    return [
      ...withAndWithout(
        'read a job',
        `${Math.round(times.length / (SAVES / SCREENS / 2))}/s over ${size}`,
        times,
        pauses,
      ),
      ...withAndWithout('save a job, acknowledged', `20/s, ${WATCHERS} screens look on`, saves, pauses),
      rowOf('list the yard', size, await many(LISTS, () => fetch(`${api}/jobs?limit=50`)), 100, 'p95'),
      rowOf(
        'search the yard',
        size,
        await many(LISTS, (i) =>
          fetch(`${api}/jobs?search=${i % 2 ? 'eider' : encodeURIComponent('strike, port')}&limit=50`),
        ),
        100,
        'p95',
      ),
      rowOf('jobs under way', size, await many(20, () => fetch(`${api}/jobs/under-way`))),
      rowOf(
        'work order as PDF',
        'one job',
        await many(5, () => fetch(`${api}/jobs/${yard.jobIds[1]}/work-orders/current.pdf`)),
      ),
      rowOf('backup of the yard', size, await many(3, () => fetch(`${api}/backup`))),
    ];
  } finally {
    await yard.stop();
  }
}

/** Everything measured, and what of it was measured while the machine was all ours: the server is held to the second. */
function withAndWithout(
  work: string,
  size: string,
  spans: readonly Span[],
  pauses: readonly Span[],
): readonly Row[] {
  const calm = undisturbed(spans, pauses);
  const share = Math.round((100 * calm.length) / spans.length);
  return [
    rowOf(work, size, spans.map(lengthOf)),
    rowOf('  undisturbed by the machine', `${share} % of them`, calm.map(lengthOf), 50, 'p99'),
  ];
}

/** Calls and reads the answer to its end. */
async function timed(call: () => Promise<Response>): Promise<Span> {
  const began = performance.now();
  const res = await call();
  await res.arrayBuffer();
  if (!res.ok) throw new Error(`answered ${res.status}`);
  return [performance.timeOrigin + began, performance.timeOrigin + performance.now()];
}

interface Others {
  /** How often the screens that look on were told of a change of a job. */
  readonly told: number;
  /** When each read came and was answered, and what went wrong. */
  readonly times: readonly Span[];
  readonly faults: readonly string[];
}

/** The rest of the yard at work; it reads until it is told to stop. */
async function others(api: string, ids: readonly string[]): Promise<{ stop(): Promise<Others> }> {
  const workerData = {
    events: `${api}/events`,
    watchers: WATCHERS,
    jobs: ids.map((id) => `${api}/jobs/${id}`),
    readsPerSecond: READS_PER_SECOND,
  };
  const thread = new Worker(new URL('others.mjs', import.meta.url), { workerData });
  await once(thread, 'message');
  thread.postMessage('read');
  return {
    async stop() {
      thread.postMessage('stop');
      return ((await once(thread, 'message')) as [Others])[0];
    },
  };
}

/** One screen that saves one job again and again. */
async function saveOften(api: string, id: string, n: number, pause = PAUSE_MS): Promise<Span[]> {
  const found = await fetch(`${api}/jobs/${id}`);
  if (!found.ok) throw new Error(`answered ${found.status}`);
  const job = (await found.json()) as { version: number; document: JobDocument };
  const times: Span[] = [];
  for (let i = 0; i < n; i += 1) {
    const body = JSON.stringify({
      version: job.version + i,
      saveId: randomUUID(),
      document: { ...job.document, title: `save ${i}` },
    });
    times.push(
      await timed(() =>
        fetch(`${api}/jobs/${id}`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body }),
      ),
    );
    await new Promise((resolve) => setTimeout(resolve, pause));
  }
  return times;
}
