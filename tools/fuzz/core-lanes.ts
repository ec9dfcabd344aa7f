import fc from 'fast-check';
import {
  LIBRARY,
  describeProblem,
  tellProblem,
  findingHistory,
  openJobFile,
  parseQuantity,
  tellUnread,
  createPlanner,
  planRepair,
  readJob,
  refinePlan,
  type Dimension,
  type JobDocument,
} from '@nelbo/core';
import { forecastCure, readLogger } from '@nelbo/core/cure';
import { publicPlan, workOrder, workOrderDrawings, workOrderMarkdown } from '@nelbo/core/papers';
import { REPAIRS } from '@nelbo/core/repairs';
import { anyJob, anyYard } from '../../core/spec/any-document';
import { inputsOf } from './inputs';
import { brokenIn, lane, tried, type Lane } from './report';

const CLOCK = { now: Date.UTC(2026, 10, 23, 8), timeZone: 'Europe/Oslo' };
/** Papers take ten times as long as the plan: those of every so many. */
const PAPERS = 12;

/** Whether any number anywhere in a value is none. */
function notFinite(value: unknown): string | undefined {
  const waiting: [unknown, string][] = [[value, '']];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const [at, path] = next;
    if (typeof at === 'number' && !Number.isFinite(at)) return path;
    if (typeof at === 'object' && at !== null)
      for (const key of Object.keys(at))
        if (key !== 'trace') waiting.push([(at as Record<string, unknown>)[key], `${path}.${key}`]);
  }
  return undefined;
}

/** Every job that the schema admits, in any yard: planned, forecast, and now and then printed. */
export async function plannerLane(inputs: number, seed: number): Promise<Lane> {
  const to = lane('planner');
  for (const [document, shop] of inputsOf(fc.tuple(anyJob, anyYard), inputs, seed)) {
    await tried(
      to,
      () => JSON.stringify(document),
      () => {
        const { job, problems } = readJob(document);
        const bad = problems.find((p) => p.severity === 'error');
        if (bad || !job) return `a document of the schema is refused: ${bad && describeProblem(bad)}`;
        const result = planRepair(job, LIBRARY, shop, CLOCK, REPAIRS);
        if (result.fault) return `fault ${(result.fault as Error).stack?.split('\n').slice(0, 2).join(' ')}`;
        if (!result.plan) return undefined;
        const odd = notFinite(result.plan);
        if (odd !== undefined) return `no number at ${odd}`;
        if (to.inputs % PAPERS > 0) return undefined;
        const cure = forecastCure(job, result, LIBRARY, shop, CLOCK, { cells: 20, detail: false });
        const plan = cure ? refinePlan(result.plan, cure) : result.plan;
        const reader = { units: shop.units, currency: shop.currency };
        const order = workOrder(
          job,
          plan,
          problems,
          findingHistory(job, LIBRARY, shop, CLOCK, () => createPlanner(REPAIRS)),
          reader,
        );
        const text = workOrderMarkdown(order, workOrderDrawings(plan, reader), plan.trace, reader);
        return (
          notFinite(publicPlan(plan)) ?? brokenIn(decodeURIComponent(text.replace(/%(?![0-9A-F]{2})/g, '')))
        );
      },
    );
  }
  return to;
}

const DIMENSIONS: readonly Dimension[] = [
  'length',
  'area',
  'volume',
  'mass',
  'arealMass',
  'density',
  'pressure',
  'temperature',
  'time',
  'fraction',
  'ratio',
  'count',
  'money',
];
const pieces = fc
  .array(
    fc.oneof(
      fc.constantFrom(
        '1',
        ' ',
        '/',
        'mm',
        'in',
        'oz',
        '½',
        '-',
        'e',
        '9',
        '.',
        ',',
        '°C',
        '\u0000',
        '1e999',
        '%',
        ':',
      ),
      fc.string({ maxLength: 4 }),
    ),
    { maxLength: 60 },
  )
  .map((p) => p.join(''));

