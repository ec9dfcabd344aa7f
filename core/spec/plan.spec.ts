import fc from 'fast-check';
import { LIBRARY, comparePlans, nextWait, taskAt, STAGES } from '../src/index';
import { publicPlan, workOrder, workOrderMarkdown } from '../src/papers';
import {
  BASE,
  CLOCK,
  figuresOf,
  numbersIn,
  planOf,
  read,
  createPlanner,
  findingHistory,
  planRepair,
} from './support';

const anyJob = fc.record({
  thickness: fc.option(fc.double({ min: 0.001, max: 0.016, noNaN: true }), { nil: undefined }),
  gelCoat: fc.option(fc.double({ min: 0, max: 0.003, noNaN: true }), { nil: undefined }),
  laminate: fc.option(fc.constantFrom(...LIBRARY.oldLaminates.map((l) => l.id)), { nil: undefined }),
  size: fc.tuple(
    fc.double({ min: 0.002, max: 0.4, noNaN: true }),
    fc.double({ min: 0.002, max: 0.4, noNaN: true }),
  ),
  shape: fc.constantFrom('ellipse', 'rectangle'),
  extent: fc.constantFrom('first look', 'true extent'),
  position: fc.constantFrom('above', 'below'),
  duty: fc.constantFrom('cosmetic', 'light', 'general', 'high'),
  temperature: fc.double({ min: -20, max: 50, noNaN: true }),
  humidity: fc.double({ min: 0.05, max: 1, noNaN: true }),
  order: fc.constantFrom('largest first', 'smallest first'),
  step: fc.double({ min: 0.001, max: 0.1, noNaN: true }),
  resin: fc.option(fc.constantFrom(...LIBRARY.resins.map((r) => r.id)), { nil: undefined }),
  cloth: fc.option(fc.constantFrom(...LIBRARY.cloths.map((c) => c.id)), { nil: undefined }),
  finish: fc.option(fc.constantFrom(...LIBRARY.finishes.map((f) => f.id)), { nil: undefined }),
});

type Any = typeof anyJob extends fc.Arbitrary<infer T> ? T : never;

function documentOf(a: Any): unknown {
  const clean = <T extends object>(o: T): Partial<T> =>
    Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as Partial<T>;
  return {
    format: 'nelbo-job/1',
    hull: clean({ material: 'frp-solid', thickness: a.thickness, gelCoat: a.gelCoat, laminate: a.laminate }),
    damage: {
      kind: 'hole',
      position: a.position,
      findings: [{ at: '2026-11-20T08:00:00Z', extent: a.extent, shape: a.shape, size: a.size }],
    },
    duty: a.duty,
    conditions: { temperature: a.temperature, humidity: a.humidity },
    laminate: { order: a.order, minimumStep: a.step },
    system: clean({ resin: a.resin, cloth: a.cloth, finish: a.finish }),
  };
}

