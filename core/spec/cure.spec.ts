import fc from 'fast-check';
import { calibrate } from '../src/cure/calibrate';
import { potLife } from '../src/cure/pot-life';
import { reached } from '../src/cure/thresholds';
import { CURE_CLASSES, cureClassOf } from '../src/cure/cure-classes';
import {
  arrhenius,
  cureAfter,
  cureAtGlass,
  cureRate,
  filmCure,
  glassTemperature,
  reducedTime,
  whenPassed,
  type Kinetics,
} from '../src/cure/kinetics';
import { windowAt, type LayerEvent } from '../src/cure/latch';
import { cupSurface, potRun } from '../src/cure/pot';
import { RESINS } from '../src/materials/resins';

const H = 3600;
const EPOXY = RESINS[0];
const POLYESTER = RESINS[4];
const law = (r: (typeof RESINS)[number]): NonNullable<ReturnType<typeof calibrate>> => {
  const c = calibrate(CURE_CLASSES[r.family], r.cure);
  if (!c) throw new Error('no law');
  return c;
};
const [epoxy, polyester] = [law(EPOXY), law(POLYESTER)];

/** Cure by very many Runge–Kutta steps: what the fast integrator is held against. */
function fine(k: Kinetics, T: number, seconds: number): number {
  let a = 1e-4;
  const n = 40_000;
  const dt = seconds / n;
  const f = (x: number): number => cureRate(k, x, T);
  for (let i = 0; i < n; i += 1) {
    const k1 = f(a);
    const k2 = f(a + (dt / 2) * k1);
    const k3 = f(a + (dt / 2) * k2);
    const k4 = f(a + dt * k3);
    a += (dt / 6) * (k1 + 2 * k2 + 2 * k3 + k4);
  }
  return a;
}

describe('cure kinetics', () => {
  it('agree with a reference of forty thousand steps to a thousandth, warm and cold', () => {
    for (const T of [8, 17, 25, 38]) {
      for (const hours of [1, 4, 12, 48]) {
        const { alphas } = filmCure(epoxy.kinetics, () => T, hours * H);
        const reference = fine(epoxy.kinetics, T, hours * H);
        expect(Math.abs((alphas.at(-1) ?? 0) - reference)).toBeLessThan(1e-3 * reference);
      }
    }
  });

  it('first-order decay comes out as its exponential', () => {
    // m = 0 and n = 1 make dα/dt = k·(κ + 1)(1 − α), with the diffusion limit far away.
    const shape = {
      ...CURE_CLASSES.epoxy,
      m: 0,
      n: 1,
      start: 0,
      glass: { liquid: -400, cured: -300, lambda: 0.5 },
    };
    const k = { shape, rate: 1e-4, activation: 50_000, induction: 0 };
    const { alphas } = filmCure(k, () => 25, 20_000);
    expect(alphas.at(-1) ?? 0).toBeCloseTo(1 - (1 - 1e-4) * Math.exp(-2), 3);
  });

  it('the reduced time, and the cure after a time, are inverse to one another', () => {
    for (const a of [0.05, 0.35, 0.7, 0.85]) {
      const t = reducedTime(epoxy.kinetics.shape, a, 25) / epoxy.kinetics.rate;
      expect(cureAfter(epoxy.kinetics, 25, t)).toBeCloseTo(a, 3);
    }
  });

  it('glass temperature and degree of cure are inverse to one another, and rise together', () => {
    for (const shape of Object.values(CURE_CLASSES)) {
      expect(glassTemperature(shape, 0)).toBeCloseTo(shape.glass.liquid, 9);
      expect(glassTemperature(shape, 1)).toBeCloseTo(shape.glass.cured, 9);
      for (const a of [0.2, 0.5, 0.9])
        expect(cureAtGlass(shape, glassTemperature(shape, a))).toBeCloseTo(a, 9);
    }
  });

  it('the activation energy of the classes doubles the rate per ten degrees near room temperature', () => {
    for (const shape of Object.values(CURE_CLASSES))
      expect(arrhenius(30, shape.activation) / arrhenius(20, shape.activation)).toBeCloseTo(2, 0);
  });

  it('a course nowhere colder cures nowhere less', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            T: fc.double({ min: 2, max: 45, noNaN: true }),
            more: fc.double({ min: 0, max: 15, noNaN: true }),
          }),
          { minLength: 2, maxLength: 10 },
        ),
        fc.constantFrom(epoxy, polyester),
        (steps, c) => {
          const at = (t: number, more: boolean): number => {
            const s = steps[Math.min(steps.length - 1, Math.floor(t / (2 * H)))];
            return s.T + (more ? s.more : 0);
          };
          const end = steps.length * 2 * H;
          const run = (more: boolean): { times: readonly number[]; alphas: readonly number[] } =>
            filmCure(c.kinetics, (t) => at(t, more), end, 0.015, undefined, 120);
          const [cool, warm] = [run(false), run(true)];
          for (const share of [0.25, 0.5, 0.75, 1]) {
            const value = (r: typeof cool): number =>
              r.alphas[
                Math.max(
                  0,
                  r.times.findIndex((t) => t >= share * end - 1),
                )
              ];
            expect(value(warm)).toBeGreaterThanOrEqual(value(cool) - 0.006);
          }
        },
      ),
      { numRuns: 60, seed: 6 },
    );
  });

  it('more peroxide is never slower', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.03, noNaN: true }),
        fc.double({ min: 0, max: 0.01, noNaN: true }),
        fc.double({ min: 13, max: 35, noNaN: true }),
        (p, more, T) => {
          const gel = (percent: number): number => {
            const f = filmCure(
              polyester.kinetics,
              () => T,
              12 * H,
              percent,
              (a) => a > 0.3,
            );
            return whenPassed(f.times, f.alphas, 0.25) ?? Infinity;
          };
          expect(gel(Math.min(0.03, p + more))).toBeLessThanOrEqual(gel(p) + 1);
        },
      ),
      { numRuns: 60, seed: 6 },
    );
  });

  it('half the peroxide doubles the time before anything happens', () => {
    const begins = (percent: number): number => {
      const f = filmCure(
        polyester.kinetics,
        () => 25,
        12 * H,
        percent,
        (a) => a > 0.001,
      );
      return f.times.at(-1) ?? 0;
    };
    const tail = (polyester.kinetics.induction * 1) / 1;
    expect(begins(0.0075) - begins(0.015)).toBeCloseTo(tail, -1);
  });
});

