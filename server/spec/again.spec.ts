import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { start, type Running } from './harness';

const document = {
  format: 'nelbo-job/2',
  title: 'First',
  hull: { material: 'frp-solid', thickness: '7 mm' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

describe('an id that was used before', () => {
  let app: Running;
  let [id, other]: string[] = [];
  beforeAll(async () => {
    app = await start();
  });
  beforeEach(async () => {
    [id, other] = [randomUUID(), randomUUID()];
    for (const job of [id, other]) await app.call('POST', '/jobs', { id: job, document });
  });
  afterAll(async () => {
    expect(app.errors).toEqual([]);
    await app.stop();
  });

  it('of a job: the same words are a repeat, other words are told what is there instead', async () => {
    expect((await app.call('POST', '/jobs', { id, document })).status).toBe(200);
    const edited = { ...document, title: 'Edited after the answer was lost' };
    const clash = await app.call('POST', '/jobs', { id, document: edited });
    expect(clash.status).toBe(409);
    expect(clash.json.current.document).toEqual(document);
    // A late repeat of the first try, after others have saved, is still a repeat.
    await app.call('PUT', `/jobs/${id}`, { version: 1, document: edited });
    const late = await app.call('POST', '/jobs', { id, document });
    expect([late.status, late.json.document.title]).toEqual([200, edited.title]);
  });

  it('of a save: sent again it is stored once; with other words it is refused and nothing is lost without a word', async () => {
    const saveId = randomUUID();
    const [one, two] = [
      { ...document, title: 'one' },
      { ...document, title: 'two' },
    ];
    expect((await app.call('PUT', `/jobs/${id}`, { version: 1, document: one, saveId })).json.version).toBe(
      2,
    );
    await app.call('PUT', `/jobs/${id}`, {
      version: 2,
      document: { ...document, title: 'by somebody else' },
    });
    expect((await app.call('PUT', `/jobs/${id}`, { version: 1, document: one, saveId })).status).toBe(200);
    for (const version of [1, 3]) {
      const clash = await app.call('PUT', `/jobs/${id}`, { version, document: two, saveId });
      expect(clash.status).toBe(409);
      expect(clash.json.current.document.title).toBe('by somebody else');
    }
    expect((await app.call('GET', `/jobs/${id}/revisions`)).json.length).toBe(3);
  });

  it('of a log entry: any other word, name, moment or job is a mistake', async () => {
    const entry = {
      id: randomUUID(),
      stage: 'grind',
      at: '2026-11-23T09:00:00+01:00',
      who: 'Ines',
      text: 'Ground.',
      event: { kind: 'note', air: '17 °C' },
    };
    expect((await app.call('POST', `/jobs/${id}/log`, entry)).status).toBe(201);
    // The same moment, written otherwise.
    expect(
      (await app.call('POST', `/jobs/${id}/log`, { ...entry, at: '2026-11-23T08:00:00.000Z' })).status,
    ).toBe(200);
    for (const change of [
      { text: 'Other.' },
      { who: 'Odd' },
      { stage: 'mix' },
      { at: '2026-11-23T09:00:00Z' },
      { event: { kind: 'note', air: '18 °C' } },
      { event: undefined },
    ]) {
      expect((await app.call('POST', `/jobs/${id}/log`, { ...entry, ...change })).status)
        .withContext(JSON.stringify(change))
        .toBe(409);
    }
    expect((await app.call('POST', `/jobs/${other}/log`, entry)).status).toBe(409);
    for (const at of [
      '0050-01-01T00:00:00Z',
      '9999-01-01T00:00:00Z',
      '2026-02-30T00:00:00Z',
      '2026-11-23T08:00:00Z\n',
    ]) {
      expect((await app.call('POST', `/jobs/${id}/log`, { ...entry, id: randomUUID(), at })).status)
        .withContext(at)
        .toBe(422);
    }
    const kept = (await app.call('GET', `/jobs/${id}/log`)).json;
    expect(kept.map((e: { at: string }) => e.at)).toEqual(['2026-11-23T08:00:00.000Z']);
  });

  it('of a work order or a photograph on another job: it is refused, not answered as if it were kept', async () => {
    const order = randomUUID();
    expect((await app.call('POST', `/jobs/${id}/work-orders`, { id: order })).status).toBe(201);
    expect((await app.call('POST', `/jobs/${id}/work-orders`, { id: order })).status).toBe(201);
    expect((await app.call('POST', `/jobs/${other}/work-orders`, { id: order })).status).toBe(409);
    expect((await app.call('GET', `/jobs/${other}/work-orders`)).json).toEqual([]);
    expect((await app.call('GET', `/jobs/${id}/work-orders`)).json.length).toBe(1);

    const photo = randomUUID();
    const form = new FormData();
    form.set(
      'photo',
      new Blob(
        [
          (await sharp({ create: { width: 30, height: 20, channels: 3, background: '#456' } })
            .png()
            .toBuffer()) as never,
        ],
        { type: 'image/png' },
      ),
      'a.png',
    );
    const sent = new Response(form);
    const [body, type] = [new Uint8Array(await sent.arrayBuffer()), sent.headers.get('content-type') ?? ''];
    expect((await app.call('POST', `/jobs/${id}/photos?id=${photo}`, body, type)).status).toBe(201);
    expect((await app.call('POST', `/jobs/${other}/photos?id=${photo}`, body, type)).status).toBe(409);
    expect((await app.call('GET', `/jobs/${other}/photos`)).json).toEqual([]);
  });
});

describe('versions', () => {
  it('never meet again after a restore: a page of the yard before it is told, not obeyed', async () => {
    const app = await start();
    const id = randomUUID();
    const first = (await app.call('POST', '/jobs', { id, document })).json;
    const backup = (await app.call('GET', '/backup')).bytes;
    const stale = (
      await app.call('PUT', `/jobs/${id}`, {
        version: 1,
        epoch: first.epoch,
        document: { ...document, title: 'of the yard before' },
      })
    ).json;
    expect(stale.epoch).toBe(first.epoch);
    await app.call('POST', '/restore?replace=true', backup, 'application/octet-stream');
    const restored = (await app.call('GET', `/jobs/${id}`)).json;
    expect(restored.version).toBe(1);
    expect(restored.epoch).not.toBe(first.epoch);
    // Somebody saves in the restored yard: the numbers meet again.
    const now = (
      await app.call('PUT', `/jobs/${id}`, {
        version: 1,
        epoch: restored.epoch,
        document: { ...document, title: 'of the restored yard' },
      })
    ).json;
    expect(now.version).toBe(stale.version);
    const clash = await app.call('PUT', `/jobs/${id}`, {
      version: stale.version,
      epoch: stale.epoch,
      document: { ...document, title: 'overwrites' },
    });
    expect(clash.status).toBe(409);
    expect(clash.json.current.document.title).toBe('of the restored yard');
    expect(
      (
        await app.call('PUT', `/jobs/${id}`, {
          version: now.version,
          epoch: now.epoch,
          document: { ...document, title: 'goes on' },
        })
      ).status,
    ).toBe(200);
    await app.stop();
  });
});
