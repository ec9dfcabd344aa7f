import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bodyOf, queryOf, uuidOf } from '../src/http/validate';
import { HttpProblem } from '../src/http/problem';
import { SHOP_FIELDS } from '@nelbo/core';
import * as yup from 'yup';
import { start, type Running } from './harness';

const document = {
  format: 'nelbo-job/2',
  title: 'Kept',
  hull: { material: 'frp-solid' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

describe('what was saved', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(() => app.stop());

  it('is there after a restart of the server', async () => {
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document });
    await app.call('POST', `/jobs/${id}/log`, {
      id: randomUUID(),
      stage: 'survey',
      at: '2026-11-23T08:00:00Z',
      who: 'Ines',
      text: 'Looked.',
    });
    await app.restart();
    expect((await app.call('GET', `/jobs/${id}`)).json.document).toEqual(document);
    expect((await app.call('GET', `/jobs/${id}/log`)).json[0].text).toBe('Looked.');
  });

  it('outlives the database cutting every connection; the next call gets a fresh one', async () => {
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document });
    const killer = await app.connection.pool.connect();
    const me = (await killer.query('select pg_backend_pid() as pid')).rows[0].pid;
    await killer.query(
      'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> $1',
      [me],
    );
    killer.release();
    await new Promise((resolve) => setTimeout(resolve, 50));
    const answers = await Promise.all(Array.from({ length: 4 }, () => app.call('GET', `/jobs/${id}`)));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200]);
  });

  it('is not half there when a save fails in the middle', async () => {
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document });
    // A revision of that number exists already: the second statement of the save fails and takes the first back.
    await app.connection.pool.query(
      "insert into job_revisions (job_id, version, document) values ($1, 2, '{}')",
      [id],
    );
    const failed = await app.call('PUT', `/jobs/${id}`, {
      version: 1,
      document: { ...document, title: 'half' },
    });
    expect(failed.status).toBe(500);
    expect(failed.json.detail).toContain('what was saved before is safe');
    expect(failed.json.detail).not.toContain('job_revisions');
    const job = await app.call('GET', `/jobs/${id}`);
    expect(job.json.version).toBe(1);
    expect(job.json.document.title).toBe('Kept');
    expect(app.errors.length).toBe(1);
  });
});

describe('the built web application', () => {
  let app: Running;
  let webRoot: string;
  beforeAll(async () => {
    webRoot = mkdtempSync(join(tmpdir(), 'nelbo-web-'));
    writeFileSync(
      join(webRoot, 'index.html'),
      '<!doctype html><title>page</title><body><script src="main-ABCD1234.js"></script></body>',
    );
    writeFileSync(join(webRoot, 'main-ABCD1234.js'), `console.log(${JSON.stringify('x'.repeat(5000))})`);
    writeFileSync(
      join(webRoot, 'job-page-WXYZ1234.js'),
      'import{a}from"./chunk-ONE11111.js";import"./main-ABCD1234.js";',
    );
    writeFileSync(
      join(webRoot, 'chunk-ONE11111.js'),
      'import"./chunk-TWO22222.js";import"./job-page-WXYZ1234.js";',
    );
    writeFileSync(join(webRoot, 'chunk-TWO22222.js'), '');
    app = await start({ webRoot });
  });

  it('names at once every file that the page will need, and that only', async () => {
    const preloads = async (path: string): Promise<string[]> =>
      [...(await (await fetch(app.url + path)).text()).matchAll(/modulepreload" href="([^"]+)"/g)].map(
        (m) => m[1],
      );
    expect(await preloads('/jobs/5b1d2f60-0001-4a01-9c01-000000000001/grind')).toEqual([
      'job-page-WXYZ1234.js',
      'chunk-ONE11111.js',
      'chunk-TWO22222.js',
    ]);
    expect(await preloads('/shop')).toEqual([]);
  });
  afterAll(() => app.stop());

  it('is served for every address of a page, always asked for anew', async () => {
    for (const path of ['/', '/jobs', '/jobs/5b1d2f60-0001-4a01-9c01-000000000001/laminate']) {
      const res = await fetch(app.url + path);
      expect(res.status).withContext(path).toBe(200);
      expect(await res.text()).toContain('<title>page</title>');
      expect(res.headers.get('cache-control')).toBe('no-cache');
    }
  });

  it('has files that are compressed and never change', async () => {
    const res = await fetch(`${app.url}/main-ABCD1234.js`, { headers: { 'accept-encoding': 'gzip' } });
    expect(res.headers.get('content-encoding')).toBe('gzip');
    expect(res.headers.get('cache-control')).toContain('immutable');
  });

  it('has a keeper of its files that is always asked for anew', async () => {
    writeFileSync(join(webRoot, 'sw.js'), '');
    const res = await fetch(`${app.url}/sw.js`);
    expect([res.status, res.headers.get('cache-control')]).toEqual([200, 'no-cache']);
  });

  it('does not hide a wrong address of the API', async () => {
    const res = await fetch(`${app.url}/api/v1/nowhere`);
    expect(res.status).toBe(404);
    expect(res.headers.get('content-type')).toContain('problem+json');
  });

  it('lets nobody out of its folder', async () => {
    for (const path of ['/../package.json', '/%2e%2e/package.json', '/..%2fpackage.json']) {
      const text = await (await fetch(app.url + path)).text();
      expect(text).withContext(path).not.toContain('"name"');
    }
  });
});

describe('validation at the door', () => {
  const refusal = (work: () => unknown): HttpProblem => {
    try {
      work();
    } catch (e) {
      if (e instanceof HttpProblem) return e;
      throw e;
    }
    throw new Error('was let in');
  };

  it('takes UUIDs only, in either case', () => {
    const id = randomUUID();
    expect(uuidOf(id.toUpperCase())).toBe(id);
    for (const bad of ['', 'x', 5, undefined, `${id}0`, "' or 1=1 --"])
      expect(refusal(() => uuidOf(bad)).status).toBe(400);
  });

  it('reads a body into SI and names every bad field of another', () => {
    const body = bodyOf(SHOP_FIELDS);
    expect(body({ temperature: '50 °F' }).temperature).toBeCloseTo(10, 9);
    const p = refusal(() => body({ temperature: '50 furlongs', humidity: 7 }));
    expect(p.status).toBe(422);
    expect((p.extra['problems'] as { path: string }[]).map((x) => x.path)).toEqual([
      'temperature',
      'humidity',
    ]);
    for (const bad of [null, 'text', 3, []]) expect(refusal(() => body(bad)).status).toBe(422);
  });

  it('refuses a query that it cannot read', () => {
    const schema = yup.object({ n: yup.number().integer().default(1) });
    expect(queryOf(schema, {})).toEqual({ n: 1 });
    expect(queryOf(schema, { n: '4', other: 'x' })).toEqual({ n: 4 });
    expect(refusal(() => queryOf(schema, { n: 'four' })).status).toBe(400);
  });
});
