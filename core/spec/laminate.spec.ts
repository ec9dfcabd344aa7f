import fc from 'fast-check';
import { LIBRARY, regionArea, find, type Cloth, type Resin } from '../src/index';
import { plyOffsets } from '../src/laminate/outlines';
import { planStack } from '../src/laminate/stack';
import { depthAt, groundProfile } from '../src/grind/profile';
import { Ledger } from '../src/trace/ledger';
import { BASE, planOf } from './support';

const thicknesses = fc.array(fc.double({ min: 0.0001, max: 0.0015, noNaN: true }), {
  minLength: 1,
  maxLength: 25,
});
const ratio = fc.double({ min: 3, max: 40, noNaN: true });
const step = fc.double({ min: 0, max: 0.03, noNaN: true });

describe('ply outlines', () => {
  it('nest in both order schools, never closer than the minimum step', () => {
    fc.assert(
      fc.property(thicknesses, ratio, step, (t, R, s) => {
        for (const order of ['largest first', 'smallest first'] as const) {
          const o = plyOffsets(t, R, s, order);
          const outward = order === 'largest first' ? [...o].reverse() : o;
          const steps = outward.map((x, i) => x - (outward[i - 1] ?? 0));
          if (steps.some((d) => d < s - 1e-12 || d <= 0)) return false;
          // Never steeper than the ratio asks.
          let sum = 0;
          const laid = order === 'largest first' ? [...t].reverse() : t;
          for (const [i, x] of outward.entries()) {
            sum += laid[i];
            if (x < R * sum - 1e-12) return false;
          }
        }
        return true;
      }),
    );
  });

  it('are each other’s reverse with equal plies, and differ with unequal ones', () => {
    const equal = Array<number>(7).fill(0.0006);
    expect(plyOffsets(equal, 12, 0.006, 'largest first')).toEqual(
      plyOffsets(equal, 12, 0.006, 'smallest first').reverse(),
    );
    const unequal = [0.0008, 0.0008, 0.0002];
    expect(plyOffsets(unequal, 12, 0, 'largest first')).not.toEqual(
      plyOffsets(unequal, 12, 0, 'smallest first').reverse(),
    );
  });

  it('lie on the ground profile, whatever the step made of it', () => {
    fc.assert(
      fc.property(
        thicknesses,
        ratio,
        step,
        fc.constantFrom('largest first' as const, 'smallest first' as const),
        (t, R, s, order) => {
          const total = t.reduce((a, b) => a + b, 0);
          const wall = total + 0.0008;
          const offsets = plyOffsets(t, R, s, order);
          const limit = Math.max(...offsets) + R * (wall - total);
          const profile = groundProfile({ offsets, thicknesses: t, order, depth: wall, limit });
          const falls = profile.every((p, i) => i === 0 || p.depth <= profile[i - 1].depth + 1e-12);
          const onIt = offsets.every((o, k) => {
            const own = order === 'largest first' ? t.slice(0, k) : t.slice(k + 1);
            return Math.abs(depthAt(profile, o) - (wall - total + own.reduce((a, b) => a + b, 0))) < 1e-9;
          });
          return falls && onIt && depthAt(profile, -1) === wall && depthAt(profile, limit + 1) === 0;
        },
      ),
    );
  });
});

describe('the ply stack', () => {
  const resin = LIBRARY.resins[0];
  const cloth = (id: string): Cloth => find(LIBRARY.cloths, id) ?? LIBRARY.cloths[0];
  const stackFor = (low: number, high: number, of: Cloth, lighter: Cloth[], r: Resin = resin) => {
    const ledger = new Ledger('t');
    const limit = (key: string, v: number) => ledger.given(key, key, v, 'm', 'entered', 'spec');
    return {
      stack: planStack(
        { cloth: of, lighter, resin: r, band: [limit('low', low), limit('high', high)] },
        ledger,
      ),
      ledger,
    };
  };

  it('uses one cloth where a whole number of plies lands in the band', () => {
    const { stack } = stackFor(0.0026, 0.0031, cloth('biax-600'), [cloth('biax-400')]);
    expect(stack.plies.map((p) => p.laid.cloth.id)).toEqual(['biax-600', 'biax-600', 'biax-600', 'biax-600']);
    expect(stack.plies.map((p) => p.orientation)).toEqual(['±45', '0/90', '±45', '0/90']);
  });

  it('closes the gap with lighter cloth laid last', () => {
    const { stack } = stackFor(0.0021, 0.0026, cloth('biax-600'), [cloth('biax-400'), cloth('plain-200')]);
    expect(stack.inBand).toBeTrue();
    expect(stack.plies[0].laid.cloth.id).toBe('biax-600');
    expect(stack.plies.at(-1)?.laid.cloth.id).not.toBe('biax-600');
    expect(stack.thickness.value).toBeGreaterThanOrEqual(0.0021);
    expect(stack.thickness.value).toBeLessThanOrEqual(0.0026);
  });

  it('never passes the upper limit, and says when the band cannot be met', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0003, max: 0.03, noNaN: true }),
        fc.constantFrom(...LIBRARY.cloths),
        fc.constantFrom(...LIBRARY.resins),
        (high, of, r) => {
          const { stack, ledger } = stackFor(high - 0.0005, high, of, [...LIBRARY.cloths], r);
          const reported = ledger.problems.length > 0;
          return (
            stack.thickness.value <= high + 1e-9 && reported === (!stack.inBand || stack.plies.length === 0)
          );
        },
      ),
    );
  });

  it('reports a dish too thin for the cloth and plans what it can', () => {
    const { plan, problems } = planOf({
      ...BASE,
      hull: { ...BASE.hull, thickness: 0.001, gelCoat: 0 },
      system: { cloth: 'biax-800', resin: 'vinyl-ester', finish: 'gel-coat' },
    });
    expect(problems.some((p) => p.path === 'system.cloth' && p.severity === 'warning')).toBeTrue();
    expect(plan.system).toBeDefined();
    expect(plan.survey).toBeDefined();
  });

  it('sums areas and resin to the plan’s totals', () => {
    const { plan } = planOf();
    const plies = plan.dish?.laminate?.plies ?? [];
    for (const p of plies) expect(p.area.value).toBeCloseTo(regionArea(p.pieces), 12);
    expect(plan.dish?.mix?.pliesResin.value).toBeCloseTo(
      plies.reduce((s, p) => s + p.resin.value, 0),
      12,
    );
  });
});
