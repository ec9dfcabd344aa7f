import {
  LIBRARY,
  LOG_ENTRY_FIELDS,
  openJobFile,
  parseQuantity,
  tellUnread,
  readDocument,
  readJob,
  storable,
  yupFor,
  type Dimension,
  type JobDocument,
} from '../src/index';
import { saidOf, createPlanner, planRepair } from './support';
import { forecastCure } from '../src/cure';
import { LONGEST_QUANTITY } from '../src/units/parse';
import { MOST_VALUES } from '../src/schema/storable';
import { BASE, CLOCK, numbersIn, planOf } from './support';

const errorsOf = (document: unknown): string[] =>
  readJob(document)
    .problems.filter((p) => p.severity === 'error')
    .map((p) => p.path);
/** Far less than such an attack took (43 s and more on a free machine), and more than a starved machine needs for what is bounded, ms. */
const IN_TIME_MS = 15_000;
function timed(work: () => void): number {
  const began = performance.now();
  work();
  return performance.now() - began;
}

describe('what enters is bounded', () => {
  it('a quantity is refused unread when it is too long to be one, and says so shortly', () => {
    for (const dimension of ['length', 'mass', 'ratio', 'count'] as Dimension[]) {
      for (const piece of ['1 ', '1 mm ', '1', ' ', '/']) {
        let message = '';
        expect(
          timed(() => {
            const read = parseQuantity(piece.repeat(40_000), dimension);
            message = read.ok ? '' : tellUnread(read.unread).what;
          }),
        ).toBeLessThan(200);
        expect(message).toMatch(/too long/);
        expect(message.length).toBeLessThan(120);
      }
    }
    expect(parseQuantity('95 mm', 'length')).toEqual({ ok: true, value: 0.095 });
    expect(parseQuantity(`${' '.repeat(LONGEST_QUANTITY - 4)}7 mm`, 'length')).toEqual({
      ok: true,
      value: 0.007,
    });
  });

  it('a list that is longer than its field allows is told once and left out whole', () => {
    const findings = Array.from({ length: 100_000 }, () => ({}));
    let paths: string[] = [];
    expect(timed(() => (paths = errorsOf({ ...BASE, damage: { ...BASE.damage, findings } })))).toBeLessThan(
      IN_TIME_MS,
    );
    expect(paths).toEqual(['damage.findings']);
    expect(errorsOf({ ...BASE, damage: { ...BASE.damage, size: Array(50_000).fill('1 mm') } })).toEqual([
      'damage.size',
    ]);
  });

  it('unknown fields are named up to a hundred; more of them are another kind of document', () => {
    const unknown = (n: number): object =>
      Object.fromEntries(Array.from({ length: n }, (_, i) => [`k${i}`, 1]));
    expect(readJob({ ...BASE, ...unknown(100) }).problems.map((p) => p.severity)).toEqual(
      Array(100).fill('warning'),
    );
    const many = { ...BASE, ...unknown(200_000) };
    let read: ReturnType<typeof readJob> | undefined;
    expect(timed(() => (read = readJob(many)))).toBeLessThan(IN_TIME_MS);
    expect(read?.problems.length).toBe(101);
    expect(read?.problems.at(-1)?.severity).toBe('error');
    expect(read?.job?.hull.material).toBe('frp-solid');
  });

  it('a document is bounded in values, lists, fields, texts and depth', () => {
    const first = (value: unknown): string => saidOf(storable(value)[0])?.what ?? '';
    expect(first({ a: Array.from({ length: 40 }, () => Array.from({ length: 2000 }, () => 1)) })).toMatch(
      /too much/,
    );
    expect(first({ a: Array(2001).fill(0) })).toMatch(/list is too long/);
    expect(first(Object.fromEntries(Array.from({ length: 501 }, (_, i) => [i, 0])))).toMatch(
      /too many fields/,
    );
    expect(first({ a: 'x'.repeat(10_001) })).toMatch(/text is too long/);
    expect(first(JSON.parse(`${'['.repeat(60)}${']'.repeat(60)}`))).toMatch(/too deeply/);
    expect(storable({ a: Array(2000).fill(0), b: 'x'.repeat(10_000) })).toEqual([]);
    expect(MOST_VALUES).toBeGreaterThan(12 * 600 * 4);
  });

  it('thousands of bad fields are told up to two hundred, in time, and none of them is used', () => {
    const outline = Array.from({ length: 400 }, () => ({ x: 'bad', y: 'bad' }));
    const findings = Array.from({ length: 40 }, () => ({ at: 'x', extent: 'x', outline }));
    const text = JSON.stringify({ ...BASE, damage: { ...BASE.damage, findings } });
    let opened: ReturnType<typeof openJobFile> | undefined;
    expect(timed(() => (opened = openJobFile(text)))).toBeLessThan(IN_TIME_MS);
    expect(opened?.document).toBeUndefined();
    expect(opened?.problems.length).toBe(201);
    expect(readJob(JSON.parse(text)).job?.damage.findings).toEqual([]);
  });

  it('a bad field of one entry takes that entry out and no other', () => {
    const good = BASE.damage.findings?.[0];
    const { job, problems } = readJob({
      ...BASE,
      damage: { ...BASE.damage, findings: [good, { ...good, size: ['x', '10 mm'] }, good] },
    });
    expect(problems.map((p) => p.path)).toEqual(['damage.findings.1.size.0']);
    expect(job?.damage.findings?.length).toBe(2);
  });
});

