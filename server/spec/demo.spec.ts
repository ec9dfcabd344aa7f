import {
  LIBRARY,
  planRepair,
  readJob,
  refineProblems,
  stageWords,
  yardLibrary,
  type Shop,
} from '@nelbo/core';
import { wholeBoat } from '@nelbo/core/boat';
import { provenForecast } from '@nelbo/core/cure';
import { REPAIRS } from '@nelbo/core/repairs';
import { migrateDatabase } from '../src/db/connect';
import { DEMO_PRODUCTS, DEMO_SHOP, demoJobs } from '../src/demo/jobs';
import { loadDemo } from '../src/demo/load';
import { start, type Running } from './harness';

const NOW = Date.parse('2026-11-24T09:00:00Z');

describe('the demo yard', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(() => app.stop());

  it('loads once into an empty database', async () => {
    expect(await loadDemo(app.connection.db, NOW)).toBe(32);
    expect(await loadDemo(app.connection.db, NOW)).toBe(0);
    const jobs = await app.call('GET', '/jobs');
    expect(jobs.json.jobs.length).toBe(32);
    const log = await app.call('GET', `/jobs/${demoJobs(NOW)[0].id}/log`);
    expect(log.json.length).toBe(3);
  });

  it('breaks no gate: the inspector replays every job of it, two shells, structure and second rounds among them', () => {
    const library = yardLibrary(
      LIBRARY,
      DEMO_PRODUCTS.map(({ id, product }) => ({ ...product, id })),
    );
    for (const { document } of demoJobs(NOW)) {
      const { places } = wholeBoat(document, library, DEMO_SHOP, { now: NOW }, REPAIRS);
      for (const { name, plan, problems } of places) {
        expect(plan?.timeline).withContext(`${document.title}, ${name}`).toBeDefined();
        expect(problems.flatMap((p) => (p.code === 'broken-gate' ? [p.params] : [])))
          .withContext(`${document.title}, ${name}`)
          .toEqual([]);
      }
    }
  });

  it('is too cold for the anchored topside to set, whenever the yard is looked at', () => {
    for (let hour = 0; hour < 24; hour += 3) {
      const now = NOW + hour * 3_600_000;
      const dotterel = demoJobs(now).find((j) => j.document.boat?.name === 'Yawl “Dotterel”');
      const { job } = readJob(dotterel?.document);
      if (!job) throw new Error('Dotterel is not in the yard');
      const shop: Shop = { ...DEMO_SHOP, hours: { days: 'always' } };
      const result = planRepair(job, LIBRARY, shop, { now }, REPAIRS);
      const cure = provenForecast(job, result, LIBRARY, shop, { now });
      const codes = cure ? refineProblems(result.problems, cure).map((p) => p.code) : [];
      expect(codes).withContext(`${hour} h later`).toContain('never-sets');
    }
  });

  it('has valid jobs at four stages or more over eight hull families or more, each with a sensible match', () => {
    const stages = new Set<number>();
    const families = new Set<string>();
    const library = yardLibrary(
      LIBRARY,
      DEMO_PRODUCTS.map(({ id, product }) => ({ ...product, id })),
    );
    for (const { document } of demoJobs(NOW)) {
      const { job, problems } = readJob(document);
      expect(problems).toEqual([]);
      if (!job) continue;
      const result = planRepair(job, library, DEMO_SHOP, { now: NOW }, REPAIRS);
      expect(result.problems.filter((p) => p.severity === 'error'))
        .withContext(document.title ?? '')
        .toEqual([]);
      expect(result.plan?.system?.chosen)
        .withContext(document.title ?? '')
        .toBeDefined();
      // Worked out to the end: every stage says what it does, and the hours are known.
      expect(
        result.plan?.totals !== undefined &&
          result.plan.stages.every((stage) => result.plan && stageWords(stage, result.plan)),
      )
        .withContext(document.title ?? '')
        .toBeTrue();
      for (const s of result.plan?.system?.substrates ?? []) families.add(s.family);
      stages.add(document.schedule?.done?.length ?? 0);
    }
    expect(stages.size).toBeGreaterThanOrEqual(4);
    expect(families.size).toBeGreaterThanOrEqual(8);
  });

  it('survives several servers migrating at once', async () => {
    const folder = new URL('../migrations', import.meta.url).pathname;
    await expectAsync(
      Promise.all([1, 2, 3].map(() => migrateDatabase(app.connection.pool, folder))),
    ).toBeResolved();
  });
});
