import type { Point } from '../geometry/outline';
import { bounds, regionExtent, type Region } from '../geometry/region';
import type { Face, ObstacleKind } from '../schema/job';
import type { ReadingCell } from '../survey/readings';

export type LineKind =
  'first look' | 'cut-out' | 'ply' | 'inside ply' | 'grind limit' | 'finish edge' | 'masking line';

export interface PlanLine {
  readonly id: string;
  readonly kind: LineKind;
  readonly label: string;
  readonly ply?: number;
  readonly outlines: Region;
}

/** Something in the way, as a line or an area. */
export interface PlanObstacle {
  readonly kind: ObstacleKind;
  readonly name: string;
  readonly closed: boolean;
  readonly points: readonly Point[];
  /** Taken off for the repair. */
  readonly moved: boolean;
  /** The taper wants more room than there is and stops at it. */
  readonly short: boolean;
}

/** The plan view, m: the same outlines that the plies are cut to, outermost first. */
export interface PlanDrawing {
  readonly width: number;
  readonly height: number;
  readonly lines: readonly PlanLine[];
  readonly obstacles: readonly PlanObstacle[];
  /** Tap and moisture readings with the ground that each stands for. */
  readonly readings: readonly ReadingCell[];
}

export interface PlanViewInput {
  readonly base: Region;
  /** Where the middle of the base lies in the frame of first look and readings. */
  readonly centre: Point;
  readonly firstLook?: Region;
  readonly readings: readonly ReadingCell[];
  readonly obstacles: readonly PlanObstacle[];
  readonly plies: readonly { readonly lay: number; readonly side: Face; readonly pieces: Region }[];
  /** Where the taper comes up to the face. */
  readonly grindLimit?: Region;
  readonly finishEdge?: Region;
  readonly maskingLine?: Region;
}

/** Room round the drawing where nothing is ground, as a share of its size. */
const ROOM = 1.25;
/** How far beyond the repair an obstacle may widen the drawing, as a share of the repair's reach. */
const FARTHEST = 1.6;

/** Collects the outlines of the repair for drawing. */
export function drawPlanView(input: PlanViewInput): PlanDrawing {
  const moved = (p: Point): Point => ({ x: p.x - input.centre.x, y: p.y - input.centre.y });
  const firstLook = input.firstLook?.map((o) => o.map(moved));
  const readings = input.readings.map((r) => ({
    ...r,
    cell: r.cell.map(moved),
    reading: { ...r.reading, ...moved(r.reading) },
  }));
  const obstacles = input.obstacles.map((o) => ({ ...o, points: o.points.map(moved) }));
  const outerFirst = [...input.plies].sort(
    (a, b) => regionExtent(b.pieces).length - regionExtent(a.pieces).length,
  );
  const lines: PlanLine[] = [
    ...(input.maskingLine
      ? [{ id: 'masking', kind: 'masking line' as const, label: 'masking line', outlines: input.maskingLine }]
      : []),
    ...(input.finishEdge
      ? [
          {
            id: 'finish-edge',
            kind: 'finish edge' as const,
            label: input.maskingLine ? 'finish edge' : 'ground that is worked',
            outlines: input.finishEdge,
          },
        ]
      : []),
    ...(input.grindLimit
      ? [
          {
            id: 'grind-limit',
            kind: 'grind limit' as const,
            label: 'grind limit',
            outlines: input.grindLimit,
          },
        ]
      : []),
    ...outerFirst.map((p): PlanLine => ({
      id: `ply-${p.lay}`,
      kind: p.side === 'inside' ? 'inside ply' : 'ply',
      label: p.side === 'inside' ? `ply ${p.lay}, inside` : `ply ${p.lay}`,
      ply: p.lay,
      outlines: p.pieces,
    })),
    { id: 'cut-out', kind: 'cut-out', label: input.maskingLine ? 'cut-out' : 'damage', outlines: input.base },
  ];
  if (firstLook)
    lines.push({ id: 'first-look', kind: 'first look', label: 'first look', outlines: firstLook });
  // The drawing is centred: its size is twice the farthest reach from the middle.
  const own = reachOf([...lines.flatMap((l) => l.outlines), ...readings.map((r) => r.cell)]);
  const way = reachOf(obstacles.map((o) => o.points));
  const room = input.maskingLine ? 1 : ROOM;
  return {
    width: 2 * Math.max(own.x * room, Math.min(way.x, own.x * FARTHEST)),
    height: 2 * Math.max(own.y * room, Math.min(way.y, own.y * FARTHEST)),
    lines,
    obstacles,
    readings,
  };
}

/** Farthest reach from the middle, m. */
function reachOf(outlines: Region): { x: number; y: number } {
  if (outlines.length === 0) return { x: 0, y: 0 };
  const b = bounds(outlines);
  return { x: Math.max(Math.abs(b.x0), Math.abs(b.x1)), y: Math.max(Math.abs(b.y0), Math.abs(b.y1)) };
}
