import { extent, type Outline, type Point } from '../geometry/outline';
import type { ReadingCell } from '../survey/readings';

export type LineKind = 'first look' | 'cut-out' | 'ply' | 'grind limit' | 'finish edge' | 'masking line';

export interface PlanLine {
  readonly id: string;
  readonly kind: LineKind;
  readonly label: string;
  readonly ply?: number;
  readonly outline: Outline;
}

/** The plan view, m: the same outlines that the plies are cut to, outermost first. */
export interface PlanDrawing {
  readonly width: number;
  readonly height: number;
  readonly lines: readonly PlanLine[];
  /** Tap and moisture readings with the ground that each stands for. */
  readonly readings: readonly ReadingCell[];
}

export interface PlanViewInput {
  readonly base: Outline;
  /** Where the middle of the base lies in the frame of first look and readings. */
  readonly centre: Point;
  readonly firstLook?: Outline;
  readonly readings: readonly ReadingCell[];
  readonly plies: readonly { readonly lay: number; readonly outline: Outline }[];
  readonly finishEdge?: Outline;
  readonly maskingLine?: Outline;
}

/** Room round the drawing where nothing is ground, as a share of its size. */
const ROOM = 1.25;

/** Collects the outlines of the repair for drawing. */
export function drawPlanView(input: PlanViewInput): PlanDrawing {
  const shift = (outline: Outline): Outline => outline.map((p) => ({ x: p.x - input.centre.x, y: p.y - input.centre.y }));
  const firstLook = input.firstLook && shift(input.firstLook);
  const readings = input.readings.map((r) => ({ ...r, cell: shift(r.cell), reading: { ...r.reading, x: r.reading.x - input.centre.x, y: r.reading.y - input.centre.y } }));
  const outerFirst = [...input.plies].sort((a, b) => extent(b.outline).length - extent(a.outline).length);
  const lines: PlanLine[] = [
    ...(input.maskingLine ? [{ id: 'masking', kind: 'masking line' as const, label: 'masking line', outline: input.maskingLine }] : []),
    ...(input.finishEdge ? [{ id: 'finish-edge', kind: 'finish edge' as const, label: 'finish edge', outline: input.finishEdge }] : []),
    ...outerFirst.map((p): PlanLine => ({ id: `ply-${p.lay}`, kind: 'ply', label: `ply ${p.lay}`, ply: p.lay, outline: p.outline })),
    { id: 'cut-out', kind: 'cut-out', label: input.maskingLine ? 'cut-out' : 'damage', outline: input.base },
  ];
  if (firstLook) lines.push({ id: 'first-look', kind: 'first look', label: 'first look', outline: firstLook });
  // The drawing is centred: its size is twice the farthest reach from the middle.
  const all = [...lines.flatMap((l) => l.outline), ...readings.flatMap((r) => r.cell)];
  const reach = extent(all.flatMap((p) => [p, { x: -p.x, y: -p.y }]));
  const room = input.maskingLine ? 1 : ROOM;
  return { width: reach.length * room, height: reach.width * room, lines, readings };
}
