import fc from 'fast-check';
import { area, ellipse, extent, offset, perimeter, rectangle, type Outline } from '../src/index';
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
      fc.property(fc.double({ min: 0.01, max: 1, noNaN: true }), fc.double({ min: 0.01, max: 1, noNaN: true }), fc.double({ min: 0.001, max: 0.4, noNaN: true }), fc.boolean(), (l, w, d, round) => {
        const base = round ? ellipse(l, w) : rectangle(l, w);
        const [grown] = offset([base], d);
        const steiner = area(base) + perimeter(base) * d + Math.PI * d * d;
        const size = extent(grown);
        return Math.abs(area(grown) / steiner - 1) < 0.005 && Math.abs(size.length - l - 2 * d) < 2e-4 && Math.abs(size.width - w - 2 * d) < 0.003 * w + 2e-4;
      }),
      { numRuns: 60 },
    );
  });

  it('closes the mouth of a concave outline instead of crossing itself', () => {
    const horseshoe: Outline = [
      { x: 0, y: 0 }, { x: 0.1, y: 0 }, { x: 0.1, y: 0.1 }, { x: 0.06, y: 0.1 }, { x: 0.06, y: 0.03 }, { x: 0.04, y: 0.03 }, { x: 0.04, y: 0.1 }, { x: 0, y: 0.1 },
    ];
    const [grown] = offset([horseshoe], 0.03);
    expect(area(grown)).toBeGreaterThan(0.01);
    expect(area(grown)).toBeLessThan(0.16 * 0.16);
    const region = [horseshoe];
    expect(offset(region, 0)).toBe(region);
  });

  it('gives the volume of a cone for a vanishing top', () => {
    expect(frustumVolume.evaluate({ h: 3, A1: 2, A2: 0 })).toBeCloseTo(2, 12);
    expect(frustumVolume.evaluate({ h: 3, A1: 2, A2: 2 })).toBeCloseTo(6, 12);
  });
});
