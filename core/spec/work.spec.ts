import fc from 'fast-check';
import {
  ACTIONS,
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  WAITS,
  occursOn,
  tellLag,
  tellStep,
  type DamageKind,
  type JobDocument,
  type Plan,
  type Step,
} from '../src/index';
import { workOrder } from '../src/papers';
import { BASE, CLOCK, idsOf, planOf, read, workOf, planRepair } from './support';

const MATRIX: readonly (readonly [string, JobDocument])[] = SUBSTRATES.flatMap(({ id, family }) =>
  (Object.keys(DAMAGE_KINDS) as DamageKind[])
    .filter((kind) => occursOn(kind, family))
    .flatMap((kind) =>
      (['above', 'below'] as const).map((position): readonly [string, JobDocument] => [
        `${id}, ${kind}, ${position}`,
        {
          format: 'nelbo-job/1',
          hull: { material: id },
          damage: { kind, size: [0.12, 0.06], position },
          ...(position === 'below' ? { access: 'both' as const } : {}),
        },
      ]),
    ),
);
const PLACEHOLDER = /\{(\w+)(?::lower)?\}/g;
const asked = (text: string): string[] => [...text.matchAll(PLACEHOLDER)].map(([, name]) => name);
const wordsOf = (s: Step): string => (ACTIONS[s.action].words as Readonly<Record<string, string>>)[s.how];

/** Every hull with every damage, planned once. */
let kept: readonly (readonly [string, Plan])[] | undefined;
const plans = (): readonly (readonly [string, Plan])[] =>
  (kept ??= MATRIX.map(([name, document]) => [name, planOf(document).plan]));

describe('the work of a plan', () => {
  it('is steps of the action book, with every word that they ask for', () => {
    let steps = 0;
    for (const [name, { work }] of plans())
      for (const step of work?.steps ?? []) {
        steps += 1;
        for (const field of asked(wordsOf(step)))
          expect(step.fields?.[field]).withContext(`${name}: ${step.id} lacks ${field}`).toBeTruthy();
        expect(tellStep(step))
          .withContext(name)
          .not.toMatch(/[{}]|undefined|NaN/);
      }
    expect(steps).toBeGreaterThan(3000);
  });

  it('has an id for each step that says where, what and for what, and no id twice', () => {
    for (const [name, { work }] of plans()) {
      const ids = [...(work?.steps ?? []), ...(work?.links ?? []).flatMap((l) => l.lags)].map((x) => x.id);
      expect(new Set(ids).size)
        .withContext(`${name}: ${ids.join(' ')}`)
        .toBe(ids.length);
      for (const s of work?.steps ?? [])
        expect(s.id.startsWith(`${s.place}.${s.action}@`))
          .withContext(s.id)
          .toBeTrue();
    }
  });

  it('is linked from step to step, and everything in it is placed once', () => {
    for (const [name, { work, timeline }] of plans()) {
      const ids = new Set(work?.steps.map((s) => s.id));
      for (const { from, to, lags } of work?.links ?? []) {
        if (from !== undefined) expect(ids.has(from)).withContext(`${name}: from ${from}`).toBeTrue();
        if (to !== undefined) expect(ids.has(to)).withContext(`${name}: to ${to}`).toBeTrue();
        for (const lag of lags) {
          expect(lag.least.value).withContext(`${name}: ${lag.id}`).toBeGreaterThanOrEqual(0);
          for (const field of asked(WAITS[lag.awaited]))
            expect(lag.fields?.[field]).withContext(`${name}: ${lag.id} lacks ${field}`).toBeTruthy();
          expect(tellLag(lag)).not.toMatch(/[{}]|undefined/);
        }
      }
      const placed = (timeline?.stages ?? []).flatMap((s) => s.tasks).filter((t) => !t.reopens);
      const told = [...ids, ...(work?.links ?? []).flatMap((l) => l.lags.map((lag) => lag.id))];
      expect(placed.map((t) => t.id).sort())
        .withContext(name)
        .toEqual(told.sort());
    }
  });

  it('begins no step before what it waits for is over', () => {
    for (const [name, { work, timeline }] of plans()) {
      const at = new Map((timeline?.stages ?? []).flatMap((s) => s.tasks).map((t) => [t.id, t]));
      for (const { from, to, lags } of work?.links ?? []) {
        if (from === undefined || to === undefined) continue;
        const [a, b] = [at.get(from), at.get(to)];
        const waited = lags.reduce((sum, lag) => sum + lag.least.value * 1000, a?.end ?? NaN);
        expect(b?.start ?? NaN)
          .withContext(`${name}: ${from} → ${to}`)
          .toBeGreaterThanOrEqual(waited - 1);
      }
    }
  });
});

