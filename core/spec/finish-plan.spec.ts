import { REPAIRS } from '../src/repairs';
import {
  bands,
  chooseBlock,
  fairScene,
  fairnessOf,
  fillerChoices,
  gapGrid,
  gridFor,
  sizeRead,
  sizeToRead,
} from '../src/finish';
import { saidOf } from './support';
import { gunLoads, spreadRate, tapeSteps, thinnerVolume, wetGauge } from '../src/finish/application';
import { checkStands, checkedItems, checksFor, fairTolerance, resultOf } from '../src/finish/check';
import { LIBRARY } from '../src/materials/library';
import { hoursExplained, hoursWords, workOrder } from '../src/papers';
import { guidanceFor, standingCautions } from '../src/report/guidance';
import { BASE, CLOCK, planOf, read } from './support';

const GEL = { ...BASE, system: { resin: 'polyester', finish: 'gel-coat' } };
const lattice = (columns: number, rows: number, gap: (x: number, y: number) => number) =>
  gridFor(0.6, 0.4, columns, rows).lines.flatMap((y) =>
    gridFor(0.6, 0.4, columns, rows).stations.map((x) => ({ x, y, gap: gap(x, y) })),
  );

describe('putting a coat on', () => {
  it('reads on the comb what stays and what leaves', () => {
    // 50 µm dry at 52 % solids with a tenth of thinner: 50 · 1.1 / 0.52.
    expect(wetGauge.evaluate({ DFT: 50e-6, thinner: 0.1, solids: 0.52 }) * 1e6).toBeCloseTo(105.77, 2);
    // 1000 · 0.52 / 50 = 10.4 m² per litre.
    expect(spreadRate.evaluate({ solids: 0.52, DFT: 50e-6 }) / 1000).toBeCloseTo(10.4, 9);
    expect(gunLoads.evaluate({ V: 0.0013, V_gun: 0.0006 })).toBe(3);
    expect(thinnerVolume.evaluate({ share: 0.1, V: 0.001 })).toBeCloseTo(0.0001, 12);
  });

  it('tapes each coat inside the next, within the room there is', () => {
    expect(tapeSteps(1, 0.025)).toEqual([0]);
    expect(tapeSteps(3, 0.025)).toEqual([0.016, 0.008, 0]);
    expect(Math.max(...tapeSteps(6, 0.01))).toBeLessThanOrEqual(0.01 + 1e-12);
  });

  it('buys for its losses, and thins only where it was asked to', () => {
    const of = (coat: object) => planOf({ ...BASE, coat }).plan.finish;
    const brush = of({})?.volume.value ?? NaN;
    expect((of({ method: 'roller' })?.volume.value ?? NaN) / brush).toBeCloseTo(1.2 / 1.15, 9);
    expect((of({ method: 'spray' })?.volume.value ?? NaN) / brush).toBeCloseTo(1.4 / 1.15, 9);
    expect(of({})?.thinner).toBeUndefined();
    const thin = of({ thinner: 0.1 });
    expect((thin?.gauge.value ?? NaN) / (of({})?.gauge.value ?? NaN)).toBeCloseTo(1.1, 9);
    expect(
      planOf({ ...BASE, coat: { method: 'spray' } })
        .plan.timeline?.stages.flatMap((s) => s.tasks)
        .some((t) => t.id === 'bench.sprayGear@coat'),
    ).toBeTrue();
  });

  it('has wax in the last coat of gel coat only', () => {
    const f = planOf(GEL).plan.finish;
    expect((f?.unwaxed?.value ?? 0) + (f?.waxed?.value ?? 0)).toBeCloseTo(f?.mass.value ?? NaN, 12);
    expect(f?.waxed?.value).toBeCloseTo(f?.massPerCoat.value ?? NaN, 12);
    expect(planOf().plan.finish?.waxed).toBeUndefined();
    expect(planOf({ ...GEL, coat: { method: 'spray' } }).plan.finish?.passes).toEqual([2, 3]);
  });

  it('puts on the film that was asked for, and warns of one that cannot be worked', () => {
    expect(planOf({ ...GEL, coat: { film: 0.0008 } }).plan.finish?.cured.value).toBeCloseTo(0.0009, 9);
    const thin = planOf({ ...GEL, coat: { film: 0.00015 } }).problems.find((p) => p.path === 'coat.film');
    expect(saidOf(thin)?.allowed).toContain('250');
    const skinny = planOf({ ...BASE, coat: { film: 0.00003 } }).problems.find((p) => p.path === 'coat.film');
    expect(saidOf(skinny)?.what).toContain('between coats scratches');
  });

  it('minds sun, wind and dew', () => {
    const paths = (more: object): string[] =>
      planOf({ ...BASE, ...more })
        .problems.filter((p) => p.stage === 'finish')
        .map((p) => p.path);
    expect(paths({})).toEqual([]);
    expect(paths({ conditions: { temperature: 20, humidity: 0.5, sun: 'yes' } })).toContain('conditions.sun');
    expect(paths({ coat: { wind: 'wind' } })).toContain('coat.wind');
    expect(paths({ coat: { wind: 'breeze' } })).not.toContain('coat.wind');
    expect(paths({ coat: { wind: 'breeze', method: 'spray' } })).toContain('coat.wind');
    expect(paths({ conditions: { temperature: 20, humidity: 0.92 } })).toContain('conditions.humidity');
  });
});

