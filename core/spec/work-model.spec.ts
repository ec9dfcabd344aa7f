import {
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  occursOn,
  type DamageKind,
  type JobDocument,
  type Step,
} from '../src/index';
import { forecastCure } from '../src/cure';
import { holdsOf } from '../src/work/holds';
import { potsOf } from '../src/work/pots';
import { guidanceFor } from '../src/report/guidance';
import { tellStep } from '../src/work/tell';
import { goesOf, ifsOf, roundsOf } from '../src/work/rounds';
import { effectsOf, surfacesOf } from '../src/work/surfaces';
import { BASE, CLOCK, ROUND_THE_CLOCK, planOf, read, workOf } from './support';

const job = (more: Partial<JobDocument>): JobDocument => ({ ...BASE, schedule: undefined, ...more });
const ids = (steps: readonly Step[]): Set<string> => new Set(steps.map((s) => s.id));

/** Every hull with every damage that occurs on it, above and below the water, from one side and from both. */
const MATRIX: readonly (readonly [string, JobDocument])[] = SUBSTRATES.flatMap(({ id, family }) =>
  (Object.keys(DAMAGE_KINDS) as DamageKind[])
    .filter((kind) => occursOn(kind, family))
    .flatMap((kind) =>
      (['above', 'below'] as const).flatMap((position) =>
        (['one', 'both'] as const).map(
          (access) =>
            [
              `${id}, ${kind}, ${position}, ${access}`,
              {
                format: 'nelbo-job/1',
                hull: { material: id },
                damage: { kind, position, size: [0.12, 0.06] },
                access,
              },
            ] as const,
        ),
      ),
    ),
);

describe('the work as data, over every hull and damage', () => {
  const works = MATRIX.map(([name, document]) => [name, planOf(document).plan.work] as const).filter(
    (x): x is readonly [string, NonNullable<(typeof x)[1]>] => x[1] !== undefined,
  );
  /** What is wrong, by plan: an empty list says that nothing is. */
  const faults = (of: (steps: readonly Step[]) => readonly string[]): readonly string[] =>
    works.flatMap(([name, { steps }]) => of(steps).map((f) => `${name}: ${f}`));

  it('has plans to look at', () => {
    expect(works.length).toBeGreaterThan(800);
  });

  it('lets go of everything that was set up, taped, clamped, propped or taken off', () => {
    expect(
      faults((steps) =>
        holdsOf(steps)
          .filter((h) => h.until === undefined)
          .map((h) => `${h.id} stays`),
      ),
    ).toEqual([]);
  });

  it('lays nothing on a face that was neither washed, abraded nor laid just before', () => {
    expect(
      faults((steps) => {
        const { all } = surfacesOf(steps);
        const laying = new Set(steps.filter((s) => effectsOf(s).includes('lays')).map((s) => s.id));
        return all
          .filter((f) => f.buried !== undefined && laying.has(f.buried) && f.by !== 'laid')
          .filter((f) => !f.done.some((d) => d.state !== 'dusts'))
          .map((f) => `${f.buried} lies on ${f.id} as it was ${f.by}`);
      }),
    ).toEqual([]);
  });

  it('bears each face once, and works on it only until it is buried', () => {
    expect(
      faults((steps) => {
        const order = new Map(steps.map((s, i) => [s.id, i]));
        const at = (id: string | undefined, otherwise: number): number =>
          id === undefined ? otherwise : (order.get(id) ?? -2);
        return surfacesOf(steps).all.flatMap((f) => {
          const [born, buried] = [at(f.born, -1), at(f.buried, Infinity)];
          const early = f.done.filter(({ step }) => at(step, -2) < born || at(step, -2) > buried);
          return born < buried
            ? early.map((d) => `${d.step} works on ${f.id}`)
            : [`${f.id} is buried unborn`];
        });
      }),
    ).toEqual([]);
    for (const [name, { steps }] of works) {
      const faces = surfacesOf(steps).all.map((f) => f.id);
      expect(new Set(faces).size).withContext(name).toBe(faces.length);
    }
  });

  it('mixes no pot that nobody draws on', () => {
    expect(
      faults((steps) =>
        potsOf(steps)
          .filter((p) => p.drawnBy.length === 0)
          .map((p) => p.id),
      ),
    ).toEqual([]);
  });

  it('says of every pot that is mixed of parts what it is, and how much', () => {
    for (const [name, document] of MATRIX) {
      const { plan } = planOf(document);
      for (const pot of plan.repair?.pots ?? []) {
        const mixed = potsOf(plan.work?.steps ?? []).filter((p) => p.product === pot.product.id);
        // Wood is wetted out and glued from one pot, which is not a step of its own.
        if (plan.repair?.kind !== 'wood')
          expect(mixed.some((p) => p.mass === pot.mass))
            .withContext(`${name}: ${pot.id}`)
            .toBeTrue();
      }
    }
  });

  it('names in goes, rounds and ifs what there is', () => {
    for (const [name, { steps, links }] of works) {
      const there = ids(steps);
      const lags = new Set(links.flatMap((l) => l.lags).map((l) => l.id));
      for (const go of goesOf({ steps })) {
        expect(go.steps[0]).withContext(name).toBe(go.id);
        expect(go.steps.length).withContext(`${name}: ${go.id}`).toBeGreaterThan(1);
      }
      for (const round of roundsOf(steps)) {
        expect(round.steps.every((s) => there.has(s)))
          .withContext(name)
          .toBeTrue();
        expect(round.likely.value).withContext(name).toBeGreaterThanOrEqual(1);
      }
      for (const f of ifsOf({ links, steps })) {
        expect(lags.has(f.on) || there.has(f.on))
          .withContext(name)
          .toBeTrue();
        expect(f.steps.every((s) => !there.has(s.id)))
          .withContext(`${name}: ${f.on} is rework, and no step of the plan`)
          .toBeTrue();
      }
    }
  });
});

