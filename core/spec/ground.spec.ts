import fc from 'fast-check';
import { saidOf } from './support';
import {
  LIBRARY,
  afterDryFit,
  area,
  brokenThrough,
  ellipse,
  grownFinding,
  offset,
  perimeter,
  plyChoices,
  ratioForReach,
  rectangle,
  regionArea,
  type JobDocument,
  type Outline,
  type Plan,
  type Region,
} from '../src/index';
import { clearOf, endedAt, roomTo, type Barrier } from '../src/geometry/obstacle';
import { common, cutAway, gapTo, merged } from '../src/geometry/region';
import { simplified } from '../src/geometry/simplify';
import { planOutlines } from '../src/laminate/outlines';
import { planStack } from '../src/laminate/stack';
import { Ledger } from '../src/trace/ledger';
import { BASE, planOf } from './support';

const at = (o: Outline, x: number, y: number): Outline => o.map((p) => ({ x: p.x + x, y: p.y + y }));
const L: Outline = [
  { x: 0, y: 0 },
  { x: 0.26, y: 0 },
  { x: 0.26, y: 0.08 },
  { x: 0.1, y: 0.08 },
  { x: 0.1, y: 0.2 },
  { x: 0, y: 0.2 },
];
const traced = (outline: Outline, more: object = {}): JobDocument => ({
  ...BASE,
  damage: {
    kind: 'hole',
    position: 'above',
    findings: [
      {
        at: '2026-11-20T08:00:00Z',
        extent: 'true extent',
        shape: 'outline',
        size: [0.2, 0.2],
        outline: [...outline],
        method: 'grind',
      },
    ],
  },
  ...more,
});
const tasksOf = (plan: Plan): string[] =>
  plan.timeline?.stages.flatMap((s) => s.tasks).map((t) => t.label) ?? [];

/** Concave outlines of all sorts: a star with random radii. */
const stars = fc
  .array(fc.double({ min: 0.02, max: 0.2, noNaN: true }), { minLength: 5, maxLength: 40 })
  .map((radii): Outline =>
    radii.map((r, i) => ({
      x: r * Math.cos((2 * Math.PI * i) / radii.length),
      y: r * Math.sin((2 * Math.PI * i) / radii.length),
    })),
  );
const onlyOutside = (outer: Region, inner: Region): number => regionArea(cutAway(inner, outer));

describe('regions', () => {
  it('offset to A + P·d + π·d² where they are convex, and holes whose tapers meet become one', () => {
    const base = ellipse(0.2, 0.1);
    for (const d of [0.005, 0.02, 0.1])
      expect(
        regionArea(offset([base], d)) / (area(base) + perimeter(base) * d + Math.PI * d * d),
      ).toBeCloseTo(1, 3);
    const two = [at(ellipse(0.1, 0.1), -0.1, 0), at(ellipse(0.1, 0.1), 0.1, 0)];
    expect(offset(two, 0.03).length).toBe(2);
    expect(offset(two, 0.06).length).toBe(1);
  });

  it('outlines of the plies nest for any outline, taper and order', () => {
    const cloth = LIBRARY.cloths.find((c) => c.id === 'biax-600');
    const resin = LIBRARY.resins[0];
    fc.assert(
      fc.property(
        stars,
        fc.double({ min: 3, max: 40, noNaN: true }),
        fc.double({ min: 0.002, max: 0.012, noNaN: true }),
        fc.constantFrom('largest first' as const, 'smallest first' as const),
        (star, R, t, order) => {
          const ledger = new Ledger('spec');
          const given = (id: string, v: number, unit = 'm'): ReturnType<Ledger['given']> =>
            ledger.given(id, id, v, unit, 'entered', 'spec');
          if (!cloth) return false;
          const stack = planStack(
            { cloth, lighter: [], resin, band: [given('low', Math.max(0, t - 0.0005)), given('high', t)] },
            ledger,
          );
          const plies = planOutlines(
            { base: [star], stack, ratio: given('R', R, ':1'), step: given('s', 0.006), order },
            ledger,
          );
          const outward = order === 'largest first' ? [...plies].reverse() : plies;
          // To the arc tolerance of 0.05 mm along the edge.
          return outward.every(
            (p, i) =>
              onlyOutside(p.pieces, i === 0 ? [star] : outward[i - 1].pieces) <=
              0.00005 * perimeter(star) * 2,
          );
        },
      ),
      { numRuns: 40, seed: 3 },
    );
  });

  it('are simplified within the tolerance', () => {
    const ring = offset([ellipse(0.2, 0.1)], 0.05);
    const fewer = simplified(ring, 0.0005);
    expect(fewer[0].length).toBeLessThan(ring[0].length / 2);
    expect(regionArea(fewer) / regionArea(ring)).toBeCloseTo(1, 2);
  });

  it('know the distance to a line and to an area', () => {
    const base = [rectangle(0.2, 0.1)];
    expect(
      gapTo(
        base,
        [
          { x: 0.15, y: -1 },
          { x: 0.15, y: 1 },
        ],
        false,
      ),
    ).toBeCloseTo(0.05, 9);
    expect(gapTo(base, at(rectangle(0.1, 0.1), 0.2, 0), true)).toBeCloseTo(0.05, 9);
    expect(
      gapTo(
        base,
        [
          { x: -1, y: 0 },
          { x: 1, y: 0 },
        ],
        false,
      ),
    ).toBe(0);
  });
});

