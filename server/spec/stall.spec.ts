import { randomUUID } from 'node:crypto';
import { connect as dial, type Socket } from 'node:net';
import { performance } from 'node:perf_hooks';
import pg from 'pg';
import sharp from 'sharp';
import { heavyThreads } from '../src/heavy/heavy';
import { problemOf } from '../src/http/problem';
import { start, type Running } from './harness';

const BYTES = 'application/octet-stream';
const document = {
  format: 'nelbo-job/2',
  title: 'Kept',
  hull: { material: 'frp-solid', thickness: '7 mm' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** A connection that says what it is told and keeps what it hears. */
function line(app: Running): Promise<{ socket: Socket; heard: () => string; over: Promise<void> }> {
  const { port } = new URL(app.url);
  return new Promise((resolve, reject) => {
    const socket = dial(Number(port), '127.0.0.1', () => resolve({ socket, heard: () => text, over }));
    let text = '';
    socket.on('data', (c) => (text += c.toString('latin1')));
    socket.on('error', reject);
    const over = new Promise<void>((done) => socket.on('close', () => done()));
  });
}
const head = (app: Running, method: string, path: string, more: string): string =>
  `${method} /api/v1${path} HTTP/1.1\r\nhost: ${new URL(app.url).host}\r\n${more}\r\n\r\n`;

describe('nobody holds up the yard', () => {
  let app: Running;
  const id = randomUUID();
  beforeAll(async () => {
    app = await start({ limits: { bodies: { idleMs: 1500, wholeMs: 4000, fileMs: 8000 } } });
    await app.call('POST', '/jobs', { id, document });
  });
  afterAll(() => app.stop());

  /** How many small requests were answered, one after another, while something else was going on. */
  async function answeredMeanwhile(during: Promise<unknown>): Promise<number> {
    let [answered, over] = [0, false];
    void during.finally(() => (over = true));
    while (!over) {
      await app.call('GET', '/health');
      answered += 1;
      await pause(5);
    }
    return answered;
  }

  it('by a paper: PDFs, layouts and pictures are made in threads while the server answers', async () => {
    const png = await sharp({
      create: {
        width: 6000,
        height: 5000,
        channels: 3,
        background: '#345',
        noise: { type: 'gaussian', mean: 120, sigma: 20 },
      },
    })
      .jpeg()
      .toBuffer();
    const form = new FormData();
    form.set('photo', new Blob([png as never], { type: 'image/jpeg' }), 'a.jpg');
    const sent = new Response(form);
    const bytes = new Uint8Array(await sent.arrayBuffer());
    const work = Promise.all([
      ...['work-orders/current.pdf', 'patterns.pdf', 'rolls.csv', 'work-orders/current.md'].map((f) =>
        app.call('GET', `/jobs/${id}/${f}`),
      ),
      app.call(
        'POST',
        `/jobs/${id}/photos?id=${randomUUID()}`,
        bytes,
        sent.headers.get('content-type') ?? '',
      ),
    ]);
    // Where such work is done by the server itself, a handful of requests come through between its parts.
    expect(await answeredMeanwhile(work)).toBeGreaterThan(40);
    expect((await work).map((a) => a.status)).toEqual([200, 200, 200, 200, 201]);
  }, 180_000);

  it('by a quantity, a list or a file of fields of the size of an attack', async () => {
    const attacks: [string, string, unknown, string?][] = [
      [
        'POST',
        '/jobs',
        {
          id: randomUUID(),
          document: { ...document, hull: { material: 'frp-solid', thickness: '1 '.repeat(20_000) } },
        },
      ],
      [
        'POST',
        '/jobs',
        {
          id: randomUUID(),
          document: {
            ...document,
            damage: { kind: 'hole', findings: Array.from({ length: 100_000 }, () => ({})) },
          },
        },
      ],
      ['PUT', '/shop', Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`k${i}`, i]))],
      [
        'POST',
        `/jobs/import?id=${randomUUID()}`,
        JSON.stringify({
          ...document,
          ...Object.fromEntries(Array.from({ length: 200_000 }, (_, i) => [`k${i}`, 1])),
        }),
        BYTES,
      ],
    ];
    for (const [method, path, body, type] of attacks) {
      const began = performance.now();
      const answer = await app.call(method, path, body, type);
      expect(answer.status).withContext(path).toBe(422);
      expect(performance.now() - began)
        .withContext(path)
        .toBeLessThan(10_000);
    }
  });

  it('by a body that stops or drips: it is answered 408 and its connection is closed', async () => {
    const stopped = await line(app);
    stopped.socket.write(
      head(app, 'POST', '/jobs', 'content-type: application/json\r\ncontent-length: 100') + '{',
    );
    const dripping = await line(app);
    dripping.socket.write(
      head(app, 'POST', '/jobs', 'content-type: application/json\r\ncontent-length: 100000') + '{',
    );
    const drops = setInterval(() => dripping.socket.write(' '), 100);
    await Promise.race([Promise.all([stopped.over, dripping.over]), pause(12_000)]);
    clearInterval(drops);
    expect(stopped.heard()).toContain('408');
    expect(dripping.heard()).toContain('408');
    const upload = await line(app);
    upload.socket.write(
      head(app, 'POST', '/restore?replace=true', `content-type: ${BYTES}\r\ncontent-length: 5000000`) +
        'x'.repeat(1000),
    );
    await Promise.race([upload.over, pause(12_000)]);
    expect(upload.heard()).toContain('408');
    expect((await app.call('GET', `/jobs/${id}`)).status).toBe(200);
  }, 60_000);

  it('by downloads that nobody reads: they hold a file and no connection', async () => {
    const unread = await Promise.all(Array.from({ length: 10 }, () => line(app)));
    for (const l of unread) {
      l.socket.pause();
      l.socket.write(head(app, 'GET', '/backup', 'x: y'));
    }
    await pause(400);
    const statuses = await Promise.all(
      Array.from({ length: 20 }, () => app.call('GET', `/jobs/${id}`).then((a) => a.status)),
    );
    expect(statuses.every((s) => s === 200)).toBeTrue();
    for (const l of unread) l.socket.destroy();
  });

  it('by an upload under way: a restore locks nothing before its file is whole and checked', async () => {
    const backup = (await app.call('GET', '/backup')).bytes;
    const upload = await line(app);
    upload.socket.write(
      head(
        app,
        'POST',
        '/restore?replace=true',
        `content-type: ${BYTES}\r\ncontent-length: ${backup.length}`,
      ),
    );
    upload.socket.write(backup.subarray(0, backup.length - 10));
    await pause(100);
    const saved = await app.call('PUT', `/jobs/${id}`, {
      version: 1,
      document: { ...document, title: 'Saved while a backup came in' },
    });
    expect(saved.status).toBe(200);
    upload.socket.destroy();
    expect((await app.call('GET', `/jobs/${id}`)).json.document.title).toBe('Saved while a backup came in');
  });

  it('by a thread that takes too long, too much memory, or by too many of them', async () => {
    const facts = {
      document: document as never,
      shop: {},
      products: [],
      now: Date.UTC(2026, 10, 23),
      timeZone: 'UTC',
    };
    const hasty = heavyThreads({ timeMs: 1 });
    await expectAsync(
      hasty.run({ kind: 'paper', paper: { name: 'work-order.pdf', reasons: false }, facts }),
    ).toBeRejectedWith(jasmine.objectContaining({ status: 422 }));
    await hasty.close();
    const narrow = heavyThreads({ threads: 1, waiting: 1 });
    const all = await Promise.allSettled(
      Array.from({ length: 6 }, () => narrow.run({ kind: 'paper', paper: { name: 'materials.csv' }, facts })),
    );
    expect(
      all
        .filter((r) => r.status === 'rejected')
        .map((r) => (r as PromiseRejectedResult).reason.status as number),
    ).toEqual(jasmine.arrayContaining([503]));
    expect(all.some((r) => r.status === 'fulfilled')).toBeTrue();
    await narrow.close();
  }, 60_000);

  it('by a picture that is small on the way and immense when it is unpacked', async () => {
    const bomb = await sharp({ create: { width: 8000, height: 6000, channels: 3, background: '#fff' } })
      .png({ progressive: true, compressionLevel: 9 })
      .toBuffer();
    const form = new FormData();
    form.set('photo', new Blob([bomb as never], { type: 'image/png' }), 'a.png');
    const sent = new Response(form);
    const body = new Uint8Array(await sent.arrayBuffer());
    const answers = await Promise.all(
      Array.from({ length: 12 }, () =>
        app.call(
          'POST',
          `/jobs/${id}/photos?id=${randomUUID()}`,
          body,
          sent.headers.get('content-type') ?? '',
        ),
      ),
    );
    // On a machine that is short of breath the application of these specs gives up a body after four seconds.
    expect(answers.filter((a) => ![408, 422, 503].includes(a.status))).toEqual([]);
    expect(answers.some((a) => /interlaced/.test(String(a.json.detail)))).toBeTrue();
  }, 60_000);

  it('by a lock: who waits for one too long is told to come again', async () => {
    const holder = new pg.Client({ connectionString: app.databaseUrl });
    await holder.connect();
    await holder.query('begin');
    await holder.query('select * from jobs where id = $1 for update', [id]);
    const { version } = (await app.call('GET', `/jobs/${id}`)).json;
    const answer = await app.call('PUT', `/jobs/${id}`, {
      version,
      document: { ...document, title: 'waits' },
    });
    expect(answer.status).toBe(503);
    expect(answer.headers.get('retry-after')).toBe('1');
    await holder.query('rollback');
    await holder.end();
  }, 30_000);
});

