import fc from 'fast-check';
import { saidOf, planRepair } from './support';
import {
  LIBRARY,
  formatAs,
  formatStored,
  plainText,
  preferredUnit,
  rootsOf,
  say,
  sayIn,
  saySize,
  stageWords,
  tapeInches,
  toSI,
  usedBy,
  type Figure,
  type Shop,
  type WorkingHours,
} from '../src/index';
import { measure } from '../src/materials/measure';
import { cupHeight } from '../src/materials/ways/cup';
import { benchOf } from '../src/materials/ways/measuring';
import type { Parts } from '../src/materials/parts';
import { measureWords } from '../src/report/measure-words';
import { hoursOf, placeWork, shiftsFrom } from '../src/schedule/working-hours';
import { Ledger } from '../src/trace/ledger';
import { BASE, ROUND_THE_CLOCK, planOf, read } from './support';

const US = {
  length: 'us',
  film: 'us',
  area: 'us',
  volume: 'us',
  mass: 'us',
  cloth: 'us',
  temperature: 'us',
  pressure: 'us',
} as const;
const HOUR = 3_600_000;

describe('units of the yard', () => {
  it('are read kind by kind, the rest stays metric', () => {
    expect(sayIn({ value: 0.0079 }, 'mm', 1, { units: { length: 'us' } })).toBe('0.31 in');
    expect(sayIn({ value: 0.138 }, 'g', 1, { units: { length: 'us' } })).toBe('138.0 g');
    expect(say({ value: 17, unit: '°C' }, { units: US })).toBe('62.6 °F');
    expect(say({ value: 0.6, unit: 'kg/m²' }, { units: US })).toBe('17.7 oz/yd²');
    expect(say({ value: 100e6, unit: 'Pa' }, { units: US })).toBe('14\u202f504 psi');
    expect(say({ value: 0.00003, unit: 'm' }, { units: US })).toBe('1.18 mil');
    expect(say({ value: 24, unit: 'money/kg' }, { units: US, currency: '$' })).toBe('$10.89 /lb');
    expect(preferredUnit('g', { mass: 'us' })).toBe('oz av');
  });

  it('give tape measures as fractions of an inch, never further off than half a sixteenth', () => {
    expect([10, 9.9375, 0.5, 0.0625, 0, 9.99].map((x) => tapeInches(toSI(x, 'in')))).toEqual([
      '10',
      '9 15/16',
      '1/2',
      '1/16',
      '0',
      '10',
    ]);
    expect(saySize({ value: 0.254 }, { value: 0.217 }, { units: US })).toBe('10 × 8 9/16 in');
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3, noNaN: true }), (metres) => {
        const [whole, part = '0'] = tapeInches(metres).includes('/')
          ? tapeInches(metres).includes(' ')
            ? tapeInches(metres).split(' ')
            : ['0', tapeInches(metres)]
          : [tapeInches(metres)];
        const [n, d = '1'] = part.split('/');
        expect(Math.abs(toSI(Number(whole) + Number(n) / Number(d), 'in') - metres)).toBeLessThanOrEqual(
          toSI(1 / 32, 'in') + 1e-12,
        );
      }),
    );
  });

  it('say the same quantity in either system', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.9, noNaN: true }), (kg) => {
        const [metric, us] = [formatAs(kg, 'g', 3), formatAs(kg, 'g', 3, US)].map((f) =>
          toSI(Number(f.text.replace('\u202f', '')), f.unit as 'g'),
        );
        expect(Math.abs(metric - us)).toBeLessThan(1e-5);
      }),
    );
    for (const unit of [
      'm',
      'm²',
      'm³',
      'kg',
      'kg/m²',
      '°C',
      'Pa',
      'money/m²',
      'money/m³',
      'm²/s',
      'm³/s',
      's/m',
      's/m²',
      's/m³',
    ]) {
      expect(formatStored(1, unit, US).unit)
        .withContext(unit)
        .not.toBe(formatStored(1, unit).unit);
    }
  });

  it('reach sentences, whose figures still open', () => {
    const { plan } = planOf();
    const words = stageWords('grind', plan, { units: US });
    expect(plainText(words ?? [])).toMatch(
      /^Grind a 12 : 1 taper out to .* in; .* oz av of laminate turns to dust\.$/,
    );
    const figures = (words ?? []).flatMap((w) => (typeof w === 'string' ? [] : [w.figure.traceId]));
    expect(figures.length).toBe(4);
    for (const id of figures) expect(plan.trace[id]).withContext(id).toBeDefined();
  });
});

