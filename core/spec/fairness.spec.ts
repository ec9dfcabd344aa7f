import fc from 'fast-check';
import { saidOf } from './support';
import { chooseBlock, longestRigid } from '../src/fair/block';
import { fairnessOf, type FairnessQuestion } from '../src/fair/fairness';
import { heightField } from '../src/fair/height-field';
import { fitHullCurve, type Gap } from '../src/fair/hull-curve';
import { goesOfFiller, measuredShare, roundsToFair } from '../src/fair/rounds';
import { leastSquares } from '../src/physics/least-squares';
import { readJob } from '../src/schema/read-job';
import { BASE, planOf } from './support';

/** A lattice of gaps: columns along, rows up, over w × h m round the middle. */
function lattice(
  columns: number,
  rows: number,
  w: number,
  h: number,
  gap: (x: number, y: number) => number,
): Gap[] {
  return Array.from({ length: columns * rows }, (_, k) => {
    const x = ((k % columns) / (columns - 1) - 0.5) * w;
    const y = (Math.floor(k / columns) / (rows - 1) - 0.5) * h;
    return { x, y, gap: gap(x, y) };
  });
}
const ask = (gaps: readonly Gap[], more: Partial<FairnessQuestion> = {}): FairnessQuestion => ({
  gaps,
  edge: 'batten',
  tolerance: 0.0005,
  cutLimit: 0,
  ...more,
});
const bowl =
  (d: number, a: number, b: number) =>
  (x: number, y: number): number =>
    d * Math.cos((Math.PI * x) / (2 * a)) ** 2 * Math.cos((Math.PI * y) / (2 * b)) ** 2;

describe('filler under analytic surfaces', () => {
  it('is right to half a percent: bowl, ramp, paraboloid', () => {
    // ∫cos² over its half waves is half the length each way.
    const b = fairnessOf(ask(lattice(21, 17, 0.6, 0.4, bowl(0.004, 0.3, 0.2))));
    expect(Math.abs((b?.fill ?? NaN) / (0.004 * 0.3 * 0.2) - 1)).toBeLessThan(0.005);
    const ramp = fairnessOf(ask(lattice(9, 7, 0.6, 0.4, (x) => 0.005 * (x + 0.3))));
    expect(Math.abs((ramp?.fill ?? NaN) / (0.5 * 0.003 * 0.6 * 0.4) - 1)).toBeLessThan(0.005);
    const p = fairnessOf(
      ask(lattice(21, 17, 0.6, 0.4, (x, y) => 0.003 * (1 - (x / 0.3) ** 2) * (1 - (y / 0.2) ** 2))),
    );
    expect(Math.abs((p?.fill ?? NaN) / (((0.003 * 0.4 * (0.4 * 2)) / 3) * 1) - 1)).toBeLessThan(0.005);
  });

  it('is as right where the readings lie anywhere', () => {
    let s = 7;
    const random = (): number => (s = (s * 16807) % 2147483647) / 2147483647;
    const gap = bowl(0.004, 0.3, 0.2);
    const edge = lattice(13, 9, 0.6, 0.4, gap).filter((g) => Math.abs(g.x) > 0.299 || Math.abs(g.y) > 0.199);
    const inside = Array.from({ length: 400 }, () => ({
      x: (random() - 0.5) * 0.6,
      y: (random() - 0.5) * 0.4,
    })).map((p) => ({ ...p, gap: gap(p.x, p.y) }));
    const found = fairnessOf(ask([...edge, ...inside]));
    expect(Math.abs((found?.fill ?? NaN) / (0.004 * 0.3 * 0.2) - 1)).toBeLessThan(0.02);
  });

  it('scales with the gaps, and the cells add up to it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 5, noNaN: true }), (k) => {
        const [one, other] = [1, k].map((f) =>
          fairnessOf(ask(lattice(9, 7, 0.6, 0.4, (x, y) => f * bowl(0.002, 0.25, 0.2)(x, y)))),
        );
        const cells = one?.cells.reduce((sum, c) => sum + c.volume, 0) ?? NaN;
        return (
          Math.abs((other?.fill ?? NaN) / (one?.fill ?? NaN) - k) < 1e-9 &&
          Math.abs(cells - (one?.fill ?? NaN)) < 1e-12
        );
      }),
      { numRuns: 30 },
    );
  });
});

