import { extent, type Outline } from '../geometry/outline';

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
}

export interface PlanViewInput {
  readonly base: Outline;
  readonly firstLook?: Outline;
  readonly plies: readonly { readonly lay: number; readonly outline: Outline }[];
  readonly finishEdge: Outline;
  readonly maskingLine: Outline;
}

/** Collects the outlines of the repair for drawing. */
export function drawPlanView(input: PlanViewInput): PlanDrawing {
  const size = extent(input.maskingLine);
  const outerFirst = [...input.plies].sort((a, b) => extent(b.outline).length - extent(a.outline).length);
  const lines: PlanLine[] = [
    { id: 'masking', kind: 'masking line', label: 'masking line', outline: input.maskingLine },
    { id: 'finish-edge', kind: 'finish edge', label: 'finish edge', outline: input.finishEdge },
    ...outerFirst.map((p): PlanLine => ({ id: `ply-${p.lay}`, kind: 'ply', label: `ply ${p.lay}`, ply: p.lay, outline: p.outline })),
    { id: 'cut-out', kind: 'cut-out', label: 'cut-out', outline: input.base },
  ];
  if (input.firstLook) lines.push({ id: 'first-look', kind: 'first look', label: 'first look', outline: input.firstLook });
  return { width: size.length, height: size.width, lines };
}
