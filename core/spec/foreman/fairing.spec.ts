import { fairnessOf } from '../../src/fair/fairness';
import { bounds } from '../../src/geometry/region';
import { repairedOf } from '../../src/plan/repaired';
import { BASE, planOf, saidOf } from '../support';
import { doneIn, everyPair, line, planned } from './lines';

const AT = '2026-11-25T08:00:00Z';
const repaired = repairedOf(planOf().plan.planView) ?? [];
const { x0, x1, y0, y1 } = bounds(repaired);
/** Gaps on a lattice that reaches so far beyond the finish edge, m. */
const gapsOver = (beyond: number, gap: (within: boolean, x: number, y: number) => number, n = 11) =>
  Array.from({ length: n * n }, (_, k) => {
    const x = x0 - beyond + ((x1 - x0 + 2 * beyond) * (k % n)) / (n - 1);
    const y = y0 - beyond + ((y1 - y0 + 2 * beyond) * Math.floor(k / n)) / (n - 1);
    const [mx, my] = [(x1 - x0) / 2, (y1 - y0) / 2];
    return { x, y, gap: gap(Math.hypot(x / mx, y / my) < 1, x, y) };
  });
const read = (readings: ReturnType<typeof gapsOver>, edge: 'batten' | 'straight edge' = 'batten') =>
  planOf({ ...BASE, fairing: { edge, rounds: [{ at: AT, readings }] } });

