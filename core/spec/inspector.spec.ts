import { LIBRARY, refinePlan, refineProblems, type JobDocument, type Plan } from '../src/index';
import { forecastCure } from '../src/cure';
import { inspectPlan, type BrokenGate, type Inspected } from '../src/inspect';
import { tellBroken } from '../src/tell/problems/broken';
import type { Step } from '../src/work/step';
import { CLOCK, planRepair, read } from './support';

function inspected(document: object): Inspected {
  const job = read({
    format: 'nelbo-job/1',
    access: 'both',
    conditions: { temperature: 20, humidity: 0.5 },
    schedule: { start: '2026-11-23T08:00:00Z' },
    ...document,
  } as JobDocument);
  const result = planRepair(job, LIBRARY, {}, CLOCK);
  const cure = result.plan && forecastCure(job, result, LIBRARY, {}, CLOCK, { cells: 20 });
  if (!result.plan || !cure) throw new Error('no plan');
  return {
    job,
    plan: refinePlan(result.plan, cure),
    problems: refineProblems(result.problems, cure),
    library: LIBRARY,
    shop: {},
    clock: CLOCK,
  };
}

const HOLE = inspected({ hull: { material: 'frp-solid' }, damage: { kind: 'hole', size: [0.12, 0.06] } });
const TUBE = inspected({
  hull: { material: 'pvc-fabric' },
  damage: { kind: 'fabric-puncture', size: [0.03, 0.01] },
});
const STEEL = inspected({ hull: { material: 'steel' }, damage: { kind: 'scratch', size: [0.1, 0.05] } });
const LAID = inspected({ hull: { material: 'wood-solid' }, damage: { kind: 'crack', size: [0.3, 0.02] } });

type Task = NonNullable<Plan['timeline']>['stages'][number]['tasks'][number];

/** A plan with its steps and its tasks changed. */
function changed(
  { plan, ...rest }: Inspected,
  steps: (all: readonly Step[]) => readonly Step[],
  tasks: (t: Task) => readonly Task[] = (t) => [t],
): Inspected {
  const { work, timeline } = plan;
  if (!work || !timeline) throw new Error('no work');
  return {
    ...rest,
    plan: {
      ...plan,
      work: { ...work, steps: steps(work.steps) },
      timeline: {
        ...timeline,
        stages: timeline.stages.map((s) => ({ ...s, tasks: s.tasks.flatMap(tasks) })),
      },
    },
  };
}

const all = (steps: readonly Step[]): readonly Step[] => steps;
const without = (plan: Inspected, id: string | RegExp): Inspected => {
  const gone = (x: string): boolean => (typeof id === 'string' ? x === id : id.test(x));
  return changed(
    plan,
    (steps) => steps.filter((s) => !gone(s.id)),
    (t) => (gone(t.id) ? [] : [t]),
  );
};
const moved = (plan: Inspected, id: string, hours: number): Inspected =>
  changed(plan, all, (t) =>
    t.id === id ? [{ ...t, start: t.start - hours * 3.6e6, end: t.end - hours * 3.6e6 }] : [t],
  );
const broken = (plan: Inspected): readonly BrokenGate[] => [
  ...new Set(inspectPlan(plan).map((f) => f.broken.gate)),
];