describe('faces of one job', () => {
  const hole = workOf(BASE).steps;
  const { all, on } = surfacesOf(hole);
  const face = (id: string) => all.find((f) => f.id === id);

  it('the ground is dewaxed before it is cut, and what is cut is the face that the first ply lies on', () => {
    expect(face('outside')?.done.map((d) => d.state)).toEqual(['dewaxes', 'rinses', 'cleans']);
    expect(face('outside')?.buried).toBe('outside.grind@ground');
    const ground = face('outside.grind@ground');
    expect(ground?.by).toBe('exposed');
    expect(ground?.done.map((d) => d.state)).toContain('abrades');
    expect(ground?.buried).toBe('outside.lay@outside-batch-1');
  });

  it('the top of the laminate is what is faired, and the top of the filler what is painted', () => {
    const fill = hole.find((s) => s.action === 'fill');
    const skim = hole.filter((s) => s.action === 'fill').at(-1);
    const last = hole.filter((s) => s.action === 'lay').at(-1);
    expect(last && face(last.id)?.buried).toBe(fill?.id);
    const paint = hole.find((s) => s.action === 'coat');
    expect(on.get(paint?.id ?? '')).toEqual([skim?.id ?? '', paint?.id ?? '']);
  });

  it('a core and the rim round it are covered together', () => {
    const { steps } = workOf(
      job({
        hull: { material: 'frp-cored', thickness: 0.004, core: 'balsa' },
        access: 'one',
        damage: { kind: 'wet-core', wet: 'dry', size: [0.4, 0.3] },
      }),
    );
    const first = steps.find((s) => s.action === 'lay');
    const buried = surfacesOf(steps).all.filter((f) => f.buried === first?.id);
    expect(buried.map((f) => f.place).sort()).toEqual(['core', 'outside']);
  });

  it('a further ply renames no face that it does not lie on', () => {
    const more = surfacesOf(workOf(job({ hull: { ...BASE.hull, thickness: 0.009 } })).steps).all.map(
      (f) => f.id,
    );
    const same = all.map((f) => f.id).filter((id) => more.includes(id));
    expect(same).toContain('outside.grind@ground');
    expect(same).toContain('finish.coat@coat-1');
    expect(all.map((f) => f.id).filter((id) => !more.includes(id))).toEqual([]);
  });
});

