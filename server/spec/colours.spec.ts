import { randomUUID } from 'node:crypto';
import { start, type Running } from './harness';

describe('colours of a boat', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
  });
  afterAll(() => app.stop());

  const job = async (boat: string, title: string, colour?: object): Promise<string> => {
    const id = randomUUID();
    const document = {
      format: 'nelbo-job/2',
      title,
      boat: { name: boat },
      hull: { material: 'frp-solid' },
      damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
      ...(colour ? { colour } : {}),
    };
    expect((await app.call('POST', '/jobs', { id, document })).status).toBe(201);
    return id;
  };
  const recipe = [
    { paste: 'paste-black', fraction: '0.04 %' },
    { paste: 'paste-green', fraction: 0.0003 },
  ];
  const get = (boat: string, except?: string) =>
    app.call('GET', `/colours?boat=${encodeURIComponent(boat)}${except ? `&except=${except}` : ''}`);

  it('are those mixed in its other jobs, the newest first, in SI', async () => {
    const first = await job('Sloop “Turnstone”', 'first', { recipe });
    const second = await job('sloop “turnstone”', 'second', {
      base: 'neutral',
      recipe,
      trials: [{ at: '2026-11-24T09:00:00Z', pastes: recipe, L: 80, a: -4, b: 6 }],
    });
    await job('Sloop “Turnstone”', 'only read', { readings: [{ where: 'polished', L: 80, a: -4, b: 6 }] });
    await job('Sloop “Turnstone”', 'nothing');
    await job('Yawl “Other”', 'another boat', { recipe });
    const found = await get('Sloop “Turnstone”');
    expect(found.status).toBe(200);
    expect(found.json.map((c: { title: string }) => c.title)).toEqual(['second', 'first']);
    expect(found.json[1].colour.recipe[0].paste).toBe('paste-black');
    expect((await get('Sloop “Turnstone”', second)).json.map((c: { jobId: string }) => c.jobId)).toEqual([
      first,
    ]);
  });

  it('of a boat that nobody knows are none; a question without a boat is refused by name', async () => {
    expect((await get('nobody')).json).toEqual([]);
    expect((await get('%')).json).toEqual([]);
    expect((await app.call('GET', '/colours')).status).toBe(400);
    expect((await app.call('GET', '/colours?boat=%20')).json.detail).toContain('boat');
    expect((await get('x'.repeat(121))).status).toBe(400);
    expect((await get('Sloop', 'not-a-uuid')).status).toBe(400);
  });

  it('refuse a recipe that is none, by the field', async () => {
    const bad = await app.call('POST', '/jobs', {
      id: randomUUID(),
      document: {
        format: 'nelbo-job/2',
        hull: { material: 'frp-solid' },
        damage: { kind: 'hole' },
        colour: {
          recipe: [{ paste: 'paste-black', fraction: 0.9 }],
          readings: [{ where: 'polished', L: 140, a: 0, b: 0 }],
        },
        fairing: { rounds: [{ at: '2026-11-24T09:00:00Z', readings: [{ x: 0, y: 0, gap: '-2 mm' }] }] },
      },
    });
    expect(bad.status).toBe(422);
    expect(bad.json.problems.map((p: { path: string }) => p.path).sort()).toEqual([
      'colour.readings.0.L',
      'colour.recipe.0.fraction',
      'fairing.rounds.0.readings.0.gap',
    ]);
  });

  it('and a signed check stand on the work order', async () => {
    const id = randomUUID();
    const document = {
      format: 'nelbo-job/2',
      title: 'x',
      hull: { material: 'frp-solid' },
      damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
      system: { resin: 'polyester', finish: 'gel-coat' },
      check: {
        items: [
          { check: 'level', gap: '0.3 mm' },
          { check: 'colour', number: 0.7 },
          { check: 'halo', result: 'deferred', note: 'look again in a week' },
        ],
        who: 'Ines',
        at: '2026-11-24T10:00:00Z',
      },
    };
    await app.call('POST', '/jobs', { id, document });
    const { json } = await app.call('GET', `/jobs/${id}/work-orders/current.md`);
    expect(json).toContain('signed 2026-11-24 by Ines');
    expect(json).toContain('look again in a week');
    expect(json).toContain('0.30 mm');
    expect(json).toContain('Pull the tape');
  });

  it('chips and checks are in the log as a machine can read them, and in its CSV', async () => {
    const id = await job('Sloop “Turnstone”', 'log');
    const entry = (text: string, event: object) =>
      app.call('POST', `/jobs/${id}/log`, {
        id: randomUUID(),
        stage: 'finish',
        at: '2026-11-24T10:00:00Z',
        who: 'Ines',
        text,
        event,
      });
    expect((await entry('Colour chip 1', { kind: 'colour', deltaE: 1.34 })).status).toBe(201);
    expect((await entry('Finish check signed', { kind: 'checked', deltaE: 0.6 })).status).toBe(201);
    expect((await entry('bad', { kind: 'colour', deltaE: -1 })).status).toBe(422);
    const { json } = await app.call('GET', `/jobs/${id}/log.csv`);
    const [head, first, second] = String(json)
      .replace(/^\uFEFF/, '')
      .trim()
      .split(/\r?\n/);
    const at = head.split(',').indexOf('ΔE');
    expect([first, second].map((l) => l.split(',')[at])).toEqual(['1.3', '0.6']);
  });
});