describe('a database that goes away', () => {
  it('in the middle of a transaction is 503 with a time to come again, whatever the driver calls it', () => {
    const failures: unknown[] = [
      Object.assign(new Error('terminating connection due to administrator command'), { code: '57P01' }),
      Object.assign(new Error('canceling statement due to statement timeout'), { code: '57014' }),
      Object.assign(new Error('deadlock detected'), { code: '40P01' }),
      Object.assign(new Error('terminating connection due to idle-in-transaction timeout'), {
        code: '25P03',
      }),
      new Error('Connection terminated unexpectedly'),
      new Error('Client has encountered a connection error and is not queryable'),
      new Error('Client was closed and is not queryable'),
      Object.assign(new Error('read ECONNRESET'), { code: 'ECONNRESET' }),
      Object.assign(new Error('getaddrinfo ENOTFOUND nowhere'), { code: 'ENOTFOUND' }),
      Object.assign(new Error('Failed query: rollback'), {
        cause: new Error('Client has encountered a connection error and is not queryable'),
      }),
    ];
    for (const f of failures)
      expect(problemOf(f)?.status)
        .withContext((f as Error).message)
        .toBe(503);
    expect(problemOf(new TypeError('a bug'))).toBeUndefined();
    // The words of a request, which the error of a statement quotes, decide nothing.
    const quoted = Object.assign(
      new Error('Failed query: insert … params: a connection error in the galley'),
      {
        query: 'insert …',
        params: ['a connection error in the galley'],
        cause: Object.assign(new Error('violates unique constraint'), { code: '23505' }),
      },
    );
    expect(problemOf(quoted)).toBeUndefined();
  });

  it('between the taking of a connection and its first words leaves the connection to others', async () => {
    const app = await start();
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document });
    const cut = (client: pg.PoolClient): void =>
      void (client as unknown as { connection: { stream: Socket } }).connection.stream.destroy();
    app.connection.pool.on('acquire', cut);
    // More often than the pool has connections.
    for (let i = 0; i < 12; i += 1) {
      expect(
        (await app.call('PUT', `/jobs/${id}`, { version: 1, document: { ...document, title: 'cut' } }))
          .status,
      ).toBe(503);
      expect((await app.call('POST', '/jobs', { id: randomUUID(), document })).status).toBe(503);
    }
    app.connection.pool.off('acquire', cut);
    const { pool } = app.connection;
    expect(pool.totalCount).toBe(pool.idleCount);
    expect(
      (await app.call('PUT', `/jobs/${id}`, { version: 1, document: { ...document, title: 'after' } }))
        .status,
    ).toBe(200);
    await app.stop();
  }, 60_000);

  it('under every save of a storm leaves no 500 behind', async () => {
    const app = await start();
    const id = randomUUID();
    await app.call('POST', '/jobs', { id, document });
    const killer = new pg.Client({ connectionString: app.databaseUrl });
    await killer.connect();
    let storm = true;
    const killing = (async () => {
      while (storm) {
        await killer.query(
          "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and application_name <> 'nelbo live'",
        );
        await pause(60);
      }
    })();
    const statuses = new Set<number>();
    for (let i = 0; i < 60; i += 1) {
      const { status } = await app.call('PUT', `/jobs/${id}`, {
        version: 1,
        document: { ...document, title: `save ${i}` },
      });
      statuses.add(status);
    }
    storm = false;
    await killing;
    await killer.end();
    expect([...statuses].filter((s) => ![200, 409, 503].includes(s))).toEqual([]);
    expect(app.errors).toEqual([]);
    await app.stop();
  }, 60_000);
});
