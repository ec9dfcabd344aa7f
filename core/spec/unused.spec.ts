import fc from 'fast-check';
import { JOB_FIELDS, LIBRARY, setIn, type JobDocument, type Plan, type Problem } from '../src/index';
import { provenForecast } from '../src/cure';
import { colourState, PASTES } from '../src/finish';
import type { Field } from '../src/schema/field';
import { usesChain } from '../src/plan/uses-chain';
import type { ContextFact } from '../src/match/rule';
import { anyValue } from './any-document';
import { CLOCK, planRepair, read } from './support';

interface Case {
  readonly hull: string;
  readonly damage: string;
  readonly more?: object;
}

/** A job of every kind of repair, and of each damage that asks for something of its own. */
const CASES: Readonly<Record<string, Case>> = {
  laminate: { hull: 'frp-solid', damage: 'hole' },
  recore: { hull: 'frp-cored', damage: 'wet-core' },
  surface: { hull: 'frp-solid', damage: 'gel-coat-crack' },
  injection: { hull: 'frp-cored', damage: 'delamination' },
  barrier: { hull: 'frp-solid', damage: 'blisters', more: { position: 'below' } },
  wood: { hull: 'wood-solid', damage: 'hole' },
  metal: { hull: 'steel', damage: 'scratch' },
  edge: { hull: 'foil-g10', damage: 'nick' },
  plastic: { hull: 'abs', damage: 'old-repair' },
  weld: { hull: 'hdpe', damage: 'crack' },
  holes: { hull: 'frp-solid', damage: 'drilled-holes' },
  inflatable: { hull: 'pvc-fabric', damage: 'fabric-tear' },
  valve: { hull: 'pvc-fabric', damage: 'valve-leak' },
  renewal: { hull: 'frp-solid', damage: 'weathered' },
};

/** Kept for the record and printed on it; no figure of the work rests on them. */
const RECORD: ReadonlySet<string> = new Set([
  'format',
  'places',
  'title',
  'boat.name',
  'boat.owner',
  'damage.where',
  'hull.evidence',
  'overrides',
  'schedule.wanted',
]);

const READINGS = [
  { x: 0, y: 0, tap: 'dead', moisture: 60 },
  { x: 0.02, y: 0, tap: 'dull', moisture: 30 },
];
const NIGHT = { air: 'day and night', low: 4, high: 22, temperature: 16, humidity: 0.6, place: 'open air' };
const GAPS = [
  [1, 1, 3, 1, 2],
  [1, 2, 4, 1, 0],
  [2, 1, 3, 1, 1],
];
const ROUND = GAPS.flatMap((row, j) =>
  row.map((mm, i) => ({ x: (i - 2) / 10, y: (j - 1) / 10, gap: mm / 1000 })),
);
/** A repair that stands proud of the hull round it. */
const PROUD = ROUND.map((r) => ({ ...r, gap: Math.abs(r.x) < 0.15 ? r.gap / 10 : 0.004 }));
const LAB = { L: 82, a: -1, b: 9 };
const COLOUR = {
  readings: [{ where: 'as found', ...LAB }],
  recipe: PASTES.slice(0, 2).map(({ id }) => ({ paste: id, fraction: 0.01 })),
};
/** What has to stand beside a field for it to say something, and nothing where a field speaks for itself. */
const BESIDE: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  'damage.fasteners': { 'damage.wet': 'wet', 'damage.source': 'fasteners' },
  'damage.meter.scale': { 'damage.readings': READINGS },
  'damage.meter.dry': { 'damage.readings': READINGS },
  'repair.drying.dry': {
    'damage.wet': 'wet',
    'repair.drying.readings': [
      { at: '2026-11-16T08:00:00Z', moisture: 60 },
      { at: '2026-11-18T08:00:00Z', moisture: 40 },
      { at: '2026-11-20T08:00:00Z', moisture: 30 },
    ],
  },
  'hull.coreThickness': { 'repair.core.voids': 0.3 },
  'repair.inflatable.working': {
    'repair.inflatable.leak': [
      { at: '2026-11-22T08:00:00Z', pressure: 20_000, temperature: 15, barometer: 101_000 },
      { at: '2026-11-22T12:00:00Z', pressure: 15_000, temperature: 15, barometer: 101_000 },
    ],
  },
  'fairing.edge': { 'fairing.rounds': [{ at: '2026-11-23T08:00:00Z', readings: ROUND }] },
  'fairing.cutLimit': { 'fairing.rounds': [{ at: '2026-11-23T08:00:00Z', readings: PROUD }] },
  'laminate.coverLap': { 'laminate.cover': 'yes' },
  'check.who': { 'check.at': '2026-11-23T08:00:00Z' },
  'check.at': { 'check.who': 'Ines' },
  'conditions.place': { conditions: { ...NIGHT, sky: 'clear' } },
  'conditions.air': { conditions: NIGHT },
  'conditions.low': { conditions: NIGHT },
  'conditions.high': { conditions: NIGHT },
  'conditions.sky': { conditions: NIGHT },
  'conditions.sun': { conditions: { ...NIGHT, sky: 'clear' } },
  'conditions.shade': { conditions: { ...NIGHT, sky: 'clear', sun: 'yes' } },
  'conditions.readings': { conditions: { ...NIGHT, air: 'readings' } },
  'warmth.temperature': { warmth: { kind: 'tent' } },
  'warmth.power': { warmth: { kind: 'lamp' } },
  'warmth.distance': { warmth: { kind: 'lamp' } },
  'warmth.from': { warmth: { kind: 'tent' }, conditions: NIGHT },
  'warmth.hours': { warmth: { kind: 'tent' }, conditions: NIGHT },
  'cure.hold': { 'cure.postCure': 'yes' },
  'cure.hours': { 'cure.postCure': 'yes' },
  'colour.years': { colour: COLOUR },
  'colour.base': { colour: COLOUR },
  'colour.limit': { colour: COLOUR },
  'colour.recipe': { colour: { readings: COLOUR.readings } },
  'colour.batch': { colour: COLOUR },
  'colour.trials': { colour: COLOUR },
};

