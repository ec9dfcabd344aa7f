import fc from 'fast-check';
import { filmStep, freshState, stepCure } from '../src/cure/kinetics';
import { ripeningOf, curingOf, type Curing } from '../src/forecast/product-cure';
import { Watch, type Reached } from '../src/forecast/ripening';
import { LIBRARY } from '../src/index';
import type { MilestoneId } from '../src/plan/cure-forecast';

const H = 3600;
const DAY = 24 * H;
const MOMENTS: readonly MilestoneId[] = ['opens', 'gel', 'trim', 'closes', 'sand', 'load', 'full'];

/** Every product of the library that cures, as a forecast sees it. */
const PRODUCTS: readonly Curing[] = LIBRARY.products.flatMap((p) => curingOf(p) ?? []);

/** Longest step, s: one that lies across a jump of the air is off by up to half of itself. */
const STEP = 120;

/** When a film that has the temperature it is given comes to its moments, s. */
function moments(
  product: Curing,
  temperature: (t: number) => number,
  bar: number,
  end: number,
  percent = 0.015,
): Reached {
  const { ripening, law } = ripeningOf(product);
  const watch = new Watch(ripening, 0, bar, true);
  const state = freshState();
  for (let t = 0; t < end && watch.reached.full === undefined;) {
    const T = temperature(t);
    const dt = Math.min(STEP, end - t, law ? Math.max(1, filmStep(law.kinetics, state, T, percent)) : STEP);
    if (law) stepCure(law.kinetics, state, T, temperature(t + dt), dt, percent);
    t += dt;
    watch.look({ t, surface: state.alpha, slowest: state.alpha, face: temperature(t) });
  }
  return watch.reached;
}

/** Not sooner, but for what a step of the run cannot tell. */
function notSooner(cool: Reached, warm: Reached, what: string): void {
  for (const m of MOMENTS) {
    const [c, w] = [cool[m], warm[m]];
    if (c === undefined) continue;
    expect(w).withContext(`${what}, ${m}: the warmer never comes to it`).toBeDefined();
    expect(c)
      .withContext(`${what}, ${m}`)
      .toBeGreaterThanOrEqual((w ?? Infinity) * 0.995 - 30);
  }
}

describe('cold never cures', () => {
  it('a history nowhere warmer gives no moment earlier, against one bar: every moment, every product', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PRODUCTS),
        fc.array(
          fc.record({
            T: fc.double({ min: -2, max: 42, noNaN: true }),
            less: fc.double({ min: 0, max: 20, noNaN: true }),
          }),
          { minLength: 4, maxLength: 12 },
        ),
        fc.double({ min: 5, max: 45, noNaN: true }),
        (product, hours, bar) => {
          const at = (t: number, colder: boolean): number => {
            const s = hours[Math.floor(t / (3 * H)) % hours.length];
            return s.T - (colder ? s.less : 0);
          };
          const run = (colder: boolean): Reached => moments(product, (t) => at(t, colder), bar, 12 * DAY);
          notSooner(run(true), run(false), product.name);
        },
      ),
      { numRuns: 150, seed: 19 },
    );
  });

  it('air of 0 to 20 °C is never ahead of a steady 20 °C, for any product', () => {
    const air = (t: number): number => 10 - 10 * Math.cos((2 * Math.PI * t) / DAY);
    for (const product of PRODUCTS)
      notSooner(
        moments(product, air, 20, 40 * DAY),
        moments(product, () => 20, 20, 40 * DAY),
        product.name,
      );
  });

  it('what takes 124 h at a steady 20 °C is not cured by a night of frost', () => {
    const filler = PRODUCTS.find(
      (p) => p.name.startsWith('Epoxy with glass bubbles') || p.sheet.full === 96 * H,
    );
    if (!filler) throw new Error('no such filler');
    const steady = moments(filler, () => 20, 20, 40 * DAY).full ?? NaN;
    const swing = moments(filler, (t) => 10 - 10 * Math.cos((2 * Math.PI * t) / DAY), 20, 60 * DAY).full;
    expect(steady / H).toBeGreaterThan(110);
    expect(swing ?? Infinity).toBeGreaterThan(1.5 * steady);
  });

  it('a colder steady shed is never sooner than a warmer one, each against its own bar', () => {
    for (const product of PRODUCTS) {
      let warmer = moments(product, () => 40, 40, 60 * DAY);
      for (const T of [35, 30, 25, 20, 17, 14, 11]) {
        const colder = moments(product, () => T, T, 60 * DAY);
        notSooner(colder, warmer, `${product.name} at ${T} °C`);
        warmer = colder;
      }
    }
  });

  it('nothing is counted below the minimum of the sheet, and nothing is extrapolated', () => {
    for (const product of PRODUCTS) {
      const { minimumTemperature: minimum, window } = product.sheet;
      const cold = moments(product, () => minimum - 1, minimum - 1, 30 * DAY);
      const timed = window?.closesBy === 'time' ? ['closes'] : [];
      expect(Object.keys(cold)).withContext(product.name).toEqual(timed);
    }
  });

  it('a long first step of a product without a law counts at its own face, not at the warmest of the course', () => {
    const clocks = PRODUCTS.filter((p) => ripeningOf(p).ripening.kind === 'clock');
    expect(clocks.length).toBeGreaterThan(3);
    for (const product of clocks) {
      const { ripening } = ripeningOf(product);
      const after = (bar: number): number | undefined => {
        const watch = new Watch(ripening, 0, bar, true);
        // One step of hours in steady air, as a film on a steady hull is run.
        for (let t = 4 * H; watch.reached.sand === undefined && t < 60 * DAY; t += 4 * H)
          watch.look({ t, surface: 0, slowest: 0, face: 16 });
        return watch.reached.sand;
      };
      expect(after(45)).withContext(product.name).toBe(after(16));
    }
  });

  it('more peroxide is never later, for any product that takes it', () => {
    for (const product of PRODUCTS.filter((p) => p.proportion?.kind === 'peroxide'))
      for (const T of [17, 22, 28])
        notSooner(
          moments(product, () => T, T, 20 * DAY, 0.012),
          moments(product, () => T, T, 20 * DAY, 0.022),
          `${product.name} at ${T} °C`,
        );
  });
});

