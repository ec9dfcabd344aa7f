import { RepairBuilder } from '../builder';
import { Drawing } from '../drawing';
import { GLUED, type Wood } from './cut-out';

/** The joint from its side, or the fill, true to scale. */
export function draw(b: RepairBuilder, w: Wood, letIn: boolean): void {
  const t = w.thickness.value;
  if (!letIn) {
    const { survey } = b.input;
    const [l, reach] = [survey.width.value / 2, Math.max(survey.width.value, t * 2)];
    const d = new Drawing({ id: 'wood', title: 'Section', note: 'across, outer face up' });
    const deep = GLUED.has(b.input.damage) ? t : Math.min(t, b.input.job.damage.depth ?? t / 6);
    const gap = Math.max(l, 0.0008);
    d.area(
      'wood',
      [
        { x: gap, y: 0 },
        { x: reach, y: 0 },
        { x: reach, y: -t },
        { x: deep < t ? 0 : gap * 0.4, y: -t },
        { x: deep < t ? 0 : gap * 0.4, y: -deep },
      ],
      'wood',
    ).area(
      'wood',
      [
        { x: -gap, y: 0 },
        { x: -reach, y: 0 },
        { x: -reach, y: -t },
        { x: deep < t ? 0 : -gap * 0.4, y: -t },
        { x: deep < t ? 0 : -gap * 0.4, y: -deep },
      ],
      'wood',
    );
    d.area(
      'new',
      [
        { x: -gap, y: 0 },
        { x: -gap, y: 0.0005 },
        { x: gap, y: 0.0005 },
        { x: gap, y: 0 },
        { x: deep < t ? 0 : gap * 0.4, y: -deep },
        { x: deep < t ? 0 : -gap * 0.4, y: -deep },
      ],
      'epoxy',
    );
    d.dimension({ x: reach, y: 0 }, { x: reach, y: -t }, w.thickness, 'mm', 0, { off: 12 });
    b.draw(d.done());
    return;
  }
  const [l, s] = [w.length.value, w.scarf.value];
  const reach = l / 2 + s + Math.max(t * 2, s * 0.3);
  const d = new Drawing({ id: 'scarf', title: 'Scarfed piece', note: 'from the side, along the grain' });
  d.area(
    'wood',
    [
      { x: -reach, y: 0 },
      { x: -l / 2 - s, y: 0 },
      { x: -l / 2, y: -t },
      { x: -reach, y: -t },
    ],
    'old wood',
  ).area(
    'wood',
    [
      { x: reach, y: 0 },
      { x: l / 2 + s, y: 0 },
      { x: l / 2, y: -t },
      { x: reach, y: -t },
    ],
    'old wood',
  );
  d.area(
    'wood-new',
    [
      { x: -l / 2 - s, y: 0 },
      { x: l / 2 + s, y: 0 },
      { x: l / 2, y: -t },
      { x: -l / 2, y: -t },
    ],
    'new piece',
  );
  d.line(
    'glue',
    [
      { x: -l / 2 - s, y: 0 },
      { x: -l / 2, y: -t },
    ],
    'glue',
  ).line(
    'glue',
    [
      { x: l / 2 + s, y: 0 },
      { x: l / 2, y: -t },
    ],
    'glue',
  );
  d.dimension({ x: -l / 2 - s, y: 0 }, { x: -l / 2, y: 0 }, w.scarf, 'mm', 0, { off: 12 });
  d.dimension({ x: -l / 2, y: -t }, { x: l / 2, y: -t }, w.length, 'mm', 0, { off: -18 });
  d.dimension({ x: reach, y: 0 }, { x: reach, y: -t }, w.thickness, 'mm', 0, { off: 8 });
  b.draw(d.done());
}