describe('working hours', () => {
  const hours: WorkingHours = { days: 'mon-fri', start: '07:30', end: '16:30' };
  const at = (iso: string): number => Date.parse(iso);

  it('are read from the clock on the wall, also when it is put forward or back', () => {
    const first = (from: string, zone: string) => shiftsFrom(at(from), hours, zone).next().value;
    // Friday evening in Oslo: Monday, one hour ahead of UTC; in July two.
    expect(first('2026-11-20T17:00:00Z', 'Europe/Oslo')).toEqual({
      from: at('2026-11-23T06:30:00Z'),
      to: at('2026-11-23T15:30:00Z'),
    });
    expect(first('2026-07-03T18:00:00Z', 'Europe/Oslo')).toEqual({
      from: at('2026-07-06T05:30:00Z'),
      to: at('2026-07-06T14:30:00Z'),
    });
    // The clock goes forward on Sunday 29 March 2026.
    expect(first('2026-03-28T12:00:00Z', 'Europe/Oslo')?.from).toBe(at('2026-03-30T05:30:00Z'));
  });

  it('break long work off over night, and leave short work and pots for the morning', () => {
    const place = (from: string, h: number, whole: boolean) => {
      const { start, end } = placeWork(at(from), h * HOUR, whole, hours, 'UTC');
      return [new Date(start).toISOString().slice(5, 16), new Date(end).toISOString().slice(5, 16)];
    };
    expect(place('2026-11-23T15:00:00Z', 4, false)).toEqual(['11-23T15:00', '11-24T10:00']);
    expect(place('2026-11-23T15:00:00Z', 2, true)).toEqual(['11-24T07:30', '11-24T09:30']);
    expect(place('2026-11-23T03:00:00Z', 2, true)).toEqual(['11-23T07:30', '11-23T09:30']);
    expect(place('2026-11-23T10:00:00Z', 12, true)).toEqual(['11-24T07:30', '11-24T19:30']);
    expect(place('2026-11-20T16:00:00Z', 1, true)).toEqual(['11-23T07:30', '11-23T08:30']);
  });

  it('move the plan: never earlier, the same hands-on time, every working task inside a shift, a pot laid at once', () => {
    const clock = { now: at('2026-11-23T08:00:00Z'), timeZone: 'UTC' };
    const job = read({ ...BASE, access: 'one', schedule: { start: '2026-11-23T08:00:00Z' } });
    const planned = (shop: Shop) => planRepair(job, LIBRARY, shop, clock).plan;
    const [round, inHours] = [planned(ROUND_THE_CLOCK), planned({ hours })];
    expect(inHours?.totals?.handsOn.value).toBe(round?.totals?.handsOn.value);
    expect(inHours?.totals?.elapsed.value ?? 0).toBeGreaterThan(round?.totals?.elapsed.value ?? 0);
    expect(inHours?.totals?.elapsedBasis).toBe('Elapsed, Mon–Fri 07:30–16:30');
    const tasks = inHours?.timeline?.stages.flatMap((s) => s.tasks) ?? [];
    for (const t of tasks.filter((x) => x.kind === 'work')) {
      const [begin, end] = [t.start, t.end].map((ms) => new Date(ms));
      expect(begin.getUTCHours() * 60 + begin.getUTCMinutes())
        .withContext(t.label)
        .toBeGreaterThanOrEqual(7 * 60 + 30);
      expect(end.getUTCHours() * 60 + end.getUTCMinutes())
        .withContext(t.label)
        .toBeLessThanOrEqual(16 * 60 + 30);
    }
    const pots = tasks.filter((t) => t.id.startsWith('bench.mix@'));
    expect(pots.length).toBeGreaterThan(4);
    for (const pot of pots)
      expect(tasks[tasks.indexOf(pot) + 1].start)
        .withContext(pot.label)
        .toBe(pot.end);
    // But for the tape, which comes off while the last coat cures.
    const row = tasks.filter((t) => t.id !== 'finish.strike@tape' && !t.id.startsWith('finish.tapeSets'));
    row.slice(1).forEach((t, i) => expect(t.start).withContext(t.label).toBeGreaterThanOrEqual(row[i].end));
  });

  it('are Monday to Friday, 08:00 to 17:00, until the yard says otherwise, and said to be assumed', () => {
    const totalsOf = (shop: Shop) =>
      planRepair(read(BASE), LIBRARY, shop, { now: at('2026-11-23T08:00:00Z') }).plan?.totals;
    const usual = { days: 'mon-fri', start: '08:00', end: '17:00' } as const;
    expect(totalsOf({})?.elapsed.value).toBe(totalsOf({ hours: usual })?.elapsed.value);
    expect(totalsOf({})?.elapsedBasis).toBe('Elapsed, Mon–Fri 08:00–17:00 assumed');
    expect(totalsOf({ hours: usual })?.elapsedBasis).toBe('Elapsed, Mon–Fri 08:00–17:00');
    expect(totalsOf(ROUND_THE_CLOCK)?.elapsedBasis).toBe('Elapsed, round the clock');
    expect(hoursOf({ days: 'mon-sat', start: '07:00' })).toEqual({
      ...usual,
      days: 'mon-sat',
      start: '07:00',
    });
  });

  it('that make no day are not followed; a place that does not exist is taken as UTC', () => {
    const job = read(BASE);
    const elapsed = (shop: Shop, timeZone?: string): number =>
      planRepair(job, LIBRARY, shop, { now: 0, timeZone }).plan?.timeline?.end ?? 0;
    expect(elapsed({ hours: { ...hours, end: '07:00' } })).toBe(elapsed({}));
    expect(hoursOf({ ...hours, end: '07:00' })).toEqual({ days: 'mon-fri', start: '08:00', end: '17:00' });
    expect(elapsed({ hours }, 'Nowhere/Land')).toBe(elapsed({ hours }, 'UTC'));
  });

  it('warn when a window shuts before work goes on', () => {
    const job = read({
      ...BASE,
      hull: { ...BASE.hull, thickness: 0.016 },
      conditions: { temperature: 20, humidity: 0.5 },
      schedule: { start: '2026-11-23T08:00:00Z' },
    });
    // Half a day holds fewer lifts than the wall wants.
    const half = { ...hours, end: '12:00' };
    const { problems } = planRepair(job, LIBRARY, { hours: half }, { now: 0, timeZone: 'UTC' });
    expect(
      problems.some(
        (p) =>
          saidOf(p).what.includes('shuts') &&
          /first comes: .*abrade .*, \d+ min/.test(saidOf(p).suggestion ?? ''),
      ),
    ).toBeTrue();
    expect(
      planRepair(job, LIBRARY, ROUND_THE_CLOCK, { now: 0 }).problems.some((p) =>
        saidOf(p).what.includes('shuts'),
      ),
    ).toBeFalse();
  });
});