describe('any plan', () => {
  it('has only finite figures, each with its trace down to what was given', () => {
    fc.assert(
      fc.property(anyJob, (a) => {
        const { plan } = planOf(documentOf(a));
        if (!numbersIn(plan).every(Number.isFinite)) return false;
        const ids = new Set(Object.keys(plan.trace));
        return (
          figuresOf(plan).every(
            ({ figure }) => ids.has(figure.traceId) && plan.trace[figure.traceId].unit === figure.unit,
          ) &&
          Object.values(plan.trace).every(
            (e) =>
              e.source.length > 0 &&
              e.label.length > 0 &&
              e.inputs.every((i) => ids.has(i.traceId)) &&
              (e.origin !== 'computed' || e.inputs.length > 0 || e.formulaId === undefined || e.value === 0),
          )
        );
      }),
      { numRuns: 60 },
    );
  });

  it('stays finite at the ends of what may be entered', () => {
    for (const size of [
      [0.002, 0.002],
      [3, 3],
      [3, 0.002],
    ]) {
      for (const thickness of [0.001, 0.06]) {
        const { plan } = planOf({
          ...BASE,
          hull: { ...BASE.hull, thickness },
          damage: { kind: 'hole', size },
          system: { cloth: 'biax-800' },
        });
        expect(numbersIn(plan).every(Number.isFinite)).toBeTrue();
      }
    }
  });

  it('is the same from a warm planner as from a cold one', () => {
    const planner = createPlanner();
    fc.assert(
      fc.property(anyJob, (a) => {
        const job = read(documentOf(a));
        const warm = planner.plan(job, LIBRARY, {}, CLOCK);
        const cold = planRepair(job, LIBRARY, {}, CLOCK);
        return JSON.stringify(warm) === JSON.stringify(cold);
      }),
      { numRuns: 40 },
    );
  });

  it('reuses the stages that an edit does not touch', () => {
    const planner = createPlanner();
    const a = planner.plan(read(BASE), LIBRARY, {}, CLOCK).plan;
    const b = planner.plan(
      read({ ...BASE, conditions: { temperature: 21, humidity: 0.6 } }),
      LIBRARY,
      {},
      CLOCK,
    ).plan;
    expect(b?.dish?.laminate?.plies).toBe(a?.dish?.laminate?.plies as never);
    expect(b?.section).toBe(a?.section);
    expect(b?.dish?.mix).not.toEqual(a?.dish?.mix);
  });

  it('says what is missing and plans what it can', () => {
    const sizeless = planOf({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'hole' },
    });
    expect(sizeless.plan.system).toBeDefined();
    expect(sizeless.plan.dish?.laminate).toBeUndefined();
    expect(sizeless.problems.find((p) => p.path === 'damage.size')?.severity).toBe('error');
    const hullless = planOf({ format: 'nelbo-job/1', hull: {}, damage: { kind: 'hole', size: [0.1, 0.1] } });
    expect(hullless.problems.map((p) => p.path)).toContain('hull.material');
    expect(hullless.plan.survey).toBeUndefined();
  });

  it('marks what it assumes', () => {
    const { problems, plan } = planOf({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'hole', size: [0.1, 0.06] },
    });
    expect(
      problems
        .filter((p) => p.severity === 'assumed')
        .map((p) => p.path)
        .sort(),
    ).toEqual([
      'access',
      'conditions.temperature',
      'damage.size',
      'duty',
      'hull.gelCoat',
      'hull.laminate',
      'hull.thickness',
    ]);
    expect(plan.inputs?.thickness.origin).toBe('assumed');
    expect(planOf(BASE, { temperature: 12 }).plan.inputs?.thickness.origin).toBe('entered');
    const { conditions: _, ...open } = BASE;
    expect(planOf(open, { temperature: 14 }).plan.inputs?.temperature).toEqual(
      jasmine.objectContaining({ value: 14, origin: 'shop' }),
    );
  });
});

describe('findings', () => {
  const first = {
    at: '2026-11-20T08:00:00Z',
    extent: 'first look' as const,
    size: [0.062, 0.034] as [number, number],
    method: 'eye',
  };
  const second = {
    at: '2026-11-21T08:00:00Z',
    extent: 'true extent' as const,
    size: [0.12, 0.08] as [number, number],
    method: 'grind',
  };

  it('are planned from the latest true extent; a first look grows by its range', () => {
    const look = planOf({ ...BASE, damage: { kind: 'hole', findings: [first] } }).plan.survey;
    expect(look?.measured).toBeFalse();
    expect(look?.length.value).toBeCloseTo(0.062 * Math.sqrt(4.5), 9);
    expect(look?.length.span).toEqual([0.062 * 1.5, 0.062 * 3]);
    const both = planOf({
      ...BASE,
      damage: { kind: 'hole', findings: [second, { ...first, at: '2026-11-22T08:00:00Z' }] },
    }).plan.survey;
    expect(both?.length.value).toBe(0.12);
    expect(both?.length.span).toBeUndefined();
  });

  it('each say what they changed', () => {
    const history = findingHistory(
      read({ ...BASE, damage: { kind: 'hole', findings: [first, { ...second, size: [0.2, 0.15] }] } }),
      LIBRARY,
      {},
      CLOCK,
    );
    expect(history[0].changes).toEqual([]);
    expect(history[1].changes.map((c) => c.key)).toEqual(
      jasmine.arrayContaining(['area', 'ground', 'resin', 'hours', 'materials']),
    );
    expect(comparePlans(history[0].plan, history[0].plan)).toEqual([]);
  });
});

