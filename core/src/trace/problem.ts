import type { ProblemCode, ProblemParams } from './problem-codes';

/** The stages of a job, in the order of the work. */
export const STAGES = ['survey', 'system', 'grind', 'laminate', 'mix', 'fair', 'finish', 'log'] as const;
export type Stage = (typeof STAGES)[number];

export type Severity = 'assumed' | 'warning' | 'error';

/** Where a problem lies and how bad it is. */
export interface ProblemPlace {
  readonly severity: Severity;
  /** Path of the field in the job file, such as `hull.thickness`; a stage name where no single field is to blame. */
  readonly path: string;
  readonly stage?: Stage;
}

/** One thing that is wrong with, or missing from, what was entered: a code and its parameters, no words. */
export type Problem = {
  readonly [C in ProblemCode]: ProblemPlace & { readonly code: C; readonly params: ProblemParams[C] };
}[ProblemCode];

/** The codes that need no parameters. */
type PlainCode = {
  [C in ProblemCode]: Record<never, never> extends ProblemParams[C] ? C : never;
}[ProblemCode];

/** A problem of one code at one place. */
export function problem<C extends PlainCode>(place: ProblemPlace, code: C): Problem;
export function problem<C extends ProblemCode>(
  place: ProblemPlace,
  code: C,
  params: ProblemParams[C],
): Problem;
export function problem(place: ProblemPlace, code: ProblemCode, params: object = {}): Problem {
  const { severity, path, stage } = place;
  return { severity, path, ...(stage ? { stage } : {}), code, params } as Problem;
}

/** What reports problems of one kind of place takes: a code with the parameters that it needs. */
export type Told = {
  [C in ProblemCode]: C extends PlainCode
    ? readonly [code: C, params?: ProblemParams[C]]
    : readonly [code: C, params: ProblemParams[C]];
}[ProblemCode];

/** A problem of a code that came with its parameters as one. */
export const problemAt = (place: ProblemPlace, [code, params]: Told): Problem =>
  problem(place, code as 'needed', params as ProblemParams['needed']);
