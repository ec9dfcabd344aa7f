import { P_GRAIN, SCRATCH_SHARE, SHELF, discLife, removalRate, type AbradedMaterial } from '../materials/abrasives';
import { RATES } from '../materials/work-rates';

/** Coarsest paper on a fairing compound: coarser ones tear the soft filler deeper than their scratch on hard resin. */
export const COARSEST_ON_FILLER = 80;

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
 * The papers from the shelf with the least total time that take off `stock` and end at the grit that the next layer wants.
 * Each paper removes the scratch of the one before; the first removes the stock. Solved by dynamic programming from
 * the end grit backwards: best(g) = min over finer h of time(h removes scratch of g) + best(h).
 *
 * @param stock depth to remove, m; the first paper's own scratch must fit inside it
 * @param area m²
 * @param end last P grade
 * @param shelf papers at hand
 */
export function gritSequence(
  stock: number,
  area: number,
  end: number,
  material: AbradedMaterial = 'cured resin',
  shelf: readonly number[] = SHELF,
): readonly GritStep[] {
  const papers = [...new Set([...shelf.filter((g) => g <= end), end])].sort((a, b) => a - b);
  const after = new Map<number, { time: number; next?: number }>();
  for (const grit of [...papers].reverse()) {
    if (grit === end) {
      after.set(grit, { time: 0 });
      continue;
    }
    let best = { time: Infinity, next: end };
    for (const next of papers.filter((p) => p > grit)) {
      const time = step(next, scratchDepth(grit, material), area, material).time + (after.get(next)?.time ?? 0);
      if (time < best.time) best = { time, next };
    }
    after.set(grit, best);
  }
  // A paper whose scratch goes deeper than the stock would score what is below.
  const starts = papers.filter((g) => scratchDepth(g, material) <= stock || g === end);
  const first = starts.reduce((a, b) => (total(b) < total(a) ? b : a));
  function total(grit: number): number {
    return step(grit, stock, area, material).time + (after.get(grit)?.time ?? 0);
  }
  const steps = [step(first, stock, area, material)];
  for (let grit = first; grit !== end; ) {
    const next = after.get(grit)?.next ?? end;
    steps.push(step(next, scratchDepth(grit, material), area, material));
    grit = next;
  }
  return steps;
}