describe('what holds, and for how long', () => {
  it('a former stands from before the first ply until the last has set', () => {
    const { steps } = workOf(BASE);
    const former = holdsOf(steps).find((h) => h.thing === 'former');
    const order = steps.map((s) => s.id);
    const lays = steps.filter((s) => s.action === 'lay').map((s) => order.indexOf(s.id));
    expect(order.indexOf(former?.from ?? '')).toBeLessThan(Math.min(...lays));
    expect(order.indexOf(former?.until ?? '')).toBeGreaterThan(Math.max(...lays));
    expect(former?.id).toBe(`former@${former?.from}`);
  });

  it('each prop and each fitting goes by its own, whatever stands beside it', () => {
    const { steps } = workOf(
      job({
        obstacles: [
          { kind: 'fitting', name: 'cleat', answer: 'move', points: square(0.09, 0.02) },
          { kind: 'fitting', name: 'fairlead', answer: 'move', points: square(-0.09, 0.02) },
        ],
      }),
    );
    const away = holdsOf(steps).filter((h) => h.thing === 'fitting');
    expect(away.length).toBe(2);
    for (const h of away) {
      const [from, until] = [h.from, h.until].map((id) => steps.find((s) => s.id === id));
      expect(until?.serves).toBe(from?.serves);
      expect(until?.action).toBe('putBack');
    }
  });

  it('a tent is up before anything is laid under it, and comes down when the last has cured', () => {
    const { steps, links } = workOf(job({ warmth: { kind: 'tent', temperature: 25 } }));
    const tent = holdsOf(steps).find((h) => h.thing === 'tent');
    const order = steps.map((s) => s.id);
    const laying = steps.filter((s) => effectsOf(s).includes('lays')).map((s) => order.indexOf(s.id));
    expect(order.indexOf(tent?.from ?? '')).toBeLessThan(Math.min(...laying));
    expect(order.indexOf(tent?.until ?? '')).toBeGreaterThan(Math.max(...laying));
    const before = links.find((l) => l.to === tent?.until);
    expect(before?.lags.some((lag) => lag.cures)).toBeTrue();
    expect(workOf(BASE).steps.some((s) => s.action === 'warm')).toBeFalse();
  });

  it('heat has its caution in the stage in which it is set up, and none where nothing is warmed', () => {
    const cautions = (document: JobDocument) => {
      const { plan } = planOf(document);
      const stage = plan.work?.steps.find((s) => s.action === 'warm')?.stage;
      return stage ? guidanceFor(stage, plan).cautions.join(' ') : '';
    };
    for (const [kind, words] of [
      ['tent', /Heat in a tent.*never a flame.*heater that stands outside/],
      ['lamp', /Heat lamps.*never left alone/],
      ['mat', /Heat mats.*residual-current breaker/],
    ] as const)
      expect(cautions(job({ warmth: { kind, temperature: 25 }, system: { resin: 'polyester' } }))).toMatch(
        words,
      );
    const cold = planOf(BASE).plan;
    for (const stage of cold.stages) expect(guidanceFor(stage, cold).cautions.join(' ')).not.toMatch(/Heat /);
    // Whatever is laid: no step sends a heater in among vapours.
    expect(tellStep({ action: 'warm', how: 'tent' })).not.toContain('heater in');
  });

  it('a wet core under a tent has one tent, which stays for what is laid', () => {
    const { steps } = workOf(
      job({
        hull: { material: 'frp-cored', thickness: 0.004, core: 'balsa' },
        access: 'one',
        damage: { kind: 'wet-core', wet: 'wet', size: [0.4, 0.3] },
        warmth: { kind: 'tent', temperature: 25 },
      }),
    );
    const tents = holdsOf(steps).filter((h) => h.thing === 'tent');
    expect(tents.map((h) => h.from)).toEqual(['core.air@drying']);
    expect(tents[0].until).toBe('hull.strike@warmth');
  });
});

