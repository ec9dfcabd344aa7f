import { createHash, randomUUID } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import fc from 'fast-check';
import sharp from 'sharp';
import type { JobDocument } from '@nelbo/core';
import { anyJob } from '../../core/spec/any-document';
import { inputsOf } from './inputs';
import { brokenIn, lane, tried, type Lane } from './report';

export interface Target {
  readonly api: string;
  /** A job that is there. */
  readonly jobId: string;
}

interface Operation {
  readonly method: string;
  readonly path: string;
  readonly body?: { readonly content: Record<string, unknown> };
}

const PATIENCE_MS = 20_000;

/** A request; once more where the connection that was kept open had just been closed: that is no fault of the server. */
async function ask(url: string, init: RequestInit = {}): Promise<Response> {
  return fetch(url, init).catch((e: unknown) => {
    if ((e as { cause?: { code?: string } }).cause?.code === 'UND_ERR_SOCKET') return fetch(url, init);
    throw e;
  });
}

/** Sends one request. @returns what is wrong with its answer; nothing for any answer that is foreseen */
async function asked(url: string, init: RequestInit = {}): Promise<string | undefined> {
  const res = await ask(url, { ...init, signal: AbortSignal.timeout(PATIENCE_MS) });
  const type = res.headers.get('content-type') ?? '';
  const text = /pdf|octet-stream|image\/jpeg/.test(type) ? '' : await res.text();
  if (text === '') await res.arrayBuffer().catch(() => undefined);
  if (res.status >= 500 && res.status !== 503) return `answered ${res.status} ${text.slice(0, 200)}`;
  if (res.status >= 400 && !type.includes('problem+json')) return `answered ${res.status} as ${type}`;
  if (res.status < 400) return undefined;
  return brokenIn(
    text
      .replaceAll(/“[^”]*”/g, '')
      .replaceAll(/"path":"(?:[^"\\]|\\.)*"/g, '')
      .replaceAll(/unknown field.*/g, ''),
  );
}

const text = fc.string({ unit: 'binary', maxLength: 40 });
const junk = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    0,
    -1,
    1.5,
    2 ** 53,
    1e308,
    '',
    'x',
    'a\u0000b',
    '\ud800',
    "'; drop table jobs; --",
    '../../etc/passwd',
    '%00',
    [],
    {},
    [null],
    { constructor: {}, prototype: {} },
    '0050-01-01T00:00:00Z',
    '9999-12-31T00:00:00Z',
    '1 '.repeat(30_000),
  ),
  text,
  fc.jsonValue({ maxDepth: 3 }) as fc.Arbitrary<unknown>,
);

