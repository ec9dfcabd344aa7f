import { randomUUID } from 'node:crypto';
import { start, type Running } from './harness';

describe('stores', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(() => app.stop());
  beforeEach(() => app.connection.pool.query('delete from products'));

  const sheet = {
    like: 'epoxy-slow',
    name: 'Harbour slow 5:1',
    sheet: 'sheet of March',
    values: { potLife: '22 min', pricePerKg: 31 },
    lots: [{ lot: 'S-2207', left: '4 kg' }],
  };

  it('keep what the yard overrides and what it adds, in SI, and give it back', async () => {
    expect((await app.call('GET', '/stores')).json).toEqual([]);
    const kept = await app.call('PUT', '/stores/epoxy-slow', sheet);
    expect(kept.status).toBe(200);
    expect(kept.json.product.values.potLife).toBe(22 * 60);
    expect((await app.call('PUT', '/stores/own-harbour-fast', { ...sheet, like: 'epoxy-fast' })).status).toBe(
      200,
    );
    expect((await app.call('GET', '/stores')).json.map((p: { id: string }) => p.id)).toEqual([
      'epoxy-slow',
      'own-harbour-fast',
    ]);
    expect((await app.call('DELETE', '/stores/own-harbour-fast')).status).toBe(200);
    expect((await app.call('DELETE', '/stores/own-harbour-fast')).status).toBe(404);
  });

  it('make their way onto the work order', async () => {
    await app.call('PUT', '/stores/epoxy-slow', sheet);
    const id = randomUUID();
    await app.call('POST', '/jobs', {
      id,
      document: {
        format: 'nelbo-job/2',
        title: 'x',
        hull: { material: 'frp-solid' },
        damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
        system: { resin: 'epoxy-slow' },
        conditions: { temperature: '25 °C' },
      },
    });
    const { json } = await app.call('GET', `/jobs/${id}/work-orders/current.md?reasons=yes`);
    expect(json).toContain('Harbour slow 5:1');
    expect(json).toMatch(/use in \d+ min/);
  });

  it('refuse what is no product, and values out of their range, by name', async () => {
    expect((await app.call('PUT', '/stores/nothing', sheet)).status).toBe(400);
    expect((await app.call('PUT', '/stores/epoxy-fast', sheet)).json.problems[0].path).toBe('like');
    const wrong = await app.call('PUT', '/stores/epoxy-slow', { ...sheet, values: { potLife: '40 d' } });
    expect(wrong.status).toBe(422);
    expect(wrong.json.problems[0].path).toBe('values.potLife');
    expect(wrong.json.problems[0].allowed).toContain('min');
  });
});
