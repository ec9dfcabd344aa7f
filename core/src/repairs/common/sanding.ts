import { rateFigure } from '../../rates/hands-on';
import { rateHere, type RateRow, type YardRates } from '../../rates/row';
import { RATES } from '../../rates/book';
import { formula } from '../../trace/formula';
import { problem } from '../../trace/problem';
import { chainTime, gritSequence, type GritAnswer, type GritStep } from '../../fair/grit-sequence';
import type { Paper, SandingTool } from '../../materials/abrasives';
import { P_GRAIN } from '../../materials/grits';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { microns, words, type Words } from '../../trace/words';

export const timeSaved = formula({
  id: 'repairs/common/sanding',
  expression: 'Δt = t_usual − t_planned',
  unit: 's',
  source: 'difference of the two',
  inputs: { t_usual: 'with the usual papers', t_planned: 'with the planned ones' },
  evaluate: (x) => x.t_usual - x.t_planned,
});

export interface SandingStep {
  /** "P80", or the name of a paper of the yard's own. */
  readonly grit: string;
  readonly paperId: string;
  /** Mean grain, m. */
  readonly grain: number;
  readonly tool: SandingTool;
  readonly wet: boolean;
  /** Which way to stroke: it changes with every paper, so that the old scratches show until they are gone. */
  readonly direction: string;
  readonly depth: Figure;
  readonly time: Figure;
  readonly discs: Figure;
}

/** What is needed while a paper is used: its tool, which way, and what it has to take off. */
export const papersOf = ({ tool, direction, depth }: SandingStep): Words =>
  words`${tool}, ${direction}, takes off ${microns(depth)}`;

/** The same task gone through with the papers that the yard is used to. */
export interface HabitCost {
  readonly grits: readonly string[];
  readonly time: Figure;
  /** Minutes more than the sequence planned; less than nothing only where it ends too coarse. */
  readonly more: Figure;
  /** What is wrong with it, besides the time. */
  readonly faults: readonly string[];
}

export interface SandingPlan {
  readonly steps: readonly SandingStep[];
  readonly total: Figure;
  readonly habit?: HabitCost;
}

export interface SandingQuestion {
  readonly key: string;
  readonly stage: 'fair' | 'finish';
  readonly stock: Figure;
  readonly area: Figure;
  /** P grade that the next layer wants. */
  readonly end: number;
  /** Coarsest P grade that may be used. */
  readonly coarsest: number;
  readonly papers: readonly Paper[];
  readonly levels: boolean;
  /** Every paper goes the way of the fibres. */
  readonly alongGrain?: boolean;
  /** What the yard goes through out of habit, as grains in m with their names. */
  readonly habit?: readonly { readonly name: string; readonly grain: number }[];
}

export const leastSanding = formula({
  id: 'repairs/common/sanding',
  expression: 't = max(t_spot, r·A)',
  unit: 's',
  source: 'a face is gone over, whatever comes off it',
  inputs: { t_spot: 'a spot', r: 'time on a square metre', A: 'area' },
  evaluate: (x) => Math.max(x.t_spot, x.r * x.A),
});

const SOURCE =
  'each paper removes the scratch of the one before; least total time over the papers on the shelf';
/** Said of a hull as of a foil's edge: a paper goes another way than the one before, so that its scratches show. */
const ALONG_GRAIN = 'along the grain';
const DIRECTIONS = ['lengthwise', 'slantwise', 'slantwise the other way'];

/** The paper of the shelf that stands for a habit's grit: of its grade, quickest first; flat where it has to level. */
function likeHabit(all: readonly Paper[], grain: number, flat: boolean): Paper | undefined {
  const off = (p: Paper): number => Math.abs(Math.log(p.grain / grain));
  const boards = flat ? all.filter((p) => p.tool !== 'random orbital' && p.tool !== 'rotary') : [];
  const papers = boards.length > 0 ? boards : all;
  const near = papers.filter((p) => off(p) < 0.03);
  const among = near.length > 0 ? near : papers;
  return among.reduce<Paper | undefined>(
    (best, p) =>
      !best || off(p) < off(best) - 1e-9 || (Math.abs(off(p) - off(best)) < 1e-9 && p.rate > best.rate)
        ? p
        : best,
    undefined,
  );
}

function habitCost(q: SandingQuestion, total: Figure, ledger: Ledger): HabitCost | undefined {
  if (!q.habit || q.habit.length === 0) return undefined;
  // Whatever the habit, the first paper has to level.
  const coarsest = Math.max(...q.habit.map((h) => h.grain));
  const chain = q.habit.flatMap(
    ({ grain }) => likeHabit(q.papers, grain, q.levels && grain === coarsest) ?? [],
  );
  const usable = chain.filter((p, i) => chain.indexOf(p) === i);
  if (usable.length === 0) return undefined;
  const gone = chainTime(usable, q.stock.value, q.area.value);
  const last = gone.steps.at(-1)?.paper;
  const faults = [
    ...(gone.below > 0
      ? [`its scratches reach ${Math.ceil(gone.below * 1e6)} µm below what may be taken off`]
      : []),
    ...(last && last.grain > P_GRAIN[q.end] * 1.02
      ? [`it ends at ${last.name}, and the next layer wants P${q.end}`]
      : []),
  ];
  const time = ledger.record(
    `${q.key}.habit`,
    'the usual papers on the same task',
    {
      id: 'fair/grit-sequence',
      expression: 't = Σ d·A/rate + pieces · change',
      unit: 's',
      source: 'each paper removes the scratch of the one before',
    },
    gone.steps.reduce(
      (sum, s, i) => sum + Math.max(s.time, leastSeconds(s.paper, q, i === 0, ledger.own)),
      0,
    ),
    { stock: q.stock, A: q.area },
  );
  const more = ledger.compute(
    `${q.key}.habitMore`,
    'the usual papers against the sequence planned',
    timeSaved,
    { t_usual: time, t_planned: total },
  );
  return { grits: gone.steps.map((s) => s.paper.name), time, more, faults };
}

