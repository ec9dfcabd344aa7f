import { LIBRARY, planRepair, readJob } from '@nelbo/core';
import { migrateDatabase } from '../src/db/connect';
import { DEMO_SHOP, demoJobs } from '../src/demo/jobs';
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
    expect(await loadDemo(app.connection.db, NOW)).toBe(5);
    expect(await loadDemo(app.connection.db, NOW)).toBe(0);
    const jobs = await app.call('GET', '/jobs');
    expect(jobs.json.jobs.length).toBe(5);
    const log = await app.call('GET', `/jobs/${demoJobs(NOW)[0].id}/log`);
    expect(log.json.length).toBe(3);
  });

  it('has valid jobs at four stages or more, all planned without an error', () => {
    const shop = { ...DEMO_SHOP, crew: DEMO_SHOP.crew.map((c) => c.name) };
    const stages = new Set<number>();
    for (const { document } of demoJobs(NOW)) {
      const { job, problems } = readJob(document);
      expect(problems).toEqual([]);
      if (!job) continue;
      const result = planRepair(job, LIBRARY, shop, { now: NOW });
      expect(result.problems.filter((p) => p.severity === 'error')).toEqual([]);
      expect(result.plan?.finish).toBeDefined();
      stages.add(document.schedule?.done?.length ?? 0);
    }
    expect(stages.size).toBeGreaterThanOrEqual(4);
  });

  it('survives several servers migrating at once', async () => {
    const folder = new URL('../migrations', import.meta.url).pathname;
    await expectAsync(Promise.all([1, 2, 3].map(() => migrateDatabase(app.connection.pool, folder)))).toBeResolved();
  });
});
