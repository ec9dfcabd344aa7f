import { randomUUID } from 'node:crypto';
import { start, type Running } from './harness';

const document = {
  format: 'nelbo-job/2',
  title: 'Spec job',
  boat: { name: 'Skiff “Spec”' },
  hull: { material: 'frp-solid', thickness: '7 mm' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

describe('the API over PostgreSQL', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(async () => {
    expect(app.errors).toEqual([]);
    await app.stop();
  });

  const create = async (d: object = document): Promise<string> => {
    const id = randomUUID();
    expect((await app.call('POST', '/jobs', { id, document: d })).status).toBe(201);
    return id;
  };

  describe('jobs', () => {
    it('are created once under the client’s id and read back as written', async () => {
      const id = randomUUID();
      const first = await app.call('POST', '/jobs', { id, document });
      const again = await app.call('POST', '/jobs', { id, document });
      expect([first.status, again.status]).toEqual([201, 200]);
      const read = await app.call('GET', `/jobs/${id}`);
      expect(read.json.document).toEqual(document);
      expect(read.json.version).toBe(1);
    });

    it('are saved by version, and a stale save gets 409 with what is there', async () => {
      const id = await create();
      const saved = await app.call('PUT', `/jobs/${id}`, {
        version: 1,
        document: { ...document, title: 'A' },
      });
      expect(saved.json.version).toBe(2);
      const stale = await app.call('PUT', `/jobs/${id}`, {
        version: 1,
        document: { ...document, title: 'B' },
      });
      expect(stale.status).toBe(409);
      expect(stale.type).toContain('application/problem+json');
      expect(stale.json.current.document.title).toBe('A');
      expect(stale.json.current.version).toBe(2);
    });

    it('do not grow a revision when nothing changed, and keep every one that did', async () => {
      const id = await create();
      await app.call('PUT', `/jobs/${id}`, { version: 1, document });
      await app.call('PUT', `/jobs/${id}`, { version: 1, document: { ...document, title: 'two' } });
      const { rows } = await app.connection.pool.query(
        'select version, document from job_revisions where job_id = $1 order by version',
        [id],
      );
      expect(rows.map((r) => [r.version, r.document.title])).toEqual([
        [1, 'Spec job'],
        [2, 'two'],
      ]);
    });

    it('of two savers at once exactly one wins', async () => {
      const id = await create();
      const results = await Promise.all(
        Array.from({ length: 8 }, (_, i) =>
          app.call('PUT', `/jobs/${id}`, { version: 1, document: { ...document, title: `n${i}` } }),
        ),
      );
      expect(results.map((r) => r.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
    });

    it('are found by boat and title, archived and brought back', async () => {
      const id = await create({ ...document, boat: { name: 'Cutter 100%_odd' } });
      const found = async (query: string): Promise<string[]> =>
        (await app.call('GET', `/jobs?${query}`)).json.jobs.map((j: { id: string }) => j.id);
      expect(await found('search=cutter')).toEqual([id]);
      expect(await found(`search=${encodeURIComponent('0%_')}`)).toEqual([id]);
      expect(await found('search=zzz')).toEqual([]);
      await app.call('PUT', `/jobs/${id}/archived`, { archived: true });
      expect(await found('search=cutter')).toEqual([]);
      expect(await found('search=cutter&archived=true')).toEqual([id]);
      expect((await app.call('PUT', `/jobs/${id}/archived`, { archived: false })).json.archived).toBeFalse();
    });

    it('are refused with the field, the range and a suggestion', async () => {
      const bad = await app.call('POST', '/jobs', {
        id: randomUUID(),
        document: { ...document, hull: { material: 'frp-solid', thickness: '7 m' } },
      });
      expect(bad.status).toBe(422);
      expect(bad.json.problems[0]).toEqual(
        jasmine.objectContaining({ path: 'hull.thickness', allowed: '0.2 to 60 mm' }),
      );
      expect(
        (
          await app.call('POST', '/jobs', {
            id: randomUUID(),
            document: { ...document, format: 'nelbo-job/9' },
          })
        ).status,
      ).toBe(422);
    });

    it('answer wrong requests with problem+json', async () => {
      const cases: [string, string, unknown, number][] = [
        ['GET', '/jobs/not-a-uuid', undefined, 400],
        ['GET', `/jobs/${randomUUID()}`, undefined, 404],
        ['PUT', `/jobs/${randomUUID()}`, { version: 1, document }, 404],
        ['POST', '/jobs', { id: 'x', document }, 400],
        ['POST', '/jobs', {}, 400],
        ['POST', '/jobs', '{"broken', 400],
        ['PUT', `/jobs/${randomUUID()}`, { version: 'one', document }, 400],
        ['PUT', `/jobs/${randomUUID()}/archived`, { archived: 'yes' }, 400],
        ['GET', '/jobs?archived=perhaps', undefined, 400],
        ['GET', '/nowhere', undefined, 404],
        [
          'POST',
          '/jobs',
          { id: randomUUID(), document: { ...document, title: 'x'.repeat(10_100_000) } },
          413,
        ],
      ];
      for (const [method, path, body, status] of cases) {
        const res = await app.call(method, path, body);
        expect(res.status).withContext(`${method} ${path}`).toBe(status);
        expect(res.type).withContext(`${method} ${path}`).toContain('application/problem+json');
        expect(res.json.title).withContext(`${method} ${path}`).toBeTruthy();
      }
    });
  });

  describe('the log', () => {
    const entry = () => ({
      id: randomUUID(),
      stage: 'grind',
      at: '2026-11-23T08:00:00.000Z',
      who: 'Tam',
      text: 'Gauge checked.',
    });

    it('stores an entry once, however often it is sent', async () => {
      const id = await create();
      const e = entry();
      const results = await Promise.all(
        Array.from({ length: 6 }, () => app.call('POST', `/jobs/${id}/log`, e)),
      );
      expect(results.map((r) => r.status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
      const log = await app.call('GET', `/jobs/${id}/log`);
      expect(log.json.length).toBe(1);
      expect(log.json[0]).toEqual(jasmine.objectContaining(e));
    });

    it('keeps the order of receipt', async () => {
      const id = await create();
      for (let i = 0; i < 5; i += 1)
        await app.call('POST', `/jobs/${id}/log`, { ...entry(), text: `entry ${i}` });
      const log = await app.call('GET', `/jobs/${id}/log`);
      expect(log.json.map((e: { text: string }) => e.text)).toEqual([0, 1, 2, 3, 4].map((i) => `entry ${i}`));
    });

    it('refuses the same id with other words', async () => {
      const id = await create();
      const e = entry();
      await app.call('POST', `/jobs/${id}/log`, e);
      expect((await app.call('POST', `/jobs/${id}/log`, { ...e, text: 'other' })).status).toBe(409);
      expect((await app.call('POST', `/jobs/${await create()}/log`, e)).status).toBe(409);
    });

    it('names every bad field', async () => {
      const id = await create();
      const res = await app.call('POST', `/jobs/${id}/log`, {
        id: randomUUID(),
        stage: 'polish',
        at: 'noon',
      });
      expect(res.status).toBe(422);
      expect(res.json.problems.map((p: { path: string }) => p.path).sort()).toEqual([
        'at',
        'stage',
        'text',
        'who',
      ]);
      expect((await app.call('POST', `/jobs/${randomUUID()}/log`, entry())).status).toBe(404);
    });

    it('is append-only in the database itself', async () => {
      const id = await create();
      await app.call('POST', `/jobs/${id}/log`, entry());
      for (const statement of [
        "update log_entries set text = 'x'",
        'delete from log_entries',
        'truncate log_entries',
      ]) {
        await expectAsync(app.connection.pool.query(statement))
          .withContext(statement)
          .toBeRejectedWithError(/append-only/);
      }
    });
  });

  describe('the shop', () => {
    it('is empty until somebody enters it, then keeps what was entered', async () => {
      const fresh = await start();
      expect((await fresh.call('GET', '/shop')).json).toEqual({});
      const put = await fresh.call('PUT', '/shop', {
        name: 'Yard',
        temperature: '64.4 °F',
        crew: [{ name: 'Ines' }],
      });
      expect(put.json.temperature).toBeCloseTo(18, 9);
      expect((await fresh.call('GET', '/shop')).json.crew).toEqual([{ name: 'Ines' }]);
      const bad = await fresh.call('PUT', '/shop', { humidity: '160 %' });
      expect(bad.status).toBe(422);
      expect(bad.json.problems[0].allowed).toBe('5 to 100 %');
      await fresh.stop();
    });
  });

  describe('work orders', () => {
    it('keep the plan as it stood when printed, once per id', async () => {
      const id = await create();
      const printed = randomUUID();
      expect((await app.call('POST', `/jobs/${id}/work-orders`, { id: printed })).status).toBe(201);
      await app.call('POST', `/jobs/${id}/work-orders`, { id: printed });
      await app.call('PUT', `/jobs/${id}`, {
        version: 1,
        document: { ...document, hull: { material: 'frp-solid', thickness: '12 mm' } },
      });
      const { rows } = await app.connection.pool.query(
        'select plan, engine, library, job_version from work_orders where job_id = $1',
        [id],
      );
      expect(rows.length).toBe(1);
      expect(rows[0].plan.dish.laminate.plies.length).toBe(10);
      expect(rows[0].job_version).toBe(1);
      expect(rows[0].engine).toBeTruthy();
      expect((await app.call('POST', `/jobs/${id}/work-orders`, { id: 'x' })).status).toBe(400);
    });

    it('leave as Markdown with drawings', async () => {
      const id = await create();
      const res = await app.call('GET', `/jobs/${id}/work-orders/current.md`);
      expect(res.type).toContain('text/markdown');
      expect(res.json).toContain('# Work order: Spec job');
      expect(res.json).toContain('data:image/svg+xml');
      expect(res.json).not.toMatch(/NaN|undefined/);
    });
  });

  it('carries security headers and answers to its health', async () => {
    const res = await app.call('GET', '/health');
    expect(res.json).toEqual({ status: 'ok' });
    expect(res.headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(res.headers.get('x-content-type-options')).toBe('nosniff');
    expect(res.headers.get('x-powered-by')).toBeNull();
  });
});