describe('the hull’s own curve', () => {
  const R = 2.5;
  const straight = (x: number): number => (x * x) / (2 * R);

  it('is taken out from under a straight edge: chord sag and nothing else', () => {
    // A straight edge of 0.6 m touches in the middle; its ends stand off by L²/8r.
    const gaps = lattice(13, 5, 0.6, 0.3, (x) => straight(x));
    expect(Math.max(...gaps.map((g) => g.gap))).toBeCloseTo(0.6 ** 2 / (8 * R), 9);
    const found = fairnessOf(ask(gaps, { edge: 'straight edge' }));
    expect(found?.curve.radius ?? NaN).toBeCloseTo(R, 6);
    expect(found?.deepest ?? NaN).toBeLessThan(1e-9);
    expect(found?.fair).toBeTrue();
  });

  it('is found past a dent, and the dent’s volume is left', () => {
    const dent = (x: number, y: number): number =>
      Math.hypot(x / 0.12, y / 0.1) < 1 ? 0.003 * (1 - Math.hypot(x / 0.12, y / 0.1) ** 2) ** 2 : 0;
    const gaps = lattice(41, 21, 0.8, 0.4, (x, y) => straight(x) + dent(x, y) + 0.01 * Math.max(0, y));
    const found = fairnessOf(ask(gaps, { edge: 'straight edge' }));
    expect(found?.curve.radius ?? NaN).toBeCloseTo(R, 3);
    expect(found?.deepest ?? NaN).toBeCloseTo(0.003, 5);
    expect(Math.abs((found?.fill ?? NaN) / ((0.003 * Math.PI * 0.12 * 0.1) / 3) - 1)).toBeLessThan(0.005);
  });

  it('does not mind how the edge was tilted on each line', () => {
    const tilt = new Map<number, number>();
    const gaps = lattice(15, 7, 0.7, 0.3, (x, y) => {
      if (!tilt.has(y)) tilt.set(y, 0.002 * tilt.size);
      return (
        straight(x) + 0.004 + (tilt.get(y) ?? 0) * x + (Math.abs(x) < 0.06 && Math.abs(y) < 0.06 ? 0.002 : 0)
      );
    });
    const found = fairnessOf(ask(gaps, { edge: 'straight edge' }));
    expect(found?.curve.radius ?? NaN).toBeCloseTo(R, 2);
    expect(found?.deepest ?? NaN).toBeCloseTo(0.002, 4);
  });

  it('is not looked for under a batten, or from a handful of readings', () => {
    expect(fitHullCurve(lattice(9, 3, 0.6, 0.2, straight), 'batten').radius).toBe(Infinity);
    expect(fitHullCurve([{ x: 0, y: 0, gap: 0.001 }], 'straight edge').radius).toBe(Infinity);
    expect(
      fitHullCurve(
        lattice(2, 4, 0.6, 0.2, () => 0.001),
        'straight edge',
      ).radius,
    ).toBe(Infinity);
  });
});

