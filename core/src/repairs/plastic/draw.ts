import type { Product } from '../../materials/product';
import type { RepairBuilder } from '../builder';
import { Drawing } from '../drawing';
import type { Opening } from './groove';

/** Cut across the joint: sheet, groove, fill in its passes, what lies behind. True to scale. */
export function drawPlastic(b: RepairBuilder, o: Opening, welded: boolean, inner: Product | undefined): void {
  const t = o.thickness.value;
  const gap = o.hole ? Math.min(b.input.survey.width.value, 12 * t) : 0;
  const reach = Math.max(6 * t, o.width.value * 1.6) + gap / 2;
  const top = o.width.value / 2 + gap / 2;
  const root = gap / 2;
  const d = new Drawing({
    id: 'joint',
    title: welded ? 'Section of the weld' : 'Section of the joint',
    note:
      o.hole && gap < b.input.survey.width.value
        ? 'outside up; the middle of the hole left out'
        : 'across the joint, outside up',
  });
  const material = welded || b.input.substrate.family !== 'smc' ? 'fabric' : 'old';
  const side = (s: 1 | -1): void => {
    d.area(
      material,
      [
        { x: s * top, y: 0 },
        { x: s * reach, y: 0 },
        { x: s * reach, y: -t },
        { x: s * root, y: -t },
        { x: s * root, y: -o.depth.value },
      ],
      b.input.substrate.name,
    );
  };
  side(1);
  side(-1);
  const proud = welded ? 0.0008 : 0.0005;
  d.area(
    'new',
    [
      { x: -top, y: 0 },
      { x: -top, y: proud },
      { x: top, y: proud },
      { x: top, y: 0 },
      { x: root, y: -o.depth.value },
      { x: -root, y: -o.depth.value },
    ],
    welded ? 'rod' : 'fill, proud',
  );
  if (inner) {
    const lap = inner.role === 'cloth' ? Math.min(0.05, reach * 0.8) : Math.min(0.025 + gap / 2, reach * 0.9);
    const thick = inner.role === 'cloth' ? 0.0012 : 0.003;
    d.box('new-2', -root - lap, -t - thick, root + lap, -t, inner.name);
    d.text(root + lap, -t - thick, inner.role === 'cloth' ? 'cloth inside' : 'plate behind', {
      anchor: 'end',
      cls: 'note on-paper',
      dy: 14,
    });
  }
  d.dimension({ x: -top, y: proud }, { x: top, y: proud }, o.width, 'mm', 1, { off: 10 });
  d.dimension({ x: reach, y: 0 }, { x: reach, y: -t }, o.thickness, 'mm', 1, { off: 14 });
  d.dimension({ x: -reach, y: -o.depth.value }, { x: -reach, y: 0 }, o.depth, 'mm', 1, { off: 14 });
  b.draw(d.done());
}
