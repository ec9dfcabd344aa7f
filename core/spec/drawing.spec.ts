import fc from 'fast-check';
import { area, regionExtent, planScene, sectionFactor, sectionScene, type SectionLayer } from '../src/index';
import { sceneToSvg } from '../src/papers';
import { BASE, planOf } from './support';

const half = (l: SectionLayer): number => Math.max(...l.points.map((p) => p.x));
const polygonArea = (l: SectionLayer): number => area(l.points.map((p) => ({ x: p.x, y: p.z })));

const jobs = fc.record({
  order: fc.constantFrom('largest first', 'smallest first'),
  thickness: fc.double({ min: 0.002, max: 0.02, noNaN: true }),
  gelCoat: fc.constantFrom(0, 0.0004, 0.0008),
  step: fc.constantFrom(0.001, 0.006, 0.02),
  cloth: fc.constantFrom('biax-400', 'biax-600', 'biax-800', 'roving-600'),
  size: fc.tuple(
    fc.double({ min: 0.02, max: 0.5, noNaN: true }),
    fc.double({ min: 0.02, max: 0.5, noNaN: true }),
  ),
  shape: fc.constantFrom('ellipse', 'rectangle'),
});

type Any = typeof jobs extends fc.Arbitrary<infer T> ? T : never;

const jobOf = ({ order, thickness, gelCoat, step, cloth, size, shape }: Any): unknown => ({
  ...BASE,
  hull: { ...BASE.hull, thickness, gelCoat },
  damage: { kind: 'hole', findings: [{ at: '2026-11-20T08:00:00Z', extent: 'true extent', shape, size }] },
  laminate: { order, minimumStep: step },
  system: { cloth },
});

describe('the drawings', () => {
  it('show the very geometry that the plies are cut to, in both order schools', () => {
    fc.assert(
      fc.property(jobs, (j) => {
        const { plan } = planOf(jobOf(j));
        const { section, planView, dish: { laminate, grind } = {} } = plan;
        if (!section || !planView || !laminate || !grind) return laminate === undefined;
        const layers = section.layers.filter((l) => l.kind === 'ply');
        if (layers.length !== laminate.plies.length) return false;
        return laminate.plies.every((p, i) => {
          const line = planView.lines.find((l) => l.ply === p.lay);
          return (
            Math.abs(2 * half(layers[i]) - p.length.value) < 1e-4 &&
            line?.outlines === p.pieces &&
            Math.abs(regionExtent(p.pieces).length - p.length.value) < 1e-12
          );
        });
      }),
      { numRuns: 60 },
    );
  });

  it('fill the dish: plies, fairing and finish neither overlap nor leave a gap', () => {
    fc.assert(
      fc.property(jobs, (j) => {
        const { plan } = planOf(jobOf(j));
        const s = plan.section;
        const g = plan.dish?.grind;
        if (!s || !g) return true;
        // Dish under the old surface: the cut-out and both tapers.
        const taper = g.profile
          .slice(1)
          .reduce(
            (sum, p, i) => sum + ((p.offset - g.profile[i].offset) * (p.depth + g.profile[i].depth)) / 2,
            0,
          );
        const dish = 2 * s.half * s.wall + 2 * taper;
        const filled = s.layers
          .filter((l) => ['ply', 'fairing', 'paint', 'gel coat'].includes(l.kind))
          .reduce((sum, l) => sum + polygonArea(l), 0);
        return Math.abs(filled / dish - 1) < 1e-6;
      }),
      { numRuns: 60 },
    );
  });

  it('line the dish largest first, and lie flat smallest first', () => {
    const layerOne = (order: string): SectionLayer | undefined =>
      planOf({ ...BASE, laminate: { order } }).plan.section?.layers.find((l) => l.ply === 1);
    const span = (l: SectionLayer | undefined): number =>
      Math.max(...(l?.points ?? []).map((p) => p.z)) - Math.min(...(l?.points ?? []).map((p) => p.z));
    expect(span(layerOne('largest first'))).toBeCloseTo(0.0066125, 5);
    expect(span(layerOne('smallest first'))).toBeCloseTo(0.00066125, 6);
  });

  it('become scenes with the stated exaggeration and no broken number', () => {
    const { plan } = planOf();
    if (!plan.section || !plan.planView) return fail('no drawings');
    const view = { width: 720, height: 240, exaggeration: 'fit' as const };
    const factor = sectionFactor(plan.section, view);
    expect(factor).toBeGreaterThan(1);
    const scenes = [
      sectionScene(plan.section, view),
      sectionScene(plan.section, { ...view, exaggeration: 1 }),
      planScene(plan.planView, { width: 720, height: 300 }),
    ];
    for (const scene of scenes) {
      const svg = sceneToSvg(scene);
      expect(svg).not.toMatch(/NaN|undefined|Infinity/);
      expect(new Set(scene.items.map((i) => i.id)).size).toBe(scene.items.length);
    }
    expect(scenes[0].description).toContain(`${factor} times`);
    expect(scenes[0].items.filter((i) => i.id.startsWith('ply-')).length).toBe(10);
  });
});