/** Every address with every method, filled with junk and with things that are there. */
export async function apiLane(target: Target, inputs: number, seed: number): Promise<Lane> {
  const to = lane('api');
  const described = (await (await ask(`${target.api}/openapi.json`)).json()) as {
    paths: Record<string, Record<string, { requestBody?: { content: Record<string, unknown> } }>>;
  };
  const operations: Operation[] = Object.entries(described.paths).flatMap(([path, ops]) =>
    Object.entries(ops).map(([method, op]) => ({ method: method.toUpperCase(), path, body: op.requestBody })),
  );
  const known = operations.filter(
    (o) => o.path !== '/events' && o.path !== '/restore' && !(o.method === 'GET' && o.path === '/backup'),
  );
  const filled = (path: string) =>
    fc
      .tuple(
        fc.constantFrom(
          target.jobId,
          target.jobId.toUpperCase(),
          randomUUID(),
          'x',
          '%2e%2e',
          "'",
          '%00',
          '9'.repeat(400),
        ),
        fc.constantFrom('1', '2', '0', '-1', '999999999', '1e9', '%f0', 'own-x', 'epoxy'),
      )
      .map(([i, v]) => path.replace('{id}', i).replace(/\{\w+\}/g, v));
  const query = fc.option(
    fc.dictionary(
      fc.constantFrom(
        'search',
        'archived',
        'limit',
        'offset',
        'before',
        'id',
        'boat',
        'except',
        'paper',
        'replace',
        '__proto__',
      ),
      fc.oneof(text, fc.constantFrom('1', '-1', 'NaN', 'true', '%', target.jobId)),
    ),
    { nil: {} },
  );
  const body = fc.oneof(
    junk,
    fc.record(
      {
        id: fc.oneof(fc.constant(target.jobId), fc.uuid(), junk),
        version: fc.oneof(fc.constantFrom(1, 2), junk),
        epoch: junk,
        document: fc.oneof(anyJob as fc.Arbitrary<unknown>, junk),
        name: junk,
        archived: junk,
        saveId: fc.oneof(fc.uuid(), junk),
        who: junk,
        stage: fc.oneof(fc.constant('grind'), junk),
        at: fc.oneof(fc.constant('2026-11-24T08:00:00Z'), junk),
        text: junk,
        event: junk,
        like: junk,
        values: junk,
        lots: junk,
      },
      { requiredKeys: [] },
    ),
  );
  const kinds = fc.oneof(
    { weight: 8, arbitrary: fc.constant(undefined) },
    {
      weight: 1,
      arbitrary: fc.constantFrom(
        'text/plain',
        'application/x-www-form-urlencoded',
        'multipart/form-data; boundary=x',
        'application/octet-stream',
        'application/json; charset=utf-7',
      ),
    },
  );
  const calls = fc
    .constantFrom(...known)
    .chain((o) => fc.tuple(fc.constant(o), filled(o.path), query, body, kinds, fc.boolean()));
  for (const [operation, path, q, b, kind, cut] of inputsOf(calls, inputs, seed)) {
    const search = new URLSearchParams(q as Record<string, string>).toString();
    const url = `${target.api}${path}${search ? `?${search}` : ''}`;
    const sent = operation.body ? JSON.stringify(b) : undefined;
    const type = kind ?? Object.keys(operation.body?.content ?? { 'application/json': 0 })[0];
    await tried(
      to,
      () => `${operation.method} ${path} ${sent ?? ''}`,
      () =>
        asked(url, {
          method: operation.method,
          ...(sent === undefined
            ? {}
            : {
                headers: { 'content-type': type },
                body: cut ? sent.slice(0, Math.ceil(sent.length / 2)) : sent,
              }),
        }),
    );
  }
  return to;
}

