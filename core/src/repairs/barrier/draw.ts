import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { Drawing } from '../drawing';
import type { Opened } from './opened';

/** Build-up over one blister, thickness exaggerated. */
export function draw(b: RepairBuilder, film: Figure, o: Opened): void {
  const w = o.diameter.value;
  const h = o.depth.value;
  const k = 4;
  const reach = w * 2.2;
  const hull = h * 2.2;
  const d = new Drawing({
    id: 'buildUp',
    title: 'Build-up over a blister',
    note: 'across one opened blister, outside up',
    stretch: k,
  });
  const r = 0.75 * w;
  const cap = (n: number): { x: number; y: number }[] =>
    Array.from({ length: n + 1 }, (_, i) => ({
      x: -r + (2 * r * i) / n,
      y: -h * (1 - ((2 * i) / n - 1) ** 2),
    }));
  const bowl = cap(16);
  d.area(
    'old',
    [{ x: -reach, y: 0 }, ...bowl, { x: reach, y: 0 }, { x: reach, y: -hull }, { x: -reach, y: -hull }],
    'laminate',
  );
  d.area('new', bowl, 'filler, two goes');
  const f = Math.max(film.value, h / 14);
  d.box('new-2', -reach, 0, reach, f, 'barrier');
  d.dimension({ x: reach, y: f }, { x: reach, y: 0 }, film, 'µm', 0, { off: 10 });
  d.dimension({ x: -r, y: f }, { x: r, y: f }, o.diameter, 'mm', 0, { off: 12, prefix: 'blister ' });
  d.dimension({ x: 0, y: 0 }, { x: 0, y: -h }, o.depth, 'mm', 1, { off: 0 });
  d.text(-reach, f, 'barrier coats', { cls: 'note on-paper', dx: 4, dy: -5 }).text(
    -reach,
    -hull,
    'laminate',
    { cls: 'note on-paper', dx: 4, dy: -6 },
  );
  b.draw(d.done());
}