describe('the time line', () => {
  it('puts task after task and adds up', () => {
    const { plan } = planOf();
    // But for the tape, which comes off while the last coat cures.
    const tasks = (plan.timeline?.stages.flatMap((s) => s.tasks) ?? []).filter(
      (t) => t.id !== 'finish.strike@tape' && !t.id.startsWith('finish.tapeSets'),
    );
    tasks.slice(1).forEach((t, i) => expect(t.start).toBe(tasks[i].end));
    const seconds = tasks.reduce((s, t) => s + t.duration.value, 0);
    expect(plan.totals?.elapsed.value).toBeCloseTo(seconds, 3);
    expect(plan.timeline?.stages.map((s) => s.stage)).toEqual([...STAGES]);
    expect(plan.timeline?.start).toBe(CLOCK.now);
  });

  it('moves with the stages that were reported done', () => {
    const done = [
      { stage: 'survey', at: '2026-11-23T12:00:00Z' },
      { stage: 'system', at: '2026-11-23T12:00:00Z' },
    ];
    const { plan } = planOf({ ...BASE, schedule: { start: '2026-11-23T08:00:00Z', done } });
    const grind = plan.timeline?.stages.find((s) => s.stage === 'grind');
    expect(grind?.start).toBe(Date.parse('2026-11-23T12:00:00Z'));
    if (!plan.timeline) return fail('no time line');
    expect(taskAt(plan.timeline, CLOCK.now)?.stage).toBe('grind');
    expect(nextWait(plan.timeline, CLOCK.now)?.label).toBe('rest until tacky');
    expect(taskAt(plan.timeline, plan.timeline.end + 1)).toBeUndefined();
  });
});

describe('what leaves the plan', () => {
  it('is a work order with every stage, cautions where they are needed, and sign-off', () => {
    const { plan, problems } = planOf({ ...BASE, system: { resin: 'polyester', finish: 'gel-coat' } });
    const order = workOrder(read(BASE), plan, problems, findingHistory(read(BASE), LIBRARY, {}, CLOCK), {
      currency: '£',
    });
    expect(order.stages.map((s) => s.stage)).toEqual(STAGES.filter((s) => s !== 'system' && s !== 'log'));
    const mixed = order.stages
      .flatMap((s) => s.rows)
      .find((r) => r.kind === 'step' && r.text === 'Mix batch 1');
    expect(mixed?.kind === 'step' && mixed.cautions.join(' ')).toContain('MEKP');
    expect(order.general).toContain('does not inspect');
    const text = workOrderMarkdown(order, [{ title: 'Section', svg: '<svg/>' }]);
    expect(text).toContain('## Laminate');
    expect(text).toContain('data:image/svg+xml');
    expect(text).toContain('- [ ] ');
    expect(text).toContain('£');
    expect(text).not.toContain('undefined');
    expect(text).not.toContain('NaN');
  });

  it('keeps epoxy jobs free of peroxide cautions, unless the gel coat needs them', () => {
    const cautions = (document: unknown): string => {
      const { plan, problems } = planOf(document);
      return workOrder(read(document), plan, problems)
        .stages.flatMap((s) => s.rows.flatMap((r) => (r.kind === 'step' ? r.cautions : [])))
        .join(' ');
    };
    expect(cautions(BASE)).not.toContain('MEKP');
    expect(cautions(BASE)).toContain('isocyanates');
    expect(cautions({ ...BASE, system: { resin: 'epoxy-slow', finish: 'gel-coat' } })).toContain('MEKP');
  });

  it('names products and writes times as ISO 8601', () => {
    const open = publicPlan(planOf().plan) as {
      timeline: { start: string };
      dish: { laminate: { plies: { cloth: unknown }[] } };
    };
    expect(open.timeline.start).toBe('2026-11-23T08:00:00.000Z');
    expect(open.dish.laminate.plies[0].cloth).toEqual({ id: 'biax-600', name: 'stitched biaxial 600' });
  });
});
