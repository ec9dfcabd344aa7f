import fc from 'fast-check';
import { saidOf, findingHistory, planRepair } from './support';
import {
  LIBRARY,
  STAGES,
  documentChanges,
  mergeDocuments,
  openJobFile,
  plainText,
  readJob,
  stageSentence,
  type JobDocument,
  type Shop,
} from '../src/index';
import { publicPlan, workOrder, workOrderDrawings, workOrderMarkdown } from '../src/papers';
import { anyJob, anyYard } from './any-document';
import { BASE, CLOCK } from './support';

/** The same inputs on every machine; a slow one tries fewer of them, never longer. */
const BOUNDS = { seed: 20261124, interruptAfterTimeLimit: 60_000, markInterruptAsFailure: false } as const;

/** Values that a field may be handed by a mistake, another program or malice. */
const junk = fc.oneof(
  {
    weight: 3,
    arbitrary: fc.constantFrom<unknown>(
      null,
      '',
      ' ',
      '0',
      '-1',
      'nan',
      '7 mm',
      '1e999 mm',
      '-7 mm',
      '12:1',
      '60 %',
      '3 1/0 in',
      '1/2',
      '½ in',
      '7 oz',
      'true',
      '__proto__',
      '2026-13-45T99:00:00Z',
      'hole',
      'frp-solid',
      1e308,
      -0,
      5e-324,
      NaN,
      Infinity,
      true,
      [],
      {},
      [[[]]],
      { constructor: 1 },
    ),
  },
  { weight: 2, arbitrary: fc.double() },
  { weight: 2, arbitrary: fc.string({ unit: 'binary', maxLength: 30 }) },
  { weight: 1, arbitrary: fc.jsonValue({ maxDepth: 4 }) as fc.Arbitrary<unknown> },
);

const PATHS = [
  'format',
  'title',
  'boat',
  'boat.name',
  'hull',
  'hull.material',
  'hull.thickness',
  'hull.gelCoat',
  'hull.laminate',
  'damage',
  'damage.kind',
  'damage.size',
  'damage.shape',
  'damage.findings',
  'damage.position',
  'access',
  'backing',
  'duty',
  'grade',
  'conditions',
  'conditions.temperature',
  'conditions.humidity',
  'conditions.air',
  'conditions.low',
  'conditions.readings',
  'warmth',
  'warmth.kind',
  'warmth.power',
  'mix',
  'mix.perGo',
  'mix.pot',
  'system',
  'system.resin',
  'system.cloth',
  'system.filler',
  'system.finish',
  'taper',
  'taper.ratio',
  'taper.ground',
  'laminate.order',
  'laminate.minimumStep',
  'laminate.waste',
  'laminate.groundCoat',
  'schedule',
  'schedule.start',
  'schedule.done',
  'unknown',
  'hull.unknown',
] as const;

/** A sound document with some fields replaced by junk. */
const hurt = fc
  .array(fc.tuple(fc.constantFrom(...PATHS), junk), { minLength: 1, maxLength: 5 })
  .map((edits) => {
    const document = JSON.parse(JSON.stringify(BASE)) as Record<string, unknown>;
    for (const [path, value] of edits) {
      const names = path.split('.');
      let at = document;
      for (const name of names.slice(0, -1))
        at = (typeof at[name] === 'object' && at[name] !== null ? at[name] : (at[name] = {})) as Record<
          string,
          unknown
        >;
      at[names[names.length - 1]] = value;
    }
    return document;
  });

