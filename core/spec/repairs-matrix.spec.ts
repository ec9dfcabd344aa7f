import {
  DAMAGE_KINDS,
  HULL_FAMILIES,
  LIBRARY,
  linkOf,
  rootsOf,
  stageSentence,
  substrateOf,
  type DamageKind,
  type HullFamily,
  type Plan,
} from '../src/index';
import { saidOf, createPlanner } from './support';
import { workOrder, workOrderMarkdown } from '../src/papers';
import { repairScene } from '../src/repairs';
import { sensiblePairs } from './match-support';
import { CLOCK, figuresOf, numbersIn, read } from './support';

const jobFor = (
  material: string,
  kind: DamageKind,
  size: readonly [number, number],
  more: object = {},
): object => ({ format: 'nelbo-job/1', hull: { material }, damage: { kind, size }, ...more });

/** One hull of every family with every damage. */
const oneOfEach = (): ReturnType<typeof sensiblePairs> =>
  sensiblePairs().filter(
    (p, i, all) =>
      all.findIndex((q) => q.substrate.family === p.substrate.family && q.damage === p.damage) === i,
  );

describe('every repair of the daily trade', () => {
  it('plans every hull with every damage that occurs on it to the end, and prints the matrix', () => {
    const told = new Map<string, string>();
    for (const { substrate, damage } of sensiblePairs()) {
      const { plan, problems } = createPlanner().plan(
        read(jobFor(substrate.id, damage, [0.12, 0.06])),
        LIBRARY,
        {},
        CLOCK,
      );
      const where = `${substrate.id}, ${damage}`;
      // A plate without a core is told so, and planned all the same.
      const plate = damage === 'wet-core' && ['foil-g10', 'foil-thermoplastic'].includes(substrate.id);
      expect(problems.flatMap((p) => (p.severity === 'error' ? [p.code] : [])) as readonly string[])
        .withContext(where)
        .toEqual(plate ? ['no-core-in-it'] : []);
      if (!plan) continue;
      for (const stage of plan.stages)
        expect(stageSentence(stage, plan)).withContext(`${where}, ${stage}`).toBeTruthy();
      expect(plan.totals?.handsOn.value).withContext(where).toBeGreaterThan(0);
      expect(plan.materials?.length ?? 0)
        .withContext(where)
        .toBeGreaterThan(0);
      told.set(
        `${substrate.family}/${damage}`,
        plan.repair && !plan.dish?.grind ? plan.repair.kind : (plan.system?.route.id ?? ''),
      );
    }
    const families = Object.keys(HULL_FAMILIES) as HullFamily[];
    const cell = (s: string): string => s.slice(0, 9).padStart(10);
    console.log(
      [
        'worked out as (· does not occur)',
        `${''.padEnd(16)}${families.map(cell).join('')}`,
        ...Object.keys(DAMAGE_KINDS).map(
          (d) => `${d.padEnd(16)}${families.map((f) => cell(told.get(`${f}/${d}`) ?? '·')).join('')}`,
        ),
      ].join('\n'),
    );
    expect([...told.values()].every(Boolean)).toBeTrue();
  });

  it('has no figure that is not finite or not traced, at the smallest, usual and largest sizes', () => {
    for (const { substrate, damage } of oneOfEach()) {
      for (const size of [
        [0.004, 0.002],
        [2.9, 1.6],
      ] as const) {
        const { plan, problems } = createPlanner().plan(
          read(jobFor(substrate.id, damage, size)),
          LIBRARY,
          {},
          CLOCK,
        );
        const where = `${substrate.id}, ${damage}, ${size[0]} m`;
        expect(plan?.totals).withContext(where).toBeDefined();
        expect(problems.some((p) => saidOf(p).what.includes('cannot be worked out')))
          .withContext(where)
          .toBeFalse();
        if (!plan?.repair) continue;
        expect(numbersIn(plan.repair.drawings).every(Number.isFinite)).withContext(where).toBeTrue();
        for (const { path, figure } of figuresOf(plan.repair)) {
          expect(Number.isFinite(figure.value)).withContext(`${where}: ${path}`).toBeTrue();
          expect(plan.trace[figure.traceId]).withContext(`${where}: ${path}`).toBeDefined();
        }
      }
    }
  });

  it('gives each kind drawings, steps, cautions and a work order without gaps', () => {
    for (const { substrate, damage } of oneOfEach()) {
      const job = read(jobFor(substrate.id, damage, [0.12, 0.06], { repair: { wood: { moisture: 0.12 } } }));
      const { plan, problems } = createPlanner().plan(job, LIBRARY, {}, CLOCK);
      if (!plan?.repair || plan.dish?.grind) continue;
      const where = `${substrate.id}, ${damage}`;
      const valve = damage === 'valve-leak';
      if (!valve) expect(plan.repair.drawings.length).withContext(where).toBeGreaterThan(0);
      for (const d of plan.repair.drawings) {
        const scene = repairScene(d, { width: 700, height: 320 });
        expect(scene.items.length).withContext(`${where}, ${d.id}`).toBeGreaterThan(2);
        expect(JSON.stringify(scene))
          .withContext(`${where}, ${d.id}`)
          .not.toMatch(/NaN|null|Infinity/);
      }
      expect(plan.work?.steps.length).withContext(where).toBeGreaterThan(2);
      const page = workOrderMarkdown(workOrder(job, plan, problems), []);
      expect(page)
        .withContext(where)
        .not.toMatch(/NaN|undefined|\[object/);
      expect(page).withContext(where).toContain('Caution.');
    }
  });

  it('mixes what it uses, and rests every figure of its pots on given ones', () => {
    // Nothing is mixed where a valve is changed, a rod is welded, a face is cut or a tape is pressed on.
    const dry = (plan: Plan): boolean =>
      !(plan.system?.chosen?.chain.links ?? []).some(
        ({ product }) => 'proportion' in product && product.proportion,
      );
    let pots = 0;
    for (const { substrate, damage } of oneOfEach()) {
      const { plan } = createPlanner().plan(
        read(jobFor(substrate.id, damage, [0.12, 0.06])),
        LIBRARY,
        {},
        CLOCK,
      );
      if (!plan?.repair || plan.dish?.grind || damage === 'valve-leak') continue;
      // A nick is dressed where that suffices.
      if (plan.repair.kind === 'dress') continue;
      const where = `${substrate.id}, ${damage}`;
      const mixed = plan.repair.pots.length + (plan.finish ? 1 : 0);
      if (!dry(plan)) expect(mixed).withContext(where).toBeGreaterThan(0);
      pots += plan.repair.pots.length;
      for (const { figure } of figuresOf(plan.repair.pots))
        expect(rootsOf(plan.trace, figure.traceId).length).withContext(where).toBeGreaterThan(0);
    }
    expect(pots).toBeGreaterThan(60);
  });

  it('works laminate out as before, and coats that are not paint or gel coat besides', () => {
    const plain = createPlanner().plan(
      read(jobFor('frp-solid', 'hole', [0.12, 0.06], { system: { finish: 'paint-2k', undercoat: 'none' } })),
      LIBRARY,
      {},
      CLOCK,
    ).plan;
    // What is mixed beside the plies, and nothing else.
    expect(plain?.repair?.items).toEqual([]);
    expect(plain?.repair?.pots.map((p) => p.id)).toEqual(['panel', 'backing', 'skim']);
    const tie = createPlanner().plan(
      read(
        jobFor('frp-solid', 'hole', [0.12, 0.06], {
          system: { resin: 'epoxy-slow', finish: 'gel-coat', prime: 'tie-coat' },
        }),
      ),
      LIBRARY,
      {},
      CLOCK,
    ).plan;
    expect(tie?.system?.chosen && linkOf(tie.system.chosen.chain, 'prime')?.id).toBe('tie-coat');
    expect(tie?.materials?.some((m) => m.id === 'prime')).toBeTrue();
    expect(
      tie?.timeline?.stages
        .find((s) => s.stage === 'finish')
        ?.tasks.some((t) => t.id.startsWith('face.coat@prime-')),
    ).toBeTrue();
    const unfilled = createPlanner().plan(
      read(jobFor('frp-solid', 'hole', [0.12, 0.06], { system: { resin: 'epoxy-slow', filler: 'none' } })),
      LIBRARY,
      {},
      CLOCK,
    ).plan;
    expect(unfilled?.dish?.fair).toBeUndefined();
    expect(unfilled?.sanding?.fair?.length).toBeGreaterThan(0);
  });

  it('marks the steps that need two people', () => {
    const { plan } = createPlanner().plan(
      read(jobFor('foil-moulded', 'split-edge', [0.3, 0.03], { repair: { edge: { weight: 40 } } })),
      LIBRARY,
      {},
      CLOCK,
    );
    const two = plan?.timeline?.stages.flatMap((s) => s.tasks).filter((t) => t.people === 2) ?? [];
    expect(two.map((t) => t.id)).toEqual(['part.takeOff@job', 'edge.glue@split', 'part.putBack@job']);
    expect(plan?.repair?.cautions.some((c) => /crush/i.test(c.text))).toBeTrue();
  });

  it('knows of every kind how it is recognised: each damage of a hull names one', () => {
    for (const { substrate } of sensiblePairs())
      expect(substrateOf(substrate.id)?.recognised.length).toBeGreaterThan(5);
  });
});
