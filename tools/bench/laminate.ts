import { performance } from 'node:perf_hooks';
import {
  LIBRARY,
  Ledger,
  abdOf,
  complianceOf,
  elasticPly,
  planOutlines,
  proposeStacks,
  reduced,
  turned,
  type Cloth,
  type Figure,
  type Outline,
  type Stack,
} from '@nelbo/core';
import { nest } from '@nelbo/core/papers';
import { Random } from '../inspect/random';
import { nestSet } from './nest-set';
import { quantile, rowOf, type Row } from './rows';

const RUNS = 60;
const WARM_UP = 20;
const SEARCH_MS = 10_000;
const YIELD_WANTED = 80;

/** A wavy outline of 400 points, as a disc leaves the edge of a ground hole, a little different every time so that nothing is kept from before. */
const outline = (i: number): Outline =>
  Array.from({ length: 400 }, (_, k) => {
    const t = (2 * Math.PI * k) / 400;
    const r = 0.15 + 0.02 * Math.sin(5 * t) + 0.001 * Math.sin(23 * t) + i * 1e-6;
    return { x: r * 1.4 * Math.cos(t), y: r * Math.sin(t) };
  });
/** The edge that a blow leaves: every point up to 2 mm off, at random, another one every time. */
function jagged(n: number): Outline {
  const random = new Random(n);
  return Array.from({ length: n }, (_, k) => {
    const t = (2 * Math.PI * k) / n;
    const r = 0.15 + random.between(-0.002, 0.002);
    return { x: r * 1.4 * Math.cos(t), y: r * Math.sin(t) };
  });
}
const cloth = (id: string): Cloth => LIBRARY.cloths.find((c) => c.id === id) as Cloth;

function times(work: (i: number) => unknown): number[] {
  const values: number[] = [];
  for (let i = 0; i < WARM_UP + RUNS; i += 1) {
    const began = performance.now();
    work(i);
    if (i >= WARM_UP) values.push(performance.now() - began);
  }
  return values;
}

/** Offsets and outlines of twelve plies. */
function measureOutlines(what: string, of: (i: number) => Outline, most: number): Row {
  const ledger = (): Ledger => new Ledger('bench');
  const figure = (id: string, value: number, unit = 'm'): Figure =>
    ledger().given(id, id, value, unit, 'entered', 'bench');
  const laid = {
    cloth: cloth('biax-600'),
    thickness: figure('t', 0.00066),
    resinAreal: figure('wr', 0.49, 'kg/m²'),
  };
  const stack: Stack = {
    plies: Array.from({ length: 12 }, (_, k) => ({ laid, orientation: k % 2 ? '0/90' : '±45' })),
    thickness: figure('T', 12 * 0.00066),
    inBand: true,
  };
  return rowOf(
    'offsets and ply outlines',
    `${what}, 12 plies`,
    times((i) =>
      planOutlines(
        {
          base: [of(i)],
          stack,
          ratio: figure('R', 12, ':1'),
          step: figure('s', 0.006),
          order: 'largest first',
        },
        ledger(),
      ),
    ),
    most,
  );
}

/** Mean of 10,000 warm calls, as ten means of a thousand. */
function measureAbd(): Row {
  const lamina = { E1: 38e9, E2: 9e9, G12: 3.6e9, nu12: 0.28 };
  const layers = Array.from({ length: 20 }, (_, k) => ({
    q: turned(reduced(lamina), (k * Math.PI) / 7),
    thickness: 0.0005,
  }));
  const call = (): unknown => complianceOf(abdOf(layers));
  for (let i = 0; i < 5000; i += 1) call();
  const means = Array.from({ length: 10 }, () => {
    const began = performance.now();
    for (let i = 0; i < 1000; i += 1) call();
    return (performance.now() - began) / 1000;
  });
  return rowOf('ABD and its inverse', '20 plies, means of 1,000 calls', means, 0.1);
}

function measureProposals(): Row {
  const candidates = LIBRARY.cloths.slice(0, 12).map((c) => ({
    cloth: c,
    thickness:
      c.arealWeight / c.densityFibre + (c.arealWeight * (1 - c.fibreFraction)) / c.fibreFraction / 1150,
  }));
  const old = Array.from({ length: 4 }, () => [
    elasticPly(cloth('mat-300'), 'polyester', 1210, 0.0008, 'any'),
    elasticPly(cloth('roving-600'), 'polyester', 1210, 0.0009, '0/90'),
  ]).flat();
  return rowOf(
    'stack optimiser',
    '12 cloths, 7 mm',
    times((i) =>
      proposeStacks({
        candidates,
        resin: 'epoxy',
        densityResin: 1150,
        band: [0.0066 + i * 1e-7, 0.0071 + i * 1e-7],
        old,
        behind: [],
      }),
    ),
    200,
  );
}

/** The committed set on one roll: how good the layout is after ten seconds, and when it passed what is wanted. */
function measureNest(): readonly Row[] {
  const pieces = nestSet();
  const began = performance.now();
  let passed = Infinity;
  let [tried, best] = [0, 0];
  for (const step of nest({ pieces, rollWidth: 1.27, gap: 0.004 })) {
    [tried, best] = [step.tried, step.best.yield * 100];
    if (best >= YIELD_WANTED && passed === Infinity) passed = performance.now() - began;
    if (performance.now() - began > SEARCH_MS) break;
  }
  const size = `${pieces.length} pieces, ${tried} layouts in ${SEARCH_MS / 1000} s, yield ${best.toFixed(1)} %`;
  return [
    {
      work: 'nesting to 80 % yield',
      size,
      median: passed,
      p95: quantile([passed], 0.95),
      budget: SEARCH_MS,
      held: 'median',
    },
  ];
}

/** What a technician waits for while grinding and laminating is planned. */
export function measureLaminate(): readonly Row[] {
  return [
    measureOutlines('400 points, wavy', outline, 8),
    measureOutlines('400 points, jagged', () => jagged(400), 25),
    measureOutlines('1,850 points, jagged', () => jagged(1850), 120),
    measureAbd(),
    measureProposals(),
    ...measureNest(),
  ];
}
