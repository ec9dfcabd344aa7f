import fc from 'fast-check';
import { calibrate } from '../src/cure/calibrate';
import { Stack, type Layer } from '../src/cure/conduction';
import { CURE_CLASSES } from '../src/cure/cure-classes';
import { RESINS } from '../src/materials/resins';
import { laminateDensity } from '../src/materials/thermal';

const H = 3600;
const EPOXY = RESINS[0];
const POLYESTER = RESINS[4];
const law = (r: (typeof RESINS)[number]): NonNullable<ReturnType<typeof calibrate>> => {
  const c = calibrate(CURE_CLASSES[r.family], r.cure);
  if (!c) throw new Error('no law');
  return c;
};
const [epoxy, polyester] = [law(EPOXY), law(POLYESTER)];

const glass = { conductivity: 0.25, density: 1700, heatCapacity: 1150 };
const wet = (mm: number, c = epoxy): Layer => ({
  name: 'wet',
  thickness: mm / 1000,
  ...glass,
  resin: { kinetics: c.kinetics, massPerVolume: 700, percent: 0.0175 },
});
const old: Layer = { name: 'old', thickness: 0.003, ...glass };

interface Outcome {
  readonly peak: number;
  readonly at: number;
  readonly alpha: number;
  readonly stack: Stack;
}

function cureStack(
  layers: readonly Layer[],
  air: (t: number) => number,
  options: {
    cells?: number;
    tolerance?: number;
    longest?: number;
    flux?: (t: number) => number;
    start?: number;
  } = {},
  hours = 48,
): Outcome {
  const stack = new Stack({
    layers,
    laid: layers.length,
    back: { h: 8, air },
    front: { h: 8, air, flux: options.flux },
    temperature: options.start ?? air(0),
    start: 0,
    cells: options.cells ?? 80,
    tolerance: options.tolerance,
    longest: options.longest,
  });
  let [peak, at] = [-Infinity, 0];
  const from = layers.findIndex((l) => l.resin);
  stack.run(hours * H, (s) => {
    const T = s.hottest(from);
    if (T > peak) [peak, at] = [T, s.time];
  });
  return { peak, at, alpha: stack.alphas[stack.active - 1], stack };
}

describe('heat through a stack', () => {
  it('without a cure comes to the straight line of two airs', () => {
    const stack = new Stack({
      layers: [old, { ...old, name: 'core', thickness: 0.012, conductivity: 0.035 }],
      laid: 2,
      back: { h: 8, air: () => 30 },
      front: { h: 8, air: () => 10 },
      temperature: 20,
      start: 0,
    });
    stack.run(72 * H);
    const flux = 20 / (1 / 8 + 0.003 / 0.25 + 0.012 / 0.035 + 1 / 8);
    expect(stack.faceTemperature(false)).toBeCloseTo(30 - flux / 8, 3);
    expect(stack.faceTemperature(true)).toBeCloseTo(10 + flux / 8, 3);
  });

  it('a thin plate cools as its exponential', () => {
    const metal: Layer = {
      name: 'plate',
      thickness: 0.002,
      conductivity: 50,
      density: 7850,
      heatCapacity: 460,
    };
    const stack = new Stack({
      layers: [metal],
      laid: 1,
      back: { h: 8, air: () => 0 },
      front: { h: 8, air: () => 0 },
      temperature: 40,
      start: 0,
      tolerance: 0.05,
    });
    stack.run(600);
    expect(stack.temperatures[1]).toBeCloseTo(40 * Math.exp((-16 * 600) / (7850 * 460 * 0.002)), 1);
  });

  const day = (t: number): number => 14 - 5 * Math.cos((2 * Math.PI * t) / 86_400);
  for (const [name, layers] of [
    ['thick epoxy', [old, wet(14)]],
    [
      'thin epoxy over foam',
      [
        old,
        { ...old, name: 'core', thickness: 0.012, conductivity: 0.035, density: 80, heatCapacity: 1500 },
        wet(4),
      ],
    ],
    ['thick polyester', [old, wet(10, polyester)]],
  ] as const) {
    it(`agrees with a run ten times finer: ${name}`, () => {
      const [coarse, reference] = [
        cureStack(layers, day),
        cureStack(layers, day, { cells: 320, tolerance: 0.02, longest: 60 }),
      ];
      const rise = reference.peak - day(reference.at);
      expect(Math.abs(coarse.peak - reference.peak)).toBeLessThan(Math.max(0.5, 0.01 * rise));
      if (rise > 2) expect(Math.abs(coarse.at - reference.at) / reference.at).toBeLessThan(0.02);
      expect(Math.abs(coarse.alpha - reference.alpha)).toBeLessThan(0.005);
    });
  }

  it('balances its heat, with sun, lamp and night', () => {
    const { stack } = cureStack([old, wet(8)], day, {
      flux: (t) => 300 * Math.max(0, Math.sin((2 * Math.PI * t) / 86_400)),
    });
    expect(Math.abs(stack.stored - stack.inflow - stack.reaction)).toBeLessThan(0.005 * stack.exchanged);
    expect(Math.abs(stack.stored - stack.inflow - stack.reaction)).toBeLessThan(1e-6 * stack.exchanged);
  });

  it('a thicker lay-up peaks no cooler', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 12, noNaN: true }),
        fc.double({ min: 0.2, max: 6, noNaN: true }),
        fc.integer({ min: 10, max: 32 }),
        fc.constantFrom(epoxy, polyester),
        (mm, more, T, c) => {
          const peak = (x: number): number =>
            cureStack([old, wet(x, c)], () => T, { cells: 30, tolerance: 0.1, start: T }, 24).peak;
          expect(peak(mm + more)).toBeGreaterThanOrEqual(peak(mm) - 0.1);
        },
      ),
      { numRuns: 15, seed: 6 },
    );
  });

  it('a layer that is laid later begins fresh on one that has cured', () => {
    const stack = new Stack({
      layers: [old, wet(3), wet(3)],
      laid: 1,
      back: { h: 8, air: () => 20 },
      front: { h: 8, air: () => 20 },
      temperature: 20,
      start: 0,
    });
    stack.lay(20);
    stack.run(4 * H);
    const first = stack.alphas[stack.cellsOf(1)[0]];
    stack.lay(20);
    expect(stack.alphas[stack.active - 1]).toBeLessThan(0.001);
    expect(stack.alphas[stack.cellsOf(1)[0]]).toBe(first);
    stack.run(8 * H);
    expect(stack.alphas[stack.active - 1]).toBeGreaterThan(0.2);
  });
});

describe('density of a laminate', () => {
  it('lies between resin and fibre', () => {
    expect(laminateDensity(0.55, 2560, 1150)).toBeCloseTo(1 / (0.55 / 2560 + 0.45 / 1150), 9);
  });
});
