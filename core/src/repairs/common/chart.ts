import type { Point } from '../../geometry/outline';
import type { Drawing } from '../drawing';

export interface ChartAxes {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
  readonly xName: string;
  readonly yName: string;
  /** Words of a tick on x instead of its number. */
  readonly xWords?: (x: number) => string;
}

const WIDTH = 2;
const HEIGHT = 0.8;

/** Round steps that give four to eight ticks. */
export function ticks([from, to]: readonly [number, number]): readonly number[] {
  const span = to - from;
  if (!(span > 0)) return [from];
  const raw = span / 5;
  const ten = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((m) => m * ten).find((s) => s >= raw) ?? raw;
  const start = Math.ceil(from / step - 1e-9);
  return Array.from({ length: Math.floor(to / step + 1e-9) - start + 1 }, (_, i) =>
    Number(((start + i) * step).toPrecision(12)),
  );
}

/** Draws axes with ticks into a drawing that is not to scale, and gives the place of a value in it. */
export function chartFrame(d: Drawing, axes: ChartAxes): (x: number, y: number) => Point {
  const [x0, x1] = axes.x;
  const [y0, y1] = axes.y;
  const place = (x: number, y: number): Point => ({
    x: ((x - x0) / Math.max(1e-12, x1 - x0)) * WIDTH,
    y: ((y - y0) / Math.max(1e-12, y1 - y0)) * HEIGHT,
  });
  for (const y of ticks(axes.y)) {
    const p = place(x0, y);
    d.line('grid', [p, place(x1, y)]);
    d.text(p.x, p.y, String(y), { anchor: 'end', cls: 'note', dx: -6, dy: 4 });
  }
  for (const x of ticks(axes.x)) {
    const p = place(x, y0);
    d.line('dimension', [p, { x: p.x, y: p.y - 0.02 }]);
    d.text(p.x, p.y, axes.xWords ? axes.xWords(x) : String(x), { anchor: 'middle', cls: 'note', dy: 18 });
  }
  d.line('bar', [place(x0, y1), place(x0, y0), place(x1, y0)]);
  d.text(0, HEIGHT, axes.yName, { anchor: 'start', cls: 'note', dx: 4, dy: -4 });
  d.text(WIDTH, 0, axes.xName, { anchor: 'end', cls: 'note', dx: 0, dy: -6 });
  return place;
}
