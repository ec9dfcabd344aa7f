import { createHash, randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { gunzipSync, gzipSync } from 'node:zlib';
import { loadDemo } from '../src/demo/load';
import { start, type Running } from './harness';

const BYTES = 'application/octet-stream';
const document = {
  format: 'nelbo-job/2',
  title: 'In no backup',
  hull: { material: 'frp-solid' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

/** What a yard keeps, whichever yard it is. */
const withoutEpoch = ({ epoch: _, ...job }: { epoch: string }): object => job;

describe('a backup', () => {
  let app: Running;
  let empty: Running;
  let backup: Uint8Array;
  const photo = randomUUID();
  const text = (): string => gunzipSync(backup).toString('utf8');
  const contents = async (of: Running): Promise<unknown> => {
    const jobs = (await of.call('GET', '/jobs?limit=500')).json.jobs as { id: string }[];
    const parts = await Promise.all(
      jobs.map(async ({ id }) => [
        withoutEpoch((await of.call('GET', `/jobs/${id}`)).json),
        (await of.call('GET', `/jobs/${id}/log`)).json,
        (await of.call('GET', `/jobs/${id}/revisions`)).json,
        (await of.call('GET', `/jobs/${id}/work-orders`)).json,
      ]),
    );
    return {
      shop: (await of.call('GET', '/shop')).json,
      stores: (await of.call('GET', '/stores')).json,
      parts,
    };
  };

  beforeAll(async () => {
    [app, empty] = [await start(), await start()];
    await loadDemo(app.connection.db, Date.parse('2026-11-24T09:00:00Z'));
    const [{ id }] = (await app.call('GET', '/jobs')).json.jobs;
    await app.call('POST', `/jobs/${id}/work-orders`, { id: randomUUID() });
    await app.call('PUT', `/jobs/${id}/revisions/1/name`, { name: 'as found' });
    const form = new FormData();
    form.set(
      'photo',
      new Blob(
        [
          (await sharp({ create: { width: 40, height: 30, channels: 3, background: '#456' } })
            .png()
            .toBuffer()) as never,
        ],
        { type: 'image/png' },
      ),
      'a.png',
    );
    const sent = new Response(form);
    await app.call(
      'POST',
      `/jobs/${id}/photos?id=${photo}`,
      new Uint8Array(await sent.arrayBuffer()),
      sent.headers.get('content-type') ?? '',
    );
    const got = await app.call('GET', '/backup');
    expect(got.headers.get('content-disposition')).toContain('.nelbo-backup');
    backup = got.bytes;
  });
  afterAll(async () => {
    expect([...app.errors, ...empty.errors]).toEqual([]);
    await app.stop();
    await empty.stop();
  });

  it('restores into an empty yard to the same, row by row, and goes on from there', async () => {
    const empty = await start();
    const done = await empty.call('POST', '/restore', backup, BYTES);
    expect(done.status).toBe(200);
    expect(done.json.equal).toBeTrue();
    expect(done.json.counts.jobs).toBe(32);
    expect([done.json.counts.products, done.json.counts.photos]).toEqual([2, 1]);
    expect((await empty.call('GET', `/photos/${photo}`)).bytes).toEqual(
      (await app.call('GET', `/photos/${photo}`)).bytes,
    );
    expect(await contents(empty)).toEqual(await contents(app));
    const again = gunzipSync((await empty.call('GET', '/backup')).bytes).toString('utf8');
    const rows = (t: string): string => t.split('\n').slice(1).join('\n');
    expect(rows(again)).toBe(rows(text()));
    // The log goes on behind the restored entries, and still takes nothing back.
    const [{ id }] = (await empty.call('GET', '/jobs')).json.jobs;
    const entry = {
      id: randomUUID(),
      stage: 'log',
      at: '2026-11-24T10:00:00Z',
      who: 'Odd',
      text: 'after the restore',
    };
    await empty.call('POST', `/jobs/${id}/log`, entry);
    expect((await empty.call('GET', `/jobs/${id}/log`)).json.at(-1).text).toBe('after the restore');
    await expectAsync(empty.connection.pool.query('delete from log_entries')).toBeRejectedWithError(
      /append-only/,
    );
    await empty.stop();
  });

  it('replaces a yard only when that is asked for', async () => {
    await empty.call('POST', '/jobs', { id: randomUUID(), document });
    const refused = await empty.call('POST', '/restore', backup, BYTES);
    expect([refused.status, refused.json.title]).toEqual([409, 'The yard is not empty']);
    expect((await empty.call('GET', '/jobs?search=In no backup')).json.total).toBe(1);
    expect((await empty.call('POST', '/restore?replace=true', backup, BYTES)).status).toBe(200);
    expect((await empty.call('GET', '/jobs?search=In no backup')).json.total).toBe(0);
  });

  it('from before there were products and photographs restores as a yard without any', async () => {
    const lines = text()
      .trimEnd()
      .split('\n')
      .slice(1, -1)
      .filter((l) => !/^\{"table":"(products|photos)"/.test(l));
    const digest = createHash('sha256');
    const counts: Record<string, number> = {};
    for (const line of lines) {
      const [, table, row] = /^\{"table":"(\w+)","row":(.*)\}$/.exec(line) ?? [];
      counts[table] = (counts[table] ?? 0) + 1;
      digest.update(`${table}\n${row}\n`);
    }
    const older = [
      text().split('\n')[0],
      ...lines,
      JSON.stringify({ end: true, counts, digest: digest.digest('hex') }),
    ].join('\n');
    const answer = await empty.call('POST', '/restore?replace=true', Buffer.from(`${older}\n`), BYTES);
    expect(answer.json.detail).toBeUndefined();
    expect(answer.status).toBe(200);
    expect((await empty.call('GET', '/stores')).json).toEqual([]);
  });

  it('may be opened and closed again by hand', async () => {
    expect((await empty.call('POST', '/restore?replace=true', Buffer.from(text()), BYTES)).status).toBe(200);
  });

  it('that is broken, cut short, altered, newer or no backup at all changes nothing', async () => {
    const before = await contents(empty);
    const lines = text().trimEnd().split('\n');
    const changed = (edit: (l: string[]) => string[]): Buffer => gzipSync(`${edit([...lines]).join('\n')}\n`);
    const cases: [string, Uint8Array, RegExp][] = [
      ['nothing', Buffer.alloc(0), /is empty/],
      ['a picture', Buffer.from('\u0089PNG\r\n'), /not a backup/],
      ['a job file', Buffer.from(JSON.stringify(document)), /job file/],
      ['cut gzip', backup.subarray(0, backup.length - 40), /damaged or cut short/],
      [
        'damaged gzip',
        Buffer.concat([backup.subarray(0, 200), Buffer.alloc(50, 7), backup.subarray(250)]),
        /damaged or cut short|cannot be read/,
      ],
      ['no closing line', changed((l) => l.slice(0, -1)), /closing line is missing/],
      ['a row less', changed((l) => l.filter((_, i) => i !== 3)), /should hold|does not fit/],
      ['an altered row', changed((l) => l.map((x) => x.replace('Marigold', 'Marigolf'))), /digest/],
      [
        'a newer format',
        changed((l) => [l[0].replace('nelbo-backup/1', 'nelbo-backup/7'), ...l.slice(1)]),
        /newer format/,
      ],
      [
        'an unknown table',
        changed((l) => [l[0], '{"table":"pg_shadow","row":{}}', ...l.slice(1)]),
        /no row of a yard/,
      ],
      [
        'a row that does not fit',
        changed((l) => [l[0], '{"table":"jobs","row":{"id":"x"}}', ...l.slice(1)]),
        /does not fit|should hold/,
      ],
      ['no JSON', changed((l) => [l[0], 'xyz', ...l.slice(1)]), /line 2 cannot be read/],
      ['more after the end', changed((l) => [...l, l[1]]), /after the end/],
    ];
    for (const [name, bytes, why] of cases) {
      const answer = await empty.call('POST', '/restore?replace=true', bytes, BYTES);
      expect(answer.status).withContext(name).toBe(422);
      expect(answer.json.detail).withContext(name).toMatch(why);
    }
    expect((await empty.call('POST', '/restore?replace=true', '{}', 'application/json')).status).toBe(415);
    expect(await contents(empty)).toEqual(before);
  });
});
