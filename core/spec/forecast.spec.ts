import { REPAIRS } from '../src/repairs';
import {
  LIBRARY,
  missedWindows,
  refinePlan,
  refineProblems,
  tellHarm,
  tellHeatCaution,
  yardLibrary,
  besidesOf,
  type CureForecast,
  type JobDocument,
  type Plan,
  type Problem,
  type Shop,
} from '../src/index';
import { saidOf, planRepair } from './support';
import { forecastCure, whatWouldHelp, type HelpOption } from '../src/cure';
import { publicPlan, workOrder } from '../src/papers';
import { BASE, read } from './support';

const NOW = Date.parse('2026-11-25T13:00:00Z');
const CLOCK = { now: NOW, timeZone: 'UTC' };
const H = 3_600_000;

interface Looked {
  readonly plan: Plan;
  readonly cure: CureForecast;
  readonly problems: readonly Problem[];
}

function look(document: JobDocument, shop: Shop = {}, library = LIBRARY): Looked {
  const job = read(document);
  const result = planRepair(job, library, shop, CLOCK);
  const cure = forecastCure(job, result, library, shop, CLOCK);
  if (!result.plan || !cure) throw new Error('nothing to forecast');
  return { plan: refinePlan(result.plan, cure), cure, problems: refineProblems(result.problems, cure) };
}

function help(document: JobDocument): readonly HelpOption[] {
  let found: readonly HelpOption[] = [];
  let [share, done] = [0, false];
  for (const p of whatWouldHelp(read(document), LIBRARY, {}, CLOCK, REPAIRS)) {
    expect(p.share).toBeGreaterThanOrEqual(share - 1e-9);
    [share, done, found] = [p.share, p.done, p.options];
  }
  expect(done).toBeTrue();
  return found;
}

const job = (more: Partial<JobDocument>): JobDocument => ({ ...BASE, schedule: {}, ...more });
const COLD_NIGHT = job({
  conditions: {
    temperature: 14,
    humidity: 0.7,
    place: 'open air',
    air: 'day and night',
    low: 4,
    high: 14,
    sky: 'clear',
  },
});
const HOT_GEL = job({
  system: { resin: 'polyester', finish: 'gel-coat' },
  conditions: { temperature: 30, humidity: 0.5, place: 'open air', sun: 'yes', shade: 'dark' },
});
const THICK = job({
  hull: { ...BASE.hull, thickness: 0.02 },
  system: { resin: 'polyester' },
  mix: { perGo: 0.02 },
  conditions: { temperature: 28, humidity: 0.5 },
});
const DAMP_PATCH: JobDocument = {
  format: 'nelbo-job/1',
  title: 'patch',
  hull: { material: 'pvc-fabric' },
  damage: { kind: 'fabric-tear', size: [0.08, 0.01] },
  conditions: { temperature: 18, humidity: 0.82 },
};

const words = (problems: readonly Problem[]): string => problems.map((p) => saidOf(p).what).join(' | ');

