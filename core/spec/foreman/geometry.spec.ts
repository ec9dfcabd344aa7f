import fc from 'fast-check';
import { depthAt } from '../../src/grind/profile';
import { bounds } from '../../src/geometry/region';
import { BASE, planOf, saidOf } from '../support';
import { codes, line, planned } from './lines';

const dishes = fc.record({
  order: fc.constantFrom('largest first', 'smallest first'),
  cover: fc.constantFrom('yes', 'no'),
  thickness: fc.double({ min: 0.003, max: 0.02, noNaN: true }),
  gelCoat: fc.constantFrom(0, 0.0006),
  cloth: fc.constantFrom('biax-400', 'biax-800', 'roving-600'),
  ratio: fc.constantFrom(8, 12, 20),
  size: fc.tuple(
    fc.double({ min: 0.03, max: 0.4, noNaN: true }),
    fc.double({ min: 0.03, max: 0.4, noNaN: true }),
  ),
});
type Dishes = typeof dishes extends fc.Arbitrary<infer T> ? T : never;

/** A hole that is opened and laid up as drawn; the least step stays out of play. */
const dishOf = ({ order, cover, thickness, gelCoat, cloth, ratio, size }: Dishes) =>
  planOf({
    ...BASE,
    hull: { ...BASE.hull, thickness, gelCoat },
    damage: {
      kind: 'hole',
      findings: [{ at: '2026-11-20T08:00:00Z', extent: 'true extent', shape: 'rectangle', size }],
    },
    taper: { ratio },
    laminate: { order, cover, minimumStep: 0.001 },
    system: { cloth },
  }).plan;