describe('papers of a film', () => {
  it('are wet and by hand from P400, or dry discs where the yard works so', () => {
    const steps = (fine?: 'wet' | 'dry') =>
      planOf({ ...GEL, sanding: fine ? { fine } : undefined }).plan.finish?.sanding ?? [];
    const fineOnes = (s: ReturnType<typeof steps>) => s.filter((x) => Number(x.grit.slice(1)) >= 400);
    expect(fineOnes(steps()).every((s) => s.wet && s.tool === 'hand block')).toBeTrue();
    expect(fineOnes(steps('dry')).every((s) => !s.wet && s.tool === 'random orbital')).toBeTrue();
    expect(steps().at(-1)?.grit).toBe('P1200');
    // What comes off is the stock for levelling and no more.
    expect(steps().reduce((s, x) => s + x.depth.value, 0)).toBeCloseTo(0.0001, 12);
  });

  it('end and begin where the job says, and a shelf that falls short is told', () => {
    expect(planOf({ ...BASE, sanding: { end: 'CAMI 220' } }).plan.dish?.fair?.endGrit).toBe(220);
    expect(planOf({ ...BASE, sanding: { start: 'P120' } }).plan.dish?.fair?.sanding[0].grit).toBe('P120');
    const bad = planOf({ ...BASE, sanding: { end: '130' } });
    expect(saidOf(bad.problems.find((p) => p.path === 'sanding.end'))?.suggestion).toContain('P120 or P150');
    expect(bad.plan.dish?.fair?.endGrit).toBe(180);
    const short = planOf(BASE, { papers: [{ id: 'board-p80' }, { id: 'disc-p120' }] });
    expect(saidOf(short.problems.find((p) => p.path === 'papers'))?.what).toContain(
      'finest paper on the shelf is P120',
    );
    const none = planOf(BASE, { papers: [] });
    expect(none.plan.dish?.fair?.sanding).toEqual([]);
    expect(saidOf(none.problems.find((p) => p.path === 'papers'))?.what).toContain('no paper');
  });

  it('are held against the yard’s habit, with its faults', () => {
    const habit = planOf(BASE, { habit: 'P80 P100 P120 P150 P180' }).plan.dish?.fair?.habit;
    expect(habit?.more.value ?? NaN).toBeGreaterThan(0);
    expect(planOf(BASE, { habit: 'P80 P120' }).plan.dish?.fair?.habit?.faults.join()).toContain(
      'ends at P120',
    );
    expect(
      saidOf(planOf(BASE, { habit: 'P135, P80' }).problems.find((p) => p.path === 'habit'))?.suggestion,
    ).toContain('P120 or P150');
    expect(planOf(BASE, { habit: '  ' }).plan.dish?.fair?.habit).toBeUndefined();
  });
});