describe('what is in the way', () => {
  const fitting = (x: number): Barrier => ({
    points: at(rectangle(0.04, 0.16), x, 0),
    closed: true,
    endless: false,
    clearance: 0.01,
  });

  it('keeps its clearance from every ply, and no ply reaches behind it', () => {
    fc.assert(
      fc.property(
        stars,
        fc.double({ min: 0.24, max: 0.4, noNaN: true }),
        fc.double({ min: 0.01, max: 0.3, noNaN: true }),
        (star, x, d) => {
          const base = [star];
          const barrier = fitting(x);
          const clear = clearOf(base, [barrier]);
          const ply = endedAt(offset(base, d), d, clear, base);
          const touches = regionArea(common(ply, clear.region));
          // The damage itself always belongs to the ply, and the obstacle stands clear of it here.
          return touches < 1e-7 && onlyOutside(ply, base) < 1e-7 && onlyOutside(offset(base, d), ply) < 1e-7;
        },
      ),
      { numRuns: 40, seed: 8 },
    );
  });

  it('a hull edge runs on beyond the points that were set', () => {
    const edge: Barrier = {
      points: [
        { x: -0.02, y: 0.08 },
        { x: 0.02, y: 0.08 },
      ],
      closed: false,
      endless: true,
      clearance: 0,
    };
    const base = [rectangle(0.2, 0.1)];
    expect(roomTo(base, edge)).toBeCloseTo(0.03, 6);
    const ply = endedAt(offset(base, 0.1), 0.1, clearOf(base, [edge]), base);
    expect(Math.max(...ply.flat().map((p) => p.y))).toBeLessThan(0.081);
  });

  it('is laid out in the plan with the ways past it, and taking one changes the plan', () => {
    const obstacle = {
      kind: 'fitting' as const,
      name: 'cleat',
      points: [...at(rectangle(0.04, 0.04), 0.34, 0.04)],
    };
    const { plan, problems } = planOf(traced(L, { obstacles: [obstacle] }));
    const [room] = plan.dish?.grind?.room ?? [];
    expect(room.room.value).toBeCloseTo(0.05, 4);
    expect(room.fits).toBeFalse();
    expect(room.ways.map((w) => w.id)).toEqual(['both sides', 'shorter', 'move', 'stop']);
    expect(saidOf(problems.find((p) => p.path === 'obstacles.0.answer'))?.what).toContain('cleat');
    expect(plan.dish?.grind?.checks.find((c) => c.id === 'room')?.ok).toBeFalse();
    // Both sides: half the width, the same ratio.
    const both = planOf(traced(L, { obstacles: [obstacle], taper: { side: 'both' } })).plan;
    expect(both.dish?.grind?.taper.used.value).toBe(plan.dish?.grind?.taper.used.value as number);
    expect(
      (both.dish?.grind?.grindLimit.value ?? 1) / (plan.dish?.grind?.grindLimit.value ?? 1),
    ).toBeLessThan(0.6);
    // Taken off: planned with its time, and no longer in the way.
    const moved = planOf(traced(L, { obstacles: [{ ...obstacle, answer: 'move' }] }));
    expect(moved.problems.some((p) => p.path === 'obstacles.0.answer')).toBeFalse();
    expect(tasksOf(moved.plan)).toContain('take off the cleat');
    expect(tasksOf(moved.plan).at(-2)).toBe('re-bed the cleat');
    expect(regionArea(moved.plan.dish?.laminate?.plies[0].pieces ?? [])).toBeGreaterThan(
      regionArea(plan.dish?.laminate?.plies[0].pieces ?? []),
    );
  });

  it('that the damage already reaches leaves no taper there, and the plan still stands', () => {
    const { plan, problems } = planOf(
      traced(L, { obstacles: [{ kind: 'window', points: [...at(rectangle(0.1, 0.1), 0.28, 0.04)] }] }),
    );
    expect(saidOf(problems.find((p) => p.path === 'obstacles.0.answer'))?.what).toContain('no taper is left');
    expect(plan.dish?.laminate?.plies.length).toBeGreaterThan(0);
  });
});