describe('hands and schools', () => {
  it('several hands wet out faster and finish sooner for no less paid time', () => {
    const [one, two] = [planOf(BASE, {}).plan, planOf(BASE, { hands: 2 }).plan];
    expect(two.dish?.mix?.batches[0].wetOut.value ?? 1e9).toBeLessThan(
      one.dish?.mix?.batches[0].wetOut.value ?? 0,
    );
    expect(two.totals?.elapsed.value ?? 1e9).toBeLessThan(one.totals?.elapsed.value ?? 0);
    expect(two.totals?.handsOn.value ?? 0).toBeGreaterThanOrEqual(one.totals?.handsOn.value ?? 1e9);
  });

  it('a school decides what goes over epoxy unless the job says otherwise', () => {
    const finish = (shop: Shop, system = {}): string | undefined =>
      planOf({ ...BASE, system: { resin: 'epoxy-slow', ...system } }, shop).plan.system?.chosen?.chain.finish
        ?.kind;
    expect(finish({ epoxyFinish: 'gel coat' })).toBe('gel coat');
    expect(finish({ epoxyFinish: 'paint' })).toBe('paint');
    expect(finish({ epoxyFinish: 'gel coat' }, { finish: 'paint-2k' })).toBe('paint');
  });

  it('a solvent wipe takes its time in the plan', () => {
    const tasks = (shop: Shop): string[] =>
      planOf(BASE, shop).plan.timeline?.stages.flatMap((s) => s.tasks.map((t) => t.id)) ?? [];
    expect(tasks({ solventWipe: 'wipe' })).toContain('outside.clean@wipe');
    expect(tasks({ solventWipe: 'none' })).not.toContain('outside.clean@wipe');
  });
});

