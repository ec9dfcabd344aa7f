import { offset } from '../geometry/offset';
import { area, extent, type Outline } from '../geometry/outline';
import type { LayOrder } from '../schema/job';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { LaidCloth, Stack } from './stack';

export interface Ply {
  /** 1 is laid first. */
  readonly lay: number;
  readonly cloth: LaidCloth['cloth'];
  readonly orientation: string;
  readonly thickness: Figure;
  readonly offset: Figure;
  readonly outline: Outline;
  readonly length: Figure;
  readonly width: Figure;
  readonly area: Figure;
  readonly resin: Figure;
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

const PLY_LENGTH = { id: 'geometry/outline', expression: 'overall length of offset(base, o_k)', unit: 'm', source: 'round-join offset of the base outline' };
const PLY_WIDTH = { ...PLY_LENGTH, expression: 'overall width of offset(base, o_k)' };
const PLY_AREA = { ...PLY_LENGTH, expression: 'A = area of offset(base, o_k)', unit: 'm²' };

export const plyResin = formula({
  id: 'laminate/outlines',
  expression: 'm = w_r · A',
  unit: 'kg',
  source: 'resin held by the cloth; waste comes on top of the whole',
  evaluate: (x: Record<'wr' | 'A', number>) => x.wr * x.A,
});

/**
 * Offsets of the plies from the edge of the cut-out, m, in the order of laying.
 *
 * @param thicknesses of the plies in the order of laying, m
 * @param ratio taper ratio R
 * @param step least step between neighbouring plies, m
 */
export function plyOffsets(thicknesses: readonly number[], ratio: number, step: number, order: LayOrder): number[] {
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
  readonly base: Outline;
  readonly stack: Stack;
  readonly ratio: Figure;
  readonly step: Figure;
  readonly order: LayOrder;
}

/** Outline, size, area and resin of every ply, all offset from the base outline. */
export function planOutlines(input: OutlineInput, ledger: Ledger): readonly Ply[] {
  const { base, stack, ratio, step, order } = input;
  const offsets = plyOffsets(stack.plies.map((p) => p.laid.thickness.value), ratio.value, step.value, order);
  return stack.plies.map(({ laid, orientation }, i) => {
    const lay = i + 1;
    const from = order === 'largest first' ? stack.plies.slice(i) : stack.plies.slice(0, lay);
    const id = `ply.${lay}`;
    const o = ledger.record(`${id}.offset`, `offset of ply ${lay}`, offsetFormulas[order], offsets[i], {
      R: ratio,
      s: step,
      ...Object.fromEntries(from.map((p, j) => [`t${order === 'largest first' ? lay + j : j + 1}`, p.laid.thickness])),
    });
    const outline = offset(base, o.value);
    const size = extent(outline);
    const plyArea = ledger.record(`${id}.area`, `area of ply ${lay}`, PLY_AREA, area(outline), { o });
    return {
      lay,
      cloth: laid.cloth,
      orientation,
      thickness: laid.thickness,
      offset: o,
      outline,
      length: ledger.record(`${id}.length`, `length of ply ${lay}`, PLY_LENGTH, size.length, { o }),
      width: ledger.record(`${id}.width`, `width of ply ${lay}`, PLY_WIDTH, size.width, { o }),
      area: plyArea,
      resin: ledger.compute(`${id}.resin`, `resin in ply ${lay}`, plyResin, { wr: laid.resinAreal, A: plyArea }),
    };
  });
}
