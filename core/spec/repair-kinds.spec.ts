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
import { compareOffsets, halfThickness, leadingRadius } from '../src/repairs/edge/foil-profile';
import { holesPutty, oversize, plugVolume } from '../src/repairs/holes/volumes';
import { gridCount, holeGrid } from '../src/repairs/injection/hole-grid';
import { gapVolume, liquidFor } from '../src/repairs/injection/volumes';
import { timeToPrime } from '../src/repairs/metal/plan';
import { rodLength, weldRuns } from '../src/repairs/plastic/weld';
import { scarfFace, scarfLength } from '../src/repairs/wood/joints';
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
const ids = (plan: Plan): string[] => (plan.work?.steps ?? []).map((s) => s.id);
/** What fills, go by go. */
const fills = (plan: Plan) =>
  (plan.work?.steps ?? []).filter((s) => s.action === 'fill' && s.stage === 'mix');
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

describe('edges and foils', () => {
  it('is as thick as the four-digit series says: half of t at 30 %, a leading radius of 1.1 t²/c', () => {
    expect(halfThickness(0.3, 0.02)).toBeCloseTo(0.01, 4);
    expect(halfThickness(0, 0.02)).toBe(0);
    expect(halfThickness(-1, 0.02)).toBe(0);
    expect(leadingRadius.evaluate({ t: 0.02, c: 0.25 })).toBeCloseTo(0.001763, 6);
  });

  it('holds port against starboard and names the fuller face', () => {
    expect(
      compareOffsets([
        { x: 0.1, port: 0.01, starboard: 0.009 },
        { x: 0.05, port: 0.008, starboard: 0.008 },
      ]).map((o) => Math.round(o.difference * 1e4)),
    ).toEqual([0, 10]);
    const { problems } = planOf(
      job('foil-g10', 'nick', {
        repair: { edge: { offsets: [{ x: 0.05, port: 0.008, starboard: 0.0072 }] } },
      }),
    );
    expect(saidOf(problem(problems, 'repair.edge.offsets'))?.what).toMatch(
      /0\.8 mm at 50 mm: port is fuller/,
    );
  });

  it('bores a worn pivot out past its wear and drills it for the pin', () => {
    const { plan } = planOf(
      job('foil-g10', 'corroded-insert', { repair: { edge: { pin: 0.02, worn: 0.024 } } }),
    );
    expect(keyOf(plan, 'grind', 'Bored')?.value).toBeCloseTo(0.03, 12);
    expect(keyOf(plan, 'grind', 'Drilled again')?.value).toBeCloseTo(0.0202, 12);
    expect(
      problem(
        planOf(job('foil-g10', 'corroded-insert', { repair: { edge: { pin: 0.02, worn: 0.015 } } })).problems,
        'repair.edge.worn',
      )?.severity,
    ).toBe('error');
  });

  it('refuses a bite deeper than half the chord, a coat that jams in its slot, light in a split', () => {
    expect(
      problem(
        planOf(job('foil-g10', 'nick', { damage: { depth: 0.09 }, repair: { edge: { chord: 0.1 } } }))
          .problems,
        'damage.depth',
      )?.severity,
    ).toBe('error');
    expect(
      saidOf(
        problem(
          planOf(job('foil-g10', 'nick', { repair: { edge: { thick: 0.02, slot: 0.0215 } } })).problems,
          'repair.edge.slot',
        ),
      )?.what,
    ).toMatch(/20\.6 mm/);
    expect(
      planOf(job('foil-moulded', 'split-edge')).plan.work?.steps.find((s) => s.action === 'glue')?.people,
    ).toBe(2);
  });
});