const inRange = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Documents whose every field is allowed, at the limits above all. */
const extreme = fc
  .record({
    thickness: fc.oneof(fc.constantFrom(0.001, 0.016), inRange(0.001, 0.012)),
    gelCoat: fc.oneof(fc.constantFrom(0, 0.003), inRange(0, 0.003)),
    size: fc.tuple(
      fc.oneof(fc.constantFrom(0.002, 0.2), inRange(0.002, 0.2)),
      fc.oneof(fc.constantFrom(0.002, 0.2), inRange(0.002, 0.2)),
    ),
    temperature: fc.oneof(fc.constantFrom(-20, 50), inRange(-20, 50)),
    humidity: fc.oneof(fc.constantFrom(0.05, 1), inRange(0.05, 1)),
    // The largest of everything at once is planned too, but takes seconds: see the bench.
    ratio: fc.option(inRange(1, 20), { nil: undefined }),
    waste: inRange(0, 1),
    resin: fc.constantFrom(...LIBRARY.resins.map((r) => r.id), undefined),
    cloth: fc.constantFrom(...LIBRARY.cloths.map((c) => c.id), undefined),
    finish: fc.constantFrom(...LIBRARY.finishes.map((f) => f.id), undefined),
    order: fc.constantFrom('largest first' as const, 'smallest first' as const),
  })
  .map((r): JobDocument => ({
    ...BASE,
    hull: { ...BASE.hull, thickness: r.thickness, gelCoat: r.gelCoat },
    damage: { kind: 'hole', size: r.size },
    conditions: { temperature: r.temperature, humidity: r.humidity },
    system: { resin: r.resin, cloth: r.cloth, finish: r.finish },
    ...(r.ratio === undefined ? {} : { taper: { ratio: r.ratio } }),
    laminate: { order: r.order, waste: r.waste },
  }));

const yard: fc.Arbitrary<Shop> = fc.record(
  {
    units: fc.constantFrom(
      {},
      {
        length: 'us' as const,
        mass: 'us' as const,
        temperature: 'us' as const,
        film: 'us' as const,
        area: 'us' as const,
        volume: 'us' as const,
      },
    ),
    hands: fc.integer({ min: 1, max: 6 }),
    labourPerHour: inRange(0, 1000),
    hours: fc.record({
      days: fc.constantFrom('mon-fri' as const, 'mon-sat' as const, 'daily' as const),
      start: fc.constantFrom('07:30', '00:00', '23:59'),
      end: fc.constantFrom('16:30', '00:01', '23:59', '07:30'),
    }),
    epoxyFinish: fc.constantFrom('paint' as const, 'gel coat' as const),
    solventWipe: fc.constantFrom('wipe' as const, 'none' as const),
    instruments: fc.record({
      scales: fc.array(fc.record({ resolution: inRange(0.00001, 0.1) }), { maxLength: 2 }),
      cups: fc.array(
        fc.record({ volume: inRange(0.00001, 0.02), bottom: inRange(0.01, 0.5), top: inRange(0.01, 0.5) }),
        { maxLength: 2 },
      ),
      pumps: fc.array(fc.record({ ratio: inRange(0.5, 20), stroke: inRange(1e-6, 5e-4) }), { maxLength: 2 }),
      droppers: fc.array(fc.record({ dropsPerMl: inRange(5, 100) }), { maxLength: 1 }),
    }),
  },
  { requiredKeys: [] },
);

/** Whether every number anywhere in a plan is one; the trace holds the same numbers again. */
function allFinite(plan: object): boolean {
  const waiting: unknown[] = [plan];
  while (waiting.length > 0) {
    const at = waiting.pop();
    if (typeof at === 'number' && !Number.isFinite(at)) return false;
    if (typeof at !== 'object' || at === null) continue;
    for (const key of Object.keys(at))
      if (key !== 'trace') waiting.push((at as Record<string, unknown>)[key]);
  }
  return true;
}