describe('highs', () => {
  it('are cut before everything round them is filled', () => {
    // One ridge of 1 mm lifts the batten off everything else.
    const gaps = lattice(
      21,
      15,
      0.6,
      0.4,
      (x, y) => 0.001 * (1 - Math.exp(-((x - 0.1) ** 2 + y ** 2) / 0.0008)),
    );
    const filled = fairnessOf(ask(gaps, { cutLimit: 0 }));
    const cut = fairnessOf(ask(gaps, { cutLimit: 0.002 }));
    expect(filled?.highs.length).toBe(0);
    expect(cut?.highs.length).toBe(1);
    expect(cut?.highs[0].x ?? NaN).toBeCloseTo(0.1, 2);
    expect(cut?.fill ?? NaN).toBeLessThan((filled?.fill ?? NaN) / 5);
  });

  it('are never cut deeper than allowed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.002, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 0.01, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (cutLimit, values) => {
          const found = fairnessOf(
            ask(
              lattice(4, 3, 0.3, 0.2, () => 0).map((g, i) => ({ ...g, gap: values[i] })),
              { cutLimit },
            ),
          );
          return (
            (found?.highest ?? NaN) <= cutLimit + 1e-12 &&
            [found?.fill, found?.cut, found?.rms].every(Number.isFinite)
          );
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('readings that cannot be mapped', () => {
  it('are none, too few, on one line, or all at one place', () => {
    expect(fairnessOf(ask([]))).toBeUndefined();
    expect(fairnessOf(ask(lattice(3, 2, 0.3, 0.1, () => 0.001).slice(0, 3)))).toBeUndefined();
    expect(
      fairnessOf(ask(Array.from({ length: 9 }, (_, i) => ({ x: i / 10, y: 0, gap: 0.001 })))),
    ).toBeUndefined();
    expect(
      fairnessOf(ask(Array.from({ length: 9 }, () => ({ x: 0.1, y: 0.1, gap: 0.001 })))),
    ).toBeUndefined();
    expect(
      heightField([
        { x: 0, y: 0, height: 0 },
        { x: 1, y: 1, height: 1 },
        { x: 2, y: 2, height: 2 },
      ]),
    ).toBeUndefined();
  });

  it('leave the plan as it was, with a word about it', () => {
    const readings = Array.from({ length: 6 }, (_, i) => ({ x: i / 20, y: 0, gap: 0.001 }));
    const { plan, problems } = planOf({
      ...BASE,
      fairing: { rounds: [{ at: '2026-03-02T10:00:00Z', readings }] },
    });
    expect(plan.dish?.fair?.surface).toBeUndefined();
    expect(saidOf(problems.find((p) => p.path === 'fairing.rounds.0.readings'))?.what).toContain(
      'enclose no area',
    );
    expect(plan.dish?.fair?.volume.value).toBeCloseTo(planOf().plan.dish?.fair?.volume.value ?? NaN, 15);
  });

  it('may not be negative', () => {
    const bad = readJob({
      ...BASE,
      fairing: { rounds: [{ at: '2026-03-02T10:00:00Z', readings: [{ x: 0, y: 0, gap: -0.001 }] }] },
    });
    const told = bad.problems.find((p) => p.path === 'fairing.rounds.0.readings.0.gap');
    expect(saidOf(told)?.allowed).toContain('0');
    expect(saidOf(told)?.suggestion ?? '').not.toBe('');
  });
});

describe('rounds, coats and blocks', () => {
  it('come from the deepest low and what a round leaves', () => {
    expect(roundsToFair.evaluate({ d: 0.004, tolerance: 0.0005, share: 0.2 })).toBe(2);
    expect(roundsToFair.evaluate({ d: 0.0004, tolerance: 0.0005, share: 0.2 })).toBe(0);
    expect(roundsToFair.evaluate({ d: 0.0025, tolerance: 0.0005, share: 0.2 })).toBe(1);
    expect(goesOfFiller.evaluate({ d: 0.012, shrinkage: 0.02, e: 0.0005, h_max: 0.004 })).toBe(4);
    expect(measuredShare([0.004, 0.001, 0.00025])).toBeCloseTo(0.25, 12);
    expect(measuredShare([0.004])).toBeUndefined();
    expect(measuredShare([0.001, 0])).toBeUndefined();
    expect(measuredShare([0.001, 0.004])).toBe(0.9);
  });

  it('take the longest rigid block the curve allows, else the flexible board', () => {
    expect(longestRigid.evaluate({ r: 1.5, s: 0.0075 })).toBeCloseTo(0.3, 12);
    expect(chooseBlock(Infinity, 0.0005, 0.2).block).toEqual(
      jasmine.objectContaining({ length: 0.8, rigid: true }),
    );
    const tight = chooseBlock(2, 0.0005, 0.2);
    expect(tight.block.rigid).toBeFalse();
    const small = chooseBlock(20, 0.0005, 0.1);
    expect(small.block).toEqual(jasmine.objectContaining({ length: 0.28, rigid: true }));
    expect(small.sag).toBeLessThanOrEqual(0.0005);
    expect(small.bridges).toBeTrue();
  });
});

describe('least squares', () => {
  it('solves a line, weights count, and refuses what is not settled', () => {
    const rows = [0, 1, 2].map(
      (x) =>
        [
          [0, 1],
          [1, x],
        ] as const,
    );
    expect(leastSquares(rows, [1, 3, 5], 2)).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(leastSquares(rows, [1, 3, 5], 2)?.[1]).toBeCloseTo(2, 12);
    expect(leastSquares(rows, [1, 3, 99], 2, [1, 1, 0])?.[1]).toBeCloseTo(2, 12);
    expect(leastSquares([[[0, 1]]], [1], 2)).toBeUndefined();
  });
});

describe('a measured surface in the plan', () => {
  const readings = lattice(9, 7, 0.5, 0.35, bowl(0.003, 0.25, 0.175));
  const round = (at: string, scale: number) => ({
    at,
    readings: readings.map((r) => ({ ...r, gap: r.gap * scale })),
  });
  const measured = (...scales: number[]) =>
    planOf({
      ...BASE,
      fairing: { cutLimit: 0, rounds: scales.map((s, i) => round(`2026-03-0${i + 1}T10:00:00Z`, s)) },
    });

  it('sets volume, rounds and hours', () => {
    const { plan } = measured(1);
    expect(plan.dish?.fair?.surface?.deepest.value).toBeCloseTo(0.003, 9);
    expect(Math.abs((plan.dish?.fair?.netVolume.value ?? NaN) / (0.003 * 0.25 * 0.175) - 1)).toBeLessThan(
      0.01,
    );
    expect(plan.dish?.fair?.rounds.value).toBe(2);
    expect(plan.dish?.fair?.rounds.span?.[0]).toBeLessThanOrEqual(2);
    expect(plan.dish?.fair?.rounds.span?.[1]).toBeGreaterThanOrEqual(2);
    const tasks = plan.timeline?.stages
      .flatMap((s) => s.tasks)
      .filter((t) => t.stage === 'fair')
      .map((t) => t.id);
    expect(tasks).toEqual(
      jasmine.arrayContaining(['face.fill@fill-1', 'face.fill@fill-2', 'face.sand@round-1']),
    );
    expect(plan.trace[plan.dish?.fair?.surface?.fill.traceId ?? ''].formulaId).toBe('fair/fairness');
  });

  it('learns from its own rounds how much is left each time', () => {
    const { plan } = measured(1, 0.5);
    expect(plan.trace['surface.share'].origin).toBe('measured');
    expect(plan.trace['surface.share'].value).toBeCloseTo(0.5, 9);
    expect(plan.dish?.fair?.rounds.value).toBe(2);
  });

  it('is done when nothing is off by more than the tolerance: only the finer papers are left', () => {
    const { plan } = measured(1, 0.2, 0.1);
    expect(plan.dish?.fair?.surface?.fair).toBeTrue();
    expect(plan.dish?.fair?.rounds.value).toBe(0);
    const ids =
      plan.timeline?.stages
        .flatMap((s) => s.tasks)
        .filter((t) => t.stage === 'fair')
        .map((t) => t.id) ?? [];
    expect(ids.some((id) => id.startsWith('face.fill@'))).toBeFalse();
    expect(ids.some((id) => id.startsWith('face.sand@fill-'))).toBeTrue();
  });
});
