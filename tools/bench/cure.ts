import { performance } from 'node:perf_hooks';
import { LIBRARY, planRepair, readJob, type Job } from '@nelbo/core';
import {
  CURE_CLASSES,
  HeatStack,
  calibrate,
  forecastCure,
  whatWouldHelp,
  type Calibration,
  type Layer,
} from '@nelbo/core/cure';
import { REPAIRS } from '@nelbo/core/repairs';
import { quantile, rowOf, type Row } from './rows';

const RUNS = 12;
const WARM_UP = 4;
const DAYS = 3 * 86_400;

const NOW = Date.parse('2026-11-25T13:00:00Z');
const CLOCK = { now: NOW, timeZone: 'UTC' };

/** Skin, core, skin and two wet layers: five layers, three days, day and night. */
function stackOf(law: Calibration, cells: number, tolerance?: number, longest?: number): HeatStack {
  const glass = { conductivity: 0.25, density: 1700, heatCapacity: 1150 };
  const wet: Layer = {
    name: 'wet',
    thickness: 0.006,
    ...glass,
    resin: { kinetics: law.kinetics, massPerVolume: 700, percent: 0.0175 },
  };
  const layers: readonly Layer[] = [
    { name: 'inner skin', thickness: 0.003, ...glass },
    { name: 'core', thickness: 0.012, conductivity: 0.035, density: 80, heatCapacity: 1500 },
    { name: 'skin', thickness: 0.002, ...glass },
    wet,
    wet,
  ];
  const air = (t: number): number => 14 - 5 * Math.cos((2 * Math.PI * t) / 86_400);
  return new HeatStack({
    layers,
    laid: 5,
    back: { h: 8, air },
    front: { h: 8, air },
    temperature: 16,
    start: 0,
    cells,
    tolerance,
    longest,
  });
}

function run(
  law: Calibration,
  cells: number,
  tolerance?: number,
  longest?: number,
): { peak: number; ms: number; balance: number } {
  const began = performance.now();
  const stack = stackOf(law, cells, tolerance, longest);
  let peak = -Infinity;
  stack.run(DAYS, (s) => {
    peak = Math.max(peak, s.hottest(3));
  });
  return {
    peak,
    ms: performance.now() - began,
    balance: Math.abs(stack.stored - stack.inflow - stack.reaction) / (stack.exchanged + stack.reaction),
  };
}

/** Rise of a neat pour on a hull, K. @param fine cells as many times as usual */
function riseOf(law: Calibration, mm: number, cells = 60): number {
  const still = { h: 8, air: (): number => 20 };
  const stack = new HeatStack({
    layers: [
      { name: 'hull', thickness: 0.006, conductivity: 0.25, density: 1700, heatCapacity: 1150 },
      {
        name: 'pour',
        thickness: mm / 1000,
        conductivity: 0.2,
        density: 1150,
        heatCapacity: 1400,
        resin: { kinetics: law.kinetics, massPerVolume: 1150, percent: 0.0175 },
      },
    ],
    laid: 2,
    back: still,
    front: still,
    temperature: 20,
    start: 0,
    cells,
  });
  let peak = -Infinity;
  stack.run(3 * 3600, (s) => {
    peak = Math.max(peak, s.hottest(1));
  });
  return peak - 20;
}

/** How the error of a slab that cools falls when its steps are halved: 4 for second order. */
function orderInTime(): number {
  const after = (step: number): number => {
    const air = (): number => 20;
    const stack = new HeatStack({
      layers: [{ name: 'slab', thickness: 0.006, conductivity: 0.25, density: 1700, heatCapacity: 1150 }],
      laid: 1,
      back: { h: 8, air },
      front: { h: 8, air },
      temperature: 60,
      start: 0,
      cells: 24,
      tolerance: 1e9,
      cureStep: 1e9,
      longest: step,
    });
    stack.run(1800);
    return stack.faceTemperature(true);
  };
  const exact = after(0.25);
  return Math.abs(after(60) - exact) / Math.abs(after(30) - exact);
}

