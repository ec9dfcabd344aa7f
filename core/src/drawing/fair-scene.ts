import { bands, DEPTHS } from '../fair/contours';
import type { Fairness } from '../fair/fairness';
import type { Gap } from '../fair/hull-curve';
import type { Point } from '../geometry/outline';
import type { PlanDrawing } from '../plan/plan-view';
import { sayIn } from '../report/say';
import type { UnitPreferences } from '../units/preferences';
import { SceneBuilder, type Scene } from './scene';

export interface FairSceneView {
  readonly width: number;
  readonly height: number;
  readonly units?: UnitPreferences;
  /** What is written into the map: depths, or filler by portions. */
  readonly show: 'depths' | 'portions';
}

const MARGIN = 16;
/** Most labels of lows; smaller ones are in the list. */
const LABELS = 6;

const around = (
  plan: PlanDrawing | undefined,
  gaps: readonly Gap[],
): { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number } => {
  const points: Point[] = [
    ...gaps,
    ...(plan?.lines
      .filter((l) => l.kind === 'cut-out' || l.kind === 'finish edge')
      .flatMap((l) => l.outlines.flat()) ?? []),
  ];
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) };
};

/**
 * The map of a surface over the plan of its repair: lows in bands, the deeper the darker and the closer hatched, highs
 * ringed, every reading a point; portions of filler on demand.
 */
export function fairScene(
  map: Fairness,
  gaps: readonly Gap[],
  tolerance: number,
  plan: PlanDrawing | undefined,
  view: FairSceneView,
): Scene {
  const box = around(plan, gaps);
  const scale = Math.min(
    (view.width - 2 * MARGIN) / Math.max(0.02, box.x1 - box.x0),
    (view.height - 2 * MARGIN) / Math.max(0.02, box.y1 - box.y0),
  );
  const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2];
  const at = (x: number, y: number): [number, number] => [
    view.width / 2 + (x - cx) * scale,
    view.height / 2 - (y - cy) * scale,
  ];
  const b = new SceneBuilder();
  const mm = (m: number): string => sayIn({ value: m }, 'mm', 1, view);

  const limits = [tolerance, ...DEPTHS.filter((d) => d > tolerance * 1.5)];
  for (const [i, band] of bands(map.field, 'lows', limits).entries()) {
    b.paths(
      `low-${i}`,
      `fair-low fair-low-${Math.min(4, i + 1)}`,
      band.polygons.flat().map((ring) => ring.map(([x, y]) => at(x, y))),
      { title: `lower than ${mm(band.from)}` },
    );
  }
  for (const [i, band] of bands(map.field, 'highs', [tolerance]).entries()) {
    b.paths(
      `high-${i}`,
      'fair-high',
      band.polygons.flat().map((ring) => ring.map(([x, y]) => at(x, y))),
      { title: `more than ${mm(band.from)} proud` },
    );
  }
  for (const line of plan?.lines.filter((l) => l.kind === 'cut-out' || l.kind === 'finish edge') ?? []) {
    b.paths(
      `plan-${line.id}`,
      line.kind === 'cut-out' ? 'fair-line' : 'fair-line edge',
      line.outlines.map((o) => o.map((p) => at(p.x, p.y))),
      { title: line.label },
    );
  }
  for (const [i, g] of gaps.entries()) {
    const [x, y] = at(g.x, g.y);
    b.line(`gap-${i}`, map.heights[i] > tolerance ? 'fair-mark high' : 'fair-mark', x - 2.5, y, x + 2.5, y);
  }
  if (view.show === 'portions') {
    for (const c of map.cells) {
      const [x0, y0] = at(c.x, c.y + c.width);
      const [x1, y1] = at(c.x + c.length, c.y);
      b.path(`cell-${c.name}`, 'fair-cell', [
        [x0, y0],
        [x1, y0],
        [x1, y1],
        [x0, y1],
      ]);
      if (c.volume > 0.2e-6)
        b.text(
          `cell-text-${c.name}`,
          'note on-paper',
          (x0 + x1) / 2,
          (y0 + y1) / 2 + 4,
          sayIn({ value: c.volume }, 'ml', 0, view),
          'middle',
        );
    }
  } else {
    for (const [i, low] of map.lows.slice(0, LABELS).entries())
      b.text(`low-text-${i}`, 'figure on-paper', ...at(low.x, low.y), `−${mm(low.most)}`, 'middle');
    for (const [i, high] of map.highs.slice(0, LABELS).entries())
      b.text(`high-text-${i}`, 'figure act on-paper', ...at(high.x, high.y), `+${mm(high.most)}`, 'middle');
  }
  const words = map.fair
    ? `fair within ${mm(tolerance)}`
    : `${map.lows.length} low and ${map.highs.length} high, deepest ${mm(map.deepest)}`;
  return {
    width: view.width,
    height: view.height,
    title: 'Map of low and high',
    description: `Map of low and high: ${words}`,
    items: b.items,
  };
}