describe('the finish check', () => {
  const facts = { grade: 'standard', film: 0.0007, levelling: 0.0001, gelCoat: true, hollow: true } as const;

  it('has its marks by the grade', () => {
    expect(fairTolerance('show')).toBeLessThan(fairTolerance('workboat'));
    expect(checksFor(facts).map((c) => c.id)).toEqual([
      'level',
      'gloss',
      'halo',
      'pinholes',
      'tap',
      'film',
      'colour',
      'photos',
    ]);
    expect(checksFor({ ...facts, film: undefined }).some((c) => c.id === 'film')).toBeFalse();
    // Nothing can be hollow under a filled scratch.
    expect(checksFor({ ...facts, hollow: false }).some((c) => c.id === 'tap')).toBeFalse();
  });

  it('judges a reading by its mark, and the eye where there is none', () => {
    const [level] = checksFor(facts);
    expect(resultOf(level, 0.0005)).toBe('pass');
    expect(resultOf(level, 0.00051)).toBe('fail');
    expect(resultOf(level, undefined)).toBeUndefined();
    const film = checksFor(facts).find((c) => c.id === 'film');
    expect(film && resultOf(film, 0.0004)).toBe('fail');
    const halo = checksFor(facts).find((c) => c.id === 'halo');
    expect(halo && resultOf(halo, 1)).toBeUndefined();
    expect(checkedItems([level], [{ check: 'level', gap: 0.002, result: 'deferred' }])[0].result).toBe(
      'deferred',
    );
  });

  it('stands open until all is looked at; what is left is named', () => {
    const items = checkedItems(checksFor(facts), [
      { check: 'halo', result: 'deferred' },
      { check: 'level', gap: 0.002 },
    ]);
    expect(checkStands(items)).toEqual({ open: 6, failed: 1, deferred: ['Halo'] });
  });

  it('goes into the plan and onto the work order with its signature', () => {
    const check = {
      items: [
        { check: 'level', gap: 0.0002 },
        { check: 'gloss', result: 'deferred', note: 'after a week' },
      ],
      who: 'Ines',
      at: '2026-11-24T10:00:00Z',
    };
    const result = planOf({ ...GEL, check });
    expect(result.plan.finish?.signed).toEqual({ who: 'Ines', at: '2026-11-24T10:00:00Z' });
    const order = workOrder(read({ ...GEL, check }), result.plan, result.problems);
    const text = JSON.stringify(order);
    expect(text).toContain('signed 2026-11-24 by Ines');
    expect(text).toContain('after a week');
    expect(text).toContain('left for later');
  });
});

