import { P_GRAIN, SCRATCH_SHARE, SHELF, discLife, removalRate, type AbradedMaterial } from '../materials/abrasives';
import { RATES } from '../materials/work-rates';

/** Coarsest paper by what is sanded: coarser ones tear soft filler, or reach deep into half a millimetre of gel coat. */
export const COARSEST = { 'cured resin': 80, 'gel coat': 240 } as const satisfies Record<AbradedMaterial, number>;

export interface GritStep {
  /** FEPA P grade. */
  readonly grit: number;
  /** Depth taken off, m. */
  readonly depth: number;
  /** Sanding and paper changes, s. */
  readonly time: number;
  readonly discs: number;
  /** Deepest scratch that it leaves, m. */
  readonly scratch: number;
}

/** Deepest scratch of a paper, m. */
export function scratchDepth(grit: number, material: AbradedMaterial): number {
  return SCRATCH_SHARE[material] * P_GRAIN[grit];
}

function step(grit: number, depth: number, area: number, material: AbradedMaterial): GritStep {
  const grain = P_GRAIN[grit];
  const discs = Math.max(1, Math.ceil(area / discLife(grain)));
  return {
    grit,
    depth,
    time: (depth * area) / removalRate(grain) + discs * RATES.paperChange,
    discs,
    scratch: scratchDepth(grit, material),
  };
}

/**
 * The papers from the shelf with the least total time that take off `stock` in all and end at the grit that the next
 * layer wants. Each paper removes the scratch of the one before; the first removes what is left of the stock, so that
 * the whole sequence never goes deeper than the stock. Searched from the end grit back to coarser papers; a branch is
 * left as soon as its scratches fill the stock or its time passes the best found, so the answer is exact.
 *
 * @param stock depth to remove in all, m
 * @param area m²
 * @param end last P grade
 * @param shelf papers at hand
 * @returns the steps, coarse to fine; only the end grit when no coarser paper's scratch fits into the stock
 */
export function gritSequence(
  stock: number,
  area: number,
  end: number,
  material: AbradedMaterial = 'cured resin',
  shelf: readonly number[] = SHELF,
): readonly GritStep[] {
  const papers = [...new Set(shelf.filter((g) => g >= COARSEST[material] && g < end))].sort((a, b) => b - a);
  let best: readonly GritStep[] = [];
  let bestTime = Infinity;
  const extend = (first: number, coarser: readonly number[], later: readonly GritStep[], depth: number, time: number): void => {
    if (depth >= stock || time >= bestTime) return;
    const start = step(first, stock - depth, area, material);
    if (time + start.time < bestTime) {
      best = [start, ...later];
      bestTime = time + start.time;
    }
    coarser.forEach((grit, i) => {
      const scratch = scratchDepth(grit, material);
      const next = step(first, scratch, area, material);
      extend(grit, coarser.slice(i + 1), [next, ...later], depth + scratch, time + next.time);
    });
  };
  extend(end, papers, [], 0, 0);
  return best;
}
