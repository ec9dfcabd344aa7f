// Measures planning speed on the demo yard: what a person feels while typing, and a plan from nothing.
import { performance } from 'node:perf_hooks';
import { LIBRARY, createPlanner, planRepair, readJob, type Job } from '@nelbo/core';
import { demoJobs } from '../server/src/demo/jobs';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const CLOCK = { now: NOW };
const RUNS = 200;
const WARM_UP = 60;

function quantile(sorted: readonly number[], q: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
}

function measure(work: (i: number) => unknown): { median: number; p95: number } {
  for (let i = 0; i < WARM_UP; i += 1) work(i);
  const times: number[] = [];
  for (let i = 0; i < RUNS; i += 1) {
    const began = performance.now();
    work(WARM_UP + i);
    times.push(performance.now() - began);
  }
  times.sort((a, b) => a - b);
  return { median: quantile(times, 0.5), p95: quantile(times, 0.95) };
}

const jobs = demoJobs(NOW).flatMap(({ document }) => readJob(document).job ?? []);
const traceSize = (job: Job): number => Object.keys(planRepair(job, LIBRARY, {}, CLOCK).plan?.trace ?? {}).length;
const largest = jobs.reduce((a, b) => (traceSize(b) > traceSize(a) ? b : a));
const size = `${traceSize(largest)} figures`;

/** One field after another, each with a value that it has not had before. */
const EDITS: Record<string, (job: Job, i: number) => Job> = {
  thickness: (j, i) => ({ ...j, hull: { ...j.hull, thickness: 0.009 + (i % 400) * 1e-5 } }),
  temperature: (j, i) => ({ ...j, conditions: { ...j.conditions, temperature: 15 + (i % 400) * 0.01 } }),
  size: (j, i) => ({ ...j, damage: { ...j.damage, findings: [{ at: '2026-11-20T08:00:00Z', extent: 'true extent', size: [0.15 + (i % 400) * 1e-4, 0.11] }] } }),
  waste: (j, i) => ({ ...j, laminate: { ...j.laminate, waste: 0.1 + (i % 400) * 1e-4 } }),
  'lay order': (j, i) => ({ ...j, laminate: { ...j.laminate, order: i % 2 ? 'largest first' : 'smallest first' } }),
  title: (j, i) => ({ ...j, title: `title ${i}` }),
};

const rows: [string, string, { median: number; p95: number }, number][] = [];
for (const [field, edit] of Object.entries(EDITS)) {
  const planner = createPlanner();
  rows.push([`re-plan after ${field}`, size, measure((i) => planner.plan(edit(largest, i), LIBRARY, {}, CLOCK)), 5]);
}
rows.push(['cold plan', size, measure(() => planRepair(largest, LIBRARY, {}, CLOCK)), 25]);

console.log(`${'work'.padEnd(26)}${'size'.padEnd(14)}${'median ms'.padStart(10)}${'p95 ms'.padStart(9)}${'budget ms'.padStart(11)}`);
for (const [work, of, t, budget] of rows) {
  console.log(`${work.padEnd(26)}${of.padEnd(14)}${t.median.toFixed(2).padStart(10)}${t.p95.toFixed(2).padStart(9)}${String(budget).padStart(11)}${t.median > budget ? '  over' : ''}`);
}
