import fc from 'fast-check';
import { saidOf } from './support';
import { LIBRARY, UNITS, fromSI, toSI, type Sheet, type UnitSymbol } from '../src/index';
import {
  benchBatches,
  benchClocks,
  freeMix,
  massesOf,
  mixable,
  partsFor,
  ratioErrorOf,
  stopBand,
  weighIn,
} from '../src/cure';
import { cartridges } from '../src/mix/consistency';
import { leastPot } from '../src/materials/least-pot';
import { measure } from '../src/materials/measure';
import { benchOf, toleranceOf } from '../src/materials/ways/measuring';
import { TYPICAL_INSTRUMENTS } from '../src/materials/instruments';
import { proportion } from '../src/materials/parts';
import { smallestOnScale } from '../src/materials/smallest-batch';
import { Ledger } from '../src/trace/ledger';
import { planOf, BASE } from './support';

const product = (id: string): (typeof LIBRARY.products)[number] => {
  const p = LIBRARY.products.find((x) => x.id === id);
  if (!p) throw new Error(id);
  return p;
};
const powder = (id: string): Sheet => product(id) as Sheet;

describe('weighing in', () => {
  const base = { ratio: 1 / 5.75, tolerance: 0.05, step: 0.0001, room: 0.4, age: 30, usable: 1800 };

  it('tells good, corrects with hardener or with resin, and says what the scale will read', () => {
    expect(weighIn({ ...base, a: 0.115, b: 0.02 }).kind).toBe('good');
    const more = weighIn({ ...base, a: 0.115, b: 0.016 });
    expect(more).toEqual(jasmine.objectContaining({ kind: 'correct', part: 'second' }));
    if (more.kind === 'correct') expect(more.reads).toBeCloseTo(0.115 * (1 + base.ratio), 4);
    const less = weighIn({ ...base, a: 0.1, b: 0.02 });
    expect(less).toEqual(jasmine.objectContaining({ kind: 'correct', part: 'first' }));
    if (less.kind === 'correct') expect(less.add).toBeCloseTo(0.015, 4);
  });

  it('throws away what is too old, too large or too coarse, with the reason', () => {
    expect(weighIn({ ...base, a: 0.1, b: 0.03, age: 900 })).toEqual(
      jasmine.objectContaining({ kind: 'discard', why: jasmine.stringContaining('begun to cure') }),
    );
    expect(weighIn({ ...base, a: 0.3, b: 0.08 })).toEqual(
      jasmine.objectContaining({ kind: 'discard', why: jasmine.stringContaining('larger') }),
    );
    expect(weighIn({ ...base, a: 0.003, b: 0.0003, step: 0.001 }).kind).toBe('discard');
    expect(weighIn({ ...base, a: 0, b: 0.01 }).kind).toBe('discard');
  });

  it('five percent of catalyst is not weighed back but put outside', () => {
    expect(
      weighIn({ ...base, ratio: 0.0175, tolerance: 0.1, limits: [0.01, 0.03], a: 0.2, b: 0.01 }),
    ).toEqual(jasmine.objectContaining({ kind: 'discard', why: jasmine.stringContaining('outside') }));
    expect(
      weighIn({ ...base, ratio: 0.0175, tolerance: 0.1, limits: [0.01, 0.03], a: 0.2, b: 0.002 }).kind,
    ).toBe('correct');
  });

  it('a correction lands within the tolerance after rounding, in the cup and in time, or it is thrown away', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.005, max: 0.4, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 1, max: 12, noNaN: true }),
        fc.constantFrom(0.00001, 0.0001, 0.001, 0.005),
        fc.double({ min: 0.01, max: 0.08, noNaN: true }),
        fc.double({ min: 0, max: 1500, noNaN: true }),
        (a, off, r, step, tolerance, age) => {
          const w = { a, b: (a / r) * off, ratio: 1 / r, tolerance, step, room: 0.5, age, usable: 1800 };
          const v = weighIn(w);
          if (v.kind === 'good')
            expect(Math.abs(ratioErrorOf(w.a, w.b, w.ratio))).toBeLessThanOrEqual(tolerance);
          if (v.kind !== 'correct') return;
          const [A, B] = v.part === 'first' ? [a + v.add, w.b] : [a, w.b + v.add];
          expect(Math.abs(ratioErrorOf(A, B, w.ratio))).toBeLessThanOrEqual(tolerance + 1e-12);
          expect(Math.abs(v.add / step - Math.round(v.add / step))).toBeLessThan(1e-6);
          expect(A + B).toBeLessThanOrEqual(0.5 + 1e-12);
          expect(age).toBeLessThanOrEqual(0.4 * 1800);
          expect(v.reads).toBeCloseTo(A + B, 12);
        },
      ),
      { numRuns: 400, seed: 6 },
    );
  });

  it('the band to stop in is the tolerance of the ratio', () => {
    const [low, high] = stopBand(0.178, 1 / 4.86, 0.05);
    expect(ratioErrorOf(0.178, low - 0.178, 1 / 4.86)).toBeCloseTo(-0.05, 9);
    expect(ratioErrorOf(0.178, high - 0.178, 1 / 4.86)).toBeCloseTo(0.05, 9);
  });
});

