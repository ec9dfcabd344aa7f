import type { Paper } from '../materials/abrasives';

export interface GritStep {
  readonly paper: Paper;
  /** Depth taken off, m. */
  readonly depth: number;
  /** Sanding and paper changes, s. */
  readonly time: number;
  readonly pieces: number;
}

export interface GritQuestion {
  /** Depth to remove in all, m. */
  readonly stock: number;
  /** m² */
  readonly area: number;
  /** Mean grain that the next layer wants at the end, m. */
  readonly endGrain: number;
  /** Coarsest grain that may be used, m. */
  readonly coarsestGrain: number;
  readonly papers: readonly Paper[];
  /** Whether the first paper must be on a board or block, which levels; later ones only take scratches off. */
  readonly levels?: boolean;
}

export interface GritAnswer {
  readonly steps: readonly GritStep[];
  /** Set when no paper is as fine as the next layer wants: the sequence ends at the finest there is. */
  readonly short?: Paper;
  /** Two papers that follow one another further apart than a paper clears: the shelf has none between them. */
  readonly gap?: readonly [coarser: Paper, finer: Paper];
}

/** Two grains that differ by less are one grade. */
const SAME = 1.02;

/** Deepest scratch that a paper still clears, against its own. Source: usual practice: never skip more than two grades. */
export const LONGEST_STEP = 2.2;
const tooFar = (coarser: Paper, finer: Paper): boolean => coarser.grain > LONGEST_STEP * finer.grain * SAME;

const flat = (paper: Paper): boolean => paper.tool === 'long board' || paper.tool === 'hand block';

/** Changing the paper, s. Source: typical hand work. */
const PAPER_CHANGE = 90;

/** Time of one paper: what it takes off, and changing it when it is worn. */
export function stepOf(paper: Paper, depth: number, area: number): GritStep {
  const pieces = Math.max(1, Math.ceil(area / paper.life - 1e-9));
  return { paper, depth, pieces, time: (depth * area) / paper.rate + pieces * PAPER_CHANGE };
}

/** The papers that the next layer takes: as fine as it wants, but no finer than the next one on the shelf. */
function endPapers(
  papers: readonly Paper[],
  endGrain: number,
): { readonly ends: readonly Paper[]; readonly short?: Paper } {
  const fine = papers.filter((p) => p.grain <= endGrain * SAME);
  if (fine.length === 0) {
    const finest = papers.reduce<Paper | undefined>(
      (best, p) => (!best || p.grain < best.grain ? p : best),
      undefined,
    );
    return { ends: finest ? papers.filter((p) => p.grain <= finest.grain * SAME) : [], short: finest };
  }
  const coarsest = Math.max(...fine.map((p) => p.grain));
  return { ends: fine.filter((p) => p.grain >= coarsest / SAME) };
}

interface Label {
  readonly paper: Paper;
  /** Time of the papers after this one, s. */
  readonly time: number;
  /** What those take off, m. */
  readonly depth: number;
  readonly later?: Label;
}

/** All steps of a path of labels, the coarsest first. */
function stepsOf(label: Label, stock: number, area: number): readonly GritStep[] {
  const steps = [stepOf(label.paper, stock - label.depth, area)];
  for (let l = label; l.later; l = l.later) steps.push(stepOf(l.later.paper, l.paper.scratch, area));
  return steps;
}

/** Labels that may still be part of the best: sorted by depth, each must be worth more than those that took less off. */
function undominated(labels: Label[], spared: number): readonly Label[] {
  if (labels.length < 2) return labels;
  let least = Infinity;
  return labels
    .sort((a, b) => a.depth - b.depth || a.time - b.time)
    .filter((l) => {
      const worth = l.time - l.depth * spared;
      if (worth >= least) return false;
      least = worth;
      return true;
    });
}

/** True where one paper may follow the other: it clears its scratch, or there is none between the two. */
const follows = (papers: readonly Paper[], coarser: Paper, finer: Paper): boolean =>
  !tooFar(coarser, finer) ||
  !papers.some((p) => p.grain > finer.grain * SAME && p.grain < coarser.grain / SAME);

/** The first step of a sequence that is longer than a paper clears. */
function gapOf(steps: readonly GritStep[]): GritAnswer['gap'] {
  const i = steps.findIndex((s, k) => k > 0 && tooFar(steps[k - 1].paper, s.paper));
  return i < 0 ? undefined : [steps[i - 1].paper, steps[i].paper];
}

