import type { Point } from '../geometry/outline';
import { wellWithin } from '../geometry/polygon';
import type { PlanDrawing } from '../plan/plan-view';
import { sayIn } from '../report/say';
import type { UnitPreferences } from '../units/preferences';
import { toSI } from '../units/units';
import { SceneBuilder, type Scene } from './scene';

export interface PlanSceneView {
  readonly width: number;
  readonly height: number;
  readonly units?: UnitPreferences;
}

const MARGIN = 14;
const BELOW = 34;
/** Round steps of a grid or a scale bar, m. */
const METRIC_STEPS = [0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1];
const INCH_STEPS = [0.125, 0.25, 0.5, 1, 2, 3, 6, 12, 24, 36].map((n) => toSI(n, 'in'));
const stepsOf = (units: UnitPreferences = {}): readonly number[] =>
  units.length === 'us' ? INCH_STEPS : METRIC_STEPS;

/** Distance between grid lines that stays readable at a scale in px per m. */
export function gridStep(scale: number, units?: UnitPreferences): number {
  return stepsOf(units).find((g) => g * scale >= 30) ?? 1;
}

/** The longest round length that fits into so many px, m. */
export function scaleBarFor(scale: number, most: number, units?: UnitPreferences): number {
  const bars = stepsOf(units);
  return bars.filter((l) => l * scale <= most).at(-1) ?? bars[0];
}

const ring = (x: number, y: number, r: number): [number, number][] =>
  Array.from({ length: 12 }, (_, i) => [
    x + r * Math.cos((i * Math.PI) / 6),
    y + r * Math.sin((i * Math.PI) / 6),
  ]);

/** Scale of the plan view in px per m. */
export function planScale(plan: PlanDrawing, view: PlanSceneView): number {
  return Math.min((view.width - 2 * MARGIN) / plan.width, (view.height - MARGIN - BELOW) / plan.height);
}

/** Where the grind limit reaches farthest towards the bow, px: the place to take hold of the taper. @returns undefined before plies are planned */
export function planHandle(
  plan: PlanDrawing,
  view: PlanSceneView,
): { readonly x: number; readonly y: number } | undefined {
  const limit = plan.lines.find((l) => l.kind === 'grind limit');
  const p = limit?.outlines.flat().reduce((best, q) => (q.x > best.x ? q : best));
  const scale = planScale(plan, view);
  return p && { x: view.width / 2 + p.x * scale, y: (view.height - BELOW + MARGIN) / 2 - p.y * scale };
}

/** How far beyond the cut-out a place of the view lies towards the bow, m. @param x px from the left edge of the view */
export function reachAtPixel(plan: PlanDrawing, view: PlanSceneView, x: number): number {
  const cut = plan.lines.find((l) => l.kind === 'cut-out')?.outlines.flat() ?? [];
  const edge = cut.reduce((most, p) => Math.max(most, p.x), -Infinity);
  return Number.isFinite(edge) ? Math.max(0, (x - view.width / 2) / planScale(plan, view) - edge) : 0;
}