describe('what grinding and fitting show', () => {
  it('broken through: right through from here on, survey and system stay done', () => {
    const part: JobDocument = {
      ...BASE,
      access: 'one',
      backing: undefined,
      damage: { ...BASE.damage, depth: 0.004 },
      schedule: {
        done: [
          { stage: 'survey', at: '2026-11-23T08:00:00Z' },
          { stage: 'grind', at: '2026-11-23T09:00:00Z' },
        ],
      },
    };
    const next = brokenThrough(part);
    expect(next.schedule?.done?.map((d) => d.stage)).toEqual(['survey']);
    const { plan } = planOf(next);
    expect(plan.dish?.grind?.through).toBeTrue();
    expect(plan.dish?.grind?.backing).toBe('bonded');
  });

  it('further all round: a finding grown by so much, where the damage lay', () => {
    const { plan } = planOf(traced(L));
    const finding = grownFinding(plan, 0.01, '2026-11-24T08:00:00Z');
    const grown = planOf({
      ...traced(L),
      damage: {
        kind: 'hole',
        findings: [...(traced(L).damage.findings ?? []), ...(finding ? [finding] : [])],
      },
    }).plan;
    expect(grown.survey?.length.value).toBeCloseTo((plan.survey?.length.value ?? 0) + 0.02, 3);
    expect(grown.survey?.centre.x).toBeCloseTo(plan.survey?.centre.x ?? NaN, 3);
  });

  it('a dry fit drops a ply or adds one like the last', () => {
    const { plan } = planOf();
    const count = plan.dish?.laminate?.plies.length ?? 0;
    expect(afterDryFit(plan, 'proud').length).toBe(count - 1);
    expect(afterDryFit(plan, 'low').length).toBe(count + 1);
    const { problems } = planOf({ ...BASE, laminate: { plies: afterDryFit(plan, 'low') } });
    expect(saidOf(problems.find((p) => p.path === 'laminate.plies'))?.what).toContain('proud');
  });

  it('a taper dragged to a reach gives that ratio, in halves', () => {
    const { plan } = planOf();
    const depth = plan.dish?.grind?.depth.value ?? 0;
    expect(ratioForReach(plan, 20 * depth)).toBeCloseTo(20, 9);
    expect(ratioForReach(plan, 0)).toBe(1);
    expect(ratioForReach(plan, 9 * depth + 0.0001)).toBeCloseTo(9, 9);
    // Taken hold of and let go at once, the taper stays as it is.
    const { taper, grindLimit } = plan.dish?.grind ?? {};
    expect(ratioForReach(plan, grindLimit?.value ?? 0)).toBe(taper?.used.value);
  });

  it('the stack by hand is the stack of the plan, cover ply apart', () => {
    const { plan } = planOf({ ...BASE, laminate: { cover: 'yes' } });
    const cover = plan.dish?.laminate?.plies.at(-1);
    expect(cover?.cloth.id).toBe('plain-105');
    expect(plyChoices(plan).length).toBe((plan.dish?.laminate?.plies.length ?? 0) - 1);
    expect(
      (cover?.offset.value ?? 0) -
        Math.max(...(plan.dish?.laminate?.plies.slice(0, -1).map((p) => p.offset.value) ?? [])),
    ).toBeCloseTo(0.025, 9);
    expect(plan.dish?.laminate?.thickness.value ?? 1).toBeLessThanOrEqual(
      (plan.dish?.laminate?.upperLimit.value ?? 0) + 1e-9,
    );
  });
});

