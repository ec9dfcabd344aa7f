import { REPAIRS } from '../src/repairs';
import fc from 'fast-check';
import { saidOf } from './support';
import type { Figure, Plan, Problem } from '../src/index';
import { ellipse, rectangle } from '../src/index';
import { wayChoices } from '../src/finish';
import { LIBRARY } from '../src/index';
import { inside } from '../src/geometry/polygon';
import { exponentialTrend } from '../src/physics/exponential-trend';
import { capVolume } from '../src/repairs/barrier/blisters';
import { coatVolume } from '../src/repairs/common/coats';
import { grooveVolume } from '../src/repairs/common/measures';
import { mixerVolume } from '../src/repairs/common/cartridge';
import { holesPutty, oversize, plugVolume } from '../src/repairs/holes/volumes';
import { gridCount, holeGrid } from '../src/repairs/injection/hole-grid';
import { gapVolume, liquidFor } from '../src/repairs/injection/volumes';
import { rodLength, weldRuns } from '../src/repairs/plastic/weld';
import { CLOCK, planOf, read } from './support';

const job = (
  material: string,
  kind: string,
  more: { size?: readonly number[]; damage?: object; hull?: object; repair?: object; rest?: object } = {},
): object => ({
  format: 'nelbo-job/1',
  hull: { material, ...more.hull },
  damage: { kind, size: more.size ?? [0.12, 0.06], ...more.damage },
  conditions: { temperature: 20, humidity: 0.5 },
  ...(more.repair ? { repair: more.repair } : {}),
  ...more.rest,
});
const keyOf = (plan: Plan, stage: string, label: string): Figure | undefined =>
  plan.repair?.sheets.find((s) => s.stage === stage)?.key.find((k) => k.label === label)?.figure;
const problem = (problems: readonly Problem[], path: string): Problem | undefined =>
  problems.find((p) => p.path === path);
const variants = (plan: Plan): string[] => (plan.work?.steps ?? []).map((s) => `${s.action} ${s.how}`);

