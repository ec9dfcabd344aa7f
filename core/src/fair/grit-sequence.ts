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
 * the whole sequence never goes deeper than the stock. Solved by dynamic programming from the end grit backwards:
 * best(g) = min over finer h of time(h removes scratch of g) + best(h).
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
  const papers = [...new Set([...shelf.filter((g) => g >= COARSEST[material] && g < end), end])].sort((a, b) => a - b);
  const after = new Map<number, { time: number; depth: number; next?: number }>([[end, { time: 0, depth: 0 }]]);
  for (const grit of papers.slice(0, -1).reverse()) {
    const scratch = scratchDepth(grit, material);
    const ways = papers
      .filter((p) => p > grit)
      .map((next) => {
        const rest = after.get(next) ?? { time: 0, depth: 0 };
        return { time: step(next, scratch, area, material).time + rest.time, depth: scratch + rest.depth, next };
      });
    after.set(grit, ways.reduce((a, b) => (b.time < a.time ? b : a)));
  }
  const starts = papers
    .map((grit) => ({ grit, ...(after.get(grit) ?? { time: 0, depth: 0 }) }))
    .filter((s) => s.depth < stock || s.grit === end)
    .map((s) => ({ ...s, total: s.time + step(s.grit, stock - s.depth, area, material).time }));
  const first = starts.reduce((a, b) => (b.total < a.total ? b : a));
  const steps = [step(first.grit, stock - first.depth, area, material)];
  for (let grit = first.grit; grit !== end; ) {
    const next = after.get(grit)?.next ?? end;
    steps.push(step(next, scratchDepth(grit, material), area, material));
    grit = next;
  }
  return steps;
}