describe('figures held against each other', () => {
  it('a former that cannot be taken away again, and the ways out of it', () => {
    const check = planOf({ ...BASE, access: 'one', backing: 'removable' }).plan.dish?.grind?.checks.find(
      (c) => c.id === 'backing',
    );
    expect(check?.ok).toBeFalse();
    expect(check?.ways[0].changes).toEqual([{ path: 'backing', value: 'bonded' }]);
  });

  it('steps that want more width than the ratio', () => {
    const check = planOf({ ...BASE, laminate: { minimumStep: 0.025 } }).plan.dish?.grind?.checks.find(
      (c) => c.id === 'steps',
    );
    expect(check?.ok).toBeFalse();
    expect(check?.ways.some((w) => w.changes[0]?.path === 'laminate.minimumStep')).toBeTrue();
  });

  it('a step wider than hand work needs, against what a thin ply asks for', () => {
    const of = (
      minimumStep: number,
    ): { ok: boolean; ways: readonly { changes: readonly object[] }[] } | undefined =>
      planOf({ ...BASE, laminate: { minimumStep } }).plan.dish?.grind?.checks.find((c) => c.id === 'step');
    expect(of(0.006)?.ok).toBeTrue();
    expect(of(0.012)?.ok).toBeFalse();
    expect(of(0.012)?.ways[0].changes).toEqual([{ path: 'laminate.minimumStep', value: 0.006 }]);
  });

  it('a big wet ply overhead', () => {
    const big = {
      ...BASE,
      damage: {
        ...BASE.damage,
        findings: [
          {
            at: '2026-11-20T08:00:00Z',
            extent: 'true extent' as const,
            shape: 'rectangle' as const,
            size: [0.6, 0.5] as [number, number],
            method: 'grind',
          },
        ],
      },
    };
    const check = planOf({
      ...big,
      laminate: { lie: 'overhead', order: 'largest first' },
    }).plan.dish?.grind?.checks.find((c) => c.id === 'order');
    expect(check?.ok).toBeFalse();
    const flat = planOf(big).plan.dish?.mix?.batches[0].wetOut.value ?? 0;
    expect(
      planOf({ ...big, laminate: { lie: 'vertical' } }).plan.dish?.mix?.batches.reduce(
        (s, b) => s + b.wetOut.value,
        0,
      ) ?? 0,
    ).toBeGreaterThan(flat);
  });
});

describe('one plan for several holes', () => {
  it('merges tapers that meet and keeps apart those that do not', () => {
    const holes = (gap: number): JobDocument => ({
      ...BASE,
      damage: {
        kind: 'hole',
        findings: [
          {
            at: '2026-11-20T08:00:00Z',
            extent: 'true extent',
            shape: 'outline',
            size: [0.3, 0.1],
            outline: [...at(ellipse(0.06, 0.06), -gap / 2 - 0.03, 0)],
            holes: [{ outline: [...at(ellipse(0.06, 0.06), gap / 2 + 0.03, 0)] }],
            method: 'grind',
          },
        ],
      },
    });
    const near = planOf(holes(0.05)).plan;
    expect(near.survey?.region.length).toBe(2);
    expect(near.dish?.laminate?.plies[0].pieces.length).toBe(1);
    const far = planOf(holes(0.6)).plan;
    expect(far.dish?.laminate?.plies[0].pieces.length).toBe(2);
    expect(merged([ellipse(0.1, 0.1), at(ellipse(0.1, 0.1), 0.05, 0)]).length).toBe(1);
  });
});
