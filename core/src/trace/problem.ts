/** The stages of a job, in the order of the work. */
export const STAGES = ['survey', 'system', 'grind', 'laminate', 'mix', 'fair', 'finish', 'log'] as const;
export type Stage = (typeof STAGES)[number];

export type Severity = 'assumed' | 'warning' | 'error';

/** One thing that is wrong with, or missing from, what was entered. */
export interface Problem {
  readonly severity: Severity;
  /** Path of the field in the job file, such as `hull.thickness`; a stage name where no single field is to blame. */
  readonly path: string;
  readonly what: string;
  readonly allowed?: string;
  readonly suggestion?: string;
  readonly stage?: Stage;
}

/** One line for a terminal or a list. */
export function describeProblem(p: Problem): string {
  const allowed = p.allowed ? ` (allowed: ${p.allowed})` : '';
  const suggestion = p.suggestion ? `; ${p.suggestion}` : '';
  return `${p.severity}: ${p.path}: ${p.what}${allowed}${suggestion}`;
}