describe('a steady shop', () => {
  const { plan, cure } = look(
    job({
      conditions: { temperature: 25, humidity: 0.5 },
      laminate: { plies: [{ cloth: 'biax-400', way: '0/90' }] },
    }),
  );

  it('gives the sheet its own times at its own temperature, for one thin ply', () => {
    const c = cure.cases.find((x) => x.stage === 'mix');
    const hours = (id: string): number => (c?.milestones.find((m) => m.id === id)?.after.value ?? NaN) / 3600;
    expect(hours('opens')).toBeCloseTo(1.5, 1);
    expect(Math.abs(hours('closes') / 4 - 1)).toBeLessThan(0.06);
    expect(Math.abs(hours('sand') / 9 - 1)).toBeLessThan(0.06);
  });

  it('every milestone lies within its range, in the order of time, and is traced', () => {
    for (const c of cure.cases) {
      for (const [i, m] of c.milestones.entries()) {
        expect(m.span[0]).toBeLessThanOrEqual(m.at);
        expect(m.at).toBeLessThanOrEqual(m.span[1]);
        // A film may be overcoated for longer than it takes to be sanded.
        if (i > 0 && c.film === undefined) expect(m.at).toBeGreaterThanOrEqual(c.milestones[i - 1].at);
        // A film cures by its law alone: it keeps no heat of its own.
        expect(plan.trace[m.after.traceId]?.source).toContain(c.film === undefined ? 'conduction' : 'law');
        for (const input of plan.trace[m.after.traceId].inputs)
          expect(plan.trace[input.traceId]).withContext(input.traceId).toBeDefined();
      }
      expect(c.balance ?? 0).toBeLessThan(0.005);
    }
  });

  it('the time line waits as long as the forecast says, and nothing in it is no number', () => {
    const wait = plan.timeline?.stages
      .flatMap((s) => s.tasks)
      .find((t) => t.stage === 'mix' && t.kind === 'wait');
    const last = cure.cases.filter((c) => c.of === 'laminate').at(-1);
    expect(((wait?.end ?? 0) - (wait?.start ?? 0)) / 1000).toBeCloseTo(
      last?.milestones.find((m) => m.id === 'sand')?.after.value ?? -1,
      0,
    );
    expect(JSON.stringify(publicPlan(plan))).not.toContain('null,null');
    const order = workOrder(read(BASE), plan, [], [], { timeZone: 'UTC' });
    expect(order.appendix.some((t) => t.caption.startsWith('Windows, air steady'))).toBeTrue();
  });

  it('pots are told how long they live and when they smoke', () => {
    const [pot] = look(job({ conditions: { temperature: 25, humidity: 0.5 } })).cure.pots;
    expect(pot.life.value).toBeLessThan(30 * 60 + 1);
    expect(pot.smokesAfter?.value ?? 0).toBeGreaterThan(pot.life.value);
  });
});

describe('an epoxy laminate in a cold night', () => {
  const { cure, problems } = look(COLD_NIGHT);

  it('stalls until the morning, and says so with its hours, the minimum and the dew', () => {
    expect(words(problems)).toMatch(/stalls from \w+,? \d\d:\d\d to/);
    expect(words(problems)).toContain('below the minimum of Slow laminating epoxy');
    expect(words(problems)).toContain('dew point');
    const sand = cure.cases
      .filter((c) => c.of === 'laminate')
      .at(-1)
      ?.milestones.find((m) => m.id === 'sand');
    const warm = look(job({ conditions: { temperature: 14, humidity: 0.7 } }))
      .cure.cases.filter((c) => c.of === 'laminate')
      .at(-1)
      ?.milestones.find((m) => m.id === 'sand');
    expect(sand?.after.value ?? 0).toBeGreaterThan(1.2 * (warm?.after.value ?? 1e9));
  });

  it('is helped by a tent: nothing stalls, and it ends sooner', () => {
    const options = help(COLD_NIGHT);
    const tent = options.find((o) => o.id.startsWith('tent'));
    expect(tent?.gone.map(tellHarm)).toContain('too cold to cure');
    expect(tent?.come).toEqual([]);
    expect(tent?.finish ?? Infinity).toBeLessThan((tent?.finishBefore ?? 0) - 12 * H);
    expect(options.length).toBeGreaterThan(1);
  });
});

