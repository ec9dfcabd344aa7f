import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { start, type Running } from './harness';

const document = {
  format: 'nelbo-job/2',
  title: 'Sound',
  hull: { material: 'frp-solid', thickness: '7 mm' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};
/** The same inputs on every machine; a slow one tries fewer of them, never longer. */
const BOUNDS = { seed: 20261124, interruptAfterTimeLimit: 60_000, markInterruptAsFailure: false } as const;
const TRACE = /\bat [^\n]*\.(ts|js|mjs):\d+|node_modules|\/server\/|select .* from|insert into/i;

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
    '{}',
    [],
    {},
    [null],
    { length: 1e9 },
    { toString: 1 },
    { constructor: {}, prototype: {} },
  ),
  text,
  fc.jsonValue({ maxDepth: 3 }) as fc.Arbitrary<unknown>,
);

/** A path of the interface with its parameters filled by junk or by something that exists. */
const pathOf = (path: string, id: string) =>
  fc
    .tuple(
      fc.constantFrom(
        id,
        id.toUpperCase(),
        '00000000-0000-4000-8000-000000000000',
        'x',
        '%2e%2e',
        "'",
        '%00',
        '9'.repeat(400),
      ),
      fc.constantFrom('1', '2', '0', '-1', '999999999', '1e9', 'x', '%f0'),
    )
    .map(([i, v]) => path.replace('{id}', i).replace('{version}', v));

describe('hostile requests', () => {
  let app: Running;
  let id: string;
  beforeAll(async () => {
    app = await start();
    id = randomUUID();
    await app.call('POST', '/jobs', { id, document });
  });
  afterAll(() => app.stop());

  async function mustAnswer(method: string, path: string, body?: unknown, type?: string): Promise<void> {
    // The harness throws for any answer that the OpenAPI document does not foresee.
    const res = await app.call(method, path, body, type);
    expect(res.status)
      .withContext(
        `${method} ${path} ${JSON.stringify(body)?.slice(0, 200)}: ${JSON.stringify(app.errors.at(-1), ['message', 'stack', 'cause'])}`,
      )
      .toBeLessThan(500);
    const answer = new TextDecoder().decode(res.bytes);
    if (res.status >= 400) {
      expect(answer).not.toMatch(TRACE);
      expect(res.type).toContain('application/problem+json');
    }
    expect(answer.includes('NaN')).withContext(path).toBe(false);
  }

  it('to every address, with every kind of body, are answered with a reason', async () => {
    const operations = Object.entries(app.contract.document.paths).flatMap(([path, ops]) =>
      Object.keys(ops).map((method) => ({ method: method.toUpperCase(), path })),
    );
    const calls = operations.filter((o) => !['/events', '/restore', '/backup'].includes(o.path));
    const query = fc.option(
      fc.dictionary(
        fc.constantFrom('search', 'archived', 'limit', 'offset', 'before', 'id', '__proto__', 'x'),
        fc.oneof(text, fc.constantFrom('1', '-1', 'NaN', '1e99', 'true', '%', '%00')),
      ),
      { nil: {} },
    );
    const body = fc.oneof(
      junk,
      fc.record(
        {
          id: fc.oneof(fc.constant(id), junk),
          version: fc.oneof(fc.constantFrom(1, 2), junk),
          document: fc.oneof(fc.constant(document as unknown), junk),
          name: junk,
          archived: junk,
          saveId: junk,
          who: junk,
          stage: fc.oneof(fc.constant('grind'), junk),
          at: fc.oneof(fc.constant('2026-11-24T08:00:00Z'), junk),
          text: junk,
        },
        { requiredKeys: [] },
      ),
    );
    await fc.assert(
      fc.asyncProperty(
        fc
          .constantFrom(...calls)
          .chain((o) => fc.tuple(fc.constant(o.method), pathOf(o.path, id), query, body)),
        async ([method, path, q, b]) => {
          const search = new URLSearchParams(q as Record<string, string>).toString();
          await mustAnswer(method, search ? `${path}?${search}` : path, method === 'GET' ? undefined : b);
        },
      ),
      { ...BOUNDS, numRuns: 250 },
    );
  }, 90_000);

  it('with broken bodies and odd kinds are answered with a reason', async () => {
    const whole = JSON.stringify({ id: randomUUID(), document });
    const bodies = fc.oneof(
      fc.nat(whole.length).map((n) => whole.slice(0, n)),
      fc.string({ unit: 'binary', maxLength: 80 }),
      fc.nat(20_000).map((n) => '['.repeat(n)),
      fc.nat(20_000).map((n) => `{"id":"${randomUUID()}","document":${'{"a":'.repeat(n)}1${'}'.repeat(n)}}`),
    );
    const type = fc.constantFrom(
      'application/json',
      'application/json; charset=utf-7',
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data',
      'application/octet-stream',
    );
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom('/jobs', `/jobs/import?id=${id}`, '/shop', '/restore', '/restore?replace=true'),
        bodies,
        type,
        async (path, body, kind) => {
          await mustAnswer(path === '/shop' ? 'PUT' : 'POST', path, body, kind);
        },
      ),
      { ...BOUNDS, numRuns: 120 },
    );
    expect((await app.call('GET', `/jobs/${id}`)).status).toBe(200);
  }, 90_000);

  it('with jobs that can be stored never break a paper', async () => {
    const strange = fc.record({
      title: text,
      name: text,
      where: text,
      unknown: fc.jsonValue({ maxDepth: 3 }),
      size: fc.constantFrom(['2 mm', '2 mm'], ['30 cm', '1 in']),
      thickness: fc.constantFrom('1 mm', '16 mm', '1/4 in'),
    });
    await fc.assert(
      fc.asyncProperty(strange, async (s) => {
        const own = randomUUID();
        const made = await app.call('POST', '/jobs', {
          id: own,
          document: {
            ...document,
            title: s.title,
            boat: { name: s.name },
            unknown: s.unknown,
            hull: { material: 'frp-solid', thickness: s.thickness },
            damage: { kind: 'hole', where: s.where, size: s.size },
          },
        });
        expect(made.status).toBeLessThan(500);
        if (made.status !== 201) return;
        for (const file of ['file', 'work-orders/current.md', 'materials.csv', 'cut-list.csv', 'log.csv'])
          await mustAnswer('GET', `/jobs/${own}/${file}`);
      }),
      { ...BOUNDS, numRuns: 15 },
    );
    await mustAnswer('GET', `/jobs/${id}/work-orders/current.pdf`);
    expect(app.errors).toEqual([]);
  }, 90_000);
});