/** Everything that a person could be shown of a plan, as one text. */
function shown(document: unknown, shop: Shop = {}, papers = true): string {
  const { job, problems } = readJob(document);
  const words = problems
    .map((p) => `${p.path} ${saidOf(p).what} ${saidOf(p).allowed ?? ''} ${saidOf(p).suggestion ?? ''}`)
    .join('\n');
  if (!job) return words;
  const clock = { ...CLOCK, timeZone: 'Europe/Oslo' };
  const { plan, problems: found } = planRepair(job, LIBRARY, shop, clock);
  if (!plan) return words;
  expect(allFinite(plan)).toBeTrue();
  const reader = { currency: '£', units: shop.units };
  if (!papers) return [words, ...STAGES.flatMap((s) => stageSentence(s, plan, reader) ?? [])].join('\n');
  const order = workOrder(
    job,
    plan,
    [...problems, ...found],
    findingHistory(job, LIBRARY, shop, clock),
    reader,
  );
  const sentences = order.stages.map((s) => plainText(s.sentence)).join('\n');
  return [
    words,
    JSON.stringify(publicPlan(plan)),
    sentences,
    workOrderMarkdown(order, workOrderDrawings(plan, reader), plan.trace, reader),
  ].join('\n');
}

/** The place where a text shows what no person should see. Only that is handed to the reporter: the texts are long. */
const broken = (text: string): string | undefined =>
  /.{0,80}(NaN|Infinity|undefined|\[object).{0,20}/.exec(text)?.[0];

describe('hostile and extreme input', () => {
  it('is read without a crash, and what can be planned has no number that is none', () => {
    fc.assert(
      // The papers of every eighth: they take longer than the plan.
      fc.property(hurt, fc.nat(7), (document, n) => {
        expect(broken(shown(document, {}, n === 0))).toBeUndefined();
      }),
      { ...BOUNDS, numRuns: 160 },
    );
  }, 90_000);

  it('at the limits of every field, in every yard, still gives finite figures', () => {
    fc.assert(
      fc.property(extreme, yard, (document, shop) => {
        expect(broken(shown(document, shop))).toBeUndefined();
      }),
      { ...BOUNDS, numRuns: 8 },
    );
  }, 90_000);

  it('of every field that the schema has, in any yard, is planned without a fault and without a number that is none', () => {
    fc.assert(
      fc.property(anyJob, anyYard, (document, shop) => {
        const { job, problems } = readJob(document);
        expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
        if (!job) return;
        const { plan, fault } = planRepair(job, LIBRARY, shop, { ...CLOCK, timeZone: 'Europe/Oslo' });
        expect(fault).toBeUndefined();
        if (plan) expect(allFinite(plan)).toBeTrue();
      }),
      { ...BOUNDS, numRuns: 300 },
    );
  }, 90_000);

  it('as a file is refused with a reason, or opened', () => {
    const whole = JSON.stringify(BASE);
    const files = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 200 }),
      fc.json({ maxDepth: 6 }),
      fc.nat(whole.length).map((n) => whole.slice(0, n)),
      fc
        .tuple(fc.nat(whole.length), fc.string({ minLength: 1, maxLength: 4 }))
        .map(([n, s]) => whole.slice(0, n) + s + whole.slice(n + 1)),
      fc.nat(3000).map((n) => '['.repeat(n) + ']'.repeat(n)),
      fc.nat(3000).map((n) => `${'{"a":'.repeat(n)}1${'}'.repeat(n)}`),
    );
    fc.assert(
      fc.property(files, (text) => {
        const { document, problems } = openJobFile(text);
        expect(
          document !== undefined || problems.some((p) => p.severity === 'error' && saidOf(p).what.length > 0),
        ).toBeTrue();
      }),
      { ...BOUNDS, numRuns: 1500 },
    );
  });

  it('is compared and merged without a crash', () => {
    fc.assert(
      fc.property(hurt, hurt, hurt, (base, mine, theirs) => {
        const [b, m, t] = [base, mine, theirs] as unknown as JobDocument[];
        const merged = mergeDocuments(b, m, t);
        expect(documentChanges(merged.document, merged.document)).toEqual([]);
        expect(mergeDocuments(b, b, t).document).toEqual(t);
        expect(mergeDocuments(b, m, b).conflicts).toEqual([]);
      }),
      { ...BOUNDS, numRuns: 300 },
    );
  });
});