describe('what the bench can measure', () => {
  const parts = (id: string, kg: number) => {
    const ledger = new Ledger('spec');
    const p = product(id);
    if (!mixable(p)) throw new Error(id);
    return {
      ledger,
      parts: proportion(
        ledger,
        'x',
        { ...p, densityLiquid: 1150 },
        ledger.given('m', 'm', kg, 'kg', 'entered', 'spec'),
        ledger.given('T', 'T', 21, '°C', 'entered', 'spec'),
      ),
    };
  };

  it('the closest way that is close enough comes first, and says how far out it may be', () => {
    const { ledger, parts: p } = parts('epoxy-slow', 0.12);
    const ways = measure(
      ledger,
      'x',
      p,
      benchOf({ ...TYPICAL_INSTRUMENTS, pumps: [{ name: 'pumps', ratio: 5, stroke: 8e-6 }] }),
    );
    expect(ways.map((w) => w.way)).toContain('pump');
    expect(ways[0].way).toBe('scale');
    expect(ways[0].meets).toBeTrue();
    for (const w of ways) expect(w.error.value).toBeGreaterThan(0);
    expect(
      ways
        .slice(0, -1)
        .every(
          (w, i) => Number(w.meets) > Number(ways[i + 1].meets) || w.error.value <= ways[i + 1].error.value,
        ),
    ).toBeTrue();
  });

  it('a pot too small for the scale is told the smallest that would do, and that one does', () => {
    const { ledger, parts: p } = parts('epoxy-slow', 0.004);
    const coarse = benchOf({
      scales: [{ name: 'kitchen scale', resolution: 0.001 }],
      cups: [],
      syringes: [],
      pumps: [],
    });
    expect(measure(ledger, 'x', p, coarse).some((w) => w.meets)).toBeFalse();
    const least = leastPot(ledger, 'x', p, coarse);
    const again = parts('epoxy-slow', (least?.value ?? 0) * 1.001);
    expect(measure(again.ledger, 'x', again.parts, coarse)[0].meets).toBeTrue();
    const below = parts('epoxy-slow', (least?.value ?? 0) * 0.98);
    expect(measure(below.ledger, 'x', below.parts, coarse)[0].meets).toBeFalse();
    expect(smallestOnScale.evaluate({ step: 0.001, r: 5.75, e: 0.05 })).toBeCloseTo(0.0792, 3);
  });

  it('a plan whose smallest cup nothing measures is warned with the remedy', () => {
    const { problems } = planOf(BASE, {
      instruments: { scales: [{ resolution: 0.02 }], cups: [], syringes: [], pumps: [] },
    });
    const p = problems.find((x) => x.path === 'instruments.scales');
    expect(saidOf(p)?.suggestion).toMatch(/mix at least \d+ g/);
  });

  it('rounding to an instrument is out by no more than half its step, and what is shown covers it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.constantFrom(0.0001, 0.001),
        (kg, step) => {
          const { ledger, parts: p } = parts('epoxy-slow', kg);
          const scale = measure(ledger, 'x', p, benchOf({ scales: [{ resolution: step }] })).find(
            (w) => w.way === 'scale',
          );
          const [a, total] = scale?.readings.map((r) => r.figure.value) ?? [0, 0];
          const [A, B] = massesOf(p);
          expect(Math.abs(a - A)).toBeLessThanOrEqual(step / 2 + 1e-12);
          expect(Math.abs(total - A - B)).toBeLessThanOrEqual(step / 2 + 1e-12);
          expect(Math.abs(ratioErrorOf(a, total - a, B / A))).toBeLessThanOrEqual(
            (scale?.error.value ?? 0) * 2.2 + 1e-9,
          );
        },
      ),
      { numRuns: 100, seed: 6 },
    );
  });

  it('units go there and back to nine digits', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(UNITS) as UnitSymbol[])),
        fc.double({ min: 0.001, max: 1e4, noNaN: true }),
        (u, x) => expect(Math.abs(fromSI(toSI(x, u), u) / x - 1)).toBeLessThan(1e-9),
      ),
      { numRuns: 300 },
    );
  });
});

