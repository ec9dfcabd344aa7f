import { randomUUID } from 'node:crypto';
import { start, type Running } from './harness';

const document = {
  format: 'nelbo-job/2',
  title: 'Kept',
  hull: { material: 'frp-solid', thickness: '7 mm' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

describe('every saved state of a job', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(async () => {
    expect(app.errors).toEqual([]);
    await app.stop();
  });

  const made = async (...titles: string[]): Promise<string> => {
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document, who: 'Ines' });
    for (const [i, title] of titles.entries())
      await app.call('PUT', `/jobs/${id}`, {
        version: i + 1,
        document: { ...document, title },
        who: 'Tam',
        saveId: randomUUID(),
      });
    return id;
  };

  it('is listed with who saved it, the newest first, a page at a time', async () => {
    const id = await made('second', 'third');
    const all = (await app.call('GET', `/jobs/${id}/revisions`)).json;
    expect(all.map((r: { version: number; who: string }) => [r.version, r.who])).toEqual([
      [3, 'Tam'],
      [2, 'Tam'],
      [1, 'Ines'],
    ]);
    const older = (await app.call('GET', `/jobs/${id}/revisions?limit=1&before=3`)).json;
    expect(older.map((r: { version: number }) => r.version)).toEqual([2]);
  });

  it('is given back whole, and can be named and unnamed', async () => {
    const id = await made('second');
    expect((await app.call('GET', `/jobs/${id}/revisions/1`)).json.document).toEqual(document);
    expect((await app.call('PUT', `/jobs/${id}/revisions/1/name`, { name: ' as quoted ' })).json.name).toBe(
      'as quoted',
    );
    expect((await app.call('GET', `/jobs/${id}/revisions`)).json[1].name).toBe('as quoted');
    expect((await app.call('PUT', `/jobs/${id}/revisions/1/name`, { name: null })).json.name).toBeNull();
    for (const [path, status] of [
      [`/jobs/${id}/revisions/9`, 404],
      [`/jobs/${id}/revisions/x`, 400],
      [`/jobs/${randomUUID()}/revisions`, 404],
    ] as const) {
      expect((await app.call('GET', path)).status)
        .withContext(path)
        .toBe(status);
    }
    expect((await app.call('PUT', `/jobs/${id}/revisions/1/name`, { name: 5 })).status).toBe(400);
  });

  it('is there once when a save is sent again because its answer was lost, even after somebody else saved', async () => {
    const id = await made();
    const mine = { version: 1, document: { ...document, title: 'mine' }, saveId: randomUUID() };
    const results = await Promise.all(Array.from({ length: 5 }, () => app.call('PUT', `/jobs/${id}`, mine)));
    expect(results.map((r) => [r.status, r.json.version])).toEqual(Array(5).fill([200, 2]));
    await app.call('PUT', `/jobs/${id}`, { version: 2, document: { ...document, title: 'theirs' } });
    const again = await app.call('PUT', `/jobs/${id}`, mine);
    expect([again.status, again.json.version, again.json.document.title]).toEqual([200, 3, 'theirs']);
    expect((await app.call('GET', `/jobs/${id}/revisions`)).json.length).toBe(3);
  });

  it('comes from a job file too; other kinds, newer formats and broken files leave nothing behind', async () => {
    const id = randomUUID();
    const file = async (text: string, to = randomUUID()) =>
      app.call('POST', `/jobs/import?id=${to}`, text, 'application/octet-stream');
    const good = await file(JSON.stringify(document), id);
    expect([good.status, good.json.job.id]).toEqual([201, id]);
    expect(good.json.problems.some((p: { severity: string }) => p.severity === 'error')).toBeFalse();
    expect((await file(JSON.stringify(document), id)).status).toBe(200);
    const before = (await app.call('GET', '/yard')).json.counts;
    const cases: [string, RegExp][] = [
      ['', /empty/],
      ['%PDF-1.7 …', /a PDF/],
      [JSON.stringify(document).slice(0, -4), /cannot be read/],
      ['{"format":"nelbo-job/9"}', /newer format/],
      ['{"format":"nelbo-backup/1","madeAt":"2026"}\n', /backup of a whole yard/],
      ['{"format":"nelbo-plan/1"}', /finished plan/],
      ['[1,2]', /not a JSON object/],
      [JSON.stringify({ ...document, title: 'a\u0000b' }), /broken character/],
      [
        JSON.stringify({ ...document, hull: { material: 'frp-solid', thickness: '7 parsecs' } }),
        /unknown unit/,
      ],
    ];
    for (const [text, why] of cases) {
      const answer = await file(text);
      expect(answer.status).withContext(text.slice(0, 40)).toBe(422);
      expect(answer.json.detail).withContext(text.slice(0, 40)).toMatch(why);
    }
    expect((await file(`{"x":"${'y'.repeat(10_000_001)}"}`)).status).toBe(413);
    expect((await app.call('POST', '/jobs/import?id=no', '{}', 'application/octet-stream')).status).toBe(400);
    expect((await app.call('GET', '/yard')).json.counts).toEqual(before);
  });

  it('leaves as a job file that comes back the same', async () => {
    const id = await made('out and in');
    const out = await app.call('GET', `/jobs/${id}/file`);
    expect(out.headers.get('content-disposition')).toContain('.nelbo.json');
    const back = await app.call(
      'POST',
      `/jobs/import?id=${randomUUID()}`,
      JSON.stringify(out.json),
      'application/octet-stream',
    );
    expect(back.json.job.document).toEqual(out.json);
  });

  it('counts as under way until the job is reported done', async () => {
    const id = await made('a');
    const ids = async (): Promise<string[]> =>
      (await app.call('GET', '/jobs/under-way?limit=500')).json.map((j: { id: string }) => j.id);
    expect(await ids()).toContain(id);
    await app.call('PUT', `/jobs/${id}`, {
      version: 2,
      document: { ...document, schedule: { done: [{ stage: 'log', at: '2026-11-24T08:00:00Z' }] } },
    });
    expect(await ids()).not.toContain(id);
  });

  it('lists in pages with the number of all', async () => {
    await made('page');
    await made('next page');
    const page = (await app.call('GET', '/jobs?limit=1&offset=0')).json;
    expect(page.jobs.length).toBe(1);
    expect(page.total).toBeGreaterThan(1);
    expect(page.jobs[0].document).toBeUndefined();
    expect((await app.call('GET', '/jobs?limit=100000')).status).toBe(400);
  });
});

