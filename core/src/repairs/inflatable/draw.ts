import { ellipse, type Outline, type Point } from '../../geometry/outline';
import type { Figure } from '../../trace/figure';
import type { RepairBuilder } from '../builder';
import { Drawing, roundedRectangle } from '../drawing';
import type { PatchPlan } from './patch';

type Sized = Pick<PatchPlan, 'length' | 'width' | 'corner'>;

/** Outline of a patch with its corners rounded, centred on itself, m. */
export const patchOutline = ({ length, width, corner }: Sized): Outline =>
  roundedRectangle(length.value, width.value, corner.value);

const shifted = (outline: Outline, dy: number): Outline => outline.map((p) => ({ x: p.x, y: p.y + dy }));

/** The patch on the tube, laid flat: damage, both patches, seam, stitches, warp. Beside it the bend of the tube. */
export function drawPatch(b: RepairBuilder, patch: PatchPlan, tube: Figure, board: boolean): void {
  const { survey, damage } = b.input;
  const d = new Drawing({
    id: 'patch',
    onOutline: true,
    title: board ? 'Patch on the board' : 'Patch on the tube',
    note: 'laid flat, from outside; warp along the tube',
  });
  const half = (Math.PI * tube.value) / 4;
  const [l, w] = [patch.length.value, patch.width.value];
  // Across a seam the patch reaches further on that side: down in the drawing.
  const dy = -(patch.reachToSeam.value - patch.reach.value) / 2;
  const up = board ? w * 0.9 : Math.min(half, w * 0.85);
  const room = Math.max(l * 0.62, 0.12, up * 1.9);
  d.box('fabric', -room, -up + dy, room, up + dy, 'tube');
  d.area('patch', shifted(patchOutline(patch), dy), 'patch, outside');
  if (patch.inside)
    d.area('patch-inside', patchOutline({ ...patch.inside, corner: patch.corner }), 'patch, inside');
  const { seam } = b.input.job.damage;
  if (seam !== undefined && seam < up)
    d.line(
      'seam',
      [
        { x: -room, y: -survey.width.value / 2 - seam },
        { x: room, y: -survey.width.value / 2 - seam },
      ],
      'seam',
    ).text(-room, -survey.width.value / 2 - seam, 'seam', { cls: 'note on-paper', dx: 6, dy: -5 });
  if (damage === 'valve-leak')
    d.area(
      'hole-mark',
      patch.hole ? ellipse(patch.hole.value, patch.hole.value) : survey.region[0],
      'hole for the valve',
    );
  else d.region('damage', survey.region, 'damage');
  if (patch.stitches) d.line('stitch', stitchLine(survey.length.value, patch.stitches.pitch.value));
  d.dimension({ x: -l / 2, y: w / 2 + dy }, { x: l / 2, y: w / 2 + dy }, patch.length, 'mm', 0, { off: 16 });
  d.dimension({ x: l / 2, y: w / 2 + dy }, { x: l / 2, y: -w / 2 + dy }, patch.width, 'mm', 0, { off: 18 });
  d.dimension({ x: -l / 2, y: 0 }, { x: -survey.length.value / 2, y: 0 }, patch.reach, 'mm', 0, { off: 0 });
  d.text(l / 2, -w / 2 + dy, `r ${(patch.corner.value * 1000).toFixed(0)}`, {
    anchor: 'start',
    cls: 'note on-paper',
    dx: 4,
    dy: 12,
  });
  const y = -up + dy;
  d.line('bar', [
    { x: -room, y: y + up * 0.1 },
    { x: -room + room * 0.3, y: y + up * 0.1 },
  ]).text(-room, y + up * 0.1, 'warp', { cls: 'note', dx: 4, dy: -5 });
  b.draw(d.done());
}

/** Zigzag over the lips of a tear along x. */
function stitchLine(length: number, pitch: number): Point[] {
  const n = Math.max(2, Math.round(length / pitch));
  return Array.from({ length: n + 1 }, (_, i) => ({
    x: -length / 2 + (length * i) / n,
    y: (i % 2 === 0 ? 1 : -1) * 0.005,
  }));
}
