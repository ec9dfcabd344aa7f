import { offset } from '../geometry/offset';
import type { Outline, Point } from '../geometry/outline';
import { partSizes, type PartSize } from '../geometry/part-sizes';
import { stemHalves } from './stem-halves';
import { endedAt, NOTHING_IN_THE_WAY, type Clear } from '../geometry/obstacle';
import { regionArea, regionExtent, type Region } from '../geometry/region';
import type { Face, LayOrder, Way } from '../schema/job';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { LaidCloth, Stack } from './stack';

export interface Ply {
  /** 1 is laid first. */
  readonly lay: number;
  /** The face of the wall that it is laid on. */
  readonly side: Face;
  readonly cloth: LaidCloth['cloth'];
  readonly orientation: Way;
  readonly thickness: Figure;
  readonly offset: Figure;
  /** What is cut: one outline, or several where the holes lie too far apart to share a ply. */
  readonly pieces: Region;
  /** What it is cut to, piece by piece: each hole by itself, and halves where it runs over a stem. */
  readonly cuts: readonly PlyCut[];
  readonly length: Figure;
  readonly width: Figure;
  readonly area: Figure;
  readonly resin: Figure;
}

/** One piece of a ply; named where there are several. */
export interface PlyCut extends Partial<PartSize> {
  readonly outline: Outline;
}

const offsetFormulas = {
  'largest first': {
    id: 'laminate/outlines',
    expression: 'o_k = max(R·Σ_{j≥k} tⱼ, o_{k+1} + s)',
    unit: 'm',
    source: 'each ply covers the ground face from its own level up; steps never less than s',
  },
  'smallest first': {
    id: 'laminate/outlines',
    expression: 'o_k = max(R·Σ_{j≤k} tⱼ, o_{k−1} + s)',
    unit: 'm',
    source: 'each ply meets the old ply of its own level; steps never less than s',
  },
} as const;

const PLY_LENGTH = {
  id: 'geometry/outline',
  expression: 'overall length of offset(base, o_k)',
  unit: 'm',
  source: 'round-join offset of the base outline',
};
const PLY_WIDTH = { ...PLY_LENGTH, expression: 'overall width of offset(base, o_k)' };
const PLY_AREA = { ...PLY_LENGTH, expression: 'A = area of offset(base, o_k)', unit: 'm²' };

export const plyResin = formula({
  id: 'laminate/outlines',
  expression: 'm = w_r·A',
  unit: 'kg',
  source: 'resin held by the cloth; waste comes on top of the whole',
  inputs: { w_r: 'resin on a square metre', A: 'area of the ply' },
  evaluate: (x) => x.w_r * x.A,
});

/**
 * Offsets of the plies from the edge of the cut-out, m, in the order of laying.
 *
 * @param thicknesses of the plies in the order of laying, m
 * @param ratio taper ratio R
 * @param step least step between neighbouring plies, m
 */
export function plyOffsets(
  thicknesses: readonly number[],
  ratio: number,
  step: number,
  order: LayOrder,
): number[] {
  const sequence = order === 'largest first' ? [...thicknesses].reverse() : thicknesses;
  const offsets: number[] = [];
  let sum = 0;
  let previous = 0;
  for (const t of sequence) {
    sum += t;
    previous = Math.max(ratio * sum, previous + step);
    offsets.push(previous);
  }
  return order === 'largest first' ? offsets.reverse() : offsets;
}

export interface OutlineInput {
  readonly base: Region;
  readonly stack: Stack;
  readonly ratio: Figure;
  readonly step: Figure;
  readonly order: LayOrder;
  /** The face of these plies, and how many lie on the other face before them. */
  readonly side?: Face;
  readonly before?: number;
  /** Ground that is kept clear for what is in the way. */
  readonly clear?: Clear;
  /** A stem or keel that the plies run over. */
  readonly stem?: readonly Point[];
  /** A last fine ply that laps past the others by `lap`. */
  readonly cover?: { readonly laid: LaidCloth; readonly orientation: Way; readonly lap: Figure };
}

export const coverOffset = formula({
  id: 'laminate/outlines',
  expression: 'o = o_max + lap',
  unit: 'm',
  source: 'a cover ply laps past the taper by a set margin; it is faired in or covered',
  inputs: { o_max: 'offset of the outermost ply', lap: 'lap' },
  evaluate: (x) => x.o_max + x.lap,
});

/** Outline, size, area and resin of every ply, all offset from the base region and ended at what is kept clear. */
export function planOutlines(input: OutlineInput, ledger: Ledger): readonly Ply[] {
  const {
    base,
    stack,
    ratio,
    step,
    order,
    side = 'outside',
    before = 0,
    clear = NOTHING_IN_THE_WAY,
    cover,
    stem,
  } = input;
  const offsets = plyOffsets(
    stack.plies.map((p) => p.laid.thickness.value),
    ratio.value,
    step.value,
    order,
  );
  const plyOf = (laid: LaidCloth, orientation: Way, lay: number, o: Figure): Ply => {
    const id = `ply.${lay}`;
    const pieces = endedAt(offset(base, o.value), o.value, clear, base);
    const size = regionExtent(pieces);
    const cut = stem ? stemHalves(pieces, stem, lay - 1) : pieces;
    const sizes = partSizes(`${id}.cut`, `ply ${lay}`, cut, base, { o }, ledger);
    const plyArea = ledger.record(`${id}.area`, `area of ply ${lay}`, PLY_AREA, regionArea(pieces), { o });
    return {
      lay,
      side,
      cloth: laid.cloth,
      orientation,
      thickness: laid.thickness,
      offset: o,
      pieces,
      cuts: cut.map((outline, i) => ({ outline, ...sizes[i] })),
      length: ledger.record(`${id}.length`, `length of ply ${lay}`, PLY_LENGTH, size.length, { o }),
      width: ledger.record(`${id}.width`, `width of ply ${lay}`, PLY_WIDTH, size.width, { o }),
      area: plyArea,
      resin: ledger.compute(`${id}.resin`, `resin in ply ${lay}`, plyResin, {
        w_r: laid.resinAreal,
        A: plyArea,
      }),
    };
  };
  const plies = stack.plies.map(({ laid, orientation }, i) => {
    const lay = before + i + 1;
    const first = order === 'largest first' ? i : 0;
    const from = order === 'largest first' ? stack.plies.slice(i) : stack.plies.slice(0, i + 1);
    const o = ledger.record(`ply.${lay}.offset`, `offset of ply ${lay}`, offsetFormulas[order], offsets[i], {
      R: ratio,
      s: step,
      ...Object.fromEntries(from.map((p, j) => [`t${before + first + j + 1}`, p.laid.thickness])),
    });
    return plyOf(laid, orientation, lay, o);
  });
  if (!cover || plies.length === 0) return plies;
  const lay = before + plies.length + 1;
  const outermost = plies.reduce((a, b) => (b.offset.value > a.offset.value ? b : a));
  return [
    ...plies,
    plyOf(
      cover.laid,
      cover.orientation,
      lay,
      ledger.compute(`ply.${lay}.offset`, 'offset of the cover ply', coverOffset, {
        o_max: outermost.offset,
        lap: cover.lap,
      }),
    ),
  ];
}