describe('mixing anything', () => {
  it('a paste for a finished volume: resin and powder fill it', () => {
    const f = freeMix({
      product: product('epoxy-slow'),
      mass: 0.1,
      volume: 150e-6,
      powder: powder('glass-bubbles'),
      consistency: 'peanut butter',
      temperature: 20,
    });
    const m = f?.batch ? f.batch.first + f.batch.second : 0;
    expect(m / 1150 + (f?.powder?.mass.value ?? 0) / 220).toBeCloseTo(150e-6, 9);
    expect(f?.powder?.parts).toBe(40);
    expect(f?.powder?.scoops?.value ?? 0).toBeGreaterThan(1);
    expect(f?.entries.length ?? 0).toBeGreaterThan(5);
  });

  it('graphite is not mixed stiff, epoxy is not thinned, pigment has its limit', () => {
    expect(partsFor([15, 30], 'peanut butter')).toBeUndefined();
    expect(partsFor([3, 6, 9], 'syrup')).toBeCloseTo(1.2, 9);
    const f = freeMix({
      product: product('epoxy-slow'),
      mass: 0.1,
      powder: powder('graphite'),
      volume: 1e-4,
      consistency: 'peanut butter',
      thinner: 0.05,
      tint: 0.08,
      temperature: 20,
    });
    expect(f?.problems.map((p) => p.path).sort()).toEqual(['consistency', 'thinner', 'tint']);
    const gel = freeMix({ product: product('gel-coat'), mass: 0.25, thinner: 0.1, temperature: 19 });
    expect(gel?.problems).toEqual([]);
    // By the weight of gel coat, whatever is thinned in: the golden vector.
    expect(gel?.batch.second).toBeCloseTo(0.004875, 6);
  });

  it('an accelerator comes in drops, a putty in grams of cream, everything with a second part in measures', () => {
    expect(freeMix({ product: product('pu-fabric-2k'), mass: 0.05, temperature: 20 })?.drops?.value).toBe(
      Math.round(((0.05 * 0.05) / 1150) * 32e6),
    );
    for (const p of LIBRARY.products.filter(mixable)) {
      const f = freeMix({ product: p, mass: 0.2, temperature: 20 });
      expect(f?.batch.ratio).withContext(p.id).toBeGreaterThan(0);
      expect(Number.isFinite(f?.batch.first)).withContext(p.id).toBeTrue();
      expect(f?.batch.measures.length ?? 0)
        .withContext(p.id)
        .toBeGreaterThan(0);
    }
    expect(freeMix({ product: product('biax-600'), mass: 0.1, temperature: 20 })).toBeUndefined();
  });

  it('cartridges are counted with what each purges', () => {
    expect(cartridges.evaluate({ V: 84e-6, V_cartridge: 50e-6, V_purge: 8e-6 })).toBe(2);
    expect(cartridges.evaluate({ V: 85e-6, V_cartridge: 50e-6, V_purge: 8e-6 })).toBe(3);
    // 250 g of a methacrylate of 980 g/l in cartridges of 50 ml.
    expect(
      freeMix({ product: product('mma'), mass: 0.25, cartridge: 50e-6, temperature: 20 })?.cartridges?.value,
    ).toBe(Math.ceil(0.25 / 980 / 42e-6));
  });
});

