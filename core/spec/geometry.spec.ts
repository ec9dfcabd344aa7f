import fc from 'fast-check';
import { area, ellipse, extent, offset, perimeter, rectangle, regionArea, type Outline } from '../src/index';
import { EndType, JoinType, inflatePaths } from 'clipper2-ts';
import { thinned } from '../src/geometry/offset';
import { plainOffset } from '../src/geometry/plain-offset';
import { rolledOffset } from '../src/geometry/rolled-offset';
import { STEPS_PER_METRE, fromPaths, gapTo, toPaths } from '../src/geometry/region';
import { frustumVolume } from '../src/geometry/frustum';

describe('outlines', () => {
  it('measures ellipse and rectangle', () => {
    expect(area(ellipse(0.096, 0.058)) / ((Math.PI * 0.096 * 0.058) / 4)).toBeCloseTo(1, 2);
    expect(area(rectangle(0.2, 0.1))).toBeCloseTo(0.02, 12);
    expect(perimeter(rectangle(0.2, 0.1))).toBeCloseTo(0.6, 12);
    expect(extent(ellipse(0.2, 0.1)).length).toBeCloseTo(0.2, 9);
    expect(extent(ellipse(0.2, 0.1)).width).toBeCloseTo(0.1, 4);
  });

  it('offsets a convex outline by Steiner’s formula: A + P·d + π·d²', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0.001, max: 0.4, noNaN: true }),
        fc.boolean(),
        (l, w, d, round) => {
          const base = round ? ellipse(l, w) : rectangle(l, w);
          const [grown] = offset([base], d);
          const steiner = area(base) + perimeter(base) * d + Math.PI * d * d;
          const size = extent(grown);
          return (
            Math.abs(area(grown) / steiner - 1) < 0.005 &&
            Math.abs(size.length - l - 2 * d) < 2e-4 &&
            Math.abs(size.width - w - 2 * d) < 0.003 * w + 2e-4
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('closes the mouth of a concave outline instead of crossing itself', () => {
    const horseshoe: Outline = [
      { x: 0, y: 0 },
      { x: 0.1, y: 0 },
      { x: 0.1, y: 0.1 },
      { x: 0.06, y: 0.1 },
      { x: 0.06, y: 0.03 },
      { x: 0.04, y: 0.03 },
      { x: 0.04, y: 0.1 },
      { x: 0, y: 0.1 },
    ];
    const [grown] = offset([horseshoe], 0.03);
    expect(area(grown)).toBeGreaterThan(0.01);
    expect(area(grown)).toBeLessThan(0.16 * 0.16);
    const region = [horseshoe];
    expect(offset(region, 0)).toBe(region);
  });

  describe('held against the polygon library', () => {
    const star = fc
      .array(fc.double({ min: 0.03, max: 0.2, noNaN: true }), { minLength: 3, maxLength: 60 })
      .map((radii): Outline =>
        radii.map((r, i) => ({
          x: r * Math.cos((2 * Math.PI * i) / radii.length),
          y: r * Math.sin((2 * Math.PI * i) / radii.length),
        })),
      );
    const wavy = fc
      .tuple(fc.integer({ min: 3, max: 24 }), fc.double({ min: 0, max: 0.03, noNaN: true }))
      .map(([waves, high]): Outline =>
        Array.from({ length: 300 }, (_, i) => {
          const t = (2 * Math.PI * i) / 300;
          const r = 0.15 + high * Math.sin(waves * t);
          return { x: r * Math.cos(t), y: r * Math.sin(t) };
        }),
      );
    const jagged = fc
      .array(fc.double({ min: -0.002, max: 0.002, noNaN: true }), { minLength: 40, maxLength: 120 })
      .map((off): Outline =>
        off.map((by, i) => {
          const t = (2 * Math.PI * i) / off.length;
          return { x: 1.4 * (0.05 + by) * Math.cos(t), y: (0.05 + by) * Math.sin(t) };
        }),
      );
    const corners = fc.constantFrom<Outline>(rectangle(0.1, 0.06), [
      { x: 0, y: 0 },
      { x: 0.2, y: 0 },
      { x: 0.2, y: 0.05 },
      { x: 0.05, y: 0.05 },
      { x: 0.05, y: 0.2 },
      { x: 0, y: 0.2 },
    ]);
    const by = fc.double({ min: 0.002, max: 0.15, noNaN: true });
    const library = (outline: Outline, d: number) =>
      fromPaths(
        inflatePaths(
          toPaths([outline]),
          d * STEPS_PER_METRE,
          JoinType.Round,
          EndType.Polygon,
          2,
          0.00005 * STEPS_PER_METRE,
        ),
      );

    it('the plain way is taken only where it comes to the same', () => {
      let plain = 0;
      fc.assert(
        fc.property(fc.oneof(star, wavy), by, (outline, d) => {
          const mine = plainOffset(outline, d);
          if (!mine) return true;
          plain += 1;
          return Math.abs(area(mine) / regionArea(library(outline, d)) - 1) < 5e-4;
        }),
        { numRuns: 250, seed: 21 },
      );
      expect(plain).toBeGreaterThan(100);
    });

    it('a ball rolled round a jagged, folded or plain outline comes to the same, to the arc tolerance', () => {
      let [rolled, asked] = [0, 0];
      fc.assert(
        fc.property(fc.oneof(star, wavy, jagged, corners), by, (outline, d) => {
          asked += 1;
          const mine = rolledOffset(outline, d);
          if (!mine) return true;
          rolled += 1;
          // The library drops what lies within; no point of either is farther from the other than two chords are.
          const outer = library(outline, d)[0];
          return Math.abs(area(mine) - area(outer)) < 0.0001 * perimeter(outer);
        }),
        { numRuns: 250, seed: 22 },
      );
      expect(rolled / asked).toBeGreaterThan(0.97);
    });

    it('a ball meets the same whether smaller ones were rolled before it or not', () => {
      fc.assert(
        fc.property(jagged, by, by, (outline, a, b) => {
          const [small, large] = [Math.min(a, b), Math.max(a, b)];
          const alone = rolledOffset([...outline], large);
          const after = [...outline];
          rolledOffset(after, small);
          const then = rolledOffset(after, large);
          return !alone || !then || Math.abs(area(alone) / area(then) - 1) < 1e-9;
        }),
        { numRuns: 60, seed: 23 },
      );
    });

    it('two outlines whose offsets meet become one, and stay two where they do not', () => {
      const two = [rectangle(0.1, 0.06), rectangle(0.1, 0.06).map((p) => ({ x: p.x + 0.2, y: p.y }))];
      expect(offset(two, 0.04).length).toBe(2);
      const one = offset(two, 0.06);
      expect(one.length).toBe(1);
      // Two boxes with their rims, less the lens in which the rims overlap: chords of two stadium sides 20 mm deep.
      const each = 0.1 * 0.06 + 0.32 * 0.06 + Math.PI * 0.06 ** 2;
      expect(regionArea(one)).toBeLessThan(2 * each);
      expect(regionArea(one)).toBeGreaterThan(2 * each - 0.02 * (0.06 + 2 * 0.06));
    });
  });

  it('thins a dense outline by less than a fiftieth of a millimetre', () => {
    const dense = Array.from({ length: 400 }, (_, i) => ({
      x: 0.2 * Math.cos((2 * Math.PI * i) / 400),
      y: 0.1 * Math.sin((2 * Math.PI * i) / 400),
    }));
    const fewer = thinned(dense);
    expect(fewer.length).toBeLessThan(300);
    for (const p of dense)
      expect(gapTo([fewer], [p, { x: p.x + 1e-9, y: p.y }], false)).toBeLessThan(0.00002 + 1e-9);
  });

  it('gives the volume of a cone for a vanishing top', () => {
    expect(frustumVolume.evaluate({ h: 3, 'A₁': 2, 'A₂': 0 })).toBeCloseTo(2, 12);
    expect(frustumVolume.evaluate({ h: 3, 'A₁': 2, 'A₂': 2 })).toBeCloseTo(6, 12);
  });
});