/**
 * The papers with the least total time that take off `stock` in all and end as the next layer wants. Each paper
 * removes the scratch of the one before, at most `LONGEST_STEP` times its own where the shelf has a paper between; the first removes what is left of the stock, so that the whole sequence never
 * goes deeper than the stock. Labels (time, depth) are carried from the end grit to coarser papers; one that can
 * never end better than another at the same paper is dropped, so the answer is exact.
 *
 * @returns the steps, coarse to fine; only the end grit when no coarser paper's scratch fits into the stock
 */
export function gritSequence(q: GritQuestion): GritAnswer {
  const { stock, area, levels = false } = q;
  const usable = q.papers.filter((p) => p.grain <= q.coarsestGrain * SAME || p.grain <= q.endGrain * SAME);
  const { ends, short } = endPapers(usable, q.endGrain);
  if (ends.length === 0) return { steps: [] };
  const endGrain = ends[0].grain;
  const order = [
    ...ends,
    ...usable.filter((p) => p.grain > endGrain * SAME).sort((x, y) => x.grain - y.grain),
  ];
  // A slower paper of a grain comes first where it levels; behind another one its quicker like is always as good.
  const onlyFirst = order.map((p) =>
    order.some(
      (o) => o !== p && o.rate > p.rate && o.life >= p.life && Math.abs(o.grain / p.grain - 1) < SAME - 1,
    ),
  );
  const change = order.map((p) => stepOf(p, 0, area).time);
  // Every metre that the later papers take off spares the first one at most this: it is at least as coarse.
  const sparing = new Array<number>(order.length).fill(0);
  for (let i = order.length - 1, slowest = Infinity; i >= 0; i -= 1) {
    slowest = Math.min(slowest, order[i].rate);
    sparing[i] = area / slowest;
  }
  const fastest = area / Math.max(...order.map((p) => p.rate));
  const open: Label[][] = order.map((paper, i) => (i < ends.length ? [{ paper, time: 0, depth: 0 }] : []));
  let best: Label | undefined;
  let bestTime = Infinity;
  let bestFlat = false;
  order.forEach((paper, i) => {
    for (const label of undominated(open[i], sparing[i])) {
      const total = label.time + change[i] + (Math.max(0, stock - label.depth) * area) / paper.rate;
      const isFlat = !levels || flat(paper);
      if ((isFlat && !bestFlat) || (isFlat === bestFlat && total < bestTime))
        [best, bestTime, bestFlat] = [label, total, isFlat];
      if (onlyFirst[i]) continue;
      for (let k = i + 1; k < order.length; k += 1) {
        const coarser = order[k];
        if (coarser.grain <= paper.grain * SAME || !follows(order, coarser, paper)) continue;
        const depth = label.depth + coarser.scratch;
        const time = label.time + change[i] + (coarser.scratch * area) / paper.rate;
        // What is left takes at least as long as with the quickest paper.
        if (depth >= stock || (bestFlat && time + (stock - depth) * fastest >= bestTime)) continue;
        open[k].push({ paper: coarser, time, depth, later: label });
      }
    }
  });
  if (!best) return { steps: [] };
  const steps = stepsOf(best, stock, area);
  const gap = gapOf(steps);
  return { steps, ...(short ? { short } : {}), ...(gap ? { gap } : {}) };
}

export interface ChainTime {
  readonly steps: readonly GritStep[];
  /** s */
  readonly time: number;
  /** How far its scratches reach below the stock, m; 0 when they stay within it. */
  readonly below: number;
}

/** What a given row of papers costs on the same task, coarse to fine. @param papers sorted by the caller's hand; sorted coarse to fine here */
export function chainTime(papers: readonly Paper[], stock: number, area: number): ChainTime {
  const chain = [...papers].sort((a, b) => b.grain - a.grain);
  const scratches = chain.slice(0, -1).reduce((sum, p) => sum + p.scratch, 0);
  const steps = chain.map((p, i) =>
    stepOf(p, i === 0 ? Math.max(0, stock - scratches) : chain[i - 1].scratch, area),
  );
  return { steps, time: steps.reduce((sum, s) => sum + s.time, 0), below: Math.max(0, scratches - stock) };
}
