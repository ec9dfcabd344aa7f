import {
  LIBRARY,
  readJob,
  refineProblems,
  type JobDocument,
  type ProblemCode,
  type Shop,
} from '../src/index';
import { forecastCure } from '../src/cure';
import { setIn } from '../src/schema/document-path';
import { BASE, CLOCK, createPlanner } from './support';

type Fields = Readonly<Record<string, unknown>>;

/** Codes that a job raises, planned and, where the clock matters, along the course of its air. */
function codesOf(job: object, forecast: boolean, shop: Shop): readonly ProblemCode[] {
  const read = readJob(job);
  if (!read.job) return read.problems.map((p) => p.code);
  const result = createPlanner().plan(read.job, LIBRARY, shop, CLOCK);
  const cure = forecast
    ? forecastCure(read.job, result, LIBRARY, shop, CLOCK, { cells: 16, tolerance: 1.5, detail: false })
    : undefined;
  return [...read.problems, ...(cure ? refineProblems(result.problems, cure) : result.problems)].map(
    (p) => p.code,
  );
}

const on = (material: string, kind: string, size: readonly [number, number] = [0.12, 0.06]): object => ({
  format: 'nelbo-job/1',
  hull: { material },
  damage: { kind, size },
  conditions: { temperature: 20, humidity: 0.5 },
});
const LAMINATE = { ...BASE, conditions: { temperature: 20, humidity: 0.5 } } as JobDocument;
const COLD_NIGHT = {
  place: 'open air',
  air: 'day and night',
  low: 2,
  high: 16,
  sky: 'clear',
  temperature: 16,
  humidity: 0.6,
};
const at = (d: number): string => new Date(CLOCK.now + d * 86_400_000).toISOString();
const ring = (x: number): readonly object[] => [
  { x, y: -0.2 },
  { x, y: 0.2 },
];
/** A lattice under a batten, one gap in the middle and another all round it, m. */
const gaps = (middle: number, round = 0): object => ({
  edge: 'batten',
  rounds: [
    {
      at: at(0),
      readings: [-0.1, 0, 0.1].flatMap((y) =>
        [-0.2, -0.1, 0, 0.1, 0.2].map((x) => ({ x, y, gap: x === 0 && y === 0 ? middle : round })),
      ),
    },
  ],
});

/**
 * What raises a problem, and what is near it and does not: fields laid over a job, one row a cause. `air` has the cure
 * forecast; `shop` is what the yard has.
 */
interface Cause {
  readonly code: ProblemCode;
  readonly job: object;
  readonly raise: Fields;
  readonly calm: Fields;
  readonly air?: true;
  readonly shop?: Shop;
}
const cause = (
  code: ProblemCode,
  job: object,
  raise: Fields,
  calm: Fields,
  more: Pick<Cause, 'air' | 'shop'> = {},
): Cause => ({ code, job, raise, calm, ...more });