describe('gel coat on a hot day', () => {
  const { cure } = look(HOT_GEL);

  it('runs short in the sun, and the laminate under it gets its warning', () => {
    const coat = cure.cases.find((c) => c.id === 'finish.1');
    const shade = look({ ...HOT_GEL, conditions: { temperature: 20, humidity: 0.5 } }).cure.cases.find(
      (c) => c.id === 'finish.1',
    );
    const closes = (c: typeof coat): number =>
      c?.milestones.find((m) => m.id === 'closes')?.after.value ?? NaN;
    expect(closes(coat)).toBeLessThan(0.75 * closes(shade));
    const hotter = look({ ...HOT_GEL, conditions: { ...HOT_GEL.conditions, temperature: 36 } });
    expect(words(hotter.problems)).toContain('heats itself');
  });

  it('a hot hour does not make it fit for the water: no sooner than its sheet at 40 °C', () => {
    const last = cure.cases.find((c) => c.id === 'finish.2') ?? cure.cases.find((c) => c.id === 'finish.1');
    const full = last?.milestones.find((m) => m.id === 'full')?.after.value ?? NaN;
    // As the energy of its law has it, a little more than twice as fast per ten degrees.
    expect(full).toBeGreaterThanOrEqual(0.97 * 72 * 3600 * 2 ** -1.5);
    expect(last?.milestones.find((m) => m.id === 'load')?.after.value ?? NaN).toBeLessThan(full);
  });
});

describe('a thick go that would smoke', () => {
  it('is found too hot, and laid in several goes it is not', () => {
    const { problems, cure } = look(THICK);
    expect(words(problems)).toMatch(/heats itself to over 150 °C.*smokes/);
    expect(words(problems)).toContain('in one go is more than its sheet allows');
    expect(Math.max(...cure.cases.map((c) => c.peak?.value ?? 0))).toBeGreaterThan(120);
    const [best] = help(THICK);
    expect(best.id).toContain('go-');
    expect(best.gone.map(tellHarm)).toContain('gets too hot');
    expect(best.peak ?? 999).toBeLessThan(76);
  });
});

describe('a contact adhesive in damp air', () => {
  it('has a tack window that comes late, is told too damp, and a warmed tent helps', () => {
    const { cure, problems } = look(DAMP_PATCH);
    const bond = cure.cases.find((c) => c.id === 'film.bond');
    const opens = bond?.milestones.find((m) => m.id === 'opens');
    expect(opens?.after.value ?? 0).toBeGreaterThan(20 * 60);
    expect(bond?.milestones.map((m) => m.id)).toEqual(
      jasmine.arrayContaining(['opens', 'closes', 'sand', 'full']),
    );
    expect(words(problems)).toContain('too damp');
    const tent = help(DAMP_PATCH).find((o) => o.gone.some((h) => h.kind === 'damp'));
    expect(tent?.caution && tellHeatCaution(tent.caution)).toContain('heater that stands outside');
    expect(
      words(look({ ...DAMP_PATCH, warmth: { kind: 'tent', temperature: 25, from: 'start' } }).problems),
    ).toContain('fire and breathing hazard');
    expect(help(COLD_NIGHT).every((o) => o.caution === undefined)).toBeTrue();
  });
  it('out of its temperatures it is told too cold', () => {
    expect(
      words(
        look({
          ...DAMP_PATCH,
          system: { bond: 'pu-fabric-2k' },
          conditions: { temperature: 8, humidity: 0.4 },
        }).problems,
      ),
    ).toContain('too cold for');
  });
});

describe('windows in working hours', () => {
  const hours = { days: 'daily', start: '08:00', end: '14:00' } as const;
  const shut = job({
    hull: { ...BASE.hull, thickness: 0.016 },
    conditions: { temperature: 22, humidity: 0.5 },
    schedule: { start: '2026-11-25T08:00:00Z' },
  });

  it('one that shuts over night puts an abrading with its minutes into the plan, and is warned of', () => {
    const { plan, problems } = look(shut, { hours });
    const tasks = plan.timeline?.stages.flatMap((s) => s.tasks) ?? [];
    const abrade = tasks.filter((t) => t.reopens);
    expect(abrade.length).toBeGreaterThan(0);
    expect(abrade[0].duration.value).toBeGreaterThan(5 * 60);
    const before = tasks[tasks.indexOf(abrade[0]) - 1];
    expect(before.window?.closes ?? Infinity).toBeLessThan(abrade[0].start);
    expect(words(problems)).toContain('the window after');
    expect(
      plan.timeline &&
        missedWindows(plan.timeline).some((p) =>
          /first comes: .*abrade .*, \d+ min/.test(saidOf(p).suggestion ?? ''),
        ),
    ).toBeTrue();
  });

  it('filler is sanded whatever its window: nothing is abraded for it', () => {
    const { plan, problems } = look({ ...shut, conditions: { temperature: 12, humidity: 0.5 } }, { hours });
    expect(
      plan.timeline?.stages.find((x) => x.stage === 'fair')?.tasks.every((t) => t.window === undefined),
    ).toBeTrue();
    expect(words(problems)).not.toContain('filler cures until it can be sanded');
  });

  it('round the clock none is missed and nothing is abraded', () => {
    const { plan } = look(shut);
    expect(plan.timeline?.stages.flatMap((s) => s.tasks).some((t) => t.id.startsWith('abrade'))).toBeFalse();
  });
});