describe('calibration by the data sheet', () => {
  it('meets the times of the sheet at its own temperature, product by product', () => {
    for (const r of RESINS) {
      const c = law(r);
      const f = filmCure(c.kinetics, () => 25, r.cure.full * 1.01, 0.015);
      const hours = (a: number | undefined): number =>
        a === undefined ? NaN : (whenPassed(f.times, f.alphas, a) ?? NaN);
      expect(hours(c.thresholds.sand) / r.cure.sand)
        .withContext(r.id)
        .toBeCloseTo(1, 1);
      if (typeof r.cure.window?.open === 'number')
        expect(hours(c.thresholds.opens) / r.cure.window.open)
          .withContext(r.id)
          .toBeCloseTo(1, 1);
      expect(
        (potLife(c, {
          mass: 0.1,
          density: r.densityLiquid,
          temperature: 25,
          air: 25,
          percent: 0.015,
        }) ?? NaN) / r.cure.potLife,
      )
        .withContext(r.id)
        .toBeCloseTo(1, 1);
      expect(c.fittedActivation).toBeFalse();
      expect(c.spread).toBeLessThan(0.3);
    }
  });

  it('finds the energy from two temperatures, and the residuals are nothing where the sheet follows a law', () => {
    const shape = CURE_CLASSES.epoxy;
    const made: Kinetics = { shape, rate: 3e-4, activation: 64_000, induction: 0 };
    const time = (a: number, T: number): number =>
      reducedTime(shape, a, T) / (made.rate * arrhenius(T, made.activation));
    const hard = (T: number): number =>
      Math.min(shape.sand, cureAtGlass(shape, T + glassTemperature(shape, shape.sand) - 25));
    const sheet = {
      ...EPOXY.cure,
      window: { open: time(0.35, 25), close: time(0.7, 25), closesBy: 'cure' as const },
      sand: time(0.85, 25),
      second: { temperature: 15, opens: time(0.35, 15), closes: time(0.7, 15), sand: time(hard(15), 15) },
    };
    const c = calibrate(shape, sheet);
    expect(c?.fittedActivation).toBeTrue();
    expect((c?.kinetics.activation ?? 0) / 64_000).toBeCloseTo(1, 3);
    expect((c?.kinetics.rate ?? 0) / 3e-4).toBeCloseTo(1, 3);
    expect(c?.spread ?? 1).toBeLessThan(1e-6);
  });

  it('does not take a second temperature that goes the wrong way, and says why', () => {
    const c = calibrate(CURE_CLASSES.epoxy, {
      ...EPOXY.cure,
      second: { temperature: 35, opens: 4 * H, closes: 12 * H, sand: 40 * H },
    });
    expect(c?.fittedActivation).toBeFalse();
    expect(c?.refused).toContain('35 °C');
    expect(c?.kinetics.rate).toBeCloseTo(epoxy.kinetics.rate, 9);
  });

  it('refuses times that are nothing, and never gives a number that is none', () => {
    expect(calibrate(CURE_CLASSES.epoxy, { ...EPOXY.cure, sand: 0 })).toBeUndefined();
    expect(calibrate(CURE_CLASSES.epoxy, { ...EPOXY.cure, potLife: NaN })).toBeUndefined();
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 1e6, noNaN: true }),
        fc.double({ min: 60, max: 1e6, noNaN: true }),
        fc.double({ min: 60, max: 1e6, noNaN: true }),
        fc.double({ min: 10, max: 86_000, noNaN: true }),
        (open, close, sand, pot) => {
          const c = calibrate(CURE_CLASSES.epoxy, {
            ...EPOXY.cure,
            potLife: pot,
            sand,
            full: sand * 2,
            window: { open, close, closesBy: 'cure' },
          });
          for (const v of [
            c?.kinetics.rate,
            c?.spread,
            c?.thresholds.sand,
            c?.pot.mark,
            c?.pot.factor,
            c?.thresholds.full,
          ])
            expect(Number.isFinite(v)).toBeTrue();
        },
      ),
      { numRuns: 60, seed: 6 },
    );
  });

  it('in the cold a film can be sanded when it is as glassy as it was warm', () => {
    const t = epoxy.thresholds;
    const cold = cureAtGlass(epoxy.kinetics.shape, 10 + t.lead.sand);
    expect(cold).toBeLessThan(t.sand);
    expect(reached(epoxy.kinetics, t, 'sand', cold + 0.001, 10)).toBeTrue();
    expect(reached(epoxy.kinetics, t, 'sand', cold - 0.01, 10)).toBeFalse();
    expect(reached(epoxy.kinetics, t, 'sand', t.sand, 40)).toBeTrue();
  });

  it('knows no law of a paint', () => {
    expect(cureClassOf('polyurethane')).toBeUndefined();
    expect(cureClassOf('constructor')).toBeUndefined();
  });
});

