import { randomUUID } from 'node:crypto';
import { start, type Running } from './harness';

const hole = {
  title: 'Two places',
  boat: { name: 'Sloop “Spec”' },
  hull: { material: 'frp-solid', thickness: '6 mm', gelCoat: '0.6 mm' },
  damage: { kind: 'hole', where: 'port bow', position: 'above', size: ['96 mm', '58 mm'] },
  access: 'both',
  conditions: { temperature: 20, humidity: 0.5 },
};
const chip = { kind: 'gel-coat-chip', position: 'above', size: ['30 mm', '20 mm'] };

describe('a job of several places', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(async () => {
    expect(app.errors).toEqual([]);
    await app.stop();
  });
  const created = async (document: object): Promise<string> => {
    const id = randomUUID();
    expect((await app.call('POST', '/jobs', { id, document })).status).toBe(201);
    return id;
  };

  const textOf = async (path: string): Promise<string> =>
    new TextDecoder().decode((await app.call('GET', path)).bytes);

  it('of one place in the format before is taken, and handed out in the present one', async () => {
    const id = await created({ format: 'nelbo-job/1', ...hole });
    const { json } = await app.call('GET', `/jobs/${id}`);
    expect(json.document).toEqual({ format: 'nelbo-job/2', ...hole });
    expect(JSON.parse(await textOf(`/jobs/${id}/file`)).format).toBe('nelbo-job/2');
    // What an older version stored is still in its format: it is handed out in the present one, and saved over as ever.
    await app.connection.pool.query(
      `update jobs set document = jsonb_set(document, '{format}', '"nelbo-job/1"') where id = $1`,
      [id],
    );
    const stored = (await app.call('GET', `/jobs/${id}`)).json;
    expect(stored.document.format).toBe('nelbo-job/2');
    const saved = await app.call('PUT', `/jobs/${id}`, {
      version: stored.version,
      document: { ...stored.document, places: [{ id: 'b', name: 'transom', damage: chip }] },
    });
    expect(saved.status).toBe(200);
    expect(saved.json.document.places.length).toBe(1);
  });

  it('prints one order of all places, or that of one; patterns and tables say which place they are of', async () => {
    const id = await created({
      format: 'nelbo-job/2',
      ...hole,
      places: [{ id: 'b', name: 'transom', damage: chip }],
    });
    const whole = await textOf(`/jobs/${id}/work-orders/current.md`);
    expect(whole).toContain('## Grind: A, port bow');
    expect(whole).toContain('## Grind: B, transom');
    expect(whole).toContain('**A1** ');
    expect(whole).toContain('**B1** ');
    const chipAlone = await textOf(`/jobs/${id}/work-orders/current.md?place=b`);
    expect(chipAlone).toContain('## Grind\n');
    expect(chipAlone).not.toContain('Lay plies');
    expect((await app.call('GET', `/jobs/${id}/work-orders/current.pdf`)).status).toBe(200);
    const lines = (await textOf(`/jobs/${id}/materials.csv`)).split('\r\n');
    expect(lines[0]).toContain('place,product');
    expect(new Set(lines.slice(1, -1).map((l) => l[0]))).toEqual(new Set(['A', 'B']));
    expect((await app.call('GET', `/jobs/${id}/patterns.svg`)).status).toBe(200);
    expect((await app.call('GET', `/jobs/${id}/patterns.svg?place=b`)).status).toBe(422);
    expect((await app.call('GET', `/jobs/${id}/patterns.svg?place=c`)).status).toBe(404);
    expect((await app.call('GET', `/jobs/${id}/cut-list.csv?place=b&place=c`)).status).toBe(400);
  });

  it('is under way until its last place is reported done', async () => {
    const done = { done: [{ stage: 'log', at: '2026-11-30T08:00:00Z' }] };
    const id = await created({
      format: 'nelbo-job/2',
      ...hole,
      schedule: done,
      places: [{ id: 'b', damage: chip }],
    });
    const underWay = async (): Promise<readonly string[]> =>
      (await app.call('GET', '/jobs/under-way')).json.map((j: { id: string }) => j.id);
    expect(await underWay()).toContain(id);
    const { json } = await app.call('GET', `/jobs/${id}`);
    await app.call('PUT', `/jobs/${id}`, {
      version: json.version,
      document: { ...json.document, places: [{ id: 'b', damage: chip, schedule: done }] },
    });
    expect(await underWay()).not.toContain(id);
  });

  it('is refused with a place that has no id of its own, or nothing damaged', async () => {
    const refused = async (places: readonly object[]): Promise<readonly string[]> => {
      const answer = await app.call('POST', '/jobs', {
        id: randomUUID(),
        document: { format: 'nelbo-job/2', ...hole, places },
      });
      expect(answer.status).toBe(422);
      return answer.json.problems.map((p: { path: string }) => p.path);
    };
    expect(await refused([{ id: 'first', damage: chip }])).toEqual(['places.0.id']);
    expect(await refused([{ id: 'b' }])).toEqual(['places.0.damage']);
  });
});