describe('injection', () => {
  it('counts holes on a grid as the area says: half a square metre at 60 mm', () => {
    const region = [rectangle(1, 0.5)];
    const expected = gridCount.evaluate({ A: 0.5, p: 0.06 });
    expect(expected).toBeCloseTo(160.4, 1);
    expect(Math.abs(holeGrid(region, 0.06, 0.001).length / expected - 1)).toBeLessThan(0.08);
  });

  it('keeps every hole inside, a pitch apart, row by row from the low side', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        fc.double({ min: 0.05, max: 0.075, noNaN: true }),
        (l, w, p) => {
          const outline = ellipse(l, w);
          const holes = holeGrid([outline], p, p / 4);
          expect(holes.every((h) => inside(outline, h))).toBeTrue();
          if (holes.length < 3) return;
          for (let i = 0; i < holes.length; i += 1) {
            if (i > 0) expect(holes[i].y).toBeGreaterThanOrEqual(holes[i - 1].y - 1e-9);
            for (let j = 0; j < i; j += 1)
              expect(Math.hypot(holes[i].x - holes[j].x, holes[i].y - holes[j].y)).toBeGreaterThan(p * 0.999);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('works out the volume behind the skin, and the liquid of a foam', () => {
    // 0.2 m² · (0.5 mm + 10 % of 12 mm) = 340 ml; foam of 8 times takes an eighth.
    expect(gapVolume.evaluate({ A: 0.2, g: 0.0005, φ: 0.1, c: 0.012 })).toBeCloseTo(340e-6, 9);
    expect(liquidFor.evaluate({ 'V₀': 340e-6, E: 8 })).toBeCloseTo(42.5e-6, 9);
  });

  it('says so where an area of 20 mm has no room for a grid, and fills it low and vents it high', () => {
    const { plan, problems } = planOf(
      job('frp-cored', 'delamination', { size: [0.02, 0.02], damage: { wet: 'dry' } }),
    );
    const found = problems.find((p) => saidOf(p).what.includes('no room'));
    expect([found?.severity, found?.path]).toEqual(['warning', 'damage.size']);
    expect(saidOf(found)?.allowed).toMatch(/60 mm/);
    expect(keyOf(plan, 'grind', 'Holes')?.value).toBeLessThanOrEqual(2);
  });

  it('warns of a grid that weakens or leaves dry ground, and of an area too large to inject', () => {
    expect(
      saidOf(
        problem(
          planOf(job('frp-cored', 'delamination', { size: [0.4, 0.3], repair: { core: { pitch: 0.03 } } }))
            .problems,
          'repair.core.pitch',
        ),
      )?.what,
    ).toMatch(/weaken/);
    expect(
      saidOf(problem(planOf(job('frp-cored', 'delamination', { size: [0.9, 0.6] })).problems, 'repair.way'))
        ?.suggestion,
    ).toMatch(/replace the core/);
  });

  it('cuts a thin loose skin away instead, 12.5 mm past it', () => {
    const { plan } = planOf(job('foil-moulded', 'delamination', { hull: { thickness: 0.0012 } }));
    expect(plan.repair?.kind).toBe('thin skin');
    expect(keyOf(plan, 'grind', 'Patch past it')?.value).toBe(0.0125);
  });

  it('plans both schools of a wet core and compares them', () => {
    const found = wayChoices(
      read(job('frp-cored', 'wet-core', { damage: { wet: 'damp' } })),
      LIBRARY,
      {},
      CLOCK,
      REPAIRS,
    );
    expect(found.map((w) => [w.way, w.chosen])).toEqual([
      ['inject', false],
      ['recore', true],
    ]);
    expect(found[0].handsOn?.value).toBeLessThan(found[1].handsOn?.value ?? 0);
    expect(wayChoices(read(job('frp-solid', 'hole')), LIBRARY, {}, CLOCK, REPAIRS)).toEqual([]);
    expect(
      planOf(job('frp-cored', 'delamination', { repair: { way: 'recore' } })).plan.dish?.coring,
    ).toBeDefined();
  });
});

describe('drying', () => {
  const at = (d: number): string =>
    new Date(Date.parse('2026-03-01T08:00:00Z') + d * 86_400_000).toISOString();
  const decay = (d: number): number => 12 + 30 * Math.exp(-d / 40);
  const bottom = (readings: readonly object[], dry: number | undefined = 12): ReturnType<typeof planOf> =>
    planOf(
      job('frp-solid', 'blisters', {
        size: [2, 1],
        damage: { wet: 'wet' },
        repair: { drying: { ...(dry === undefined ? {} : { dry }), readings } },
      }),
    );

  it('recovers the time constant of an exact decay, and its span closes on the truth', () => {
    const fit = exponentialTrend(
      [0, 10, 20, 30].map((d) => ({ t: d, m: decay(d) })),
      12,
    );
    expect(fit?.tau).toBeCloseTo(40, 6);
    expect(fit?.reaches(13.2).likely).toBeCloseTo(40 * Math.log(30 / 1.2), 3);
    expect(fit?.reaches(13.2).early).toBeCloseTo(40 * Math.log(30 / 1.2), 1);
  });

  it('keeps the truth within its span nine times of ten where readings scatter', () => {
    let seed = 7;
    const random = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const normal = (): number => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
    const truth = 40 * Math.log(30 / 1.2);
    const hits = Array.from({ length: 200 }, () => {
      const fit = exponentialTrend(
        [0, 7, 14, 21, 28, 35].map((d) => ({ t: d, m: 12 + 30 * Math.exp(-d / 40 + 0.05 * normal()) })),
        12,
      );
      const r = fit?.reaches(13.2);
      return r !== undefined && r.early <= truth && truth <= r.late;
    }).filter(Boolean).length;
    expect(hits).toBeGreaterThan(165);
  });

  it('forecasts the day, and waits for it before anything is filled', () => {
    const { plan } = bottom([0, 14, 28, 42].map((d) => ({ at: at(d), moisture: decay(d) })));
    const wait = plan.work?.links.flatMap((l) => l.lags).find((lag) => lag.awaited === 'driesWashed')?.least;
    expect((wait?.value ?? 0) / 86_400).toBeCloseTo(40 * Math.log(30 / 1.2) - 42, 0);
    // The day is what counts, whenever the job began.
    const task = plan.timeline?.stages
      .flatMap((s) => s.tasks)
      .find((t) => t.id === 'face.driesWashed@ground');
    expect(Math.max(task?.start ?? 0, Date.parse(at(40 * Math.log(30 / 1.2))))).toBeCloseTo(
      task?.end ?? 0,
      -8,
    );
    expect(wait?.span?.[0]).toBeLessThanOrEqual(wait?.value ?? 0);
  });

  it('waits the usual time where readings make no trend yet, and reads once more what was read dry', () => {
    const lags = ({ plan }: ReturnType<typeof planOf>) =>
      (plan.work?.links ?? []).flatMap((l) => l.lags).filter((lag) => lag.awaited === 'driesWashed');
    const reads = ({ plan }: ReturnType<typeof planOf>) =>
      (plan.work?.steps ?? []).filter((s) => s.action === 'read').map((s) => s.how);
    const days = (result: ReturnType<typeof planOf>) => (lags(result)[0]?.least.value ?? 0) / 86_400;
    const one = [{ at: at(0), moisture: 40 }];
    const rising = [0, 9, 18].map((d) => ({ at: at(d), moisture: 40 + d }));
    for (const readings of [one, rising]) {
      expect(days(bottom(readings))).toBeGreaterThan(14);
      expect(reads(bottom(readings))).toEqual(['weekly']);
    }
    const dried = bottom([...one, { at: at(40), moisture: 13 }]);
    expect(lags(dried)).toEqual([]);
    expect(reads(dried)).toEqual(['once']);
  });

  it('refuses readings on two scales, asks for a dry spot and for three readings, and says when it does not fall', () => {
    expect(
      saidOf(
        bottom([
          { at: at(0), moisture: 40, scale: 'relative' },
          { at: at(9), moisture: 22, scale: 'wood' },
        ]).problems.find((p) => p.path === 'repair.drying.readings.1.scale'),
      )?.what,
    ).toMatch(/different scales/);
    expect(
      planOf(
        job('frp-solid', 'blisters', {
          damage: { wet: 'wet' },
          repair: { drying: { readings: [{ at: at(0), moisture: 40 }] } },
        }),
      ).problems.find((p) => p.path === 'repair.drying.dry'),
    ).toBeDefined();
    expect(
      saidOf(
        bottom([
          { at: at(0), moisture: 40 },
          { at: at(9), moisture: 35 },
        ]).problems.find((p) => p.path === 'repair.drying.readings.1.moisture'),
      )?.allowed,
    ).toMatch(/three/);
    expect(
      saidOf(
        bottom([0, 9, 18].map((d) => ({ at: at(d), moisture: 40 + d }))).problems.find(
          (p) => p.path === 'repair.drying.readings.2.moisture',
        ),
      )?.what,
    ).toMatch(/not drying/);
  });
});

describe('blisters and barrier', () => {
  it('takes litres from dry film and solids: 24 m² at 300 µm and 60 % are 13.8 l with what a roller keeps', () => {
    expect(coatVolume.evaluate({ A: 24, DFT: 300e-6, solids: 0.6, loss: 0.15 }) * 1000).toBeCloseTo(13.8, 9);
  });

  it('fills spherical caps: a hundred blisters of 10 mm, 2 mm deep', () => {
    expect(capVolume.evaluate({ n: 100, d: 0.01, h: 0.002 })).toBeCloseTo(
      (100 * Math.PI * 0.002 * (3 * 0.0075 ** 2 + 0.002 ** 2)) / 6,
      15,
    );
  });

  it('lays five coats to 300 µm, each in the window of the one before, and a second round under the stands', () => {
    const { plan } = planOf(
      job('frp-solid', 'blisters', {
        size: [2, 1],
        damage: { wet: 'dry' },
        repair: { area: 20, barrier: { supports: 6 } },
      }),
    );
    expect(keyOf(plan, 'finish', 'Barrier coats')?.value).toBe(5);
    const tasks = plan.timeline?.stages.find((s) => s.stage === 'finish')?.tasks ?? [];
    expect(tasks.filter((t) => t.id.startsWith('face.coat@barrier-')).length).toBe(5);
    expect(tasks.filter((t) => t.id.startsWith('face.coat@barrier2-')).length).toBe(5);
    expect(tasks.find((t) => t.id === 'stands.moveStands@hidden')?.people).toBe(2);
    // Antifouling goes on the barrier within its window: the stands are moved when it is on.
    const order = tasks.map((t) => t.id);
    expect(order).toContain('face.coat@coating-1');
    expect(order.indexOf('face.coat@coating-1')).toBeLessThan(order.indexOf('stands.moveStands@hidden'));
    expect(tasks.filter((t) => t.id.startsWith('face.coat@finish2-')).length).toBe(2);
    expect(tasks.find((t) => t.id === 'face.nextCoat@barrier-1')?.window).toBeDefined();
    expect(plan.repair?.cautions.some((c) => /nobody under the boat/.test(c.text))).toBeTrue();
    expect(plan.system?.chosen?.chain.links.some((l) => l.product.id.startsWith('antifouling'))).toBeTrue();
  });

  it('peels where there are too many to open, and warns of a barrier too thin', () => {
    const { plan, problems } = planOf(
      job('frp-solid', 'blisters', { damage: { density: 400 }, repair: { barrier: { film: 150e-6 } } }),
    );
    expect(variants(plan)).toContain('open peel');
    expect(saidOf(problem(problems, 'repair.barrier.film'))?.allowed).toMatch(/250 µm/);
  });
});

describe('plastics', () => {
  it('fills a V of 90° over 120 mm, 3.3 mm deep, with 1.3 ml', () => {
    expect(grooveVolume.evaluate({ L: 0.12, d: 0.005 * (2 / 3), φ: 90 })).toBeCloseTo(
      0.12 * (0.005 * (2 / 3)) ** 2,
      12,
    );
    const { plan } = planOf(job('abs', 'crack', { size: [0.12, 0.003] }));
    expect(keyOf(plan, 'grind', 'To fill')?.value).toBeCloseTo(1.333e-6, 8);
    expect(variants(plan)).toContain('stopHoles plastic');
  });

  it('opens moulded sheet to half its depth, a weld to its root', () => {
    expect(keyOf(planOf(job('smc', 'crack')).plan, 'grind', 'Groove')?.value).toBe(0.002);
    expect(
      keyOf(
        planOf(job('hdpe', 'crack', { repair: { plastic: { thickness: 0.008 } } })).plan,
        'grind',
        'Groove',
      )?.value,
    ).toBeCloseTo(0.007, 9);
  });

  it('lays runs of rod until the groove is full, and stops where the pull test peels', () => {
    expect(weldRuns.evaluate({ V: 0.1 * 20e-6, L: 0.1, A_rod: (Math.PI / 4) * 0.004 ** 2 })).toBe(2);
    expect(rodLength.evaluate({ n: 2, L: 0.1 })).toBeCloseTo(0.32, 12);
    const { plan, problems } = planOf(job('hdpe', 'crack', { repair: { plastic: { pull: 'peeled' } } }));
    expect(keyOf(plan, 'mix', 'Air')?.value).toBe(300);
    expect(saidOf(problem(problems, 'repair.plastic.pull'))?.suggestion).toMatch(
      /rod cut from the same hull/,
    );
  });

  it('purges a fresh nozzle for every pass', () => {
    expect(mixerVolume.evaluate({ 'V₀': 10e-6, n: 3, purge: 5e-6, held: 3e-6 })).toBeCloseTo(34e-6, 12);
    const { plan } = planOf(job('abs', 'crack', { repair: { plastic: { mixer: 'yes' } } }));
    expect(plan.materials?.some((m) => m.id === 'nozzles')).toBeTrue();
  });

  it('never heats a foam core', () => {
    expect(
      planOf(job('foam-sheet', 'crack')).plan.repair?.cautions.some((c) => c.text.includes('60 °C')),
    ).toBeTrue();
  });
});

describe('drilled holes', () => {
  it('adds cylinder, chamfers and what is left proud', () => {
    const v = holesPutty.evaluate({ n: 10, d: 0.008, t: 0.007, p: 0, f: 0 });
    expect(v).toBeCloseTo(10 * (Math.PI / 4) * 0.008 ** 2 * 0.007, 15);
    expect(holesPutty.evaluate({ n: 10, d: 0.008, t: 0.007, p: 0.0005, f: 2 })).toBeGreaterThan(v * 1.2);
  });

  it('drills a core out to twice the fastener and clears it beyond', () => {
    expect(oversize.evaluate({ d: 0.008 })).toBe(0.016);
    expect(oversize.evaluate({ d: 0.004 })).toBeCloseTo(0.01, 12);
    expect(plugVolume.evaluate({ n: 1, D: 0.016, s: 0.003, c: 0.012 })).toBeCloseTo(
      (Math.PI / 4) * (0.016 ** 2 * 0.003 + 0.028 ** 2 * 0.012),
      15,
    );
    const { plan } = planOf(
      job('frp-cored', 'drilled-holes', { damage: { count: 6 }, repair: { holes: { fastener: 0.008 } } }),
    );
    expect(variants(plan)).toContain('drill fastener');
  });
});
