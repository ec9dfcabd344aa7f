import fc from 'fast-check';
import { saidOf } from './support';
import { LIBRARY } from '../src/index';
import { depthAt } from '../src/grind/profile';
import { BASE, planOf } from './support';

const withSize = (size: [number, number], change: object = {}): unknown => ({
  ...BASE,
  ...change,
  damage: {
    kind: 'hole',
    findings: [{ at: '2026-11-20T08:00:00Z', extent: 'true extent', shape: 'ellipse', size }],
  },
});

describe('the taper', () => {
  it('takes the larger of duty and shear', () => {
    const ratios = (change: object): number[] => {
      const t = planOf({ ...BASE, ...change }).plan.dish?.grind?.taper;
      return [t?.byDuty.value ?? NaN, t?.byShear.value ?? NaN, t?.used.value ?? NaN];
    };
    expect(ratios({})).toEqual([12, (1.5 * 100) / 14, 12]);
    expect(ratios({ system: { resin: 'polyester' } })).toEqual([12, 18.75, 19]);
    expect(ratios({ duty: 'cosmetic' })[2]).toBe(11);
    expect(ratios({ duty: 'high', hull: { ...BASE.hull, laminate: 'mat-polyester' } })[2]).toBe(20);
  });

  it('keeps a ratio of one’s own, and warns where it fails the shear check', () => {
    const steep = planOf({ ...BASE, taper: { ratio: 8 } });
    expect(steep.plan.dish?.grind?.taper.used.value).toBe(8);
    expect(steep.plan.dish?.grind?.taper.passesShear).toBeFalse();
    const p = steep.problems.find((x) => x.path === 'taper.ratio');
    expect(p?.severity).toBe('warning');
    expect(saidOf(p)?.allowed).toContain('11:1');
    const flat = planOf({ ...BASE, taper: { ratio: 14 } });
    expect(flat.plan.dish?.grind?.taper.passesShear).toBeTrue();
    expect(flat.problems.some((x) => x.path === 'taper.ratio')).toBeFalse();
  });

  it('asks for a longer taper from a weaker bond, never a shorter one', () => {
    for (const laminate of LIBRARY.oldLaminates) {
      const ratio = (resin: string): number =>
        planOf({ ...BASE, hull: { ...BASE.hull, laminate: laminate.id }, system: { resin } }).plan.dish?.grind
          ?.taper.byShear.value ?? NaN;
      expect(ratio('epoxy-slow')).toBeLessThan(ratio('vinyl-ester'));
      expect(ratio('vinyl-ester')).toBeLessThan(ratio('polyester'));
    }
  });
});

describe('the dish', () => {
  it('draws its lines one outside the other', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.4, noNaN: true }),
        fc.double({ min: 0.02, max: 0.4, noNaN: true }),
        (l, w) => {
          const g = planOf(withSize([l, w])).plan.dish?.grind;
          if (!g) return false;
          return (
            g.grindLimit.value < g.finishEdge.value &&
            g.finishEdge.value < g.maskingLine.value &&
            g.groundArea.value < g.finishArea.value &&
            g.finishArea.value < g.maskedArea.value &&
            Math.abs(g.groundLength.value - l - 2 * g.grindLimit.value) < 2e-4
          );
        },
      ),
      { numRuns: 30 },
    );
  });

  it('removes what a round dish of this profile holds, by Pappus’ rule', () => {
    const { plan } = planOf(withSize([0.1, 0.1]));
    const g = plan.dish?.grind;
    if (!g) return fail('no dish');
    // Rings of the profile about the axis of a round hole of radius r0: V = Σ ∫ 2π(r0 + o)·depth(o) do, by Simpson.
    const r0 = 0.05;
    let volume = 0;
    const n = 4000;
    const h = g.finishEdge.value / n;
    for (let i = 0; i < n; i += 1) {
      const f = (o: number): number => 2 * Math.PI * (r0 + o) * depthAt(g.profile, o);
      volume += (h / 6) * (f(i * h) + 4 * f((i + 0.5) * h) + f((i + 1) * h));
    }
    expect(g.removedVolume.value / volume).toBeCloseTo(1, 2);
    expect(g.dustMass.value / g.removedVolume.value).toBeCloseTo(1 / (0.385 / 2560 + 0.615 / 1210), 6);
  });

  it('gauges the profile at round distances, full depth at the edge, falling outward', () => {
    const g = planOf().plan.dish?.grind;
    if (!g) return fail('no dish');
    expect(g.gauge[0]).toEqual(jasmine.objectContaining({ distance: 0 }));
    expect(g.gauge[0].depth.value).toBeCloseTo(0.0076, 12);
    expect(g.gauge.length).toBeLessThanOrEqual(11);
    g.gauge.forEach((row, i) => {
      expect(row.depth.value).toBeCloseTo(depthAt(g.profile, row.distance), 12);
      if (i > 0) expect(row.depth.value).toBeLessThan(g.gauge[i - 1].depth.value);
    });
  });

  it('never lets the laminate stand above the finish depth', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0015, max: 0.02, noNaN: true }),
        fc.double({ min: 0, max: 0.002, noNaN: true }),
        fc.constantFrom('paint-2k', 'gel-coat'),
        (thickness, gelCoat, finish) => {
          const { plan } = planOf({
            ...BASE,
            hull: { ...BASE.hull, thickness, gelCoat },
            system: { resin: 'vinyl-ester', finish },
          });
          if (!plan.dish?.laminate || !plan.section || !plan.dish?.fair) return true;
          const cover = plan.section.top - plan.section.finish;
          return (
            plan.dish?.laminate.thickness.value <= plan.dish?.laminate.upperLimit.value + 1e-9 &&
            cover >= 0.0003 - 1e-9 &&
            Math.abs(cover - plan.dish?.fair.depth.value) < 1e-12
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('covers the hole with a backing that laps it', () => {
    const { plan } = planOf(withSize([0.1, 0.1], { access: 'one', backing: undefined }));
    expect(plan.inputs?.backing).toBe('bonded');
    expect(plan.dish?.grind?.backingArea.value ?? NaN).toBeCloseTo(Math.PI * 0.075 ** 2, 4);
    const tasks = plan.timeline?.stages.flatMap((s) => s.tasks).map((t) => t.label) ?? [];
    expect(tasks).toContain('bond the backing inside, drawn up with ties through the hole');
    expect(tasks.indexOf('backing holds')).toBeLessThan(tasks.indexOf('mix batch 1'));
    const former =
      planOf()
        .plan.timeline?.stages.flatMap((s) => s.tasks)
        .map((t) => t.label) ?? [];
    expect(former).toContain('fit the film-covered former inside, tied or propped');
  });
});