describe('instruments', () => {
  const f = (value: number, unit: string): Figure => ({ value, unit, origin: 'entered', traceId: 'x' });
  const cup: Parts = {
    kind: 'two-part',
    names: ['resin', 'hardener'],
    massRatio: f(5.75, ':1'),
    resin: f(0.113, 'kg'),
    hardener: f(0.0197, 'kg'),
    resinVolume: f(98.26e-6, 'm³'),
    hardenerVolume: f(19.7e-6, 'm³'),
  };
  const words = (instruments = {}): string[] =>
    measure(new Ledger('spec'), 'a', cup, benchOf(instruments)).map((m) => plainText(measureWords(m)));

  it('tell what to read: the scale’s own steps, the depth in the cup, strokes of a pump that fits', () => {
    // Closest first; a line 4 mm over another is none.
    expect(words()).toEqual([
      'bench scale: resin to 113.0 g, then hardener until it shows 132.7 g',
      '10 ml syringe: 19.5 ml of hardener',
    ]);
    expect(words({ cups: [{ name: 'jar', volume: 250e-6, bottom: 0.05, top: 0.06 }] })).toContain(
      'jar: resin 46 mm deep, then hardener to 54 mm',
    );
    expect(words({ scales: [{ name: 'letter scale', resolution: 0.002 }] })).toContain(
      'letter scale: resin to 114.0 g, then hardener until it shows 132.0 g',
    );
    expect(words({ pumps: [{ name: '5:1 pumps', ratio: 5, stroke: 24e-6 }] })).toContain(
      '5:1 pumps: 4 strokes of each',
    );
    // Rounded up: 98 ml at 40 ml a stroke would run short with two.
    expect(words({ pumps: [{ name: 'large pumps', ratio: 5, stroke: 40e-6 }] })).toContain(
      'large pumps: 3 strokes of each',
    );
    expect(words({ pumps: [{ ratio: 3, stroke: 24e-6 }] }).some((w) => w.includes('strokes'))).toBeFalse();
    expect(
      words({
        scales: [{ resolution: 0.0001, capacity: 0.1 }],
        cups: [{ volume: 50e-6, bottom: 0.04, top: 0.05 }],
      }).some((w) => w.includes('scale') || w.includes('cup')),
    ).toBeFalse();
  });

  it('measure a cup by its shape: full at the brim, straight walls by πr²h', () => {
    const shape = { V_cup: 400e-6, d: 0.066, D: 0.084 };
    const brim = cupHeight.evaluate({ V: 400e-6, ...shape });
    // Cut cone: V = πH/3·(r² + r·R + R²).
    expect((Math.PI * brim * (0.033 ** 2 + 0.033 * 0.042 + 0.042 ** 2)) / 3).toBeCloseTo(400e-6, 12);
    expect(cupHeight.evaluate({ V: 100e-6, V_cup: 400e-6, d: 0.08, D: 0.08 })).toBeCloseTo(
      100e-6 / (Math.PI * 0.04 ** 2),
      12,
    );
    fc.assert(
      fc.property(
        fc.double({ min: 1e-6, max: 4e-4, noNaN: true }),
        fc.double({ min: 1e-6, max: 4e-4, noNaN: true }),
        (a, b) =>
          Math.abs(a - b) < 1e-12 ||
          Math.sign(a - b) ===
            Math.sign(cupHeight.evaluate({ V: a, ...shape }) - cupHeight.evaluate({ V: b, ...shape })),
      ),
    );
  });

  it('too coarse for a small cup are warned of, with the way round', () => {
    const small = {
      ...BASE,
      damage: { kind: 'hole', size: ['20 mm', '20 mm'] },
      hull: { ...BASE.hull, thickness: '3 mm' },
    };
    const coarse = planOf(small, {
      instruments: { scales: [{ name: 'kitchen scale', resolution: 0.005 }] },
    }).problems;
    expect(
      coarse.some(
        (p) =>
          p.path === 'instruments.scales' &&
          saidOf(p).what.includes('kitchen scale') &&
          saidOf(p).suggestion?.includes('syringe'),
      ),
    ).toBeTrue();
    expect(planOf(BASE, {}).problems.some((p) => p.path === 'instruments.scales')).toBeFalse();
  });

  it('never offer a syringe whose marks are coarser than the ratio allows', () => {
    const small: Parts = {
      ...cup,
      kind: 'two-part',
      hardener: f(0.004, 'kg'),
      hardenerVolume: f(4e-6, 'm³'),
    };
    const offered = measure(
      new Ledger('spec'),
      'a',
      small,
      benchOf({ syringes: [{ volume: 10e-6, graduation: 0.5e-6 }] }),
    );
    expect(offered.some((m) => m.way === 'syringe')).toBeFalse();
    const finer = measure(
      new Ledger('spec'),
      'a',
      small,
      benchOf({ syringes: [{ volume: 10e-6, graduation: 0.2e-6 }] }),
    );
    expect(finer.find((m) => m.way === 'syringe')?.readings[0].figure.value).toBeCloseTo(4e-6, 9);
  });

  it('warn of a catalyst that the scale cannot weigh, and point to drops', () => {
    const catalysed = { ...BASE, system: { resin: 'polyester' } };
    const warned = (resolution: number) =>
      planOf(catalysed, {
        instruments: { scales: [{ name: 'spring scale', resolution }], syringes: [], droppers: [] },
      }).problems.find((p) => p.path === 'instruments.scales' && p.stage === 'mix');
    expect(saidOf(warned(0.005))?.suggestion).toContain('count the drops');
    expect(warned(0.00001)).toBeUndefined();
  });

  it('count the drops of the yard’s own bottle, and say whose count it is', () => {
    const drops = (shop: Shop) => {
      const { plan } = planOf({ ...BASE, system: { resin: 'polyester' } }, shop);
      const parts = plan.dish?.mix?.batches[0].parts;
      return { n: parts?.kind === 'peroxide' ? parts.drops : undefined, plan };
    };
    const [typical, own] = [drops({}), drops({ instruments: { droppers: [{ dropsPerMl: 16 }] } })];
    expect(Math.abs((typical.n?.value ?? 0) - 2 * (own.n?.value ?? 0))).toBeLessThanOrEqual(1);
    expect(own.plan.trace['input.dropsPerMl'].origin).toBe('shop');
    expect(typical.plan.trace['input.dropsPerMl'].origin).toBe('assumed');
  });
});

describe('the reasons of a figure', () => {
  it('lead down to what was given, and up to what it goes into', () => {
    const { plan } = planOf();
    const total = plan.dish?.mix?.total.traceId ?? '';
    const roots = rootsOf(plan.trace, total);
    expect(roots.length).toBeGreaterThan(5);
    expect(roots.every((r) => r.inputs.length === 0)).toBeTrue();
    expect(roots.map((r) => r.id)).toContain('input.waste');
    expect(new Set(roots.map((r) => r.id)).size).toBe(roots.length);
    for (const r of roots.slice(0, 5)) expect(usedBy(plan.trace, r.id).length).toBeGreaterThan(0);
    expect(usedBy(plan.trace, total).map((u) => u.id)).toContain('materials.resin.cost');
    expect(rootsOf(plan.trace, 'nothing')).toEqual([]);
  });
});
