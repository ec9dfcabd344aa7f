import { at, cause, on, type Cause } from './cause';

/** What raises the problems of what is mixed, laid, cured and finished. */
export const CAUSES_OF_THE_WORK: readonly Cause[] = [
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