describe('a date', () => {
  const at = (value: unknown): string[] =>
    readDocument(
      { id: 'x', stage: 'grind', at: value, who: 'x', text: 'x' },
      LOG_ENTRY_FIELDS,
      yupFor(LOG_ENTRY_FIELDS),
    ).problems.map((p) => saidOf(p).allowed ?? '');

  it('is one of the calendar, in the years 1900 to 2100, to the letter of ISO 8601', () => {
    for (const good of [
      '2026-11-24T07:30:00Z',
      '2026-11-24T07:30',
      '2026-11-24T07:30:00.123456+01:00',
      '2024-02-29T23:59:59-1400',
      '1900-01-01T00:00:00Z',
      '2100-12-31T23:59:59Z',
    ])
      expect(at(good)).withContext(good).toEqual([]);
    for (const year of ['0050', '1899', '2101', '9999'])
      expect(at(`${year}-06-01T00:00:00Z`))
        .withContext(year)
        .toEqual(['1900 to 2100']);
    for (const odd of [
      '2026-02-30T00:00:00Z',
      '2025-02-29T00:00:00Z',
      '2026-13-01T00:00:00Z',
      '2026-00-10T00:00:00Z',
      '2026-11-24',
      '2026-11-24T24:00:00Z',
      '2026-11-24T07:30:00Z junk',
      '2026-11-24T07:30:00+25:00',
      '+275760-09-13T00:00:00Z',
      'Tue Nov 24 2026T07:30',
      50,
    ])
      expect(at(odd)).withContext(String(odd)).toEqual(['ISO 8601']);
  });

  it('two centuries from the next one is planned and forecast all the same, in time', () => {
    const done = (start: string, at: string): JobDocument => ({
      ...BASE,
      conditions: { air: 'day and night', low: 4, high: 20, temperature: 14 },
      schedule: { start, done: [{ stage: 'laminate', at }] },
    });
    for (const document of [
      done('1900-01-01T08:00:00Z', '2100-12-31T00:00:00Z'),
      done('2100-12-01T08:00:00Z', '1900-01-01T00:00:00Z'),
    ]) {
      const { job } = readJob(document);
      if (!job) throw new Error('unreadable');
      const result = planRepair(job, LIBRARY, {}, CLOCK);
      let finite = false;
      expect(
        timed(
          () =>
            (finite = numbersIn(
              forecastCure(job, result, LIBRARY, {}, CLOCK)?.cases.map((c) => c.milestones),
            ).every(Number.isFinite)),
        ),
      ).toBeLessThan(10_000);
      expect(finite).toBeTrue();
    }
  });
});

describe('a job that nobody foresaw', () => {
  const chip = (more: object): JobDocument =>
    ({ ...BASE, ...more, damage: { kind: 'gel-coat-chip', size: ['10 mm', '10 mm'] } }) as JobDocument;

  it('with moisture readings on two scales, the first of them not said, is told of it', () => {
    const readings = [
      { at: '2026-11-01T00:00:00Z', moisture: 30 },
      { at: '2026-11-05T00:00:00Z', moisture: 25, scale: 'relative' as const },
    ];
    const { problems } = planOf({
      format: 'nelbo-job/1',
      hull: { material: 'wood-solid' },
      damage: { kind: 'rot', size: ['100 mm', '100 mm'], wet: 'wet' },
      repair: { drying: { readings } },
    });
    expect(problems.find((p) => /different scales/.test(saidOf(p).what))?.path).toBe(
      'repair.drying.readings.1.scale',
    );
  });

  it('with a gel coat of nothing that is chipped is planned with a usual one and says so', () => {
    const { plan, problems } = planOf(chip({ hull: { material: 'frp-solid', gelCoat: 0 } }));
    expect(numbersIn(plan.repair).every(Number.isFinite)).toBeTrue();
    expect(saidOf(problems.find((p) => p.path === 'hull.gelCoat' && p.severity === 'warning'))?.what).toMatch(
      /0 mm/,
    );
    const deep = planOf({
      ...chip({}),
      damage: { kind: 'gel-coat-chip', size: ['10 mm', '10 mm'], depth: 0 },
    });
    expect(deep.problems.some((p) => p.path === 'damage.depth')).toBeTrue();
    expect(numbersIn(deep.plan.repair).every(Number.isFinite)).toBeTrue();
  });

  it('with readings that all but meet has a map without holes in its numbers', () => {
    const { plan } = planOf({
      ...BASE,
      damage: {
        ...BASE.damage,
        readings: [
          { x: -3, y: -2.5e-323, tap: 'dead' },
          { x: -3, y: -8.4e-323, tap: 'dead' },
          { x: 0.1, y: 0, tap: 'sound' },
        ],
      },
    });
    expect(numbersIn(plan.readings).every(Number.isFinite)).toBeTrue();
  });

  it('never takes the planner with it: what can be planned still is, and the fault is handed to whoever asked', () => {
    const planner = createPlanner();
    const good = readJob(BASE).job;
    if (!good) throw new Error('unreadable');
    // A library that breaks when the stack is looked at stands for any fault of ours.
    const broken = {
      ...LIBRARY,
      get oldLaminates(): never {
        throw new Error('a fault of ours');
      },
    };
    const result = planner.plan(good, broken, {}, CLOCK);
    expect((result.fault as Error).message).toBe('a fault of ours');
    expect(
      result.problems.some((p) => p.severity === 'error' && /not foreseen/.test(saidOf(p).what)),
    ).toBeTrue();
    const after = planner.plan(good, LIBRARY, {}, CLOCK);
    expect(after.fault).toBeUndefined();
    expect(after.plan?.dish?.laminate?.plies.length).toBeGreaterThan(0);
  });
});