describe('the tape', () => {
  it('is pulled when the last coat has set, while that goes on curing', () => {
    const paints = LIBRARY.finishes.filter((f) => f.kind === 'paint').map((f) => f.id);
    expect(paints.length).toBeGreaterThan(0);
    for (const finish of paints) {
      const { work, timeline } = planOf(job({ system: { finish } })).plan;
      const tasks = timeline?.stages.flatMap((s) => s.tasks) ?? [];
      const at = (id: string | undefined) => tasks.find((t) => t.id === id);
      const off = work?.steps.find((s) => s.action === 'strike' && s.how === 'tape');
      const set = work?.links.find((l) => l.to === off?.id);
      const coat = at(set?.from);
      const cured = tasks.filter((t) => t.kind === 'wait').at(-1);
      expect(set?.lags.map((l) => l.awaited)).toEqual(['tapeSets']);
      expect(at(off?.id)?.start).toBeGreaterThan(coat?.end ?? Infinity);
      expect(at(off?.id)?.end).toBeLessThan(cured?.end ?? 0);
      // The cure counts from the coat, not from the tape.
      expect(cured?.id).toContain('paintHandled');
      expect(cured?.start).toBe(coat?.end);
    }
  });

  it('makes no second layer of the coat that it comes off', () => {
    const { plan } = planOf({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'blisters', size: [1, 1], position: 'below' },
    });
    const lags = (plan.work?.links ?? []).flatMap((l) => l.lags);
    const of = (place: string) =>
      lags
        .filter((l) => l.id.startsWith('face.') && l.id.includes(place) && l.cures)
        .map((l) => l.cures?.layer.number);
    const coats = plan.work?.steps.filter((s) => s.action === 'coat' && s.place === 'face') ?? [];
    expect(coats.length).toBeGreaterThan(1);
    expect(lags.some((l) => l.awaited === 'tapeSets')).toBeTrue();
    for (const { serves } of coats)
      expect(new Set(of(`@${serves}`)).size)
        .withContext(serves)
        .toBeLessThanOrEqual(1);
  });
});

describe('the forecast of a job whose tape comes off while the coat cures', () => {
  const forecastOf = (document: JobDocument) => {
    const planned = planOf(document);
    return forecastCure(read(document), planned, LIBRARY, ROUND_THE_CLOCK, CLOCK, {
      cells: 12,
      tolerance: 2,
    });
  };

  it('tells of every layer once, to its end', () => {
    for (const document of [
      BASE,
      job({ system: { finish: 'gel-coat' } }),
      {
        format: 'nelbo-job/1',
        hull: { material: 'frp-solid' },
        damage: { kind: 'blisters', size: [1, 1], position: 'below' },
      },
      { format: 'nelbo-job/1', hull: { material: 'wood-solid' }, damage: { kind: 'rot', size: [0.3, 0.1] } },
    ] as JobDocument[]) {
      const cases = forecastOf(document)?.cases ?? [];
      expect(cases.length).toBeGreaterThan(0);
      expect(new Set(cases.map((c) => c.id)).size).toBe(cases.length);
      const coats = cases.filter((c) => c.of === 'finish');
      if (coats.length > 0) expect(coats.at(-1)?.milestones.map((m) => m.id)).toContain('full');
    }
  });

  it('gives each wait its own reasons', () => {
    for (const document of [BASE, job({ damage: { kind: 'blisters', size: [1, 1], position: 'below' } })]) {
      const byId = new Map<string, number>();
      for (const { id, value } of forecastOf(document)?.entries ?? []) {
        expect(byId.get(id) ?? value)
          .withContext(id)
          .toBe(value);
        byId.set(id, value);
      }
    }
  });
});

function square(x: number, half: number): { readonly x: number; readonly y: number }[] {
  return [
    [x - half, -half],
    [x + half, -half],
    [x + half, half],
    [x - half, half],
  ].map(([px, py]) => ({ x: px, y: py }));
}