/** The plan view as a drawing, to scale, with grid, scale bar and warp arrow. */
export function planScene(plan: PlanDrawing, view: PlanSceneView): Scene {
  const scale = planScale(plan, view);
  const cx = view.width / 2;
  const cy = (view.height - BELOW + MARGIN) / 2;
  const b = new SceneBuilder();
  const step = gridStep(scale, view.units);
  for (let i = -Math.floor(cx / (step * scale)); i * step * scale <= cx; i += 1) {
    b.line(`grid-x${i}`, 'grid', cx + i * step * scale, 0, cx + i * step * scale, view.height - BELOW);
  }
  for (let i = -Math.floor(cy / (step * scale)); cy + i * step * scale <= view.height - BELOW; i += 1) {
    b.line(`grid-y${i}`, 'grid', 0, cy + i * step * scale, view.width, cy + i * step * scale);
  }

  const at = (p: Point): [number, number] => [cx + p.x * scale, cy - p.y * scale];
  for (const line of plan.lines) {
    b.paths(
      `plan-${line.id}`,
      `outline ${line.kind.replaceAll(' ', '-')}`,
      line.outlines.map((o) => o.map(at)),
      { title: line.label, ply: line.ply },
    );
  }

  for (const [i, o] of plan.obstacles.entries()) {
    const title = `${o.name}${o.moved ? ', taken off' : o.short ? ', the taper stops here' : ''}`;
    b.path(
      `obstacle-${i}`,
      `obstacle ${o.kind.replaceAll(' ', '-')}${o.moved ? ' moved' : ''}${o.short ? ' short' : ''}`,
      o.points.map(at),
      { title, close: o.closed },
    );
    // Below an area, above the end of a line: clear of the plies between it and the damage.
    const drawn = o.points.map(at);
    const [xs, ys] = [drawn.map((p) => p[0]), drawn.map((p) => p[1])];
    const middleX = (Math.min(...xs) + Math.max(...xs)) / 2;
    const beside = o.closed && Math.abs(middleX - cx) > 40;
    const anchor = !beside ? 'middle' : middleX > cx ? 'start' : 'end';
    const [x, y] = !o.closed
      ? drawn[0]
      : beside
        ? [
            middleX > cx ? Math.max(...xs) + 8 : Math.min(...xs) - 8,
            (Math.min(...ys) + Math.max(...ys)) / 2 + 10,
          ]
        : [middleX, Math.max(...ys) + 20];
    b.text(
      `obstacle-text-${i}`,
      'note on-paper',
      Math.min(view.width - 40, Math.max(40, x)),
      Math.min(view.height - BELOW - 6, Math.max(14, y - 6)),
      title,
      anchor,
    );
  }

  for (const [i, { cell, state, reading }] of plan.readings.entries()) {
    if (state !== 'sound')
      b.path(
        `cell-${i}`,
        `cell ${state}`,
        cell.map((p) => [cx + p.x * scale, cy - p.y * scale]),
      );
    const [x, y] = [cx + reading.x * scale, cy - reading.y * scale];
    // Sound is an open ring, dull a filled square, wet a drop: told apart without colour.
    if (state === 'sound') b.path(`reading-${i}`, 'mark sound', ring(x, y, 4));
    else if (state === 'dull')
      b.path(`reading-${i}`, 'mark dull', [
        [x - 4, y - 4],
        [x + 4, y - 4],
        [x + 4, y + 4],
        [x - 4, y + 4],
      ]);
    else
      b.path(`reading-${i}`, 'mark wet', [
        [x, y - 7],
        [x + 5, y + 2],
        [x, y + 6],
        [x - 5, y + 2],
      ]);
    if (reading.moisture !== undefined)
      b.text(`reading-text-${i}`, 'note', x + 7, y + 4, String(Math.round(reading.moisture * 10) / 10));
  }

  const masking = plan.lines.find((l) => l.kind === 'masking line');
  if (masking) {
    // The leader leaves the masking line at its upper right quarter, where no ply number stands.
    const angle = Math.PI / 4;
    const p = masking.outlines[0].reduce((best, q) =>
      Math.abs(Math.atan2(q.y, q.x) - angle) < Math.abs(Math.atan2(best.y, best.x) - angle) ? q : best,
    );
    const [x, y] = [cx + p.x * scale, cy - p.y * scale];
    b.line('masking-leader', 'leader', x, y, x + 22, y - 8);
    b.text('masking-label', 'note', x + 26, y - 6, 'masking line');
  }
  const cut = plan.lines.find((l) => l.kind === 'cut-out');
  const [lx, ly] = cut ? at(wellWithin(cut.outlines[0])) : [cx, cy];
  if (plan.readings.length === 0)
    b.text(
      'cut-out-label',
      'note on-paper',
      lx,
      ly + 4,
      plan.lines.find((l) => l.kind === 'cut-out')?.label ?? '',
      'middle',
    );

  const bar = scaleBarFor(scale, view.width / 3, view.units);
  const barY = view.height - 12;
  b.line('scale-bar', 'bar', view.width - bar * scale - 6, barY, view.width - 6, barY);
  b.line(
    'scale-bar-a',
    'bar',
    view.width - bar * scale - 6,
    barY - 5,
    view.width - bar * scale - 6,
    barY + 5,
  );
  b.line('scale-bar-b', 'bar', view.width - 6, barY - 5, view.width - 6, barY + 5);
  b.text(
    'scale-text',
    'figure',
    view.width - 6 - (bar * scale) / 2,
    barY - 6,
    sayIn({ value: bar }, 'mm', 0, view),
    'middle',
  );

  b.line('warp', 'bar', 6, barY, 70, barY);
  b.path(
    'warp-head',
    'bar',
    [
      [62, barY - 5],
      [70, barY],
      [62, barY + 5],
    ],
    { close: false },
  );
  b.text('warp-text', 'note', 6, barY - 7, 'warp, to the bow');
  const plies = plan.lines.filter((l) => l.ply !== undefined).length;
  return {
    width: view.width,
    height: view.height,
    title: 'Plan view',
    description: `Plan view: ${masking ? `cut-out, ${plies} ply outlines, finish edge and masking line` : 'outline of the damage'}${plan.readings.length > 0 ? `, ${plan.readings.length} readings, ${plan.readings.filter((r) => r.state !== 'sound').length} of them dull or wet` : ''}${plan.obstacles.length > 0 ? `, ${plan.obstacles.map((o) => o.name).join(', ')} in the way` : ''}; grid ${sayIn({ value: step }, 'mm', 0, view)}.`,
    items: b.items,
  };
}