describe('the foreman: fairing', () => {
  line(7, 'the level is that of sound hull outside: a repair that is low everywhere is low', () => {
    const { plan, problems } = read(gapsOver(0.12, (within) => (within ? 0.0008 : 0)));
    const { surface, netVolume } = plan.dish?.fair ?? {};
    expect(surface?.fair).toBeFalse();
    expect(surface?.deepest.value).toBeCloseTo(0.0008, 9);
    expect(plan.dish?.fair?.rounds.value).toBeGreaterThan(0);
    // By hand: 0.8 mm over the ellipse out to the finish edge, its rim falling off over the lattice's pitch.
    const ellipse = (Math.PI / 4) * (x1 - x0) * (y1 - y0);
    expect(netVolume?.value ?? 0).toBeGreaterThan(0.8 * 0.0008 * ellipse);
    expect(netVolume?.value ?? 1).toBeLessThan(1.4 * 0.0008 * ellipse);
    expect(problems.some((p) => p.code === 'level-of-itself')).toBeFalse();
  });

  line(7, 'a low of 0.8 mm everywhere is found under a straight edge on a curved hull as well', () => {
    const R = 3;
    const gaps = gapsOver(0.12, (within, x) => (x * x) / (2 * R) + (within ? 0.0008 : 0));
    const { surface } = read(gaps, 'straight edge').plan.dish?.fair ?? {};
    expect(surface?.radius?.value ?? NaN).toBeCloseTo(R, 2);
    expect(surface?.deepest.value ?? NaN).toBeCloseTo(0.0008, 5);
    expect(surface?.highest.value ?? NaN).toBeLessThan(1e-5);
  });

  line(7, 'gaps on the repair alone hold it against itself, and that is said', () => {
    const { plan, problems } = read(gapsOver(-0.06, () => 0.0008));
    expect(plan.dish?.fair?.surface?.fair).toBeTrue();
    const told = saidOf(problems.find((p) => p.code === 'level-of-itself'));
    expect(told?.what).toContain('low everywhere');
    expect(told?.suggestion).toContain('100 mm');
  });

  line(7, 'only the repair is cut back: hull that stands proud is sound, and is told', () => {
    const proud = (of: boolean) => read(gapsOver(0.12, (within, x) => (within === of && x > 0 ? 0 : 0.001)));
    const hull = proud(false);
    expect(hull.plan.dish?.fair?.surface?.highs).toBe(0);
    expect(hull.plan.dish?.fair?.surface?.cut.value).toBe(0);
    expect(hull.plan.work?.steps.some((s) => s.action === 'cutHighs')).toBeFalse();
    expect(hull.problems.some((p) => p.code === 'hull-stands-proud')).toBeTrue();
    const repair = proud(true);
    expect(repair.plan.dish?.fair?.surface?.highs).toBe(1);
    expect(repair.plan.dish?.fair?.surface?.cut.value ?? 0).toBeGreaterThan(0);
    expect(repair.plan.work?.steps.some((s) => s.action === 'cutHighs')).toBeTrue();
    // The level is the hull's whatever may be cut: it is raised where the repair may not come down to it.
    const gaps = gapsOver(0.12, (within) => (within ? 0 : 0.003));
    const ask = { gaps, edge: 'batten', tolerance: 0.0003, repaired } as const;
    expect(fairnessOf({ ...ask, cutLimit: 0.004 })?.highest ?? NaN).toBeCloseTo(0.003, 9);
    expect(fairnessOf({ ...ask, cutLimit: 0.001 })?.highest ?? NaN).toBeCloseTo(0.001, 9);
  });

  line(7, 'what is fair takes no filler: no volume, no pot and no material in no coats', () => {
    const { plan, problems } = read(gapsOver(0.12, () => 0));
    const { fair } = plan.dish ?? {};
    expect(fair?.goes.value).toBe(0);
    expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
    expect(plan.bench?.filler).toEqual([]);
    for (const f of [fair?.netVolume, fair?.sandedVolume, fair?.volume, fair?.mass, fair?.batches])
      expect(f?.value).toBe(0);
    expect(plan.work?.steps.some((s) => s.action === 'fill')).toBeFalse();
    expect(plan.materials?.some((m) => m.use === 'fairing')).toBeFalse();
    const filled = read(gapsOver(0.12, (within) => (within ? 0.0008 : 0))).plan;
    expect(filled.dish?.fair?.volume.value ?? 0).toBeGreaterThan(0);
    expect(filled.materials?.some((m) => m.use === 'fairing')).toBeTrue();
  });

  line(7, 'a neat coat goes under filler from the same pot, before its powder goes in', () => {
    const of = planned('frp-solid', 'hole', { hull: { thickness: 0.007 } });
    const { fair } = of.plan.dish ?? {};
    const ids = (of.plan.work?.steps ?? []).map((s) => s.id);
    const [mixed, neat, filled] = ['bench.mix@fill-1', 'face.saturate@fill-1', 'face.fill@fill-1'].map((id) =>
      ids.indexOf(id),
    );
    expect(mixed).toBeGreaterThan(-1);
    expect([neat, filled]).toEqual([mixed + 1, mixed + 2]);
    // 100 g on a square metre, mixed with the rest; powder is counted on the rest alone.
    const [area, resin, powder, coat] = [fair?.spreadArea, fair?.mass, fair?.powder, fair?.neat].map(
      (f) => f?.value ?? NaN,
    );
    expect(coat).toBeCloseTo(0.1 * area, 12);
    expect(powder / (resin - coat)).toBeCloseTo(0.4, 9);
    expect(of.text.replace(/\s+/g, ' ')).toMatch(/then glass bubbles [\d.]+ g into the rest/);
    // A putty as it is bought goes on the keyed face.
    const putty = planned('frp-solid', 'hole', { system: { resin: 'polyester', finish: 'gel-coat' } });
    expect(doneIn(putty)).not.toContain('saturate neat');
  });

  line(7, 'pits of hollow spheres are skimmed before the finer papers; solid putty has none', () => {
    const of = planned('frp-solid', 'hole', { hull: { thickness: 0.007 } });
    const steps = of.plan.work?.steps ?? [];
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    const sanded = steps.flatMap((s, i) => (s.action === 'sand' && s.place === 'face' ? [i] : []));
    expect(at('face.fill@skim')).toBeGreaterThan(sanded[0]);
    expect(at('face.fill@skim')).toBeLessThan(sanded[1]);
    const skim = of.plan.dish?.fair?.skim;
    // A tenth of a millimetre over all that was filled, with the waste of hand work.
    expect(skim?.volume.value).toBeCloseTo((of.plan.dish?.fair?.spreadArea.value ?? NaN) * 0.0001 * 1.15, 12);
    expect(of.plan.repair?.pots.find((p) => p.id === 'skim')?.powder?.name).toBe('Fumed silica');
    const putty = planned('frp-solid', 'hole', { system: { resin: 'polyester', finish: 'gel-coat' } });
    expect(doneIn(putty)).not.toContain('fill skim');
    // One paper alone still goes over what was skimmed.
    for (const { name, of: any } of everyPair('above')) {
      const all = any.plan.work?.steps ?? [];
      const skimmed = all.findIndex((s) => s.action === 'fill' && s.how === 'skim');
      if (skimmed < 0) continue;
      expect(all.slice(skimmed).some((s) => s.action === 'sand' && s.place === 'face'))
        .withContext(name)
        .toBeTrue();
    }
  });

  line(7, 'the blade’s margin counts: filler is spread, sanded and coated beyond each low', () => {
    const gaps = gapsOver(0.12, (_, x, y) => (Math.hypot(x, y) < 0.05 ? 0.003 : 0), 17);
    const area = (blade: number) =>
      planOf({ ...BASE, fairing: { blade, rounds: [{ at: AT, readings: gaps }] } }).plan.dish?.fair;
    const [narrow, wide] = [area(0.05), area(0.15)];
    expect(wide?.spreadArea.value ?? 0).toBeGreaterThan(1.3 * (narrow?.spreadArea.value ?? 0));
    expect(wide?.volume.value ?? 0).toBeGreaterThan(narrow?.volume.value ?? 0);
    expect(wide?.coatArea.value ?? 0).toBeGreaterThan(narrow?.coatArea.value ?? 0);
  });

  line(7, 'a dent is a bowl, not a box: half of the box round it, by hand', () => {
    // 60 × 40 mm and 2 mm deep in the middle: an ellipse of 1,885 mm², 1.885 ml in the bowl.
    const ellipse = (Math.PI / 4) * 0.06 * 0.04;
    const bowl = (hull: string, kind: string, key: string): number => {
      const { plan } = planned(hull, kind, { damage: { size: [0.06, 0.04], depth: 0.002 } });
      return plan.trace[Object.keys(plan.trace).find((id) => id.endsWith(key)) ?? '']?.value ?? NaN;
    };
    expect((ellipse * 0.002) / 2).toBeCloseTo(1.885e-6, 9);
    for (const volume of [
      bowl('aluminium', 'scratch', '.gone'),
      bowl('wood-solid', 'nick', '.hollow'),
      bowl('abs', 'scratch', '.volume'),
    ])
      expect(volume / 1.885e-6).toBeCloseTo(1, 2);
  });

  line(
    7,
    'a fill in a hole is faired over the blend of the hole, and many of them take their time by area',
    () => {
      const holes = (count: number) => {
        const { plan } = planned('frp-solid', 'drilled-holes', {
          damage: { count, fasteners: count, size: [0.3, 0.2] },
        });
        const area = plan.repair?.sheets.find((s) => s.sand)?.sand?.area.value ?? NaN;
        return { area, time: (plan.sanding?.fair ?? []).reduce((sum, s) => sum + s.time.value, 0) };
      };
      const [one, eight] = [holes(1), holes(8)];
      // A spot of 36 mm round a hole of 6 mm, and not the box round all of them.
      expect(one.area).toBeCloseTo((Math.PI / 4) * 0.036 ** 2, 6);
      expect(eight.area).toBeCloseTo(8 * one.area, 9);
      expect(eight.time).toBeGreaterThan(one.time);
    },
  );
});
