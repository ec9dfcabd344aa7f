import type { Point } from '../../geometry/outline';
import type { Figure } from '../../trace/figure';
import type { RepairBuilder } from '../builder';
import { Drawing } from '../drawing';
import { halfThickness } from './foil-profile';

interface Shown {
  readonly chord: Figure;
  readonly thick: Figure;
  readonly edge: 'leading' | 'trailing' | 'tip';
  readonly depth: Figure;
}

const STATIONS = 40;

/** Section of the foil with what is missing, the dam, and both faces where they were measured. */
export function drawFoil(b: RepairBuilder, part: Shown, bored: boolean): void {
  const [c, t] = [part.chord.value, part.thick.value];
  const hull = b.input.substrate.family === 'frp';
  const offsets = b.input.job.repair?.edge?.offsets ?? [];
  const d = new Drawing({
    id: 'profile',
    title: bored ? 'Section at the pivot' : 'Section of the edge',
    note: hull ? 'edge of the hull' : 'leading edge left; port up, starboard down',
  });
  const y = (x: number): number => (hull ? t / 2 : halfThickness(x / c, t));
  const xs = Array.from(
    { length: STATIONS + 1 },
    (_, i) => (c * (1 - Math.cos((Math.PI * i) / STATIONS))) / 2,
  );
  const face = (from: number, to: number): Point[] =>
    [from, ...xs.filter((x) => x > from && x < to), to].map((x) => ({ x, y: y(x) }));
  const body = (from: number, to: number): Point[] => {
    const up = face(from, to);
    return [...up, ...[...up].reverse().map((p) => ({ x: p.x, y: -p.y }))];
  };
  // What is deeper than the chord is told as a problem; it is drawn as far as there is foil.
  const cut = Math.min(part.depth.value, c * 0.95);
  if (bored) {
    d.area('old', body(0, c), 'foil');
    const at = c * 0.3;
    const [pin, bore] = [
      b.input.job.repair?.edge?.pin ?? 0.02,
      Math.max(
        (b.input.job.repair?.edge?.worn ?? 0.023) + 0.002,
        (b.input.job.repair?.edge?.pin ?? 0.02) + 0.01,
      ),
    ];
    d.box('new', at - bore / 2, -y(at), at + bore / 2, y(at), 'bearing');
    d.box('damage', at - pin / 2, -y(at) * 1.02, at + pin / 2, y(at) * 1.02, 'pin');
  } else {
    if (b.input.damage === 'split-edge') {
      drawSplit(d, body(0, c), c, t, part);
      d.dimension({ x: 0, y: t / 2 }, { x: c, y: t / 2 }, part.chord, 'mm', 0, { off: 18 });
      b.draw(d.done());
      return;
    }
    const [from, to] = part.edge === 'leading' ? [cut, c] : [0, c - cut];
    d.area('old', body(from, to), hull ? 'laminate' : 'foil');
    const [m0, m1] = part.edge === 'leading' ? [0, cut] : [c - cut, c];
    d.area(
      'new',
      body(m0, m1).map((p) => ({ x: p.x, y: p.y * 1.08 })),
      'new edge, proud',
    );
    const out = part.edge === 'leading' ? -c * 0.006 : c * 1.006;
    const h = Math.max(y(part.edge === 'leading' ? cut : c - cut), t * 0.08) * 1.5;
    d.line(
      'dam',
      part.edge === 'leading'
        ? [
            { x: cut, y: h },
            { x: out, y: h * 0.7 },
            { x: out, y: -h * 0.7 },
            { x: cut, y: -h },
          ]
        : [
            { x: c - cut, y: h },
            { x: out, y: h * 0.7 },
            { x: out, y: -h * 0.7 },
            { x: c - cut, y: -h },
          ],
      'film dam',
    );
    d.text(out, h, 'film dam', {
      anchor: part.edge === 'leading' ? 'start' : 'end',
      cls: 'note on-paper',
      dy: -8,
    });
    d.dimension({ x: m0, y: -t * 0.6 }, { x: m1, y: -t * 0.6 }, part.depth, 'mm', 1, { off: -8 });
  }
  d.dimension({ x: 0, y: t / 2 }, { x: c, y: t / 2 }, part.chord, 'mm', 0, { off: 18 });
  const widest = hull ? c * 0.5 : c * 0.3;
  if (!bored) d.dimension({ x: widest, y: t / 2 }, { x: widest, y: -t / 2 }, part.thick, 'mm', 1, { off: 0 });
  if (offsets.length > 1) {
    const sorted = [...offsets].sort((p, q) => p.x - q.x);
    d.line(
      'series',
      sorted.map((o) => ({ x: o.x, y: o.port })),
      'port, measured',
    ).line(
      'series read',
      sorted.map((o) => ({ x: o.x, y: -o.starboard })),
      'starboard, measured',
    );
  }
  b.draw(d.done());
}

/** The split runs in from the edge along the middle; blocks over film clamp it. */
function drawSplit(d: Drawing, body: readonly Point[], c: number, t: number, part: Shown): void {
  const cut = Math.min(Math.max(part.depth.value, c * 0.04), c * 0.95);
  const [x0, x1] = part.edge === 'leading' ? [0, cut] : [c - cut, c];
  d.area('old', body, 'foil').line(
    'glue',
    [
      { x: x0, y: 0 },
      { x: x1, y: 0 },
    ],
    'epoxy in the split',
  );
  const y = t * 0.32;
  d.box('wood', x0, y, x1, y + t * 0.3, 'block').box('wood', x0, -y - t * 0.3, x1, -y, 'block');
  d.text((x0 + x1) / 2, y + t * 0.3, 'blocks over film', { anchor: 'middle', cls: 'note on-paper', dy: -6 });
  d.dimension({ x: x0, y: -y - t * 0.3 }, { x: x1, y: -y - t * 0.3 }, part.depth, 'mm', 1, { off: -8 });
}