describe('a pot', () => {
  it('warms more the larger it is, and is gone sooner the warmer it was', () => {
    const run = (mass: number, T: number): ReturnType<typeof potRun> =>
      potRun({
        kinetics: epoxy.kinetics,
        mass,
        density: 1150,
        temperature: T,
        air: T,
        percent: 0.015,
        end: 6 * H,
      });
    expect(run(0.4, 20).peak).toBeGreaterThan(run(0.1, 20).peak);
    expect(run(0.1, 30).peakAt).toBeLessThan(run(0.1, 20).peakAt);
    const life = (mass: number): number =>
      potLife(epoxy, { mass, density: 1150, temperature: 20, air: 20, percent: 0.015 }) ?? 0;
    expect(life(0.4)).toBeGreaterThan(60);
    expect(life(0.4)).toBeLessThan(life(0.1));
  });

  it('keeps its energy: what it made is in it or went through the cup', () => {
    const p = {
      kinetics: epoxy.kinetics,
      mass: 0.02,
      density: 1150,
      temperature: 20,
      air: 20,
      percent: 0.015,
      end: 4 * H,
    };
    const r = potRun(p);
    const loss = (9 * cupSurface(p.mass / p.density)) / p.mass;
    let out = 0;
    for (let i = 1; i < r.times.length; i += 1)
      out += loss * ((r.temperatures[i] + r.temperatures[i - 1]) / 2 - 20) * (r.times[i] - r.times[i - 1]);
    const made = 430_000 * ((r.alphas.at(-1) ?? 0) - r.alphas[0]);
    const kept = 1400 * ((r.temperatures.at(-1) ?? 0) - 20);
    expect(Math.abs(made - kept - out) / made).toBeLessThan(0.005);
  });
});

describe('a window latches', () => {
  it('once shut, only abrasion, reactivation or a new coat after that opens it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            at: fc.integer({ min: 0, max: 200 }),
            kind: fc.constantFrom<LayerEvent['kind']>('abraded', 'reactivated', 'coated'),
          }),
          { maxLength: 5 },
        ),
        fc.integer({ min: 60, max: 100 }),
        fc.integer({ min: 0, max: 200 }),
        (events, closes, now) => {
          const w = windowAt(20, closes, events, now);
          const later = events.filter((e) => e.at <= now && (e.at >= closes || e.kind === 'coated'));
          if (now >= closes && later.length === 0) expect(w.state).toBe('shut');
          if (w.state === 'open') expect(now >= 20 && now < closes).toBeTrue();
        },
      ),
    );
    expect(windowAt(20, 60, [], 10)).toEqual({ state: 'too soon', opens: 20 });
    expect(windowAt(20, 60, [{ at: 70, kind: 'abraded' }], 80)).toEqual({ state: 'ready', by: 'abraded' });
    expect(windowAt(20, 60, [{ at: 30, kind: 'abraded' }], 80).state).toBe('shut');
  });
});
