import { createHash, randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import sharp from 'sharp';
import { isBareJpeg } from '../src/photos/bare-jpeg';
import { start, type Running } from './harness';

const BYTES = 'application/octet-stream';
const document = {
  format: 'nelbo-job/2',
  title: 'Ours',
  hull: { material: 'frp-solid' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

describe('a backup from elsewhere', () => {
  let app: Running;
  let backup: string[];
  const job = randomUUID();
  const photo = randomUUID();
  const rowOf = (table: string): number => backup.findIndex((l) => l.startsWith(`{"table":"${table}"`));
  /** The backup with one row changed and a digest that fits: made by somebody who knows the format. */
  function forged(table: string, change: (row: any) => void): Buffer {
    const lines = [...backup];
    const at = rowOf(table);
    const value = JSON.parse(lines[at]) as { row: any };
    change(value.row);
    lines[at] = JSON.stringify(value);
    return resealed(lines);
  }
  function resealed(lines: readonly string[]): Buffer {
    const digest = createHash('sha256');
    for (const l of lines.slice(1, -1)) {
      const { table, row } = JSON.parse(l) as { table: string; row: unknown };
      digest.update(`${table}\n${asDatabase(row)}\n`);
    }
    const closing = { ...(JSON.parse(lines[lines.length - 1]) as object), digest: digest.digest('hex') };
    return Buffer.from(`${[...lines.slice(0, -1), JSON.stringify(closing)].join('\n')}\n`);
  }
  /** As PostgreSQL writes jsonb: keys by length, then by letters, a space after colon and comma. */
  function asDatabase(v: unknown): string {
    if (Array.isArray(v)) return `[${v.map(asDatabase).join(', ')}]`;
    if (typeof v !== 'object' || v === null) return JSON.stringify(v);
    const keys = Object.keys(v).sort(
      (a, b) => Buffer.byteLength(a) - Buffer.byteLength(b) || (a < b ? -1 : 1),
    );
    return `{${keys.map((k) => `${JSON.stringify(k)}: ${asDatabase((v as Record<string, unknown>)[k])}`).join(', ')}}`;
  }

  beforeAll(async () => {
    app = await start();
    await app.call('POST', '/jobs', { id: job, document });
    await app.call('POST', `/jobs/${job}/log`, {
      id: randomUUID(),
      stage: 'survey',
      at: '2026-11-23T08:00:00Z',
      who: 'Ines',
      text: 'Looked.',
    });
    await app.call('PUT', '/shop', { name: 'Skerry Lane Boatworks' });
    const form = new FormData();
    form.set(
      'photo',
      new Blob(
        [
          (await sharp({ create: { width: 60, height: 40, channels: 3, background: '#456' } })
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
      `/jobs/${job}/photos?id=${photo}`,
      new Uint8Array(await sent.arrayBuffer()),
      sent.headers.get('content-type') ?? '',
    );
    backup = gunzipSync((await app.call('GET', '/backup')).bytes)
      .toString('utf8')
      .trimEnd()
      .split('\n');
  });
  afterAll(async () => {
    expect(app.errors).toEqual([]);
    await app.stop();
  });

  it('with a script for a photograph is refused; one that is a picture with luggage is written anew', async () => {
    const script = Buffer.from('<script>alert(1)</script>').toString('hex');
    const refused = await app.call(
      'POST',
      '/restore?replace=true',
      forged('photos', (r) => Object.assign(r, { type: 'text/html', bytes: `\\x${script}` })),
      BYTES,
    );
    expect(refused.status).toBe(422);
    expect(refused.json.detail).toMatch(/no picture/);

    const laden = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#456' } })
      .withExif({ IFD0: { Artist: '<script>alert(1)</script>' } })
      .jpeg()
      .toBuffer();
    const done = await app.call(
      'POST',
      '/restore?replace=true',
      forged('photos', (r) => Object.assign(r, { type: 'text/html', bytes: `\\x${laden.toString('hex')}` })),
      BYTES,
    );
    expect(done.json.detail).toBeUndefined();
    expect([done.status, done.json.cleaned]).toEqual([200, 1]);
    const got = await app.call('GET', `/photos/${photo}`);
    expect(got.type).toBe('image/jpeg');
    expect(got.headers.get('content-security-policy')).toContain('sandbox');
    expect(Buffer.from(got.bytes).includes('script')).toBeFalse();
    expect(isBareJpeg(got.bytes)).toBeTrue();
  });

  it('has each of its rows held against the rules of the interface', async () => {
    const cases: [string, string, (r: any) => void][] = [
      ['a job without a document', 'jobs', (r) => (r.document = null)],
      ['a job of another kind', 'jobs', (r) => (r.document.format = 'other/1')],
      [
        'a job of absurd depth',
        'jobs',
        (r) => (r.document.x = JSON.parse(`${'['.repeat(60)}${']'.repeat(60)}`)),
      ],
      ['a job of no version', 'jobs', (r) => (r.version = 0)],
      ['a job of the year 50', 'jobs', (r) => (r.updated_at = '0050-01-01T00:00:00+00:00')],
      ['a revision of nobody', 'job_revisions', (r) => (r.job_id = 'x')],
      ['a log entry of the year 9999', 'log_entries', (r) => (r.at = '9999-01-01T00:00:00+00:00')],
      ['a log entry of no stage', 'log_entries', (r) => (r.stage = 'nowhere')],
      ['a log entry of endless words', 'log_entries', (r) => (r.text = 'x'.repeat(5000))],
      ['a yard that is none', 'shop', (r) => (r.document = [1])],
      ['a photograph of odd bytes', 'photos', (r) => (r.bytes = 'x')],
    ];
    for (const [name, table, change] of cases) {
      const answer = await app.call('POST', '/restore?replace=true', forged(table, change), BYTES);
      expect(answer.status).withContext(name).toBe(422);
      expect(answer.json.detail)
        .withContext(name)
        .toMatch(/does not fit/);
      expect(answer.json.detail)
        .withContext(name)
        .toMatch(/nothing was changed/);
    }
    expect((await app.call('GET', `/jobs/${job}`)).json.document).toEqual(document);
    // The forging itself is sound: a row that keeps the rules is taken.
    expect(
      (
        await app.call(
          'POST',
          '/restore?replace=true',
          forged('log_entries', (r) => (r.text = 'Written elsewhere.')),
          BYTES,
        )
      ).status,
    ).toBe(200);
    expect((await app.call('GET', `/jobs/${job}/log`)).json[0].text).toBe('Written elsewhere.');
  });
});