/** Jobs that the schema admits, imported, read back and printed in every way by the server. */
export async function paperLane(
  target: Target,
  inputs: number,
  seed: number,
  sound: readonly JobDocument[],
): Promise<Lane> {
  const to = lane('papers');
  const files = [
    'file',
    'work-orders/current.md',
    'work-orders/current.pdf',
    'materials.csv',
    'cut-list.csv',
    'rolls.csv',
    'patterns.pdf',
    'patterns.svg',
    'patterns.dxf',
    'patterns.csv',
    'log.csv',
  ];
  const jobs = fc.tuple(fc.oneof(anyJob, fc.constantFrom(...sound)), fc.constantFrom(...files));
  for (const [document, file] of inputsOf(jobs, inputs, seed)) {
    const id = randomUUID();
    const made = await ask(`${target.api}/jobs/import?id=${id}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: JSON.stringify(document),
    });
    await made.arrayBuffer();
    if (made.status !== 201) {
      await tried(
        to,
        () => JSON.stringify(document),
        () =>
          made.status === 422 && JSON.stringify(document).includes('\\ud')
            ? undefined
            : `import answered ${made.status}`,
      );
      continue;
    }
    await tried(
      to,
      () => `${file} ${JSON.stringify(document)}`,
      () => asked(`${target.api}/jobs/${id}/${file}`),
    );
  }
  return to;
}

/** Files that claim to be photographs. */
export async function uploadLane(target: Target, inputs: number, seed: number): Promise<Lane> {
  const to = lane('uploads');
  const plain = sharp({ create: { width: 640, height: 480, channels: 3, background: '#345' } });
  const good = {
    jpeg: await plain.clone().jpeg().toBuffer(),
    png: await plain.clone().png().toBuffer(),
    webp: await plain.clone().webp().toBuffer(),
  };
  const bomb = await sharp({ create: { width: 9000, height: 7000, channels: 3, background: '#fff' } })
    .png({ progressive: true, compressionLevel: 9 })
    .toBuffer();
  const bytes = fc.oneof(
    {
      weight: 6,
      arbitrary: fc
        .tuple(fc.constantFrom(...Object.values(good)), fc.nat(), fc.nat(255))
        .map(([b, at, v]) => {
          const c = Buffer.from(b);
          c[at % c.length] = v;
          return c;
        }),
    },
    {
      weight: 3,
      arbitrary: fc
        .tuple(fc.constantFrom(...Object.values(good)), fc.nat())
        .map(([b, n]) => b.subarray(0, n % b.length)),
    },
    { weight: 2, arbitrary: fc.uint8Array({ maxLength: 600 }).map((b) => Buffer.from(b)) },
    { weight: 1, arbitrary: fc.constant(bomb) },
    {
      weight: 1,
      arbitrary: fc
        .constantFrom(
          '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>',
          '%PDF-1.7',
          'GIF89a',
          '<html>',
        )
        .map((s) => Buffer.from(s)),
    },
  );
  const files = fc.tuple(
    bytes,
    fc.constantFrom(
      'a.jpg',
      'a.png',
      'a.webp',
      '../../a.jpg',
      'a\u0000.jpg',
      'x'.repeat(400),
      '"; filename="b.html',
    ),
    fc.constantFrom('image/jpeg', 'image/png', 'image/webp', 'text/html', ''),
    fc.constantFrom('photo', 'photo', 'photo', 'file', '__proto__'),
  );
  for (const [b, name, type, field] of inputsOf(files, inputs, seed)) {
    const form = new FormData();
    form.set(field, new Blob([b as never], { type }), name);
    await tried(
      to,
      () => `${name} ${type} ${b.subarray(0, 40).toString('latin1')}`,
      () =>
        asked(`${target.api}/jobs/${target.jobId}/photos?id=${randomUUID()}`, { method: 'POST', body: form }),
    );
  }
  return to;
}

/** A row of a backup with every fifth of its values another one. */
const hurtRow = (line: string, from: number, value: string): string =>
  line.replace(/:("(?:[^"\\]|\\.)*"|[\d.]+)(?=[,}])/g, (own: string, _inner: string, at: number) =>
    at > 20 && (at + from) % 5 === 0 ? `:${value}` : own,
  );

/** Backups, hurt in every place that a backup has, by somebody who may know the format. */
export async function backupLane(target: Target, inputs: number, seed: number): Promise<Lane> {
  const to = lane('backups');
  const packed = Buffer.from(await (await ask(`${target.api}/backup`)).arrayBuffer());
  const lines = gunzipSync(packed).toString('utf8').trimEnd().split('\n');
  const sealed = (changed: readonly string[]): Buffer => {
    const digest = createHash('sha256').update(changed.slice(1, -1).join('\n')).digest('hex');
    return gzipSync(
      `${[...changed.slice(0, -1), changed.at(-1)?.replace(/"digest":"\w+"/, `"digest":"${digest}"`)].join('\n')}\n`,
      { level: 1 },
    );
  };
  const hurt = fc.oneof(
    { weight: 3, arbitrary: fc.nat().map((n) => packed.subarray(0, n % packed.length)) },
    {
      weight: 3,
      arbitrary: fc.tuple(fc.nat(), fc.nat(255)).map(([at, v]) => {
        const c = Buffer.from(packed);
        c[at % c.length] = v;
        return c;
      }),
    },
    {
      weight: 6,
      arbitrary: fc
        .tuple(
          fc.nat(),
          fc.constantFrom('null', '1e308', '"\\u0000"', '[]', '"<script>"', '-1', '"9999-01-01T00:00:00Z"'),
        )
        .map(([n, v]) =>
          sealed(lines.map((l, i) => (i === 1 + (n % (lines.length - 2)) ? hurtRow(l, n, v) : l))),
        ),
    },
    {
      weight: 2,
      arbitrary: fc.nat().map((n) => sealed(lines.filter((_, i) => i !== 1 + (n % (lines.length - 2))))),
    },
    { weight: 1, arbitrary: fc.constant(gzipSync(Buffer.alloc(300_000_000, 10), { level: 9 })) },
    { weight: 2, arbitrary: fc.string({ unit: 'binary', maxLength: 300 }).map((s) => Buffer.from(s)) },
  );
  for (const b of inputsOf(hurt, inputs, seed)) {
    await tried(
      to,
      () => b.subarray(0, 60).toString('latin1'),
      () =>
        asked(`${target.api}/restore?replace=true`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream' },
          body: b as never,
        }),
    );
  }
  // Whatever came, the yard is whole.
  await tried(
    to,
    () => 'the yard after all of it',
    async () =>
      (await ask(`${target.api}/jobs/${target.jobId}`)).status === 200 ? undefined : 'the job is gone',
  );
  return to;
}