function repeat(work: () => number): number[] {
  const values: number[] = [];
  for (let i = 0; i < WARM_UP + RUNS; i += 1) {
    const ms = work();
    if (i >= WARM_UP) values.push(ms);
  }
  return values;
}

const job = (conditions: object, thickness = 0.0072, perGo?: number): Job =>
  readJob({
    format: 'nelbo-job/2',
    title: 'bench',
    hull: { material: 'frp-solid', thickness, gelCoat: 0.0006, laminate: 'mat-woven-polyester' },
    damage: { kind: 'hole', size: [0.096, 0.058] },
    access: 'both',
    conditions,
    ...(perGo ? { mix: { perGo } } : {}),
  }).job as Job;

/** Cure: the heat of a stack, whether the grid matters, a whole forecast, and the search for what would help. */
export function measureCure(): readonly Row[] {
  const epoxy = calibrate(CURE_CLASSES.epoxy, LIBRARY.resins[0].cure) as Calibration;
  const rows: Row[] = [
    rowOf(
      'heat and cure of a stack',
      '72 h, 5 layers, 80 cells, adaptive',
      repeat(() => run(epoxy, 80).ms),
      60,
    ),
  ];
  const reference = run(epoxy, 640, 0.002, 60);
  for (const cells of [20, 40, 80, 160])
    rows.push(
      rowOf(
        'grid independence',
        `${cells} cells, peak against 640 and fine steps`,
        [Math.abs(run(epoxy, cells).peak - reference.peak)],
        cells >= 80 ? 0.5 : undefined,
        'median',
        'K',
      ),
    );
  for (const tolerance of [0.2, 0.05, 0.0125])
    rows.push(
      rowOf(
        'step independence',
        `${tolerance} K a step, peak against 640 cells and fine steps`,
        [Math.abs(run(epoxy, 80, tolerance).peak - reference.peak)],
        tolerance <= 0.05 ? 0.5 : undefined,
        'median',
        'K',
      ),
    );
  rows.push(
    rowOf(
      'order in time',
      'error of a step against that of half of it',
      [orderInTime()],
      undefined,
      'median',
      '×',
    ),
  );
  for (const mm of [25, 40, 60]) {
    const rise = riseOf(epoxy, mm);
    rows.push(
      rowOf(
        'neat pour against 960 cells',
        `${mm} mm, ${rise.toFixed(0)} K of rise`,
        [Math.abs(rise / riseOf(epoxy, mm, 960) - 1) * 100],
        1,
        'median',
        '%',
      ),
    );
  }
  rows.push(
    rowOf(
      'heat left over in the balance',
      'share of what crossed the faces, per cent',
      [run(epoxy, 80).balance * 100],
      1e-4,
      'median',
      '%',
    ),
  );
  const night = job({ temperature: 14, place: 'open air', air: 'day and night', low: 4, high: 14 });
  const lifts = job({ temperature: 20 }, 0.022, 0.002);
  for (const [what, of, budget] of [
    ['cold night, laminate, filler and four coats', night, undefined],
    ['a dozen lifts and more, filler and coats', lifts, 250],
  ] as const) {
    const planned = planRepair(of, LIBRARY, {}, CLOCK, REPAIRS);
    rows.push(
      rowOf(
        'whole forecast',
        what,
        repeat(() => {
          const began = performance.now();
          forecastCure(of, planned, LIBRARY, {}, CLOCK);
          return performance.now() - began;
        }),
        budget,
      ),
    );
  }
  const searches = Array.from({ length: 5 }, () => {
    const began = performance.now();
    let last = 0;
    for (const p of whatWouldHelp(night, LIBRARY, {}, CLOCK, REPAIRS)) last = p.options.length;
    if (last === 0) throw new Error('the search found nothing');
    return performance.now() - began;
  });
  rows.push({
    ...rowOf('what would help', 'cold night, some 25 trials, the best five finely', searches, 1500),
    p95: quantile(searches, 0.95),
  });
  return rows;
}