/** What is entered where any value of the schema would hardly make sense. */
const ENTERED: Readonly<Record<string, readonly unknown[]>> = {
  'colour.recipe': [COLOUR.recipe],
  'colour.trials': [[{ at: '2026-11-23T08:00:00Z', by: 'typed', pastes: COLOUR.recipe, ...LAB }]],
  'conditions.readings': [
    [0, 6, 12, 18, 24].map((h) => ({
      at: new Date(Date.UTC(2026, 10, 23, 8 + h)).toISOString(),
      temperature: 12 + h / 4,
    })),
  ],
  'repair.drying.dry': [10, 25],
  'repair.way': ['hold'],
  'priorities.preset': ['get home'],
  'conditions.low': [8, 12],
  'conditions.high': [18, 30],
  'hull.thickness': [0.004, 0.02],
};

/** Facts that rules look at. */
const FACTS: Readonly<Record<string, ContextFact>> = {
  'hull.matrix': 'matrix',
  'hull.fibre': 'fibre',
  'hull.core': 'core',
  'hull.coat': 'coat',
  'hull.contaminant': 'contaminant',
  'hull.clear': 'clear',
  'damage.position': 'position',
  'damage.wet': 'wet',
  'damage.core': 'core.found',
  'conditions.place': 'place',
  duty: 'duty',
  access: 'access',
  lasts: 'lasts',
};

/** What only the course of the cure shows. */
const FORECAST =
  /^(hull\.(thickness|gelCoat|coreThickness)$|conditions\.(place|temperature|humidity|air|low|high|sky|sun|shade|readings)|warmth\.|cure\.)/;

const fieldAt = (path: string): Field => {
  let at: Field = JOB_FIELDS;
  for (const name of path.split('.')) if (at.kind === 'group') at = at.fields[name];
  return at;
};
const leavesOf = (field: Field, path = ''): readonly string[] =>
  field.kind === 'group'
    ? Object.entries(field.fields).flatMap(([n, own]) => leavesOf(own, path ? `${path}.${n}` : n))
    : [path];

const jobOf = ({ hull, damage, more }: Case): JobDocument =>
  ({
    format: 'nelbo-job/1',
    hull: { material: hull },
    damage: { kind: damage, size: [0.12, 0.06], ...more },
    access: 'both',
    conditions: { temperature: 20, humidity: 0.5 },
    schedule: { start: '2026-11-23T08:00:00Z' },
  }) as unknown as JobDocument;

/** The colour that the finish is tinted to, where it is. */
const tint = (plan: Plan, document: JobDocument): unknown => {
  const { colour } = document as { readonly colour?: Parameters<typeof colourState>[0] };
  return plan.system?.chosen?.chain.finish?.kind === 'gel coat'
    ? colourState(colour, PASTES, colour?.batch ?? 0.1, 32e6)
    : undefined;
};

/** A problem is about a field where it names it, or the group that it stands in. */
const about = (of: string, path = ''): boolean => of === path || path.startsWith(`${of}.`);

interface Outcome {
  readonly plan: string;
  readonly told: readonly string[];
  readonly answered: boolean;
}

interface Planned {
  readonly plan: Plan;
  readonly problems: readonly Problem[];
  /** The plan and the course of its cure, as text. */
  readonly body: string;
}

/** Each document of a kind is planned once for all the fields that start from it. */
const PLANNED = new Map<string, Planned>();
function planned(document: JobDocument, forecast: boolean): Planned {
  const key = JSON.stringify([forecast, document]);
  const known = PLANNED.get(key) ?? workedOut(document, forecast);
  PLANNED.set(key, known);
  return known;
}