describe('a sheet at its own conditions', () => {
  it('has its own times, within a hundredth, for every product', () => {
    for (const product of PRODUCTS) {
      const { sheet } = product;
      const T = sheet.referenceTemperature;
      const found = moments(product, () => T, T, sheet.full * 1.1);
      const wanted: Partial<Record<MilestoneId, number>> = {
        ...(typeof sheet.window?.open === 'number' ? { opens: sheet.window.open } : {}),
        ...(sheet.window?.open === 'gel' ? { opens: sheet.potLife } : {}),
        ...(sheet.window ? { closes: sheet.window.close } : {}),
        sand: sheet.sand,
        full: sheet.full,
      };
      for (const [m, seconds] of Object.entries(wanted) as [MilestoneId, number][])
        expect((found[m] ?? NaN) / seconds)
          .withContext(`${product.name}, ${m}`)
          .toBeCloseTo(1, 1.7);
    }
  });

  it('meets times at two temperatures within three hundredths, also where they do not quite agree', () => {
    const resin = curingOf(LIBRARY.resins[0]) as Curing;
    const paint = curingOf(LIBRARY.finishes[0]) as Curing;
    const second = { temperature: 12, opens: 3.4 * H, closes: 9.5 * H, sand: 24 * H };
    for (const product of [resin, paint]) {
      const ratio = product === resin ? 1 : 2;
      const sheet = {
        ...product.sheet,
        second: {
          ...second,
          opens: ratio * second.opens,
          closes: 5 * ratio * second.opens,
          sand: ratio * second.sand,
        },
      };
      if (product === resin) Object.assign(sheet.second, second);
      const two = { ...product, sheet };
      const cold = moments(two, () => 12, 12, 20 * DAY);
      const warm = moments(two, () => 25, 25, 20 * DAY);
      expect((warm.sand ?? NaN) / sheet.sand).toBeCloseTo(1, 1.5);
      if (product === resin) {
        expect((cold.opens ?? NaN) / second.opens).toBeCloseTo(1, 1.5);
        expect((cold.closes ?? NaN) / second.closes).toBeCloseTo(1, 1.5);
        expect((cold.sand ?? NaN) / second.sand).toBeCloseTo(1, 1.5);
      }
    }
  });

  it('tells with its residual what of two temperatures goes against one another, and what is not used', () => {
    const resin = curingOf(LIBRARY.resins[0]) as Curing;
    const words = (second: object): string =>
      ripeningOf({ ...resin, sheet: { ...resin.sheet, second: { temperature: 12, ...second } } }).basis.words;
    expect(words({ opens: 3.6 * H, closes: 9.7 * H, sand: 23 * H })).not.toContain('do not quite agree');
    expect(words({ opens: 3.6 * H, closes: 9.7 * H, sand: 60 * H })).toMatch(/do not quite agree.*\d+ % off/);
    expect(words({ opens: 0.5 * H, closes: 1.2 * H, sand: 4 * H })).toContain('Not used');
  });
});
