import { tellProblem } from '../src/tell/tell-problem';
import type { ProblemWords } from '../src/tell/problems/words';
import type { Problem } from '../src/trace/problem';
import {
  LIBRARY,
  createPlanner as plannerOf,
  findingHistory as historyOf,
  planRepair as planWith,
  readJob,
  type Figure,
  type Clock,
  type Elsewhere,
  type FindingEffect,
  type Job,
  type Library,
  type JobDocument,
  type Plan,
  type PlanResult,
  type Planner,
  type Shop,
  type Work,
} from '../src/index';
import { REPAIRS } from '../src/repairs';

/** A complete job in SI that specs vary one fact at a time. */
export const BASE: JobDocument = {
  format: 'nelbo-job/1',
  title: 'spec',
  hull: { material: 'frp-solid', laminate: 'mat-woven-polyester', thickness: 0.007, gelCoat: 0.0006 },
  damage: {
    kind: 'hole',
    position: 'above',
    findings: [
      {
        at: '2026-11-20T08:00:00Z',
        extent: 'true extent',
        shape: 'ellipse',
        size: [0.096, 0.058],
        method: 'grind',
      },
    ],
  },
  access: 'both',
  backing: 'removable',
  duty: 'general',
  grade: 'standard',
  conditions: { temperature: 17, humidity: 0.6 },
  schedule: { start: '2026-11-23T08:00:00Z' },
};

export const CLOCK = { now: Date.parse('2026-11-23T08:00:00Z') };

export function read(document: unknown): Job {
  const { job } = readJob(document);
  if (!job) throw new Error('unreadable job in a spec');
  return job;
}

/** Every spec plans with all kinds of repair, as server and command line do. */
export const planRepair = (
  ...[job, library, shop, clock, elsewhere]: [...PlanArgs, Elsewhere?]
): PlanResult => planWith(job, library, shop, clock, REPAIRS, elsewhere);
export const createPlanner = (): Planner => plannerOf(REPAIRS);
export const findingHistory = (...[job, library, shop, clock]: PlanArgs): readonly FindingEffect[] =>
  historyOf(job, library, shop, clock, createPlanner);

type PlanArgs = [job: Job, library: Library, shop: Shop, clock: Clock];

/** A yard that works round the clock, so that a spec of other things sees work follow on at once. */
export const ROUND_THE_CLOCK: Shop = { hours: { days: 'always' } };

export function planOf(document: unknown = BASE, shop: Shop = {}): PlanResult & { plan: Plan } {
  const result = planRepair(read(document), LIBRARY, { ...ROUND_THE_CLOCK, ...shop }, CLOCK);
  if (!result.plan) throw new Error('no plan');
  return { ...result, plan: result.plan };
}

export function workOf(document: unknown): Work {
  const { work } = planOf(document).plan;
  if (!work) throw new Error('no work');
  return work;
}

export const idsOf = (document: unknown): readonly string[] => workOf(document).steps.map((s) => s.id);

const isFigure = (x: object): x is Figure => 'traceId' in x && 'origin' in x && 'value' in x;

/** Every figure of a plan with the path that leads to it; products and the trace itself left out. */
export function figuresOf(value: unknown, path = ''): { path: string; figure: Figure }[] {
  if (typeof value !== 'object' || value === null) return [];
  if (isFigure(value)) return [{ path, figure: value }];
  return Object.entries(value).flatMap(([k, v]) =>
    k === 'trace' ? [] : figuresOf(v, path ? `${path}.${k}` : k),
  );
}

/** Every number anywhere in a value. */
export function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  if (typeof value !== 'object' || value === null) return [];
  return Object.values(value).flatMap(numbersIn);
}

/** Words of a problem that was found, or nothing to say of one that was not. */
export function saidOf(p: Problem): ProblemWords;
export function saidOf(p: Problem | undefined): Partial<ProblemWords> | undefined;
export function saidOf(p: Problem | undefined): Partial<ProblemWords> | undefined {
  return p && tellProblem(p);
}
