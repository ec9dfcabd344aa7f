import { area } from '../geometry/outline';
import { bounds } from '../geometry/region';
import { DEFAULTS } from '../materials/defaults';
import type { RepairPattern } from '../repairs/repair';
import { USUAL_WAYS } from '../laminate/stack';
import type { Cloth, Library } from '../materials/product';
import type { Way } from '../schema/job';
import { drawnPattern, type DrawnPattern } from '../patterns/drawn';
import { nest, type NestInput, type NestLayout, type NestStep } from '../patterns/nest';
import { piecesOf, spun, turnsOf, type PatternPiece } from '../patterns/pieces';
import type { Plan } from './plan';

/** Every piece that the plan cuts: plies, new core, peel ply, tabs. */
export function patternPieces(plan: Plan, library: Library): readonly PatternPiece[] {
  const { survey, repair, dish: { laminate, grind, panel, coring, structure = [] } = {} } = plan;
  if (repair && !grind) return repair.patterns.map(patchPiece);
  if (!laminate || !grind || !survey) return [];
  const peel = [
    ...(laminate.sides.some((s) => s.face === 'outside')
      ? [{ cloth: library.peelPly, side: 'outside' as const, region: grind.outlines.laid }]
      : []),
    ...(grind.inside
      ? [{ cloth: library.peelPly, side: 'inside' as const, region: grind.inside.outlines.laid }]
      : []),
  ];
  return piecesOf({
    base: survey.region,
    plies: laminate.plies,
    peel,
    backing: panel && {
      cloth: panel.cloth,
      ways: Array.from({ length: panel.plies.value }, (_, i) => wayOf(panel.cloth, i)),
      region: panel.pieces,
    },
    core: coring && { id: coring.product.id, name: coring.product.name, region: coring.pieces },
    tabs: structure.flatMap((m) =>
      m.strips.map((s) => ({
        id: `tab-${m.index + 1}-${s.number}`,
        name: `${m.name}, tab ${s.number}`,
        cloth: s.cloth,
        length: s.length.value,
        width: s.width.value,
        count: s.count,
      })),
    ),
  });
}

/** Plies of a backing are crossed by turns. */
const wayOf = ({ kind }: Cloth, i: number): Way => USUAL_WAYS[kind][i % USUAL_WAYS[kind].length];

/** A patch as a pattern: warp along the tube, the middle and the ends of its centre lines marked. */
function patchPiece({ id, name, material, outline, holes }: RepairPattern): PatternPiece {
  const b = bounds([outline]);
  const marks = [
    { x: 0, y: 0 },
    { x: b.x0, y: 0 },
    { x: b.x1, y: 0 },
    { x: 0, y: b.y0 },
    { x: 0, y: b.y1 },
  ];
  return {
    id,
    name,
    material: { id: material, name: material },
    way: '0',
    outline,
    ...(holes ? { holes } : {}),
    warp: 0,
    marks,
    length: b.x1 - b.x0,
    width: b.y1 - b.y0,
    area: area(outline) - (holes ?? []).reduce((sum, h) => sum + area(h), 0),
  };
}

/** The pieces with everything that is drawn on them. */
export const drawnPatterns = (plan: Plan, library: Library, title?: string): readonly DrawnPattern[] =>
  patternPieces(plan, library).map((p) => drawnPattern(p, title));

/** What is cut from one roll. */
export interface RollCut {
  readonly material: PatternPiece['material'];
  readonly pieces: readonly PatternPiece[];
  /** For the search; absent for what does not come on a roll. */
  readonly nest?: NestInput;
}

/** Pieces by the material that they are cut from, ready to be laid out on its roll. */
export function rollCuts(pieces: readonly PatternPiece[], library: Library): readonly RollCut[] {
  const ids = [...new Set(pieces.map((p) => p.material.id))];
  return ids.map((id) => {
    const own = pieces.filter((p) => p.material.id === id);
    const { material } = own[0];
    const cloth = [...library.cloths, library.peelPly].find((c) => c.id === id);
    const { rollWidth } = material;
    return {
      material: { id, name: material.name, rollWidth },
      pieces: own,
      nest:
        rollWidth === undefined
          ? undefined
          : {
              rollWidth,
              gap: DEFAULTS.nestGap,
              pieces: own.map((p) => ({
                id: p.id,
                outline: spun(p.outline, -p.warp),
                turns: turnsOf(cloth?.kind, p.way),
              })),
            },
    };
  });
}

/** Layouts that are tried where nobody watches the search: enough to settle a small repair. */
const TRIES = 40;
/** The same where others wait for the answer of a server. */
export const TRIES_WHILE_OTHERS_WAIT = 8;

/** The best of a fixed number of tries: the same pieces give the same layout, on any machine. */
export function nestFor(input: NestInput, tries = TRIES): NestLayout | undefined {
  let step: NestStep | undefined;
  for (const s of nest(input)) {
    step = s;
    if (s.tried >= tries || s.best.length <= s.best.bound + 1e-6) break;
  }
  return step?.best;
}

/** A row of the cut list. */
export interface CutRow {
  readonly piece: string;
  readonly name: string;
  readonly material: string;
  readonly way: string;
  readonly length: number;
  readonly width: number;
  readonly area: number;
}

/** Every piece with its material, way and size, m. */
export const cutList = (pieces: readonly PatternPiece[]): readonly CutRow[] =>
  pieces.map((p) => ({
    piece: p.id,
    name: p.name,
    material: p.material.name,
    way: p.way,
    length: p.length,
    width: p.width,
    area: p.area,
  }));
