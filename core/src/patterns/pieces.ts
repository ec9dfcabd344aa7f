import type { Outline, Point } from '../geometry/outline';
import { area, rectangle } from '../geometry/outline';
import { bounds, common, type Region } from '../geometry/region';
import { DEFAULTS } from '../materials/defaults';
import type { Cloth } from '../materials/product';
import type { Face, Way } from '../schema/job';
import { partNames } from '../geometry/part-sizes';

/** One piece to cut, in the frame of the plan: x along the hull, y up it, the middle of the cut-out at 0, m. */
export interface PatternPiece {
  /** "3", or "3b" for the second panel of ply 3; "core", "peel". */
  readonly id: string;
  /** "Ply 3", "Ply 3, panel 2 of 2". */
  readonly name: string;
  readonly lay?: number;
  readonly side?: Face;
  /** What it is cut from. */
  readonly material: PatternMaterial;
  readonly way: Way;
  readonly outline: Outline;
  /** What is cut out of it. */
  readonly holes?: readonly Outline[];
  /** Direction of the length of the roll on the piece, rad from along the hull. */
  readonly warp: number;
  /** Points that every ply of the repair has in common: laid over each other on the job. */
  readonly marks: readonly Point[];
  readonly length: number;
  readonly width: number;
  readonly area: number;
}

/** A cloth, or a core. `rollWidth` is absent for what does not come on a roll. */
export interface PatternMaterial {
  readonly id: string;
  readonly name: string;
  readonly rollWidth?: number;
}

const QUARTER = Math.PI / 4;
/**
 * Direction of the roll on the piece for a way of laying. Stitched biaxial cloth comes with its fibres at ±45 to the
 * roll; woven cloth with them along and across it.
 */
export function warpOf(kind: Cloth['kind'], way: Way): number {
  const angle: Readonly<Record<Way, number>> = {
    '0/90': 0,
    '±45': QUARTER,
    '0': 0,
    '90': 2 * QUARTER,
    '45': QUARTER,
    '-45': -QUARTER,
    any: 0,
    '–': 0,
  };
  if (kind === 'stitched') return way === '±45' ? 0 : QUARTER;
  return angle[way];
}

/** Turns that a piece may take on the roll, rad: end for end; a ±45 ply also across, its fibres are crossed anyway; mat any. */
export function turnsOf(kind: Cloth['kind'] | undefined, way: Way): readonly number[] {
  const half = Math.PI;
  if (kind === undefined) return [0, half];
  if (kind === 'mat') return [0, half, half / 2, -half / 2];
  if (kind !== 'unidirectional' && kind !== 'peel ply' && warpOf(kind, way) !== 0)
    return [0, half, half / 2, -half / 2];
  return [0, half];
}

/** Turned about the origin, counter-clockwise. */
export function spun(outline: readonly Point[], angle: number): Outline {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return outline.map((p) => ({ x: c * p.x - s * p.y, y: s * p.x + c * p.y }));
}

export interface PatternPly {
  readonly lay: number;
  readonly side: Face;
  readonly cloth: Cloth;
  readonly orientation: Way;
  /** What is cut, each piece with its name where there are several. */
  readonly cuts: readonly { readonly name?: string; readonly outline: Outline }[];
}

export interface PiecesInput {
  readonly base: Region;
  readonly plies: readonly PatternPly[];
  /** Cloth and outline of the peel ply on each face. */
  readonly peel: readonly { readonly cloth: Cloth; readonly side: Face; readonly region: Region }[];
  /** A backing that is laid up by itself, all of its plies alike. */
  readonly backing?: { readonly cloth: Cloth; readonly ways: readonly Way[]; readonly region: Region };
  readonly core?: { readonly id: string; readonly name: string; readonly region: Region };
  readonly tabs: readonly {
    readonly id: string;
    readonly name: string;
    readonly cloth: Cloth;
    readonly length: number;
    readonly width: number;
    readonly count: number;
  }[];
}

/** How the fibres of a strip lie that is cut along its roll. */
const ALONG_ROLL: Readonly<Record<Cloth['kind'], Way>> = {
  mat: 'any',
  woven: '0/90',
  stitched: '±45',
  unidirectional: '0',
  'peel ply': '–',
};

/** Where a ply wider than its roll is joined: never above the joint of the ply below. */
const STAGGER = [0, 1, -1] as const;

