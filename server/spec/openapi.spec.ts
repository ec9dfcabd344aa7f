import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { start, type Running } from './harness';

const document = {
  format: 'nelbo-job/2',
  title: 'Spec job',
  hull: { material: 'frp-solid' },
  damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
};

describe('the OpenAPI document', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(() => app.stop());

  it('is served, and describes itself', async () => {
    const { json, status } = await app.call('GET', '/openapi.json');
    expect(status).toBe(200);
    expect(json.openapi).toBe('3.1.0');
    expect(json.paths['/openapi.json'].get).toBeDefined();
    const ids = Object.values<Record<string, { operationId: string }>>(json.paths).flatMap((p) =>
      Object.values(p).map((o) => o.operationId),
    );
    expect(new Set(ids).size).toBe(ids.length);
  });

  // The harness holds every answer of every spec against the document; this goes once through all addresses.
  it('foresees what every address answers', async () => {
    const id = randomUUID();
    const photo = randomUUID();
    const png = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    const form = new FormData();
    form.set('photo', new Blob([png as never], { type: 'image/png' }), 'a.png');
    const sent = new Response(form);
    const picture = {
      bytes: new Uint8Array(await sent.arrayBuffer()),
      type: sent.headers.get('content-type') ?? '',
    };
    const entry = { id: randomUUID(), stage: 'grind', at: '2026-11-24T08:00:00Z', who: 'Tam', text: 'x' };
    const calls: [string, string, unknown?, string?][] = [
      ['GET', '/health'],
      ['POST', '/jobs', { id, document }],
      ['POST', `/jobs/import?id=${randomUUID()}`, JSON.stringify(document), 'application/octet-stream'],
      ['GET', '/jobs'],
      ['GET', '/jobs/under-way'],
      ['GET', `/jobs/${id}`],
      ['PUT', `/jobs/${id}`, { version: 1, document: { ...document, title: 'b' } }],
      ['PUT', `/jobs/${id}/archived`, { archived: false }],
      ['GET', `/jobs/${id}/file`],
      ['GET', `/jobs/${id}/revisions`],
      ['GET', `/jobs/${id}/revisions/1`],
      ['PUT', `/jobs/${id}/revisions/1/name`, { name: 'as quoted' }],
      ['POST', `/jobs/${id}/log`, entry],
      ['GET', `/jobs/${id}/log`],
      ['POST', `/jobs/${id}/work-orders`, { id: randomUUID() }],
      ['GET', `/jobs/${id}/work-orders`],
      ['GET', `/jobs/${id}/work-orders/current.md`],
      ['GET', `/jobs/${id}/work-orders/current.pdf`],
      ['GET', `/jobs/${id}/materials.csv`],
      ['GET', `/jobs/${id}/cut-list.csv`],
      ['GET', `/jobs/${id}/log.csv`],
      ['GET', `/jobs/${id}/rolls.csv`],
      ['GET', `/jobs/${id}/patterns.pdf`],
      ['GET', `/jobs/${id}/patterns.svg`],
      ['GET', `/jobs/${id}/patterns.dxf`],
      ['GET', `/jobs/${id}/patterns.csv`],
      ['GET', '/colours?boat=Sloop'],
      ['PUT', '/shop', { name: 'Yard' }],
      ['GET', '/shop'],
      ['PUT', '/stores/own-x', { like: 'epoxy-slow' }],
      ['GET', '/stores'],
      ['DELETE', '/stores/own-x'],
      ['POST', `/jobs/${id}/photos?id=${photo}`, picture.bytes, picture.type],
      ['GET', `/jobs/${id}/photos`],
      ['GET', `/photos/${photo}`],
      ['GET', '/yard'],
      ['GET', '/backup'],
      ['GET', '/openapi.json'],
    ];
    for (const [method, path, body, type] of calls) {
      const { status } = await app.call(method, path, body, type);
      expect(status).withContext(`${method} ${path}`).toBeLessThan(300);
    }
    const backup = await app.call('GET', '/backup');
    expect(
      (await app.call('POST', '/restore?replace=true', backup.bytes, 'application/octet-stream')).status,
    ).toBe(200);
    const described = Object.entries(app.contract.document.paths).flatMap(([path, operations]) =>
      Object.keys(operations).map((m) => `${m} ${path}`),
    );
    // The stream of events does not end, so it is held against the document where it is heard.
    expect(described.filter((d) => !app.contract.seen.has(d))).toEqual(['get /events']);
  }, 30_000);

  it('is not met by an answer that it does not foresee', () => {
    const { check } = app.contract;
    expect(check('GET', '/jobs', 200, 'application/json', { total: 'three', jobs: [] })).toContain(
      'must be integer',
    );
    expect(check('GET', '/jobs', 418, 'application/json', {})).toContain('not described');
    expect(check('GET', '/jobs', 200, 'text/html', '')).toContain('text/html');
    expect(check('DELETE', '/jobs', 200, 'application/json', {})).toContain('not described');
  });
});