/** By which rows a face is gone over: a spot at the least, and a square metre. */
const goneOver = (paper: Paper, q: SandingQuestion, first: boolean): readonly [RateRow, RateRow] =>
  paper.tool === 'long board' || (first && q.levels && q.area.value >= BOARD_FROM ** 2)
    ? [RATES.boardSpot, RATES.boardPerM2]
    : [RATES.gritSpot, RATES.scuffPerM2];

/** The same of papers that are only held against the sequence planned, s. */
function leastSeconds(paper: Paper, q: SandingQuestion, first: boolean, own: YardRates): number {
  const [spot, perM2] = goneOver(paper, q, first).map((row) => rateHere(row, own).value);
  return Math.max(spot, perM2 * q.area.value);
}

/** What going over a face takes whatever comes off: a board levels slowly, a later paper only takes scratches off. */
function leastOf(id: string, paper: Paper, q: SandingQuestion, first: boolean, ledger: Ledger): Figure {
  const [fixed, perM2] = goneOver(paper, q, first).map((row) =>
    rateFigure(ledger, `${id}.${row.id}`, row.name, row, row.unit),
  );
  return ledger.compute(`${id}.least`, `sanding with ${paper.name}, at the least`, leastSanding, {
    t_spot: fixed,
    r: perM2,
    A: q.area,
  });
}

function figuresOf(q: SandingQuestion, steps: readonly GritStep[], ledger: Ledger): readonly SandingStep[] {
  let previous: Figure = q.stock;
  return steps.map(({ paper, depth: d, time: t, pieces: n }, i) => {
    const id = `${q.key}.${paper.id}`;
    const depth = ledger.record(
      `${id}.depth`,
      `depth that ${paper.name} takes off`,
      {
        id: 'fair/grit-sequence',
        expression: 'd = k · mean grain of the paper before; the first takes stock − Σ d of the later ones',
        unit: 'm',
        source: SOURCE,
      },
      d,
      { before: previous },
    );
    previous = depth;
    const least = leastOf(id, paper, q, i === 0, ledger);
    const time = ledger.record(
      `${id}.time`,
      `sanding with ${paper.name}`,
      {
        id: 'fair/grit-sequence',
        expression: 't = max(d·A/rate(grain, tool, material) + pieces · change, t_least)',
        unit: 's',
        source: `removal rate of a 150 mm random orbital sander on cured resin; ${paper.tool}; no quicker than the face is gone over by hand`,
      },
      Math.max(t, least.value),
      { d: depth, A: q.area, t_least: least },
    );
    const discs = ledger.record(
      `${id}.discs`,
      `pieces of ${paper.name}`,
      {
        id: 'fair/grit-sequence',
        expression: 'n = ⌈A / life⌉',
        unit: 'count',
        source: 'a 150 mm disc lasts 0.6 m² at P80, 0.9 m² at P240',
      },
      n,
      { A: q.area },
    );
    return {
      grit: paper.name,
      paperId: paper.id,
      grain: paper.grain,
      tool: paper.tool,
      wet: paper.wet,
      direction: q.alongGrain ? ALONG_GRAIN : DIRECTIONS[i % DIRECTIONS.length],
      depth,
      time,
      discs,
    };
  });
}

/** What keeps a row of papers from being what was asked, told once. */
function tell(q: SandingQuestion, answer: GritAnswer, ledger: Ledger): void {
  if (answer.short)
    ledger.report(
      problem({ severity: 'warning', stage: q.stage, path: 'papers' }, 'shelf-too-coarse', {
        finest: answer.short.name,
        wanted: q.end,
      }),
    );
  else if (answer.steps.length === 0)
    ledger.report(
      problem({ severity: 'warning', stage: q.stage, path: 'papers' }, 'shelf-without-paper', {
        wanted: q.end,
      }),
    );
  if (answer.gap) {
    const [coarser, finer] = answer.gap;
    ledger.report(
      problem({ severity: 'warning', stage: q.stage, path: 'papers' }, 'shelf-gap', {
        coarser: coarser.name,
        finer: finer.name,
        times: coarser.grain / finer.grain,
      }),
    );
  }
}

/** A board is drawn over a face that it can lie on, m; a chip is levelled with a small hard block. */
const BOARD_FROM = 0.15;
const forSpot = (paper: Paper, area: number): Paper =>
  paper.tool === 'long board' && Math.sqrt(area) < BOARD_FROM ? { ...paper, tool: 'hand block' } : paper;

/** A grit sequence with every step traced, and what the usual papers would cost instead. */
export function planSanding(q: SandingQuestion, ledger: Ledger): SandingPlan {
  const answer = gritSequence({
    stock: q.stock.value,
    area: q.area.value,
    endGrain: P_GRAIN[q.end],
    coarsestGrain: P_GRAIN[q.coarsest],
    papers: q.papers.map((paper) => forSpot(paper, q.area.value)),
    levels: q.levels,
  });
  tell(q, answer, ledger);
  const steps = figuresOf(q, answer.steps, ledger);
  const total =
    steps.length > 0
      ? ledger.sum(
          `${q.key}.total`,
          'sanding in all',
          's',
          steps.map((s) => s.time),
        )
      : ledger.given(`${q.key}.total`, 'sanding in all', 0, 's', 'computed', 'no paper suits');
  const habit = habitCost(q, total, ledger);
  return { steps, total, ...(habit ? { habit } : {}) };
}
