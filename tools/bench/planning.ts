import { performance } from 'node:perf_hooks';
import { LIBRARY, createPlanner, orderRows, planRepair, readJob, type Job, type Shop } from '@nelbo/core';
import { REPAIRS } from '@nelbo/core/repairs';
import { DEMO_SHOP, demoJobs } from '../../server/src/demo/jobs';
import { rowOf, type Row } from './rows';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const CLOCK = { now: NOW, timeZone: 'Europe/Oslo' };
const SHOP: Shop = {
  ...DEMO_SHOP,
  hours: { days: 'mon-fri', start: '07:30', end: '16:30' },
};
const RUNS = 200;
const WARM_UP = 60;

function times(work: (i: number) => unknown): number[] {
  for (let i = 0; i < WARM_UP; i += 1) work(i);
  return Array.from({ length: RUNS }, (_, i) => {
    const began = performance.now();
    work(WARM_UP + i);
    return performance.now() - began;
  });
}

/** One field after another, each with a value that it has not had before. */
const EDITS: Record<string, (job: Job, i: number) => Job> = {
  thickness: (j, i) => ({ ...j, hull: { ...j.hull, thickness: 0.009 + (i % 400) * 1e-5 } }),
  temperature: (j, i) => ({ ...j, conditions: { ...j.conditions, temperature: 15 + (i % 400) * 0.01 } }),
  size: (j, i) => ({
    ...j,
    damage: {
      ...j.damage,
      findings: [
        { at: '2026-11-20T08:00:00Z', extent: 'true extent', size: [0.15 + (i % 400) * 1e-4, 0.11] },
      ],
    },
  }),
  waste: (j, i) => ({ ...j, laminate: { ...j.laminate, waste: 0.1 + (i % 400) * 1e-4 } }),
  'lay order': (j, i) => ({
    ...j,
    laminate: { ...j.laminate, order: i % 2 ? 'largest first' : 'smallest first' },
  }),
  title: (j, i) => ({ ...j, title: `title ${i}` }),
};

/** A re-plan after one edit, and a plan from nothing, on the largest demo job. */
export function measurePlanning(): readonly Row[] {
  const jobs = demoJobs(NOW).flatMap(({ document }) => readJob(document).job ?? []);
  const traceSize = (job: Job): number =>
    Object.keys(planRepair(job, LIBRARY, SHOP, CLOCK, REPAIRS).plan?.trace ?? {}).length;
  const largest = jobs.reduce((a, b) => (traceSize(b) > traceSize(a) ? b : a));
  const size = `${traceSize(largest)} figures`;
  const rows = Object.entries(EDITS).map(([field, edit]) => {
    const planner = createPlanner(REPAIRS);
    return rowOf(
      `re-plan after ${field}`,
      size,
      times((i) => planner.plan(edit(largest, i), LIBRARY, SHOP, CLOCK)),
      5,
    );
  });
  rows.push(
    rowOf(
      'cold plan',
      size,
      times(() => planRepair(largest, LIBRARY, SHOP, CLOCK, REPAIRS)),
      25,
    ),
  );
  // What the page of a job lays out after every edit.
  const { plan } = planRepair(largest, LIBRARY, SHOP, CLOCK, REPAIRS);
  if (plan)
    rows.push(
      rowOf(
        'steps of a plan, told',
        `${plan.work?.steps.length ?? 0} steps`,
        times(() => orderRows(plan, { timeZone: CLOCK.timeZone })),
        5,
      ),
    );
  rows.push(...measureKinds(jobs));
  const worst: Job = {
    ...largest,
    hull: { ...largest.hull, thickness: 0.06 },
    damage: { kind: 'hole', size: [0.3, 0.3] },
    taper: { ratio: 20 },
  };
  const began = performance.now();
  planRepair(worst, LIBRARY, SHOP, CLOCK, REPAIRS);
  rows.push(
    rowOf('cold plan, 60 mm wall at 20:1', `${traceSize(worst)} figures`, [performance.now() - began]),
  );
  return rows;
}

/** The largest demo job of every kind of repair that is not laminate: a re-plan after one field (median), and a plan from nothing. */
function measureKinds(jobs: readonly Job[]): readonly Row[] {
  const kinds = new Map<string, { job: Job; figures: number }>();
  for (const job of jobs) {
    const { plan } = planRepair(job, LIBRARY, SHOP, CLOCK, REPAIRS);
    const kind = plan?.repair && !plan.dish?.grind ? plan.repair.kind : undefined;
    const figures = Object.keys(plan?.trace ?? {}).length;
    if (kind && figures > (kinds.get(kind)?.figures ?? 0)) kinds.set(kind, { job, figures });
  }
  return [...kinds].flatMap(([kind, { job, figures }]) => {
    const planner = createPlanner(REPAIRS);
    return [
      rowOf(
        `re-plan after size, ${kind}`,
        `${figures} figures`,
        times((i) => planner.plan(EDITS['size'](job, i), LIBRARY, SHOP, CLOCK)),
        5,
      ),
      rowOf(
        `cold plan, ${kind}`,
        `${figures} figures`,
        times(() => planRepair(job, LIBRARY, SHOP, CLOCK, REPAIRS)),
        25,
      ),
    ];
  });
}
