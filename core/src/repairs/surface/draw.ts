import { DEFAULTS } from '../../materials/defaults';
import { RepairBuilder } from '../builder';
import { Drawing } from '../drawing';
import { PROUD, type Opened } from './opened';

/** The opened lines or dish in section, with its fill. */
export function draw(b: RepairBuilder, o: Opened): void {
  const gel =
    b.input.conditions.gelCoat.value > 0 ? b.input.conditions.gelCoat.value : DEFAULTS.gelCoatThickness;
  const d = new Drawing({
    id: 'fill',
    title: o.line ? 'Section of a groove' : 'Section of the dish',
    note: 'across, outside up',
    stretch: o.line
      ? 1
      : Math.max(
          1,
          Math.min(12, Math.round((b.input.survey.width.value * 0.22) / Math.max(0.0004, o.depth.value))),
        ),
  });
  const depth = o.depth.value;
  const half = o.line ? 0 : b.input.survey.width.value / 2;
  const top = o.line ? o.line.width.value / 2 : half + depth;
  const reach = top + Math.max(depth * 3, top * 0.5);
  const hull = Math.max(depth, gel) * 1.6;
  const slope = (y: number): number => top + (half - top) * Math.min(1, -y / depth);
  /** Both halves of what is cut through, right and left; or one piece under the fill. */
  const both = (cls: string, title: string, right: readonly (readonly [number, number])[]): void => {
    for (const k of [1, -1])
      d.area(
        cls,
        right.map(([x, y]) => ({ x: k * x, y })),
        title,
      );
  };
  const whole = (cls: string, title: string, right: readonly (readonly [number, number])[]): void => {
    d.area(
      cls,
      [...right.map(([x, y]) => ({ x, y })), ...[...right].reverse().map(([x, y]) => ({ x: -x, y }))],
      title,
    );
  };
  if (depth < gel) {
    whole('old-gel-coat', 'gel coat', [
      [half, -depth],
      [top, 0],
      [reach, 0],
      [reach, -gel],
    ]);
    whole('old', 'laminate', [
      [reach, -gel],
      [reach, -hull],
    ]);
  } else {
    both('old-gel-coat', 'gel coat', [
      [top, 0],
      [reach, 0],
      [reach, -gel],
      [slope(-gel), -gel],
    ]);
    whole('old', 'laminate', [
      [half, -depth],
      [slope(-gel), -gel],
      [reach, -gel],
      [reach, -hull],
    ]);
  }
  if (o.low) {
    const level = -o.low.value;
    const at = slope(level);
    d.area(
      'new',
      [
        { x: -at, y: level },
        { x: at, y: level },
        { x: half, y: -depth },
        { x: -half, y: -depth },
      ],
      'filler, kept low',
    );
    d.area(
      'gel-coat',
      [
        { x: -top, y: 0 },
        { x: top, y: 0 },
        { x: at, y: level },
        { x: -at, y: level },
      ],
      'gel coat over it',
    );
  } else
    d.area(
      'new',
      [
        { x: -top, y: 0 },
        { x: -top, y: PROUD * 0.7 },
        { x: top, y: PROUD * 0.7 },
        { x: top, y: 0 },
        { x: half, y: -depth },
        { x: -half, y: -depth },
      ],
      'fill, proud',
    );
  if (o.line) d.dimension({ x: -top, y: PROUD }, { x: top, y: PROUD }, o.line.width, 'mm', 1, { off: 10 });
  else d.dimension({ x: -half, y: PROUD }, { x: half, y: PROUD }, b.input.survey.width, 'mm', 0, { off: 10 });
  d.dimension({ x: -reach, y: -depth }, { x: -reach, y: 0 }, o.depth, 'mm', 1, { off: 12 });
  b.draw(d.done());
}