/** Every piece that is cut for a repair. Plies wider than their roll are split into panels that lap, joints staggered. */
export function piecesOf(input: PiecesInput): readonly PatternPiece[] {
  const marks = marksOf(input.base);
  const letter = (i: number): string => String.fromCharCode(97 + (i % 26));
  const make = (
    id: string,
    name: string,
    material: PatternMaterial,
    way: Way,
    outline: Outline,
    warp: number,
    of: Pick<PatternPiece, 'lay' | 'side'> = {},
    own: readonly Point[] = marks,
  ): PatternPiece => {
    const b = bounds([outline]);
    return {
      id,
      name,
      ...of,
      material,
      way,
      outline,
      warp,
      marks: own,
      length: b.x1 - b.x0,
      width: b.y1 - b.y0,
      area: area(outline),
    };
  };
  const split = (
    id: string,
    name: string,
    cloth: Cloth,
    way: Way,
    cuts: PatternPly['cuts'],
    index: number,
    of: Pick<PatternPiece, 'lay' | 'side'>,
  ): PatternPiece[] => {
    const warp = warpOf(cloth.kind, way);
    const parts = cuts.flatMap((cut) => {
      const own = panels(cut.outline, warp, cloth.rollWidth, index);
      const called = cut.name ? `${name}, ${cut.name}` : name;
      return own.map((outline, i) => ({
        outline,
        name: own.length === 1 ? called : `${called}, panel ${i + 1} of ${own.length}`,
      }));
    });
    return parts.map((part, i) =>
      make(parts.length === 1 ? id : `${id}${letter(i)}`, part.name, cloth, way, part.outline, warp, of),
    );
  };
  const backingPieces = ({
    cloth,
    ways,
    region,
  }: NonNullable<PiecesInput['backing']>): readonly PatternPiece[] =>
    ways.flatMap((way, i) =>
      split(`backing-${i + 1}`, `Backing, ply ${i + 1}`, cloth, way, named(region, input.base), 0, {}),
    );
  return [
    ...input.plies.flatMap((p, i) =>
      split(String(p.lay), `Ply ${p.lay}`, p.cloth, p.orientation, p.cuts, i, { lay: p.lay, side: p.side }),
    ),
    ...(input.backing ? backingPieces(input.backing) : []),
    ...(input.core?.region ?? []).map((o, i, all) =>
      make(
        all.length === 1 ? 'core' : `core-${letter(i)}`,
        all.length === 1 ? 'New core' : `New core, ${partNames(all, input.base)[i]}`,
        { id: input.core?.id ?? '', name: input.core?.name ?? '' },
        '–',
        o,
        0,
      ),
    ),
    ...input.peel.flatMap((p, i) =>
      split(
        i === 0 ? 'peel' : `peel-${p.side}`,
        `Peel ply, ${p.side}`,
        p.cloth,
        '–',
        named(p.region, input.base),
        0,
        {
          side: p.side,
        },
      ),
    ),
    ...input.tabs.flatMap((t) =>
      Array.from({ length: t.count }, (_, i) =>
        make(
          t.count === 1 ? t.id : `${t.id}${letter(i)}`,
          t.name,
          t.cloth,
          ALONG_ROLL[t.cloth.kind],
          rectangle(t.length, t.width),
          0,
          {},
          [],
        ),
      ),
    ),
  ];
}

/** Outlines with their names, where there are several. */
function named(region: Region, base: Region): PatternPly['cuts'] {
  const names = partNames(region, base);
  return region.map((outline, i) => (region.length > 1 ? { name: names[i], outline } : { outline }));
}

/** The middle, and the ends of the centre lines of the cut-out. */
function marksOf(base: Region): Point[] {
  const b = bounds(base);
  return [
    { x: 0, y: 0 },
    { x: b.x0, y: 0 },
    { x: b.x1, y: 0 },
    { x: 0, y: b.y0 },
    { x: 0, y: b.y1 },
  ];
}

/** Edge of the cloth that is not cut into, m. */
const SELVEDGE = 0.006;

/** One outline as panels no wider than the roll. */
function panels(outline: Outline, warp: number, rollWidth: number, index: number): Outline[] {
  const onRoll = spun(outline, -warp);
  const b = bounds([onRoll]);
  const height = b.y1 - b.y0;
  if (height <= rollWidth - SELVEDGE) return [outline];
  const lap = DEFAULTS.panelLap;
  const stagger = DEFAULTS.jointStagger;
  const usable = rollWidth - SELVEDGE - lap - 2 * stagger;
  const n = Math.ceil(height / Math.max(usable, rollWidth / 4));
  const joint = (i: number): number =>
    b.y0 + (i * height) / n + (i > 0 && i < n ? STAGGER[index % STAGGER.length] * stagger : 0);
  return Array.from({ length: n }, (_, i) => {
    const y0 = joint(i) - (i > 0 ? lap / 2 : 1);
    const y1 = joint(i + 1) + (i < n - 1 ? lap / 2 : 1);
    return common(
      [onRoll],
      [
        [
          { x: b.x0 - 1, y: y0 },
          { x: b.x1 + 1, y: y0 },
          { x: b.x1 + 1, y: y1 },
          { x: b.x0 - 1, y: y1 },
        ],
      ],
    );
  })
    .flat()
    .map((o) => spun(o, warp));
}