describe('the order of the work', () => {
  /** Steps of every plan of the matrix. */
  const all = (): readonly (readonly [string, readonly Step[]])[] =>
    plans().map(([name, { work }]) => [name, work?.steps ?? []]);
  const first = (steps: readonly Step[], ...actions: readonly string[]): number =>
    steps.findIndex((s) => actions.includes(s.action));
  const last = (steps: readonly Step[], ...actions: readonly string[]): number =>
    steps.map((s) => actions.includes(s.action)).lastIndexOf(true);

  it('washes before paper, disc or scraper touches a face', () => {
    for (const [name, steps] of all()) {
      const paper = first(steps, 'abrade', 'grind', 'bevel', 'open', 'sand', 'cut', 'drill');
      if (paper < 0) continue;
      const clean = first(steps, 'wash', 'clean', 'dye');
      expect(clean).withContext(name).toBeGreaterThanOrEqual(0);
      expect(clean).withContext(`${name}: ${steps[paper].id}`).toBeLessThanOrEqual(paper);
    }
  });

  it('mixes before it clamps, fills, lays or injects, and leaves no pot without something that takes it', () => {
    for (const [name, steps] of all()) {
      const takes = [
        'glue',
        'fill',
        'lay',
        'inject',
        'coat',
        'saturate',
        'join',
        'core',
        'backing',
        'make',
        'abrade',
      ];
      for (const [k, s] of steps.entries()) {
        if (s.action === 'mix' && s.how !== 'adhesive')
          expect(takes)
            .withContext(`${name}: after ${s.id}`)
            .toContain(steps[k + 1]?.action === 'mix' ? 'fill' : (steps[k + 1]?.action ?? ''));
        if (s.action === 'glue' || s.action === 'inject')
          expect(first(steps.slice(0, k), 'mix', 'saturate'))
            .withContext(`${name}: ${s.id}`)
            .toBeGreaterThanOrEqual(0);
      }
    }
  });

  it('keeps dewaxer off plastics, foils and wood, and abrades a foil where glass will lie', () => {
    const washed: Record<string, string> = {};
    for (const [name, { work, system }] of plans()) {
      const wash = work?.steps.find((s) => s.action === 'wash' && s.id === 'hull.wash@ground');
      const family = system?.substrates[0]?.family;
      if (!wash || !family) continue;
      if (!name.includes('weathered')) washed[family] = wash.how;
      if (!['frp', 'frp-cored', 'smc'].includes(family))
        expect(tellStep(wash)).withContext(name).not.toContain('dewax');
    }
    expect(washed).toEqual(
      jasmine.objectContaining({ frp: 'dewax', thermoplastic: 'soap', foil: 'soap', wood: 'damp' }),
    );
    for (const [name, { work }] of plans()) {
      const steps = work?.steps ?? [];
      const lay = steps.findIndex((s) => s.id === 'edge.lay@cloth');
      if (lay >= 0)
        expect(
          steps
            .slice(0, lay)
            .some((s) => s.action === 'abrade' || (s.action === 'open' && s.place === 'groove')),
        )
          .withContext(name)
          .toBeTrue();
    }
  });

  it('masks a bottom before its first coat, and only once', () => {
    const steps = workOf({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'blisters', size: [2, 1], wet: 'dry', position: 'below' },
      repair: { area: 20, barrier: { antifouling: 'yes' } },
    }).steps;
    expect(steps.filter((s) => s.action === 'mask').length).toBe(1);
    expect(first(steps, 'mask')).toBeLessThan(first(steps, 'coat'));
    const barrier = steps.map((s) => s.id.startsWith('face.coat@barrier-')).lastIndexOf(true);
    // Nothing but the pot stands between the last barrier coat and the antifouling.
    expect(steps[barrier + 1].id).toBe('bench.mix@coating-1');
    expect(steps[barrier + 2].id).toBe('face.coat@coating-1');
  });

  it('abrades what has set before anything is laid on the same face', () => {
    const bare = new Set(['insideSets', 'underWeights', 'untilWorked']);
    for (const [name, { work }] of plans())
      for (const { to, lags } of work?.links ?? []) {
        const last = lags.at(-1);
        if (last?.cures?.moment !== 'sand' || last.window || bare.has(last.awaited)) continue;
        // What stood over it while it set is taken away first, and what it sweated out is washed off.
        const from = work?.steps.findIndex((s) => s.id === to) ?? -1;
        const next =
          from < 0
            ? undefined
            : work?.steps.slice(from).find((s) => s.action !== 'strike' && s.action !== 'wash');
        // A product without a window is overcoated when it is dry, as its sheet says.
        if (next && last.awaited !== 'nextCoat' && last.awaited !== 'nextProduct')
          // A backing is cut and abraded where it is fitted.
          expect(['sand', 'abrade', 'check', 'turn', 'handOver', 'backing'])
            .withContext(`${name}: ${last.id} → ${next.id}`)
            .toContain(next.action);
      }
  });

  it('puts back what it took off, when the last coat and the last paper are done', () => {
    for (const [name, steps] of all()) {
      const off = steps.filter((s) => s.action === 'takeOff');
      for (const { place } of off)
        expect(steps.some((s) => s.action === 'putBack' && s.place === place))
          .withContext(`${name}: ${place}`)
          .toBeTrue();
      const back = steps.findIndex(
        (s) => s.action === 'putBack' || (s.action === 'drill' && s.how === 'fastener'),
      );
      if (back >= 0)
        expect(last(steps, 'sand', 'coat', 'polish'))
          .withContext(name)
          .toBeLessThan(back);
    }
  });

  it('takes the lost shape and holds what carries before anything is cut; lets wood dry when it is open', () => {
    const shaped = workOf({
      ...BASE,
      access: 'one',
      backing: 'bonded',
      former: 'pieces',
      structure: [{ kind: 'stringer', name: 'stringer 3', length: 0.4, props: 2 }],
    }).steps;
    for (const action of ['shape', 'prop']) {
      expect(first(shaped, action)).withContext(action).toBeGreaterThan(0);
      expect(first(shaped, action)).withContext(action).toBeLessThan(first(shaped, 'grind'));
    }
    const rot = workOf({
      format: 'nelbo-job/1',
      hull: { material: 'wood-solid' },
      damage: { kind: 'rot', size: [0.3, 0.1], wet: 'wet' },
      repair: {
        drying: {
          readings: [0, 7, 14, 21].map((d) => ({
            at: new Date(Date.parse('2026-11-01T08:00:00Z') + d * 86_400_000).toISOString(),
            moisture: 15 + 20 * Math.exp(-d / 20),
            scale: 'wood' as const,
          })),
        },
      },
    });
    const drying = rot.links.find((l) => l.lags.some((lag) => lag.awaited === 'driesOpened'));
    expect(drying?.from).toBe('joint.bevel@ground');
    expect(first(rot.steps, 'mark')).toBeLessThan(first(rot.steps, 'cut'));
  });
});

