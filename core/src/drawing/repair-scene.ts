import type { Point } from '../geometry/outline';
import { bounds } from '../geometry/region';
import { sayIn } from '../report/say';
import type { RepairDrawing } from '../repairs/drawing';
import type { UnitPreferences } from '../units/preferences';
import { scaleBarFor } from './plan-scene';
import { SceneBuilder, type Scene } from './scene';

export interface RepairSceneView {
  readonly width: number;
  readonly height: number;
  readonly units?: UnitPreferences;
  /** Writes the name of the drawing above it, on paper. */
  readonly named?: boolean;
}

/** Room for dimensions and labels round the drawing, px. */
const SIDE = 66;
const TOP = 34;
const BOTTOM = 40;
/** A mark is drawn no smaller, so that its number can be read beside it. */
const LEAST_MARK = 4;
/** More marks than this, and only every fifth carries its number. */
const NUMBERED = 60;

/** A drawing of a repair as a scene: true to scale in both directions unless it says how much the thickness is exaggerated. */
export function repairScene(drawing: RepairDrawing, view: RepairSceneView): Scene {
  const k = drawing.stretch ?? 1;
  const flat = (p: Point): Point => ({ x: p.x, y: p.y * k });
  const box = bounds(
    [
      ...drawing.shapes.flatMap((s) => s.loops.map((l) => l.map(flat))),
      drawing.marks.map((m) => flat(m.at)),
    ].filter((l) => l.length > 0),
  );
  const [w, h] = [Math.max(1e-6, box.x1 - box.x0), Math.max(1e-6, box.y1 - box.y0)];
  const scale = Math.min((view.width - 2 * SIDE) / w, (view.height - TOP - BOTTOM) / h);
  const height = Math.min(view.height, h * scale + TOP + BOTTOM);
  const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2];
  const at = (p: Point): [number, number] => [
    view.width / 2 + (p.x - cx) * scale,
    (height - BOTTOM + TOP) / 2 - (p.y * k - cy) * scale,
  ];
  const b = new SceneBuilder();

  if (view.named) b.text('title', 'figure', 4, 13, `${drawing.title}${k === 1 ? '' : `, thickness ×${k}`}`);
  for (const [i, s] of drawing.shapes.entries()) {
    const loops = s.loops.map((l) => l.map(at));
    if (s.closed) b.paths(`shape-${i}`, s.cls, loops, { title: s.title });
    else
      for (const [n, l] of loops.entries())
        b.path(`shape-${i}-${n}`, s.cls, l, { close: false, title: s.title });
  }
  const every = drawing.marks.length > NUMBERED ? 5 : 1;
  for (const [i, m] of drawing.marks.entries()) {
    const [x, y] = at(m.at);
    const r = Math.max(LEAST_MARK, m.radius * scale);
    b.path(
      `mark-${i}`,
      m.cls ?? 'hole-mark',
      Array.from({ length: 16 }, (_, n) => [
        x + r * Math.cos((n * Math.PI) / 8),
        y + r * Math.sin((n * Math.PI) / 8),
      ]),
    );
    if (i % every === 0 || i === drawing.marks.length - 1)
      b.text(`mark-text-${i}`, 'mark-number on-paper', x + r + 2, y - r + 2, m.label);
  }
  for (const [i, d] of drawing.dimensions.entries()) {
    const [[x0, y0], [x1, y1]] = [at(d.from), at(d.to)];
    const length = Math.hypot(x1 - x0, y1 - y0) || 1;
    const off = d.off ?? 12;
    // To the left of the way from one to the other, as seen on the screen.
    const [nx, ny] = [(y1 - y0) / length, -(x1 - x0) / length];
    const [ax, ay, bx, by] = [x0 + nx * off, y0 + ny * off, x1 + nx * off, y1 + ny * off];
    if (off !== 0) {
      b.line(`dim-${i}-w0`, 'witness', x0, y0, ax + nx * 4, ay + ny * 4);
      b.line(`dim-${i}-w1`, 'witness', x1, y1, bx + nx * 4, by + ny * 4);
    }
    b.line(`dim-${i}`, 'dimension', ax, ay, bx, by);
    const [tx, ty] = [nx * 4, ny * 4];
    b.line(`dim-${i}-a`, 'dimension', ax - tx, ay - ty, ax + tx, ay + ty);
    b.line(`dim-${i}-b`, 'dimension', bx - tx, by - ty, bx + tx, by + ty);
    const upright = Math.abs(ny) > Math.abs(nx);
    const text = `${d.prefix ?? ''}${sayIn(d.figure, d.as, d.decimals, view)}`;
    if (upright)
      b.text(
        `dim-${i}-text`,
        'figure on-paper',
        (ax + bx) / 2,
        (ay + by) / 2 + (ny <= 0 ? -6 : 15),
        text,
        'middle',
        { traceId: d.figure.traceId },
      );
    else
      b.text(
        `dim-${i}-text`,
        'figure on-paper',
        (ax + bx) / 2 + (nx >= 0 ? 7 : -7),
        (ay + by) / 2 + 4,
        text,
        nx >= 0 ? 'start' : 'end',
        { traceId: d.figure.traceId },
      );
  }
  for (const [i, t] of drawing.texts.entries()) {
    const [x, y] = at(t.at);
    b.text(
      `text-${i}`,
      t.cls ?? 'note on-paper',
      x + (t.dx ?? 0),
      y + (t.dy ?? 0),
      t.text,
      t.anchor ?? 'start',
    );
  }
  if (drawing.toScale !== false) {
    const bar = scaleBarFor(scale, view.width / 3, view.units);
    const y = height - 10;
    b.line('scale-bar', 'bar', view.width - bar * scale - 6, y, view.width - 6, y);
    b.line('scale-bar-a', 'bar', view.width - bar * scale - 6, y - 5, view.width - bar * scale - 6, y + 5);
    b.line('scale-bar-b', 'bar', view.width - 6, y - 5, view.width - 6, y + 5);
    b.text(
      'scale-text',
      'figure',
      view.width - 6 - (bar * scale) / 2,
      y - 6,
      sayIn({ value: bar }, 'mm', 0, view),
      'middle',
    );
  }
  return {
    width: view.width,
    height,
    title: drawing.title,
    description: `${drawing.title}: ${drawing.note}${k === 1 ? '' : `, thickness ×${k}`}`,
    items: b.items,
  };
}