describe('what is typed of the air', () => {
  it('half of it, or the wrong way round, is told, and the air is taken as steady', () => {
    const half = look(job({ conditions: { temperature: 15, humidity: 0.6, air: 'day and night', low: 4 } }));
    expect(words(half.problems)).toContain('wants its coldest and its warmest');
    expect(half.cure.air.words).toContain('steady 15.0 °C');
    expect(
      words(
        look(job({ conditions: { temperature: 15, humidity: 0.6, air: 'day and night', low: 14, high: 4 } }))
          .problems,
      ),
    ).toContain('is above the warmest');
    expect(
      words(look(job({ conditions: { temperature: 15, humidity: 0.6, air: 'readings' } })).problems),
    ).toContain('fewer than two readings');
  });
  it('the stand-in of a forecast is called one', () => {
    const { cure } = look(job({ conditions: { temperature: 15, humidity: 0.6, air: 'forecast' } }));
    expect(cure.air.standIn).toBeTrue();
    expect(cure.air.words).toContain('made-up');
  });
  it('a lamp over fresh styrene and a mat that softens are warned of', () => {
    expect(
      words(look(job({ system: { resin: 'polyester' }, warmth: { kind: 'lamp', from: 'start' } })).problems),
    ).toContain('fire hazard');
    expect(words(look(job({ warmth: { kind: 'mat', temperature: 68 } })).problems)).toContain('softens');
  });
  it('warming makes it sooner, never later', () => {
    const end = (warmth: JobDocument['warmth']): number =>
      look(job({ conditions: { temperature: 12, humidity: 0.5 }, warmth }))
        .cure.cases.filter((c) => c.of === 'laminate')
        .at(-1)
        ?.milestones.find((m) => m.id === 'sand')?.after.value ?? NaN;
    const none = end({});
    for (const kind of ['tent', 'lamp', 'mat'] as const)
      expect(end({ kind, temperature: 30, from: 'gel', hours: 48 * 3600 }))
        .withContext(kind)
        .toBeLessThan(none);
  });
});

describe('a sheet with two temperatures', () => {
  it('overrides the doubling rule, and says so', () => {
    expect(besidesOf(LIBRARY.resins[0])).toContain('secondSand');
    expect(besidesOf(LIBRARY.cloths[0])).toEqual([]);
    const library = yardLibrary(LIBRARY, [
      {
        id: 'epoxy-slow',
        like: 'epoxy-slow',
        values: {
          secondTemperature: 10,
          secondOpens: 6 * 3600,
          secondCloses: 15 * 3600,
          secondSand: 34 * 3600,
        },
      },
    ]);
    const { cure } = look(job({ conditions: { temperature: 15, humidity: 0.5 } }), {}, library);
    expect(cure.cases[0].basis?.words).toContain('two temperatures give');
    const without = yardLibrary(LIBRARY, [
      { id: 'epoxy-slow', like: 'epoxy-slow', values: { secondSand: 34 * 3600 } },
    ]);
    expect(look(job({}), {}, without).cure.cases[0].basis?.words).toContain('one temperature only');
  });
});