describe('wood, metal, gel coat, renewal', () => {
  it('makes a scarf eight times as long as the wood is thick, twelve times in a spar', () => {
    expect(scarfLength.evaluate({ R: 8, t: 0.018 })).toBeCloseTo(0.144, 12);
    expect(scarfFace.evaluate({ w: 0.1, t: 0.018, R: 8 })).toBeCloseTo(0.1 * 0.018 * Math.sqrt(65), 12);
    expect(
      keyOf(
        planOf(job('wood-solid', 'rot', { repair: { wood: { thickness: 0.03, spar: 'yes' } } })).plan,
        'grind',
        'Each scarf',
      )?.value,
    ).toBeCloseTo(0.36, 9);
  });

  it('cuts rot back 50 mm on every side, and shuts the gate on wet wood', () => {
    const { plan, problems } = planOf(
      job('wood-solid', 'rot', { size: [0.3, 0.1], repair: { wood: { moisture: 0.22 } } }),
    );
    expect(keyOf(plan, 'grind', 'Cut out')?.value).toBeCloseTo(0.4, 9);
    expect(saidOf(problem(problems, 'repair.wood.moisture'))?.what).toMatch(/22 % is too wet/);
    expect(
      problem(
        planOf(job('wood-solid', 'rot', { repair: { wood: { moisture: 0.12 } } })).problems,
        'repair.wood.moisture',
      ),
    ).toBeUndefined();
  });

  it('gives bright steel four hours in dry air and less in damp, and fills no part that lost a tenth', () => {
    expect(timeToPrime.evaluate({ t_dry: 4 * 3600, RH: 0.5 })).toBe(4 * 3600);
    expect(timeToPrime.evaluate({ t_dry: 4 * 3600, RH: 0.8 })).toBeCloseTo(2 * 3600, 6);
    expect(
      saidOf(
        problem(
          planOf(
            job('steel', 'corroded-insert', {
              damage: { depth: 0.003 },
              repair: { metal: { thickness: 0.01 } },
            }),
          ).problems,
          'damage.depth',
        ),
      )?.suggestion,
    ).toMatch(/qualified welder/);
  });

  it('opens a star into its rays, and sends a field of crazing to be stripped', () => {
    expect(
      keyOf(
        planOf(job('frp-solid', 'gel-coat-crack', { size: [0.11, 0.09], damage: { pattern: 'star' } })).plan,
        'grind',
        'Cracks',
      )?.value,
    ).toBeCloseTo(0.35, 9);
    expect(
      saidOf(
        problem(
          planOf(job('frp-solid', 'gel-coat-crack', { size: [0.5, 0.4], damage: { pattern: 'crazing' } }))
            .problems,
          'damage.pattern',
        ),
      )?.suggestion,
    ).toMatch(/strip/);
  });

  it('clears as fine as it will, and warns where the gel coat runs out', () => {
    const fine = planOf(job('frp-solid', 'weathered', { rest: { system: { finish: 'polish' } } }));
    const coarse = planOf(
      job('frp-solid', 'weathered', {
        hull: { gelCoat: 0.00026 },
        repair: { renewal: { start: 'P1000' } },
        rest: { system: { finish: 'polish' } },
      }),
    );
    const cleared = (plan: Plan): string[] => ids(plan).filter((id) => id.startsWith('face.polish@P'));
    expect(cleared(fine.plan)).toEqual([]);
    expect(cleared(coarse.plan)).toEqual(['P1000', 'P1500', 'P2000'].map((grit) => `face.polish@${grit}`));
    expect(saidOf(problem(coarse.problems, 'hull.gelCoat'))?.what).toMatch(/231 µm/);
    expect(
      keyOf(
        planOf(job('frp-solid', 'weathered', { size: [2, 1], repair: { area: 30 } })).plan,
        'mix',
        'Stretches',
      )?.value,
    ).toBe(2);
  });

  it('mixes no pot that cannot be measured out true, and prices what is mixed', () => {
    const { plan } = planOf(job('frp-solid', 'gel-coat-chip', { size: [0.01, 0.008] }));
    const pot = plan.repair?.pots[0];
    expect(pot?.mass.value).toBeCloseTo(0.05, 3);
    expect(plan.materials?.find((m) => m.id === 'fill')?.quantity.value).toBeCloseTo(0.05, 3);
  });

  it('are mixed again for every go that sets in between: pots, steps and what is paid for agree', () => {
    for (const [material, kind, damage] of [
      ['frp-solid', 'nick', {}],
      ['steel', 'scratch', { depth: 0.012 }],
      ['frp-solid', 'void', { depth: 0.013 }],
    ] as const) {
      const { plan } = planOf(job(material, kind, { size: [0.3, 0.02], damage, hull: { thickness: 0.03 } }));
      const [fill, goes] = [
        plan.repair?.pots.find((p) => p.id === 'fill'),
        keyOf(plan, 'mix', 'Goes')?.value ?? 0,
      ];
      expect(goes).withContext(`${material} ${kind}`).toBeGreaterThan(1);
      expect(fills(plan).length).withContext(`${material} ${kind}`).toBe(goes);
      expect(fill?.count.value).withContext(`${material} ${kind}`).toBeGreaterThanOrEqual(goes);
      // What has set enough to be sanded holds the next go only where it was abraded, and that makes dust.
      const [first, second] = fills(plan);
      const dull = ids(plan).indexOf('fill.abrade@fill-2');
      expect(dull).withContext(`${material} ${kind}`).toBeGreaterThan(ids(plan).indexOf(first.id));
      expect(ids(plan).indexOf(second.id)).withContext(`${material} ${kind}`).toBeGreaterThan(dull);
      // It has set before it is abraded.
      expect(plan.work?.links.find((l) => l.to === 'fill.abrade@fill-2')?.lags.map((lag) => lag.awaited))
        .withContext(`${material} ${kind}`)
        .toEqual(['nextGo']);
      expect(
        plan.repair?.cautions
          .filter((c) => c.stage === 'mix')
          .map((c) => c.text)
          .join(' '),
      )
        .withContext(`${material} ${kind}`)
        .toMatch(/dust.*P3/i);
      const paid = plan.materials?.find((m) => m.product === fill?.product.name)?.quantity.value ?? 0;
      expect(paid)
        .withContext(`${material} ${kind}`)
        .toBeGreaterThan((fill?.count.value ?? 0) * (fill?.mass.value ?? 1) - 1e-9);
    }
  });
});