describe('steps on the work order', () => {
  it('stand under every stage, numbered through the work, waits between them, people where one is not enough', () => {
    const foil = read({
      format: 'nelbo-job/1',
      hull: { material: 'foil-moulded' },
      damage: { kind: 'split-edge', size: [0.3, 0.03] },
      repair: { edge: { weight: 40 } },
    });
    const { plan, problems } = planRepair(foil, LIBRARY, {}, CLOCK);
    if (!plan) throw new Error('no plan');
    const order = workOrder(foil, plan, problems);
    const rows = order.stages.flatMap((s) => s.rows);
    const steps = rows.flatMap((r) => (r.kind === 'step' ? [r] : []));
    expect(steps.map((r) => r.n)).toEqual((plan.work?.steps ?? []).map((_, k) => k + 1));
    expect(steps.find((r) => r.text.startsWith('Take the part off: sling'))?.people).toBe(2);
    expect(rows.some((r) => r.kind === 'wait' && r.text === 'sets until it can be worked')).toBeTrue();
  });
});

describe('ids of steps', () => {
  const hole: JobDocument = { ...BASE, system: { finish: 'two-part-topside' } };

  it('stay whatever the date and the names', () => {
    const before = idsOf(hole);
    fc.assert(
      fc.property(fc.string({ maxLength: 20 }), fc.integer({ min: 0, max: 300 }), (title, days) => {
        const start = new Date(Date.parse('2026-11-23T08:00:00Z') + days * 86_400_000).toISOString();
        expect(idsOf({ ...hole, title, schedule: { start } })).toEqual(before);
      }),
      { numRuns: 20 },
    );
  });

  it('stay in other weather, but for pots that are mixed smaller or larger', () => {
    const chosen = planOf(hole).plan.system?.chosen?.chain;
    const system = {
      resin: chosen?.resin?.id,
      cloth: chosen?.cloth?.id,
      filler: chosen?.filler?.id,
      finish: chosen?.finish?.id,
    };
    const but = (ids: readonly Step[]): string[] =>
      ids.filter((s) => s.action !== 'mix' && s.action !== 'lay').map((s) => s.id);
    const at = (temperature: number): string[] =>
      but(workOf({ ...hole, system, conditions: { temperature, humidity: 0.5 } }).steps);
    const before = at(20);
    for (const temperature of [14, 17, 24, 28])
      expect(at(temperature)).withContext(`${temperature} °C`).toEqual(before);
  });

  it('of all that was there before stay when something is put in', () => {
    const plies = Array.from({ length: 6 }, () => ({ cloth: 'woven-600', way: '0/90' as const }));
    const base: JobDocument = { ...hole, laminate: { plies } };
    const fitting = {
      kind: 'fitting' as const,
      name: 'cleat',
      answer: 'move' as const,
      points: [
        { x: 0.06, y: 0.02 },
        { x: 0.07, y: 0.02 },
        { x: 0.07, y: 0.03 },
      ],
    };
    const member = { kind: 'stringer' as const, name: 'stringer 3', length: 0.4, props: 2 };
    const edits: Readonly<Record<string, JobDocument>> = {
      'a ply': { ...base, laminate: { plies: [plies[0], { cloth: 'csm-300' }, ...plies.slice(1)] } },
      'a cover ply': { ...base, laminate: { plies, cover: 'yes' } },
      'a fitting': { ...base, obstacles: [fitting] },
      'a stringer': { ...base, structure: [member] },
      'a thicker film': { ...base, coat: { film: 0.0004 } },
      'a lost shape': { ...base, former: 'foam' },
    };
    const before = idsOf(base);
    for (const [name, edit] of Object.entries(edits)) {
      const after = new Set(idsOf(edit));
      expect(before.filter((id) => !after.has(id)))
        .withContext(name)
        .toEqual([]);
    }
    expect(idsOf(edits['a fitting']).length).toBe(before.length + 2);
    // Propped, washed and abraded inside, mixed, fitted, mixed, tabbed, let go.
    expect(idsOf(edits['a stringer']).length).toBe(before.length + 8);
    expect(idsOf(edits['a lost shape']).length).toBe(before.length + 1);
  });
});

describe('the action book', () => {
  it('has a mark and words for every action, and asks for nothing twice', () => {
    for (const [name, entry] of Object.entries(ACTIONS)) {
      expect(entry.done.length).withContext(name).toBeGreaterThan(8);
      const texts = Object.values(entry.words as Readonly<Record<string, string>>);
      expect(new Set(texts).size).withContext(name).toBe(texts.length);
    }
    expect(LIBRARY.products.length).toBeGreaterThan(0);
  });
});
