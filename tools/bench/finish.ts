import { performance } from 'node:perf_hooks';
import { LIBRARY } from '@nelbo/core';
import {
  COLOUR_BASES,
  PASTES,
  bands,
  fairnessOf,
  gridFor,
  gritSequence,
  matchColour,
  papersOf,
  type GritQuestion,
  type Lab,
} from '@nelbo/core/finish';
import { rowOf, type Row } from './rows';

const RUNS = 60;
const WARM_UP = 15;

function timed(work: (run: number) => void, runs = RUNS, warmUp = WARM_UP): number[] {
  const values: number[] = [];
  for (let i = 0; i < warmUp + runs; i += 1) {
    const began = performance.now();
    work(i);
    if (i >= warmUp) values.push(performance.now() - began);
  }
  return values;
}

/** Targets that want every size of recipe tried, and one that a few pastes reach. */
const TARGETS: readonly Lab[] = [
  { L: 81.4, a: -4.6, b: 6.8 },
  { L: 55, a: 20, b: -35 },
  { L: 70, a: -30, b: -12 },
  { L: 40, a: 30, b: 20 },
  { L: 8, a: 0, b: 0 },
];

/** Map of 400 gaps, papers out of 30, recipe out of 12 pastes. */
export function measureFinish(): readonly Row[] {
  const { stations, lines } = gridFor(1, 0.8, 20, 20);
  const dent = (x: number, y: number, k: number): number =>
    0.004 * Math.exp(-((x - k / 400) ** 2 + y * y) / 0.03) +
    (x * x) / 6 +
    0.0002 * Math.abs(Math.sin(97 * x + 31 * y + k));
  const gaps = (k: number) => lines.flatMap((y) => stations.map((x) => ({ x, y, gap: dent(x, y, k) })));
  const map = (k: number) =>
    fairnessOf({ gaps: gaps(k), edge: 'straight edge', tolerance: 0.0005, cutLimit: 0.001 });
  const papers = papersOf(LIBRARY.products, undefined, 'cured resin')
    .concat(papersOf(LIBRARY.products, ['wet-cami220'], 'cured resin'))
    .slice(0, 30);
  const question = (k: number): GritQuestion => ({
    stock: 0.0004 + k * 1e-6,
    area: 0.2 + k / 200,
    endGrain: 12.6e-6,
    coarsestGrain: 425e-6,
    papers,
    levels: true,
  });
  return [
    rowOf(
      'fairness map',
      `${stations.length * lines.length} gaps under a straight edge`,
      timed((k) => map(k)),
      20,
    ),
    rowOf(
      'contours of it',
      'lows at six depths',
      timed((k) =>
        bands(
          (map(k) as NonNullable<ReturnType<typeof map>>).field,
          'lows',
          [0.0005, 0.001, 0.002, 0.003, 0.005, 0.008],
        ),
      ),
      undefined,
    ),
    rowOf(
      'best papers',
      `${papers.length} on the shelf`,
      timed((k) => gritSequence(question(k))),
      5,
    ),
    rowOf(
      'colour recipe',
      `${PASTES.length} pastes, up to four`,
      timed(
        (k) =>
          matchColour({
            base: COLOUR_BASES[0],
            pastes: PASTES,
            target: TARGETS[k % TARGETS.length],
            limit: 0.06,
          }),
        30,
        10,
      ),
      150,
      'p95',
    ),
  ];
}