describe('the inspector', () => {
  it('finds nothing in sound plans', () => {
    for (const plan of [HOLE, TUBE, STEEL, LAID]) expect(inspectPlan(plan)).toEqual([]);
  });

  it('asks for no reading of what somebody else has closed, and for one of everything that is closed here', () => {
    const wet = {
      hull: { material: 'frp-cored' },
      damage: { kind: 'wet-core', core: 'soft', position: 'below', source: 'fitting', size: [0.2, 0.1] },
    };
    expect(broken(inspected({ ...wet, begins: 'fairing' }))).toEqual([]);
    const dried = inspected(wet);
    expect(broken(dried)).toEqual([]);
    expect(broken(without(dried, /\.read@|^outside\.clean@dry/))).toContain('dry');
  });

  it('finds no core in the system where the skin is not gone through', () => {
    const gouge = (depth: number): Inspected =>
      inspected({
        hull: { material: 'frp-cored', thickness: 0.003, gelCoat: 0.0006 },
        damage: { kind: 'crushed', position: 'above', size: [0.02, 0.016], depth },
      });
    const roles = ({ plan }: Inspected): readonly string[] =>
      plan.system?.chosen?.chain.links.map((l) => l.role) ?? [];
    expect(broken(gouge(0.0025))).toEqual([]);
    expect(roles(gouge(0.0025))).not.toContain('coring');
    expect(gouge(0.0025).plan.dish?.coring).toBeUndefined();
    expect(roles(gouge(0.0036))).toContain('coring');
    expect(gouge(0.0036).plan.dish?.coring).toBeDefined();
  });

  it('finds no former left behind a skin too thin for a ply of its own', () => {
    const thin = inspected({
      hull: { material: 'frp-cored', thickness: 0.0002, gelCoat: 0 },
      damage: { kind: 'hole', position: 'above', size: [0.3, 0.05] },
      system: { cloth: 'uni-300' },
    });
    expect(thin.plan.dish?.grind?.side).toBe('both');
    expect(thin.plan.dish?.laminate?.plies.some((p) => p.side === 'inside')).toBeFalse();
    expect(broken(thin)).toEqual([]);
  });

  it('misses a wash before the grinder, dust before the plies, blush before paper', () => {
    expect(broken(without(HOLE, 'outside.wash@ground'))).toContain('clean');
    expect(broken(without(HOLE, 'outside.clean@dust'))).toContain('clean');
    expect(broken(without(HOLE, 'face.wash@blush'))).toContain('rinsed');
  });

  it('misses the abrading that bonds, and bright metal', () => {
    expect(broken(without(HOLE, 'face.abrade@fill'))).toContain('within');
    expect(
      broken(without(STEEL, 'face.abrade@ground')).some((g) => g === 'abraded' || g === 'bright'),
    ).toBeTrue();
    const late = changed(STEEL, all, (t) =>
      t.id === 'face.abrade@ground' ? [{ ...t, start: t.start - 6 * 3.6e6, end: t.end - 6 * 3.6e6 }] : [t],
    );
    expect(broken(late)).toContain('bright');
  });

  it('misses a pot, and finds one that is too old when it is spread', () => {
    expect(broken(without(HOLE, 'bench.mix@fill-1'))).toContain('mixed');
    expect(broken(moved(HOLE, 'bench.mix@outside-batch-1', 3))).toContain('pot');
  });

  it('finds paper on what is soft, and a coat before its window and after it', () => {
    expect(broken(moved(HOLE, 'face.sand@fill-board-p80', 14))).toContain('cured');
    const task = HOLE.plan.timeline?.stages
      .flatMap((s) => s.tasks)
      .find((t) => t.id === 'finish.coat@coat-2');
    const wait = HOLE.plan.timeline?.stages
      .flatMap((s) => s.tasks)
      .find((t) => t.id === 'finish.overcoat@coat-1');
    const early = ((task?.start ?? NaN) - (wait?.start ?? NaN)) / 3.6e6 - 0.5;
    expect(broken(moved(HOLE, 'finish.coat@coat-2', early))).toContain('cured');
    expect(broken(moved(HOLE, 'finish.coat@coat-2', -24 * 9))).toContain('within');
  });

  it('finds a hold that is let go before what it holds is hard, and one that stays for good', () => {
    expect(broken(moved(LAID, 'joint.strike@glue', 20))).toContain('held');
    expect(broken(without(LAID, 'joint.strike@glue'))).toContain('stays');
  });

  it('finds air in a joint that has not rested, and a test of nothing', () => {
    expect(broken(moved(TUBE, 'tube.test@patch', 20))).toContain('rest');
    expect(broken(without(TUBE, 'patch.join@bond'))).toContain('before');
  });

  it('finds one alone where two are needed', () => {
    const plan = inspected({
      hull: { material: 'frp-cored' },
      damage: { kind: 'delamination', size: [0.2, 0.1] },
      repair: { way: 'inject' },
    });
    expect(inspectPlan(plan)).toEqual([]);
    const alone = changed(plan, (steps) =>
      steps.map((s) => (s.action === 'inject' ? { ...s, people: 1 } : s)),
    );
    expect(broken(alone)).toContain('people');
  });

  it('finds a product that a rule refuses', () => {
    const { plan } = HOLE;
    const chosen = plan.system?.chosen;
    const putty = LIBRARY.products.find((p) => p.id === 'polyester-putty');
    if (!chosen || !putty || !plan.system) throw new Error('no chain');
    const links = chosen.chain.links.map((l) => (l.role === 'fill' ? { ...l, product: putty } : l));
    const spoilt = {
      ...HOLE,
      plan: { ...plan, system: { ...plan.system, chosen: { ...chosen, chain: { ...chosen.chain, links } } } },
    };
    const refused = inspectPlan(spoilt).flatMap((f) => (f.broken.gate === 'refused' ? [f.broken.rule] : []));
    expect(refused).toContain('polyester-putty-on-epoxy');
  });

  it('finds cold and dew where the plan does not stop for them', () => {
    const cold = inspected({
      hull: { material: 'frp-solid' },
      damage: { kind: 'hole', size: [0.12, 0.06] },
      conditions: { temperature: 5, humidity: 0.9 },
    });
    expect(inspectPlan(cold)).toEqual([]);
    const silent = { ...cold, problems: [] };
    expect(broken(silent)).toContain('minimum');
    expect(broken(silent)).toContain('dew');
  });

  it('tells every gate in words that say what to do', () => {
    for (const { broken: gate } of inspectPlan(without(HOLE, /mix|wash|clean/))) {
      const { what, suggestion } = tellBroken(gate);
      expect(what.length).toBeGreaterThan(10);
      expect(suggestion.length).toBeGreaterThan(5);
    }
  });
});