/** Quantities, also of the size of an attack. */
export async function quantityLane(inputs: number, seed: number): Promise<Lane> {
  const to = lane('quantity');
  const texts = fc.tuple(
    fc.constantFrom(...DIMENSIONS),
    fc.oneof(
      { weight: 30, arbitrary: pieces },
      {
        weight: 1,
        arbitrary: fc
          .tuple(fc.constantFrom('1 ', '1', 'mm ', '1 mm', '1/'), fc.integer({ min: 1000, max: 100_000 }))
          .map(([p, n]) => p.repeat(n)),
      },
    ),
  );
  for (const [dimension, text] of inputsOf(texts, inputs, seed)) {
    await tried(
      to,
      () => `${dimension} ${text}`,
      () => {
        const read = parseQuantity(text, dimension);
        if (read.ok) return Number.isFinite(read.value) ? undefined : 'no number';
        return tellUnread(read.unread).what.length > 200 ? 'an endless message' : undefined;
      },
    );
  }
  return to;
}

/** Files of a job, cut, mended wrongly, bloated or made of something else. */
export async function fileLane(inputs: number, seed: number, sound: readonly JobDocument[]): Promise<Lane> {
  const to = lane('job file');
  const texts = sound.map((d) => JSON.stringify(d));
  const one = fc.constantFrom(...texts);
  const files = fc.oneof(
    {
      weight: 4,
      arbitrary: fc
        .tuple(one, fc.nat(5000), fc.string({ maxLength: 6 }))
        .map(([t, n, s]) => t.slice(0, n % t.length) + s + t.slice((n % t.length) + 1)),
    },
    { weight: 2, arbitrary: fc.tuple(one, fc.nat(5000)).map(([t, n]) => t.slice(0, n % t.length)) },
    {
      weight: 3,
      arbitrary: fc
        .tuple(
          one,
          fc.constantFrom(
            'null',
            '1e308',
            '-1',
            '[]',
            '{}',
            '"x"',
            'true',
            '"9999-01-01T00:00:00Z"',
            '"\\u0000"',
          ),
        )
        .map(([t, v]) => t.replace(/:("[^"]*"|[\d.]+)/, `:${v}`)),
    },
    { weight: 2, arbitrary: fc.json({ maxDepth: 6 }) },
    { weight: 1, arbitrary: fc.string({ unit: 'binary', maxLength: 400 }) },
    {
      weight: 1,
      arbitrary: fc.integer({ min: 100, max: 3000 }).map((n) => `${'{"damage":'.repeat(n)}1${'}'.repeat(n)}`),
    },
  );
  for (const text of inputsOf(files, inputs, seed)) {
    await tried(
      to,
      () => text,
      () => {
        const { document, problems } = openJobFile(text);
        if (
          document === undefined &&
          !problems.some((p) => p.severity === 'error' && tellProblem(p).what !== '')
        )
          return 'neither opened nor refused';
        return brokenIn(
          problems
            .map((p) => `${p.path} ${tellProblem(p).what.replaceAll(/“[^”]*”/g, '')}`)
            .join('\n')
            .replaceAll(/unknown field.*/g, ''),
        );
      },
    );
  }
  return to;
}

/** Tables of temperature loggers. */
export async function loggerLane(inputs: number, seed: number): Promise<Lane> {
  const to = lane('logger');
  const cell = fc.oneof(
    fc.constantFrom(
      '2026-03-14 07:30',
      '14.03.2026',
      '7:30',
      '21,5',
      '21.5',
      '-3',
      '°C',
      'temp',
      '999',
      '',
      '1e9',
      '1773473400',
      '"',
      "'",
      'NaN',
      '99/99/9999 99:99',
    ),
    fc.string({ maxLength: 8 }),
  );
  const table = fc
    .tuple(
      fc.constantFrom(',', ';', '\t', '|', ' '),
      fc.array(fc.array(cell, { minLength: 1, maxLength: 5 }), { maxLength: 30 }),
    )
    .map(([d, rows]) => rows.map((r) => r.join(d)).join('\n'));
  const long = fc
    .integer({ min: 1000, max: 20_000 })
    .map(
      (n) =>
        `time;temp\n${Array.from({ length: n }, (_, i) => `2026-01-01 ${String(i % 24).padStart(2, '0')}:00;${i % 40}`).join('\n')}`,
    );
  for (const text of inputsOf(
    fc.oneof({ weight: 200, arbitrary: table }, { weight: 1, arbitrary: long }),
    inputs,
    seed,
  )) {
    await tried(
      to,
      () => text,
      () => {
        const found = readLogger(text, 'Europe/Oslo');
        if (found.refused === undefined && found.readings.length === 0) return 'neither read nor refused';
        return found.readings.every((r) => Number.isFinite(r.at) && Number.isFinite(r.temperature))
          ? undefined
          : 'a reading that is no number';
      },
    );
  }
  return to;
}
