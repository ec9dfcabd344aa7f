import { randomUUID } from 'node:crypto';
import { request, type IncomingHttpHeaders } from 'node:http';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import sharp from 'sharp';
import { logCsv, materialsCsv } from '../src/papers/csv';
import { fileName } from '../src/jobs/file-name';
import { isBareJpeg } from '../src/photos/bare-jpeg';
import { start, type Running } from './harness';
const document = {
  format: 'nelbo-job/2',
  title: 'Ours',
  hull: { material: 'frp-solid' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

/** A request with whatever headers, as a browser or a liar would send it. */
function send(
  url: string,
  method: string,
  headers: Record<string, string>,
  body?: string,
): Promise<{ status: number; text: string; headers: IncomingHttpHeaders }> {
  return new Promise((resolve, reject) => {
    const req = request(url, { method, headers }, (res) => {
      let text = '';
      res.setEncoding('utf8');
      res.on('data', (c: string) => (text += c));
      res.on('end', () => resolve({ status: res.statusCode ?? 0, text, headers: res.headers }));
    });
    req.on('error', reject);
    req.end(body);
  });
}

describe('a foreign page or name', () => {
  let app: Running;
  let host: string;
  const lines: string[] = [];
  beforeAll(async () => {
    const webRoot = mkdtempSync(join(tmpdir(), 'nelbo-web-'));
    writeFileSync(join(webRoot, 'index.html'), '<!doctype html><title>page</title><body></body>');
    writeFileSync(join(webRoot, 'favicon.svg'), '<svg xmlns="http://www.w3.org/2000/svg"/>');
    writeFileSync(join(webRoot, 'chunk-AAAA1111.js'), '');
    app = await start({
      webRoot,
      requests: pino({ level: 'debug' }, { write: (line: string) => void lines.push(line) }),
    });
    host = app.url.slice('http://'.length);
  });
  afterAll(() => app.stop());

  it('that was made to point to this machine reads nothing: neither jobs, nor the backup, nor the page', async () => {
    const port = host.split(':')[1];
    for (const name of [
      'evil.invalid',
      `evil.invalid:${port}`,
      '127.0.0.1',
      '127.0.0.1:1',
      `127.0.0.1.evil.invalid:${port}`,
      `localhost.:${port}`,
      `user@127.0.0.1:${port}`,
    ]) {
      for (const path of ['/', '/api/v1/jobs', '/api/v1/backup', '/api/v1/events']) {
        expect((await send(app.url + path, 'GET', { host: name })).status)
          .withContext(`${name} ${path}`)
          .toBe(421);
      }
    }
    for (const name of [host, `localhost:${port}`, `[::1]:${port}`])
      expect((await send(`${app.url}/api/v1/jobs`, 'GET', { host: name })).status)
        .withContext(name)
        .toBe(200);
  });

  it('is never taken for this one: every answer says that it is Nelbo’s, also a refusal', async () => {
    for (const path of [
      '/api/v1/jobs',
      '/api/v1/jobs/x',
      '/api/v1/nowhere',
      '/api/nowhere',
      '/',
      '/jobs',
      '/no-such.js',
    ]) {
      expect((await fetch(app.url + path)).headers.get('nelbo-api'))
        .withContext(path)
        .toBe('/api/v1');
    }
    expect((await send(`${app.url}/api/v1/jobs`, 'GET', { host: 'evil.invalid' })).headers['nelbo-api']).toBe(
      '/api/v1',
    );
  });

  it('writes nothing, and loads nothing of the interface', async () => {
    const id = randomUUID();
    const body = JSON.stringify({ id, document });
    const json = { 'content-type': 'application/json' };
    const foreign: Record<string, string>[] = [
      { origin: 'http://evil.invalid' },
      { origin: 'null' },
      { origin: app.url.replace('http:', 'https:') },
      { origin: 'http://127.0.0.1:1' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
      { 'sec-fetch-site': 'none' },
      { 'sec-fetch-site': 'cross-site', origin: app.url },
    ];
    const before = (await app.call('GET', '/jobs')).json.total as number;
    for (const headers of foreign)
      expect((await send(`${app.url}/api/v1/jobs`, 'POST', { ...json, ...headers }, body)).status)
        .withContext(JSON.stringify(headers))
        .toBe(403);
    expect(
      (
        await send(`${app.url}/api/v1/jobs/${id}/work-orders/current.pdf`, 'GET', {
          'sec-fetch-site': 'cross-site',
        })
      ).status,
    ).toBe(403);
    expect((await send(`${app.url}/api/v1/jobs`, 'GET', { 'sec-fetch-site': 'none' })).status).toBe(200);
    expect((await app.call('GET', '/jobs')).json.total).toBe(before);
    expect(
      (
        await send(
          `${app.url}/api/v1/jobs`,
          'POST',
          { ...json, origin: app.url, 'sec-fetch-site': 'same-origin' },
          body,
        )
      ).status,
    ).toBe(201);
  });

  it('finds no body taken but of the declared kind', async () => {
    const simple = [
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data; boundary=x',
      'multipart/mixed; boundary=x',
      'text/json',
      '',
    ];
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document });
    const form = [
      '--x',
      'content-disposition: form-data; name="photo"; filename="a.jpg"',
      'content-type: image/jpeg',
      '',
      'x',
      '--x--',
      '',
    ].join('\r\n');
    for (const type of simple) {
      for (const [method, path] of [
        ['POST', '/jobs'],
        ['POST', `/jobs/import?id=${randomUUID()}`],
        ['PUT', `/jobs/${id}`],
        ['PUT', '/shop'],
        ['POST', '/restore?replace=true'],
      ]) {
        expect(
          (
            await send(
              `${app.url}/api/v1${path}`,
              method,
              type ? { 'content-type': type } : {},
              JSON.stringify({ id, document }),
            )
          ).status,
        )
          .withContext(`${type} ${path}`)
          .toBe(415);
      }
      if (!type.startsWith('multipart/form-data'))
        expect(
          (
            await send(
              `${app.url}/api/v1/jobs/${id}/photos?id=${randomUUID()}`,
              'POST',
              type ? { 'content-type': type } : {},
              form,
            )
          ).status,
        )
          .withContext(type)
          .toBe(415);
    }
  });

  it('gets a plain 404 for a file that is gone, and only files with a hash in their name are kept for ever', async () => {
    const get = async (path: string) => {
      const res = await fetch(app.url + path);
      await res.arrayBuffer();
      return [res.status, res.headers.get('cache-control') ?? ''] as const;
    };
    expect((await get('/chunk-GONE0000.js'))[0]).toBe(404);
    expect((await get('/assets/x.woff2'))[0]).toBe(404);
    expect((await get('/jobs/1/survey'))[0]).toBe(200);
    expect((await get('/chunk-AAAA1111.js'))[1]).toContain('immutable');
    for (const path of ['/index.html', '/favicon.svg', '/'])
      expect((await get(path))[1])
        .withContext(path)
        .toBe('no-cache');
  });

  it('leaves a line in the request log that says what was asked and never what was in it', async () => {
    lines.length = 0;
    await app.call('GET', '/jobs?search=a-secret-name');
    await app.call('POST', '/jobs', { id: randomUUID(), document: { ...document, title: 'a-secret-title' } });
    const text = lines.join('');
    expect(lines.length).toBe(2);
    expect(text).toContain('"path":"/api/v1/jobs"');
    expect(text).toContain('"status":201');
    expect(text).not.toMatch(/secret|content-type|user-agent/);
  });

  it('that floods is told to wait', async () => {
    const small = await start({ limits: { rates: { requests: 5, heavy: 2, streams: 1 } } });
    const statuses = await Promise.all(
      Array.from({ length: 8 }, () => small.call('GET', '/jobs').then((r) => r.status)),
    );
    expect(statuses.filter((s) => s === 200).length).toBe(5);
    expect(statuses.filter((s) => s === 429).length).toBe(3);
    await small.stop();
  });
});

describe('names that others gave', () => {
  it('come out of a table as they were written, and run nowhere', () => {
    const entry = (text: string) =>
      logCsv([
        {
          id: 'i',
          sequence: 1,
          jobId: 'j',
          stage: 'grind',
          at: '2026-11-23T08:00:00Z',
          who: 'A;=1+1',
          text,
          event: { kind: 'note', air: -3 },
          receivedAt: '2026-11-23T08:00:00Z',
        },
      ]).split('\r\n')[1];
    for (const formula of ['=1+1', '+1+1', '-1+1', '@SUM(1)', '\t=1', '＝1+1'])
      expect(entry(formula)).withContext(formula).toContain(`'${formula}`);
    expect(entry('plain, "quoted"')).toContain('"plain, ""quoted"""');
    expect(entry('x')).toContain('"A;=1+1"');
    // Three degrees of frost are a number.
    expect(entry('x')).toContain(',-3.0,');
    expect(
      materialsCsv([{ letter: 'A', plan: { materials: [] } as never }], '€').startsWith('\ufeffproduct,'),
    ).toBeTrue();
  });

  it('name files in every script, on every system', () => {
    expect(fileName('Ærø “Måke” №3')).toBe('ærø-måke-3');
    expect(fileName('漁船 一号')).toBe('漁船-一号');
    for (const [name, file] of [
      ['', 'job'],
      ['../../etc/passwd', 'etc-passwd'],
      ['CON', 'job-con'],
      ['🛥', 'job'],
      ['a\u0000b\r\nc', 'a-b-c'],
      ['x'.repeat(200), 'x'.repeat(60)],
    ])
      expect(fileName(name)).withContext(name).toBe(file);
  });

  it('reach the browser in UTF-8 as the name of a download', async () => {
    const app = await start();
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document: { ...document, boat: { name: 'Ærø 漁船"; x=' } } });
    const { headers } = await app.call('GET', `/jobs/${id}/file`);
    expect(headers.get('content-disposition')).toContain(
      "filename*=UTF-8''%C3%A6r%C3%B8-%E6%BC%81%E8%88%B9-x.nelbo.json",
    );
    await app.stop();
  });

  it('are no more than a picture when a JPEG carries them', async () => {
    const bare = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#fff' } })
      .jpeg()
      .toBuffer();
    expect(isBareJpeg(bare)).toBeTrue();
    const comment = Buffer.concat([
      bare.subarray(0, 2),
      Buffer.from([0xff, 0xfe, 0, 6]),
      Buffer.from('evil'),
      bare.subarray(2),
    ]);
    for (const bad of [
      comment,
      Buffer.concat([bare, Buffer.from('<html>')]),
      bare.subarray(0, -2),
      Buffer.from('<html>'),
      Buffer.alloc(0),
    ])
      expect(isBareJpeg(bad)).toBeFalse();
  });
});
