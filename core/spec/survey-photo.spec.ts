import fc from 'fast-check';
import { saidOf } from './support';
import {
  area,
  checkOutline,
  checkScale,
  extent,
  inside,
  settledTogether,
  squareToQuad,
  invert,
  map,
  toMetres,
  type PhotoScale,
  type Point,
} from '../src/index';
import { BASE, planOf } from './support';

describe('a traced outline', () => {
  const L: Point[] = [
    { x: 0, y: 0 },
    { x: 0.1, y: 0 },
    { x: 0.1, y: 0.04 },
    { x: 0.04, y: 0.04 },
    { x: 0.04, y: 0.1 },
    { x: 0, y: 0.1 },
  ];

  it('is planned on as it is, concave or not, whichever way round it was tapped', () => {
    const plans = [L, [...L].reverse()].map(
      (outline) =>
        planOf({
          ...BASE,
          damage: {
            kind: 'hole',
            findings: [
              {
                at: '2026-11-20T08:00:00Z',
                extent: 'true extent',
                shape: 'outline',
                size: [0.1, 0.1],
                outline,
                method: 'grind',
              },
            ],
          },
        }).plan,
    );
    for (const plan of plans) {
      expect(plan.survey?.area.value).toBeCloseTo(0.1 * 0.04 + 0.04 * 0.06, 9);
      expect(plan.survey?.length.value).toBeCloseTo(0.1, 9);
      expect(plan.dish?.laminate?.plies.length).toBeGreaterThan(0);
      expect(plan.planView?.lines.find((l) => l.id === 'cut-out')?.outlines[0].length).toBe(6);
    }
  });

  it('grows as a whole while it is a first look', () => {
    const { plan } = planOf({
      ...BASE,
      damage: {
        kind: 'hole',
        findings: [
          {
            at: '2026-11-20T08:00:00Z',
            extent: 'first look',
            shape: 'outline',
            size: [0.1, 0.1],
            outline: L,
          },
        ],
      },
    });
    expect((plan.survey?.area.value ?? 0) / 0.0064).toBeCloseTo(1.5 * 3, 6);
  });

  it('that crosses itself, has too few points or no area is refused in words, and its size is taken', () => {
    const cross = [L[0], L[1], { x: 0, y: 0.1 }, { x: 0.1, y: 0.1 }];
    for (const [outline, word] of [
      [cross, 'crosses itself'],
      [L.slice(0, 2), 'points'],
      [[L[0], L[1], { x: 0.05, y: 1e-6 }], 'encloses'],
    ] as const) {
      const { plan, problems } = planOf({
        ...BASE,
        damage: {
          kind: 'hole',
          findings: [
            {
              at: '2026-11-20T08:00:00Z',
              extent: 'true extent',
              shape: 'outline',
              size: [0.1, 0.08],
              outline: [...outline],
            },
          ],
        },
      });
      expect(saidOf(problems.find((p) => p.severity === 'error'))?.what).toContain(word);
      expect(plan.survey?.length.value).toBeCloseTo(0.1, 9);
    }
    expect(checkOutline(L)).toBeUndefined();
  });

  it('is settled without changing its size, and knows its inside', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (dx, dy) => {
          const [moved] = settledTogether([L.map((p) => ({ x: p.x + dx, y: p.y + dy }))]);
          expect(area(moved)).toBeCloseTo(area(L), 9);
          expect(extent(moved).length).toBeCloseTo(0.1, 9);
        },
      ),
      { numRuns: 30, seed: 5 },
    );
    expect(inside(L, { x: 0.02, y: 0.08 })).toBeTrue();
    expect(inside(L, { x: 0.08, y: 0.08 })).toBeFalse();
  });
});

describe('a photograph', () => {
  it('is scaled by a known length', () => {
    const scale: PhotoScale = {
      by: 'length',
      reference: [
        { x: 10, y: 20 },
        { x: 110, y: 20 },
      ],
      length: 0.2,
    };
    expect(
      toMetres(
        [
          { x: 0, y: 0 },
          { x: 50, y: 100 },
        ],
        scale,
      )[1],
    ).toEqual({ x: 0.1, y: -0.2 });
  });

  it('is rectified by a known rectangle: points come back where they were, whichever way round it was tapped', () => {
    const coordinate = fc.double({ min: 0, max: 0.5, noNaN: true });
    const corner = fc.double({ min: -0.12, max: 0.12, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 5 }),
        fc.tuple(corner, corner, corner, corner),
        fc.boolean(),
        (points, skew, clockwise) => {
          // A camera sees the plane at an angle: any convex picture of the unit square.
          const seen = squareToQuad([
            { x: 0 + skew[0], y: 1 },
            { x: 1, y: 1 + skew[1] },
            { x: 1 + skew[2], y: 0 },
            { x: 0, y: 0 + skew[3] },
          ]);
          const [w, h] = [0.0856, 0.054];
          // Metres to unit square (y up) to picture (y down).
          const picture = (p: Point): Point => map(seen, p);
          const card = [
            { x: 0.2, y: 0.2 },
            { x: 0.2 + w, y: 0.2 },
            { x: 0.2 + w, y: 0.2 + h },
            { x: 0.2, y: 0.2 + h },
          ].map(picture);
          // Going round either way, the first side stays along the hull, from the left.
          const corners = clockwise ? [card[3], card[2], card[1], card[0]] : card;
          const scale: PhotoScale = { by: 'rectangle', reference: corners as never, length: w, width: h };
          expect(checkScale(scale)).toBeUndefined();
          const back = toMetres(
            [{ x: 0.2, y: 0.2 }, ...points.map(([x, y]) => ({ x, y }))].map(picture),
            scale,
          );
          back.slice(1).forEach((p, i) => {
            expect(p.x - back[0].x).toBeCloseTo(points[i][0] - 0.2, 6);
            expect(p.y - back[0].y).toBeCloseTo(points[i][1] - 0.2, 6);
          });
        },
      ),
      { numRuns: 60, seed: 11 },
    );
  });

  it('says what is wrong with ends on one spot or corners tapped crosswise', () => {
    expect(
      checkScale({
        by: 'length',
        reference: [
          { x: 5, y: 5 },
          { x: 5, y: 5 },
        ],
        length: 0.1,
      })?.suggestion,
    ).toContain('two ends');
    expect(
      checkScale({
        by: 'rectangle',
        reference: [
          { x: 0, y: 0 },
          { x: 9, y: 9 },
          { x: 9, y: 0 },
          { x: 0, y: 9 },
        ],
        length: 0.1,
        width: 0.1,
      })?.suggestion,
    ).toContain('going round');
    const h = squareToQuad([
      { x: 0, y: 0 },
      { x: 2, y: 0 },
      { x: 2, y: 3 },
      { x: 0, y: 3 },
    ]);
    expect(map(invert(h), { x: 1, y: 1.5 })).toEqual({ x: 0.5, y: 0.5 });
  });
});
