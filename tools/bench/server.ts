import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import autocannon from 'autocannon';
import type { JobDocument } from '@nelbo/core';
import { rowOf, type Row } from './rows';
import { startYard } from './yard';

const JOBS = 5000;
const READS_PER_SECOND = 100;
const READ_SECONDS = 10;
/** Autocannon sends the requests of a second as fast as they are answered, so many at a time. */
const READERS = 2;
/** Screens that save as often as the application ever does: once per pause of half a second. */
const SCREENS = 10;
const PAUSE_MS = 500;
const SAVES = 200;
/** Screens that only look on: each holds a stream of events. */
const WATCHERS = 50;
const LISTS = 60;

type Loaded = autocannon.Result & { readonly latency: autocannon.Histogram & { readonly p97_5: number } };

/** Reads at a steady rate, saves from several screens meanwhile, and lists and searches of a large yard. */
export async function measureServer(): Promise<readonly Row[]> {
  const yard = await startYard(JOBS);
  try {
    const api = `${yard.url}/api/v1`;
    const size = `${JOBS} jobs`;
    const timed = async (call: () => Promise<Response>): Promise<number> => {
      const began = performance.now();
      const res = await call();
      await res.arrayBuffer();
      if (!res.ok) throw new Error(`answered ${res.status}`);
      return performance.now() - began;
    };
    const many = async (n: number, call: (i: number) => Promise<Response>): Promise<number[]> => {
      const all: number[] = [];
      for (let i = 0; i < n; i += 1) all.push(await timed(() => call(i)));
      return all;
    };
    await many(20, (i) => fetch(`${api}/jobs/${yard.jobIds[i]}`));

    // What runs for the first time is compiled first, in the bench as in a yard that opened in the morning.
    await saveOften(api, yard.jobIds[400], 30, timed, 5);
    const heard = await watch(api, WATCHERS);
    let read: Loaded | undefined;
    const reading = autocannon({ url: yard.url, workers: 1, duration: READ_SECONDS, connections: READERS, overallRate: READS_PER_SECOND, requests: yard.jobIds.slice(0, 100).map((id) => ({ path: `/api/v1/jobs/${id}` })) }).then((r) => (read = r as Loaded));
    const saves = (await Promise.all(Array.from({ length: SCREENS }, async (_, screen) => {
        // People do not press their keys all at the same instant.
        await new Promise((resolve) => setTimeout(resolve, (PAUSE_MS / SCREENS) * screen));
        return saveOften(api, yard.jobIds[500 + screen], SAVES / SCREENS, timed);
      }))).flat();
    await reading;
    const told = heard.stop();
    if (told < SAVES * WATCHERS * 0.9) throw new Error(`${WATCHERS} screens were told ${told} times of ${SAVES} saves`);
    if (!read || read.non2xx > 0 || read.errors > 0) throw new Error(`reads failed: ${read?.non2xx} refused, ${read?.errors} broken`);
    return [
      { work: 'read a job', size: `${READS_PER_SECOND}/s over ${size}`, median: read.latency.p50, p95: read.latency.p97_5, p99: read.latency.p99, budget: 20, held: 'p99' },
      rowOf('save a job, acknowledged', `20/s, ${WATCHERS} screens look on`, saves, 50, 'p99'),
      rowOf('list the yard', size, await many(LISTS, () => fetch(`${api}/jobs?limit=50`)), 100, 'p95'),
      rowOf('search the yard', size, await many(LISTS, (i) => fetch(`${api}/jobs?search=${i % 2 ? 'eider' : encodeURIComponent('strike, port')}&limit=50`)), 100, 'p95'),
      rowOf('jobs under way', size, await many(20, () => fetch(`${api}/jobs/under-way`))),
      rowOf('work order as PDF', 'one job', await many(5, () => fetch(`${api}/jobs/${yard.jobIds[1]}/work-orders/current.pdf`))),
      rowOf('backup of the yard', size, await many(3, () => fetch(`${api}/backup`))),
    ];
  } finally {
    await yard.stop();
  }
}

/** Screens that look on. @returns how often they were told of a change, once they are closed */
async function watch(api: string, n: number): Promise<{ stop(): number }> {
  const end = new AbortController();
  let told = 0;
  for (let i = 0; i < n; i += 1) {
    const { body } = await fetch(`${api}/events`, { signal: end.signal });
    const read = async (): Promise<void> => {
      for await (const chunk of body as unknown as AsyncIterable<Uint8Array>) told += new TextDecoder().decode(chunk).split('"kind":"job"').length - 1;
    };
    read().catch(() => undefined);
  }
  return {
    stop: () => {
      end.abort();
      return told;
    },
  };
}

/** One screen that saves one job again and again. */
async function saveOften(api: string, id: string, n: number, timed: (call: () => Promise<Response>) => Promise<number>, pause = PAUSE_MS): Promise<number[]> {
  const job = (await (await fetch(`${api}/jobs/${id}`)).json()) as { version: number; document: JobDocument };
  const times: number[] = [];
  for (let i = 0; i < n; i += 1) {
    const body = JSON.stringify({ version: job.version + i, saveId: randomUUID(), document: { ...job.document, title: `save ${i}` } });
    times.push(await timed(() => fetch(`${api}/jobs/${id}`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body })));
    await new Promise((resolve) => setTimeout(resolve, pause));
  }
  return times;
}