describe('what changes', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(() => app.stop());

  /** Hears events until as many came as wanted. */
  async function hear(wanted: number, act: () => Promise<unknown>): Promise<Record<string, unknown>[]> {
    const stop = new AbortController();
    const res = await fetch(`${app.url}/api/v1/events`, { signal: stop.signal });
    expect(res.headers.get('content-type')).toContain('text/event-stream');
    const events: Record<string, unknown>[] = [];
    const reading = (async () => {
      let text = '';
      for await (const chunk of res.body as unknown as AsyncIterable<Uint8Array>) {
        text += new TextDecoder().decode(chunk);
        for (let end = text.indexOf('\n\n'); end !== -1; end = text.indexOf('\n\n')) {
          const data = /^data: (.*)$/m.exec(text.slice(0, end));
          if (data) events.push(JSON.parse(data[1]));
          text = text.slice(end + 2);
        }
        if (events.length >= wanted) return;
      }
    })().catch(() => undefined);
    await act();
    await Promise.race([reading, new Promise((resolve) => setTimeout(resolve, 4000))]);
    stop.abort();
    return events;
  }

  it('is told to every screen at once: jobs, log and shop', async () => {
    const id = randomUUID();
    const events = await hear(4, async () => {
      await app.call('POST', '/jobs', { id, document });
      await app.call('PUT', `/jobs/${id}`, { version: 1, document: { ...document, title: 'b' } });
      await app.call('POST', `/jobs/${id}/log`, {
        id: randomUUID(),
        stage: 'grind',
        at: '2026-11-24T08:00:00Z',
        who: 'Tam',
        text: 'x',
      });
      await app.call('PUT', '/shop', { name: 'Yard' });
    });
    expect(events).toEqual([
      { kind: 'job', id, version: 1 },
      { kind: 'job', id, version: 2 },
      { kind: 'log', id },
      { kind: 'shop' },
    ]);
  });

  it('is not missed for good when the listening connection is cut: everybody is told to look anew', async () => {
    const events = await hear(1, async () => {
      await app.connection.pool.query(
        "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and application_name = 'nelbo live'",
      );
    });
    expect(events).toEqual([{ kind: 'resync' }]);
  });
});