describe('the map, drawn', () => {
  const gaps = lattice(13, 9, (x, y) => 0.004 * Math.max(0, 1 - Math.hypot(x / 0.2, y / 0.15)));
  const map = fairnessOf({ gaps, edge: 'batten', tolerance: 0.0005, cutLimit: 0 });

  it('has bands that shrink with depth, and closes them at the rim', () => {
    if (!map) throw new Error('no map');
    const found = bands(map.field, 'lows', [0.0005, 0.001, 0.002, 0.009]);
    expect(found.map((b) => b.from)).toEqual([0.0005, 0.001, 0.002]);
    const width = (k: number): number =>
      Math.max(...found[k].polygons.flat(2).map(([x]) => x)) -
      Math.min(...found[k].polygons.flat(2).map(([x]) => x));
    expect(width(0)).toBeGreaterThan(width(1));
    // A cone of 4 mm is 2 mm deep at half its radius.
    expect(width(2)).toBeCloseTo(0.2, 1);
    for (const ring of found.flatMap((b) => b.polygons.flat())) expect(ring[0]).toEqual(ring.at(-1) as never);
  });

  it('stays within its view, and says in words what it shows', () => {
    if (!map) throw new Error('no map');
    for (const show of ['depths', 'portions'] as const) {
      const scene = fairScene(map, gaps, 0.0005, planOf().plan.planView, { width: 720, height: 320, show });
      expect(scene.description).toContain('1 low and 0 high, deepest 4.0 mm');
      const numbers = scene.items.flatMap((i) =>
        i.type === 'text' ? [i.x, i.y] : (i.d.match(/-?[\d.]+/g) ?? []).map(Number),
      );
      expect(numbers.every((n) => Number.isFinite(n) && n >= -40 && n <= 760)).toBeTrue();
    }
  });

  it('has a lattice that is found again', () => {
    expect(gapGrid(gaps)?.stations.length).toBe(13);
    expect(
      gapGrid([
        { x: 0, y: 0, gap: 0 },
        { x: 0.1, y: 0.3, gap: 0 },
      ])?.lines.length,
    ).toBe(2);
    expect(gridFor(0.6, 0.4, 1, 2).stations).toEqual([0]);
    expect(sizeToRead(0.285, 0.247)).toEqual([0.54, 0.5]);
    expect(sizeRead(gaps)).toEqual([0.6, 0.4]);
    expect(chooseBlock(Infinity, 0.0005, 0).block.rigid).toBeTrue();
  });
});

describe('fillers compared', () => {
  it('are each planned by the plan itself, and refused with the reason', () => {
    const choices = fillerChoices(read(GEL), LIBRARY, {}, CLOCK, REPAIRS);
    expect(choices.map((c) => c.filler.id)).toEqual(LIBRARY.fillers.map((f) => f.id));
    expect(choices.filter((c) => c.chosen).length).toBe(1);
    for (const c of choices.filter((x) => x.allowed))
      expect(
        [c.handsOn, c.elapsed, c.coats?.value].every((v) => v !== undefined && Number.isFinite(v) && v > 0),
      ).toBeTrue();
    const epoxy = fillerChoices(read(BASE), LIBRARY, {}, CLOCK, REPAIRS);
    const putty = epoxy.find((c) => c.filler.id === 'polyester-putty');
    expect(putty?.allowed).toBeFalse();
    expect(putty?.reasons.length).toBeGreaterThan(0);
    expect(
      epoxy.find((c) => c.filler.id === 'vinyl-putty')?.allowed === false ||
        (epoxy.find((c) => c.filler.id === 'vinyl-putty')?.reasons.length ?? 0) > 0,
    ).toBeTrue();
  });
});

describe('hours, explained', () => {
  it('add up to the hands-on total, stage by stage, and say why', () => {
    const { plan } = planOf({
      ...GEL,
      fairing: {
        cutLimit: 0,
        rounds: [
          {
            at: '2026-11-24T08:00:00Z',
            readings: lattice(9, 7, (x, y) => 0.003 * Math.max(0, 1 - Math.hypot(x / 0.2, y / 0.15))),
          },
        ],
      },
    });
    const hours = hoursExplained(plan, {});
    expect(hours.reduce((s, h) => s + h.work, 0)).toBeCloseTo(plan.totals?.handsOn.value ?? NaN, 6);
    const fair = hours.find((h) => h.stage === 'fair');
    expect(fair?.why).toContain('deepest low is 3.0 mm');
    expect(fair?.why).toMatch(/rounds of filling/);
    expect(hours.find((h) => h.stage === 'finish')?.why).toContain('polished');
    expect(hoursWords(5400, {})).toContain('1.5');
    expect(hours.every((h) => h.tasks.every((t, i) => i === 0 || t.work <= h.tasks[i - 1].work))).toBeTrue();
  });

  it('stand beside the cautions of dust, isocyanate and styrene', () => {
    const { plan } = planOf(GEL);
    expect(standingCautions(plan).join()).toContain('P3');
    expect(guidanceFor('finish', plan).cautions.join()).toContain('styrene');
    expect(guidanceFor('finish', plan).cautions.join()).not.toContain('Spraying:');
    expect(
      guidanceFor('finish', planOf({ ...GEL, coat: { method: 'spray' } }).plan).cautions.join(),
    ).toContain('Spraying:');
    expect(
      guidanceFor('finish', planOf({ ...BASE, coat: { method: 'spray' } }).plan).cautions.join(),
    ).toContain('supplied air');
  });
});