const CAUSES: readonly Cause[] = [
  cause('depth-beyond-wall', LAMINATE, { 'damage.depth': 0.02 }, { 'damage.depth': 0.004 }),
  cause('only-gel-coat', LAMINATE, { 'damage.depth': 0.0004 }, { 'damage.depth': 0.004 }),
  cause(
    'dish-with-floor',
    LAMINATE,
    { 'damage.depth': 0.004, 'taper.side': 'both' },
    { 'damage.depth': 0.004 },
  ),
  cause(
    'inside-unreached',
    LAMINATE,
    { access: 'one', 'taper.side': 'both' },
    { access: 'both', 'taper.side': 'both' },
  ),
  cause('taper-fails-shear', LAMINATE, { 'taper.ratio': 5 }, { 'taper.ratio': 14 }),
  cause(
    'obstacle-in-taper',
    LAMINATE,
    { obstacles: [{ kind: 'fitting', points: ring(0.06), answer: 'stop' }] },
    { obstacles: [{ kind: 'fitting', points: ring(0.6), answer: 'stop' }] },
  ),
  cause(
    'stack-off-band',
    LAMINATE,
    { 'laminate.plies': Array.from({ length: 14 }, () => ({ cloth: 'biax-600', way: '0/90' })) },
    {},
  ),
  cause(
    'ply-beyond-pot',
    { ...LAMINATE, hull: { ...BASE.hull, thickness: 0.012 } },
    { damage: { kind: 'hole', size: [1.6, 0.9] }, 'system.resin': 'polyester', 'conditions.temperature': 30 },
    {},
  ),
  cause('below-minimum', LAMINATE, { 'conditions.temperature': 6 }, { 'conditions.temperature': 18 }),
  cause('beyond-doubling', LAMINATE, { 'conditions.temperature': 45 }, { 'conditions.temperature': 25 }),
  cause('go-beyond-sheet', LAMINATE, { 'mix.perGo': 0.03 }, { 'mix.perGo': 0.003 }),
  cause(
    'meter-on-carbon',
    LAMINATE,
    {
      'hull.fibre': 'carbon',
      'damage.readings': [{ x: 0, y: 0, moisture: 20 }],
      'damage.meter': { dry: 10 },
    },
    { 'hull.fibre': 'glass', 'damage.readings': [{ x: 0, y: 0, moisture: 20 }], 'damage.meter': { dry: 10 } },
  ),
  cause(
    'meter-without-dry-spot',
    LAMINATE,
    { 'damage.readings': [{ x: 0, y: 0, moisture: 20 }] },
    { 'damage.readings': [{ x: 0, y: 0, moisture: 20 }], 'damage.meter': { dry: 10 } },
  ),
  cause(
    'first-look',
    LAMINATE,
    { 'damage.findings': (BASE.damage?.findings ?? []).map((f) => ({ ...f, extent: 'first look' })) },
    {},
  ),
  cause('size-as-extent', on('frp-solid', 'hole'), {}, { 'damage.findings': BASE.damage?.findings }),
  cause('damage-elsewhere', on('steel', 'nick'), { 'damage.kind': 'blisters' }, {}),
  cause('needed', on('frp-solid', 'hole'), { 'damage.size': undefined }, {}),
  cause('beyond-method', on('frp-solid', 'hole'), { 'damage.size': [1.9, 1.2] }, {}),
  cause(
    'chain-refused',
    on('aluminium', 'nick'),
    { 'system.finish': 'antifouling-copper', 'system.bond': 'epoxy-metal' },
    { 'system.bond': 'epoxy-metal' },
  ),
  cause(
    'gaps-without-area',
    LAMINATE,
    {
      fairing: {
        rounds: [
          {
            at: at(0),
            readings: [
              { x: 0, y: 0, gap: 0.001 },
              { x: 0.1, y: 0, gap: 0.001 },
            ],
          },
        ],
      },
    },
    { fairing: gaps(0.002) },
  ),
  cause('highs-stand', LAMINATE, { fairing: gaps(0, 0.004) }, { fairing: gaps(0.002) }),
  cause('grit-unread', LAMINATE, { 'sanding.end': 'P130' }, { 'sanding.end': 'P120' }),
  cause('habit-unread', LAMINATE, {}, {}, { shop: { habit: 'P135 P80' } }),
  cause('damp-dulls', LAMINATE, { 'conditions.humidity': 0.92 }, { 'conditions.humidity': 0.6 }),
  cause('dew-on-surface', LAMINATE, { 'conditions.humidity': 0.95 }, { 'conditions.humidity': 0.5 }),
  cause('sun-on-wet-coat', LAMINATE, { 'conditions.sun': 'yes' }, { 'conditions.sun': 'no' }),
  cause('wind-on-coat', LAMINATE, { 'coat.wind': 'wind' }, { 'coat.wind': 'calm' }),
  cause(
    'overspray-drifts',
    LAMINATE,
    { 'coat.wind': 'breeze', 'coat.method': 'spray' },
    { 'coat.wind': 'breeze', 'coat.method': 'roller' },
  ),
  cause(
    'gel-coat-too-thin',
    LAMINATE,
    { 'system.resin': 'polyester', 'system.finish': 'gel-coat', 'coat.film': 0.00015 },
    { 'system.resin': 'polyester', 'system.finish': 'gel-coat', 'coat.film': 0.0006 },
  ),
  cause('stalls', LAMINATE, { conditions: COLD_NIGHT }, {}, { air: true }),
  cause(
    'heats-itself',
    LAMINATE,
    { 'hull.thickness': 0.02, 'system.resin': 'polyester', 'mix.perGo': 0.02, 'conditions.temperature': 30 },
    { 'mix.perGo': 0.002 },
    { air: true },
  ),
  cause(
    'blush',
    LAMINATE,
    { 'system.resin': 'epoxy-slow', 'conditions.humidity': 0.93 },
    { 'system.resin': 'epoxy-slow', 'conditions.humidity': 0.45 },
    { air: true },
  ),
  cause(
    'dew-while-curing',
    LAMINATE,
    { 'conditions.humidity': 0.97 },
    { 'conditions.humidity': 0.45 },
    { air: true },
  ),
  cause(
    'vapour-in-tent',
    LAMINATE,
    { 'system.resin': 'polyester', warmth: { kind: 'tent', temperature: 26 } },
    { 'system.resin': 'epoxy-slow', warmth: { kind: 'tent', temperature: 26 } },
    { air: true },
  ),
  cause(
    'lamp-over-styrene',
    LAMINATE,
    { 'system.resin': 'polyester', warmth: { kind: 'lamp', from: 'start' } },
    { 'system.resin': 'polyester', warmth: { kind: 'lamp', from: 'gel' } },
    { air: true },
  ),
  cause(
    'held-too-hot',
    LAMINATE,
    { warmth: { kind: 'mat', temperature: 68 } },
    { warmth: { kind: 'mat', temperature: 40 } },
    { air: true },
  ),
  cause('sun-on-coat', LAMINATE, { 'conditions.sun': 'yes' }, {}, { air: true }),
  cause(
    'course-half-entered',
    LAMINATE,
    { 'conditions.air': 'day and night', 'conditions.low': 8 },
    { 'conditions.air': 'day and night', 'conditions.low': 8, 'conditions.high': 18 },
    { air: true },
  ),
  cause(
    'course-upside-down',
    LAMINATE,
    { 'conditions.air': 'day and night', 'conditions.low': 20, 'conditions.high': 8 },
    { 'conditions.air': 'day and night', 'conditions.low': 8, 'conditions.high': 20 },
    { air: true },
  ),
  cause(
    'logger-too-short',
    LAMINATE,
    { 'conditions.air': 'readings', 'conditions.readings': [{ at: at(0), temperature: 18 }] },
    {
      'conditions.air': 'readings',
      'conditions.readings': [
        { at: at(0), temperature: 18 },
        { at: at(1), temperature: 18 },
      ],
    },
    { air: true },
  ),
  cause(
    'film-too-damp',
    on('pvc-fabric', 'fabric-tear'),
    { 'conditions.humidity': 0.9 },
    { 'conditions.humidity': 0.5 },
    { air: true },
  ),
  cause(
    'glue-out-of-range',
    on('pvc-fabric', 'fabric-tear'),
    { 'conditions.temperature': 10, 'system.bond': 'pu-fabric-2k' },
    { 'conditions.temperature': 20 },
    { air: true },
  ),
  cause(
    'leak-without-barometer',
    on('pvc-fabric', 'seam-leak'),
    {
      'repair.inflatable.leak': [
        { at: at(0), pressure: 22_000, temperature: 20 },
        { at: at(0.4), pressure: 21_900, temperature: 20 },
      ],
    },
    {},
  ),
  cause(
    'leaks',
    on('pvc-fabric', 'seam-leak'),
    {
      'repair.inflatable.leak': [0, 0.4].map((d) => ({
        at: at(d),
        pressure: d === 0 ? 22_000 : 9_000,
        temperature: 20,
        barometer: 101_300,
      })),
    },
    {
      'repair.inflatable.leak': [0, 0.4].map((d) => ({
        at: at(d),
        pressure: 22_000,
        temperature: 20,
        barometer: 101_300,
      })),
    },
  ),
  cause(
    'leak-rises',
    on('pvc-fabric', 'seam-leak'),
    {
      'repair.inflatable.leak': [0, 0.4].map((d) => ({
        at: at(d),
        pressure: d === 0 ? 18_000 : 24_000,
        temperature: 20,
        barometer: 101_300,
      })),
    },
    {},
  ),
  cause(
    'leak-too-short',
    on('pvc-fabric', 'seam-leak'),
    {
      'repair.inflatable.leak': [0, 0.01].map((d) => ({
        at: at(d),
        pressure: 22_000,
        temperature: 20,
        barometer: 101_300,
      })),
    },
    {},
  ),
  cause(
    'patch-too-small',
    on('pvc-fabric', 'fabric-tear'),
    { 'repair.inflatable.margin': 0.02 },
    { 'repair.inflatable.margin': 0.05 },
  ),
  cause(
    'patch-beyond-tube',
    on('pvc-fabric', 'fabric-tear', [0.1, 0.6]),
    { 'repair.inflatable.tube': 0.3 },
    { 'damage.size': [0.1, 0.05] },
  ),
  cause(
    'hardener-share',
    on('pvc-fabric', 'fabric-tear'),
    { 'repair.inflatable.hardener': 0.12 },
    { 'repair.inflatable.hardener': 0.05 },
  ),
  cause(
    'barrier-too-thin',
    on('frp-solid', 'blisters'),
    { 'repair.barrier.film': 0.00015 },
    { 'repair.barrier.film': 0.0003 },
  ),
  cause('no-barrier', on('frp-solid', 'blisters'), { 'system.barrier': 'none' }, {}),
  cause(
    'peel-wanted',
    on('frp-solid', 'blisters'),
    { 'damage.density': 900, 'repair.barrier.method': 'open each' },
    { 'damage.density': 20, 'repair.barrier.method': 'open each' },
  ),
  cause(
    'drying-few-readings',
    on('frp-solid', 'blisters'),
    { 'repair.drying': { dry: 10, readings: [{ at: at(0), moisture: 40 }] } },
    {},
  ),
  cause(
    'drying-not-falling',
    on('frp-solid', 'blisters'),
    { 'repair.drying': { dry: 10, readings: [0, 9, 18].map((d) => ({ at: at(d), moisture: 40 + d })) } },
    { 'repair.drying': { dry: 10, readings: [0, 9, 18].map((d) => ({ at: at(d), moisture: 40 - d })) } },
  ),
  cause(
    'drying-mixed-scales',
    on('frp-solid', 'blisters'),
    {
      'repair.drying': {
        dry: 10,
        readings: [
          { at: at(0), moisture: 40, scale: 'relative' },
          { at: at(9), moisture: 20, scale: 'wood' },
        ],
      },
    },
    {},
  ),
  cause(
    'wood-too-wet',
    on('wood-solid', 'rot'),
    { 'repair.wood.moisture': 0.24 },
    { 'repair.wood.moisture': 0.11 },
  ),
  cause('wood-not-read', on('wood-solid', 'rot'), {}, { 'repair.wood.moisture': 0.11 }),
  cause('scarf-too-short', on('wood-solid', 'rot'), { 'repair.wood.ratio': 5 }, { 'repair.wood.ratio': 12 }),
  cause(
    'section-lost',
    on('steel', 'corroded-insert'),
    { 'damage.depth': 0.004, 'repair.metal.thickness': 0.01 },
    { 'damage.depth': 0.0005, 'repair.metal.thickness': 0.01 },
  ),
  cause(
    'plate-gone',
    on('steel', 'corroded-insert'),
    { 'damage.depth': 0.012, 'repair.metal.thickness': 0.01 },
    { 'damage.depth': 0.0005, 'repair.metal.thickness': 0.01 },
  ),
  cause(
    'edge-too-sharp',
    on('steel', 'nick'),
    { 'repair.metal.radius': 0.0005 },
    { 'repair.metal.radius': 0.003 },
  ),
  cause('depth-beyond-sheet', on('abs', 'crack'), { 'damage.depth': 0.03 }, { 'damage.depth': 0.002 }),
  cause(
    'weld-peeled',
    on('hdpe', 'crack'),
    { 'repair.plastic.pull': 'peeled' },
    { 'repair.plastic.pull': 'held' },
  ),
  cause(
    'edge-beyond-half',
    on('foil-g10', 'nick', [0.06, 0.02]),
    { 'damage.depth': 0.08, 'repair.edge.chord': 0.1 },
    { 'damage.depth': 0.01, 'repair.edge.chord': 0.2 },
  ),
  cause(
    'slot-too-tight',
    on('foil-g10', 'nick', [0.06, 0.02]),
    { 'repair.edge.thick': 0.02, 'repair.edge.slot': 0.0205 },
    { 'repair.edge.thick': 0.02, 'repair.edge.slot': 0.03 },
  ),
  cause(
    'light-in-split',
    on('foil-g10', 'split-edge'),
    { 'system.bond': 'uv-epoxy' },
    { 'system.bond': 'epoxy-paste' },
  ),
  cause(
    'grid-pitch',
    on('frp-cored', 'delamination', [0.5, 0.4]),
    { 'repair.core.pitch': 0.03 },
    { 'repair.core.pitch': 0.06 },
  ),
  cause(
    'grid-without-room',
    on('frp-cored', 'delamination'),
    { 'damage.size': [0.04, 0.03] },
    { 'damage.size': [0.5, 0.4] },
  ),
  cause(
    'injected-area',
    on('frp-cored', 'delamination'),
    { 'damage.size': [0.9, 0.6] },
    { 'damage.size': [0.2, 0.2] },
  ),
  cause(
    'water-in-holes',
    on('frp-solid', 'drilled-holes', [0.008, 0.008]),
    { 'damage.wet': 'wet' },
    { 'damage.wet': 'dry' },
  ),
  cause('no-depth', on('frp-solid', 'scratch'), { 'damage.depth': 0 }, { 'damage.depth': 0.001 }),
  cause(
    'no-gel-coat',
    on('frp-solid', 'gel-coat-chip', [0.02, 0.02]),
    { 'hull.gelCoat': 0 },
    { 'hull.gelCoat': 0.0006 },
  ),
  cause(
    'crazed-field',
    on('frp-solid', 'gel-coat-crack', [0.6, 0.5]),
    { 'damage.pattern': 'crazing' },
    { 'damage.pattern': 'star' },
  ),
  cause(
    'light-needed',
    on('frp-solid', 'scratch'),
    { 'system.bond': 'uv-resin', lasts: 'weekend' },
    { 'system.bond': 'gel-coat-paste' },
    { air: true },
  ),
];

const laid = (job: object, fields: Fields): object =>
  Object.entries(fields).reduce<object>((j, [path, value]) => setIn(j as JobDocument, path, value), job);

describe('a problem is raised by its cause and not by what is near it', () => {
  for (const { code, job, raise, calm, air, shop } of CAUSES) {
    it(code, () => {
      expect(codesOf(laid(job, raise), air ?? false, shop ?? {})).toContain(code);
      expect(codesOf(laid(job, calm), air ?? false, {})).not.toContain(code);
    });
  }
});