function workedOut(document: JobDocument, forecast: boolean): Planned {
  const job = read(document);
  const result = planRepair(job, LIBRARY, {}, CLOCK);
  if (!result.plan) throw new Error('no plan');
  const cure = forecast
    ? provenForecast(job, result, LIBRARY, {}, CLOCK, { cells: 12, tolerance: 2 })
    : undefined;
  const { plan } = result;
  const { work, dish, repair, finish, materials, totals, planView, system, readings, timeline } = plan;
  const sheets = repair && { ...repair, sheets: repair.sheets.map((sheet) => ({ ...sheet, asks: [] })) };
  const body = JSON.stringify([
    [work, dish, sheets, finish, materials, totals, planView, readings, timeline],
    // What the rules make of it: which chains hold, and how many.
    usesChain(plan) ? [system?.ranked, system?.accepted] : [],
    [cure?.timeline, cure?.problems, cure?.cases],
    tint(plan, document),
  ]);
  return { plan, problems: result.problems, body };
}

/** What comes of a job, without how it is told and traced. */
function outcome({ plan, problems, body }: Planned, path?: string): Outcome {
  const told = problems.flatMap((p: Problem) => (p.code === 'not-used-here' ? p.params.paths : []));
  // That something was assumed is told of what nobody uses, too.
  const other = problems
    .filter((p) => p.severity !== 'assumed' && !about(p.path, path))
    .map((p) => [p.code, p.params]);
  return {
    plan: JSON.stringify(other) + body,
    told,
    // A field that is answered by a problem of its own, or that a rule turns on, is not passed over.
    answered:
      problems.some((p) => about(p.path, path) && p.severity !== 'assumed') ||
      (plan.system?.inPlay.some((fact) => fact === FACTS[path ?? '']) ?? false),
  };
}

/** Whether a value does something; the course of the cure is asked only where the plan alone does not show it. */
function does(start: JobDocument, path: string, value: unknown, told: boolean): boolean {
  const document = setIn(start, path, value);
  return [false, ...(FORECAST.test(path) ? [true] : [])].some((forecast) => {
    const before = outcome(planned(start, forecast), path).plan;
    const { plan, answered } = outcome(planned(document, forecast), path);
    return plan !== before || (!told && answered);
  });
}

/** What is wrong with how a field is taken: passed over in silence, or told as unused and used all the same. */
function faultOf(start: JobDocument, path: string): string | undefined {
  const document = Object.entries(BESIDE[path] ?? {}).reduce((d, [at, v]) => setIn(d, at, v), start);
  const values =
    ENTERED[path] ??
    fc
      .sample(anyValue(fieldAt(path), 1), { numRuns: FORECAST.test(path) ? 4 : 8, seed: 7 })
      .filter((v) => v !== '' && JSON.stringify(v).length > 2 - Number(typeof v === 'number'));
  const isTold = (value: unknown): boolean =>
    outcome(planned(setIn(document, path, value), false), path).told.some(
      (t) => path === t || path.startsWith(`${t}.`),
    );
  const told = isTold(values[0]);
  // Three values are enough to believe what was told, and each has to be told; all of them, before a field is said to do
  // nothing.
  const used = (told ? values.slice(0, 3).filter(isTold) : values).some((v) => does(document, path, v, told));
  if (used !== told) return undefined;
  return `${path}: ${used ? 'used, and told as unused' : 'changes nothing, untold'}`;
}

const toldOf = (document: JobDocument): readonly string[] => outcome(planned(document, false)).told;

describe('what was entered and has no place in a repair', () => {
  afterEach(() => PLANNED.clear());

  for (const [name, kind] of Object.entries(CASES))
    it(`is told, and nothing that has one is: ${name}`, () => {
      const document = jobOf(kind);
      const wrong = leavesOf(JOB_FIELDS).flatMap((path) =>
        RECORD.has(path) ? [] : (faultOf(document, path) ?? []),
      );
      expect(wrong.join('\n')).toBe('');
    });

  it('is not told of a job that enters nothing', () => {
    for (const kind of Object.values(CASES))
      expect(toldOf({ ...jobOf(kind), access: undefined, conditions: undefined } as JobDocument)).toEqual([]);
  });

  it('is the warmth of a lamp where a tent warms, and the span of a night where the air is steady', () => {
    const told = (more: object): readonly string[] =>
      toldOf({ ...jobOf(CASES['laminate']), ...more } as JobDocument);
    expect(told({ warmth: { kind: 'tent', temperature: 22, power: 500 } })).toEqual(['warmth.power']);
    expect(told({ warmth: { kind: 'lamp', power: 500 } })).toEqual([]);
    expect(told({ conditions: { temperature: 20, low: 5 } })).toEqual(['conditions.low']);
    expect(told({ conditions: { temperature: 20, low: 5, high: 20, air: 'day and night' } })).toEqual([]);
  });
});