describe('what filler runs out over', () => {
  const wide = (deep: number) => ({
    fairing: {
      cutLimit: 0,
      rounds: [
        {
          at: '2026-11-24T08:00:00Z',
          readings: lattice(9, 7, (x, y) => deep * Math.max(0, 1 - Math.hypot(x / 0.28, y / 0.18))),
        },
      ],
    },
  });

  it('is coated too, and the coat’s hours and litres grow with it', () => {
    const [bare, read_] = [planOf(GEL).plan, planOf({ ...GEL, ...wide(0.003) }).plan];
    expect(bare.finish?.area.value).toBeCloseTo(bare.dish?.grind?.finishArea.value ?? NaN, 12);
    expect(read_.finish?.area.value ?? 0).toBeGreaterThan((bare.finish?.area.value ?? NaN) * 2);
    expect(read_.finish?.volume.value ?? 0).toBeGreaterThan((bare.finish?.volume.value ?? NaN) * 2);
    const coat = (p: typeof bare): number =>
      p.timeline?.stages.flatMap((s) => s.tasks).find((t) => t.id === 'finish.coat@coat-1')?.duration.value ??
      NaN;
    expect(coat(read_)).toBeGreaterThan(coat(bare));
  });

  it('is no more than was read, and needs less filler than the whole margin', () => {
    const { dish: { fair } = {} } = planOf({ ...GEL, ...wide(0.003) }).plan;
    expect(fair?.spreadArea.value ?? NaN).toBeLessThan(fair?.coatArea.value ?? NaN);
    expect(fair?.coatArea.value ?? NaN).toBeLessThanOrEqual((Math.sqrt(0.6 * 0.4) + 0.3) ** 2 + 1e-9);
  });

  it('is coated to the end, also when the last round is fair', () => {
    const rounds = [0.003, 0.0004].map((d, i) => ({
      ...wide(d).fairing.rounds[0],
      at: `2026-11-2${4 + i}T08:00:00Z`,
    }));
    const [first, last] = [
      planOf({ ...GEL, fairing: { cutLimit: 0, rounds: rounds.slice(0, 1) } }).plan,
      planOf({ ...GEL, fairing: { cutLimit: 0, rounds } }).plan,
    ];
    expect(last.dish?.fair?.surface?.fair).toBeTrue();
    expect(last.finish?.area.value).toBeCloseTo(first.finish?.area.value ?? NaN, 12);
  });

  it('has an old coat that the first paper must not go through', () => {
    const told = (gelCoat: number) =>
      planOf({ ...GEL, hull: { ...BASE.hull, gelCoat }, ...wide(0.003) }).problems.some(
        (p) => p.stage === 'fair' && p.path === 'hull.gelCoat',
      );
    expect(told(0.0006)).toBeFalse();
    expect(told(0.00015)).toBeTrue();
    expect(told(0)).toBeFalse();
  });

  it('shrinks with every round until nothing is left', () => {
    const areas = [0.003, 0.0012, 0.0004].map(
      (d) => planOf({ ...GEL, ...wide(d) }).plan.dish?.fair?.spreadArea.value ?? NaN,
    );
    expect(areas[1]).toBeLessThanOrEqual(areas[0]);
    expect(planOf({ ...GEL, ...wide(0.0004) }).plan.dish?.fair?.rounds.value).toBe(0);
  });
});