describe('the foreman: geometry', () => {
  line(6, 'the taper line is the depth of the cut times the ratio', () => {
    const { grind } = planOf().plan.dish ?? {};
    // 7.0 mm of laminate and 0.6 mm of gel coat at 12 : 1, then 15 mm of finish and 25 mm to the tape.
    expect(grind?.grindLimit.value).toBeCloseTo(12 * 0.0076, 9);
    expect(grind?.finishEdge.value).toBeCloseTo(0.1062, 9);
    expect(grind?.maskingLine.value).toBeCloseTo(0.1312, 9);
    const order = planned('frp-solid', 'hole', { hull: { thickness: 0.007, gelCoat: 0.0006 } }).text;
    expect(order.replace(/\s+/g, ' ')).toContain('12 : 1, to the line 91.2 mm from the edge of the cut-out');
  });

  line(6, 'plies end inside the line, and the gauge reads zero on it and not before', () => {
    fc.assert(
      fc.property(dishes, (d) => {
        const { laminate, grind } = dishOf(d).dish ?? {};
        if (!laminate || !grind) return false;
        const limit = grind.grindLimit.value;
        const outermost = Math.max(...laminate.plies.map((p) => p.offset.value));
        const falls = grind.profile.every((p, i) => i === 0 || p.depth <= grind.profile[i - 1].depth + 1e-12);
        const proud = laminate.thickness.value > grind.depth.value;
        return (
          outermost <= limit + 1e-12 &&
          (proud || (falls && depthAt(grind.profile, limit - 0.0005) > 0)) &&
          Math.abs(depthAt(grind.profile, limit)) < 1e-12 &&
          grind.gauge.every((g) => g.distance <= limit + 1e-9)
        );
      }),
      { numRuns: 60 },
    );
  });

  line(6, 'heading, line, gauge and both drawings say one thing, for every stack and order', () => {
    fc.assert(
      fc.property(dishes, (d) => {
        const plan = dishOf(d);
        const { grind } = plan.dish ?? {};
        const drawn = plan.planView?.lines.find((l) => l.kind === 'grind limit')?.outlines.flat() ?? [];
        if (!grind || !plan.section || drawn.length === 0) return false;
        const limit = grind.grindLimit.value;
        const box = bounds([drawn]);
        return (
          Math.abs(grind.groundLength.value - ((plan.survey?.length.value ?? 0) + 2 * limit)) < 1e-6 &&
          Math.abs(grind.groundWidth.value - ((plan.survey?.width.value ?? 0) + 2 * limit)) < 1e-6 &&
          Math.abs(box.x1 - box.x0 - grind.groundLength.value) < 1e-6 &&
          plan.section.grindLimit === limit &&
          plan.section.finishEdge === limit
        );
      }),
      { numRuns: 60 },
    );
  });

  line(6, 'filler is what the laminate leaves of the ground, no more', () => {
    const { grind, fair } = planOf().plan.dish ?? {};
    const left = fair?.depth.value ?? 0;
    // A slab over the laminate is the least, a slab over the ground the most.
    expect(fair?.netVolume.value).toBeGreaterThan(left * (grind?.laidArea.value ?? NaN));
    expect(fair?.netVolume.value).toBeLessThan(left * (grind?.groundArea.value ?? NaN));
  });

  line(
    6,
    'what is in the way is measured against the line: the ratio that the room leaves fits the room',
    () => {
      const rail = (ratio?: number) =>
        planOf({
          ...BASE,
          ...(ratio === undefined ? {} : { taper: { ratio } }),
          obstacles: [
            {
              kind: 'hull edge',
              points: [
                { x: -1, y: 0.109 },
                { x: 1, y: 0.109 },
              ],
              answer: 'stop',
            },
          ],
        }).plan.dish?.grind;
      const asked = rail();
      const [check] = asked?.room ?? [];
      // 80 mm above the edge of the cut-out less 10 mm kept clear, over 7.6 mm of wall.
      expect(check?.room.value).toBeCloseTo(0.07, 4);
      expect(check?.fits).toBeFalse();
      expect(check?.ratioLeft.value).toBeCloseTo((check?.room.value ?? NaN) / 0.0076, 6);
      const steeper = Math.floor((check?.ratioLeft.value ?? NaN) * 10) / 10;
      expect(rail(steeper)?.room[0]?.fits).toBeTrue();
    },
  );

  line(
    6,
    'a bevel that is ground is answered both ways: ratio reached, depth and plies that it carries',
    () => {
      const asked = (ground: number, ratio?: number) =>
        planOf({ ...BASE, taper: { ground, ...(ratio === undefined ? {} : { ratio }) } });
      const { plan, problems } = asked(0.06);
      const bevel = plan.dish?.grind?.bevel;
      // 60 mm over 7.6 mm of wall is 7.9 : 1; at 12 : 1 it carries 5.0 mm, seven plies of 0.661 mm.
      expect(bevel?.reached.value).toBeCloseTo(7.8947, 3);
      expect(bevel?.carries.value).toBeCloseTo(0.005, 9);
      expect([bevel?.plies.value, bevel?.of]).toEqual([7, 10]);
      expect(bevel?.further.value).toBeCloseTo(0.0312, 9);
      expect(bevel?.fits).toBeFalse();
      const said = saidOf(problems.find((p) => p.code === 'bevel-short'));
      expect(said?.what).toBe('a bevel of 60 mm reaches 7.9:1 and carries 5.0 mm, 7 of 10 plies');
      expect(said?.suggestion).toContain('grind 31 mm further out');
      // Shear alone would bear 86 mm (11.3 : 1 over 10.7); the duty asks for 12 : 1, so it is not offered.
      expect(asked(0.086).plan.dish?.grind?.bevel?.layOn).toBeUndefined();
      // What it asks for is enough, and what it is laid on as it is stays within it.
      expect(asked(0.0912).plan.dish?.grind?.bevel?.fits).toBeTrue();
      const wide = asked(0.12).plan.dish?.grind?.bevel;
      expect(wide?.layOn).toBe(15.7);
      expect(asked(0.12, wide?.layOn).plan.dish?.grind?.bevel?.fits).toBeTrue();
      expect(asked(0.12, wide?.layOn).plan.dish?.grind?.grindLimit.value).toBeLessThan(0.12);
    },
  );

  line(6, 'a bevel too narrow for one ply says so', () => {
    const { plan, problems } = planOf({ ...BASE, taper: { ground: 0.005 } });
    expect(plan.dish?.grind?.bevel?.plies.value).toBe(0);
    expect(saidOf(problems.find((p) => p.code === 'bevel-short'))?.what).toContain('too narrow for one ply');
    expect(plan.dish?.grind?.bevel?.layOn).toBeUndefined();
  });

  line(
    5,
    'a taper is told as a hand can grind it: whole, and beyond 40 : 1 an engineer names the lap',
    () => {
      const asked = (hull: object, system: object = {}) =>
        planned('frp-solid', 'hole', { hull, system, duty: 'general' });
      // 1.5 × 100 / 8 is 18.75: it is ground at 19 : 1, and every paper says so.
      const polyester = asked({}, { resin: 'polyester' });
      expect(polyester.plan.dish?.grind?.taper.byShear.value).toBe(18.75);
      expect(polyester.plan.dish?.grind?.taper.used.value).toBe(19);
      expect(polyester.text).toContain('19 : 1');
      expect(polyester.text).not.toContain('18.75');
      expect(codes(polyester)).not.toContain('taper-to-be-designed');
      // 1.5 × 400 / 14 is 42.9.
      const carbon = asked({ fibre: 'carbon', matrix: 'epoxy' });
      expect(carbon.plan.dish?.grind?.taper.used.value).toBe(43);
      const said = saidOf(carbon.problems.find((p) => p.code === 'taper-to-be-designed'));
      expect(said?.what).toContain('43:1');
      expect(said?.suggestion).toContain('engineer');
    },
  );

  line(6, 'carbon: a ply of glass against metal, and the way to earth is joined again', () => {
    const { text } = planned('frp-solid', 'hole', { hull: { fibre: 'carbon', matrix: 'epoxy' } });
    expect(text).toContain('a ply of glass between');
    expect(text).toContain('lightning');
    expect(planned('frp-solid', 'hole').text).not.toContain('lightning');
  });
});