describe('batches at the bench', () => {
  it('are those of the plan, pot by pot, with their ratio and what comes next', () => {
    const { plan } = planOf(BASE);
    const batches = benchBatches(plan, LIBRARY.resins);
    expect(batches.filter((b) => b.stage === 'mix').length).toBe(plan.dish?.mix?.batches.length ?? -1);
    // Primer and paint: every coat has its cup.
    expect(batches.filter((b) => b.stage === 'finish').length).toBe(
      plan.work?.steps.filter((s) => s.stage === 'finish' && s.action === 'mix').length ?? -1,
    );
    for (const b of batches) expect(toleranceOf(b.parts)).toBe(b.tolerance);
    expect(batches[0].ratio).toBeCloseTo(1 / 5.75, 4);
    expect(benchBatches({ ...plan, dish: undefined, repair: undefined }, LIBRARY.resins)).toEqual([]);
  });

  it('takes the share of catalyst that was decided on: laminate, filler, coat and every other pot', () => {
    for (const [finish, material, kind] of [
      ['gel-coat', 'frp-solid', 'hole'],
      ['gel-coat', 'frp-solid', 'gel-coat-chip'],
    ]) {
      const { plan } = planOf({
        ...BASE,
        hull: { ...BASE.hull, material },
        damage: { kind, size: [0.08, 0.05] },
        system: { resin: 'polyester', finish },
        mix: { catalyst: 0.025 },
      } as never);
      const batches = benchBatches(plan, LIBRARY.resins);
      expect(batches.map((b) => b.ratio)).toEqual(batches.map(() => jasmine.any(Number)));
      const catalysed = batches.filter((b) => b.parts.kind === 'peroxide' || b.parts.kind === 'cream');
      expect(new Set(catalysed.map((b) => b.stage)).size)
        .withContext(kind)
        .toBeGreaterThan(1);
      for (const b of catalysed) expect(b.ratio).withContext(`${kind}, ${b.title}`).toBeCloseTo(0.025, 3);
    }
  });

  it('the clocks follow the pot as it was: warm ones are shorter, and every range holds its likely value', () => {
    const [batch] = benchBatches(planOf(BASE).plan, LIBRARY.resins);
    const [cold, warm] = [benchClocks(batch, 14, 14), benchClocks(batch, 26, 26)];
    expect(warm.life[1]).toBeLessThan(cold.life[1]);
    expect(warm.closes?.[1] ?? 1e9).toBeLessThan(cold.closes?.[1] ?? 0);
    for (const r of [cold.life, cold.opens, cold.closes, cold.sand]) {
      const [low, likely, high] = r ?? [1, 0, 0];
      expect(low).toBeLessThanOrEqual(likely);
      expect(likely).toBeLessThanOrEqual(high);
    }
    expect(benchClocks(batch, 25, 25).opens?.[1] ?? 0).toBeCloseTo(1.5 * 3600, -2);
    // Below the minimum of its sheet the pot goes off some time, and the film never sets.
    const frost = benchClocks(batch, 20, 6);
    expect([frost.sand, frost.opens, frost.coldest]).toEqual([undefined, undefined, 12]);
    expect(frost.life[1]).toBeGreaterThan(600);
  });

  it('more catalyst than planned shortens the pot', () => {
    const { plan } = planOf({
      ...BASE,
      system: { resin: 'polyester' },
      conditions: { temperature: 21, humidity: 0.5 },
    });
    const [batch] = benchBatches(plan, LIBRARY.resins);
    const life = (share: number): number => benchClocks(batch, 21, 21, [0.2, 0.2 * share]).life[1];
    expect(life(0.025)).toBeLessThan(life(0.015));
    expect(benchClocks(batch, 21, 21, [0.2, 0.004]).percent).toBeCloseTo(0.02, 9);
  });
});
