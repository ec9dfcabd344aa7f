import type { Problem } from './problem';
import type { ProblemCode } from './problem-codes';

/** What a cure can come to. Problems of one kind are one harm, whatever their figures. */
export type HarmKind =
  'cold' | 'dew' | 'blush' | 'hot' | 'soft core' | 'window' | 'go' | 'damp' | 'soft' | 'glue range';

const KINDS: Readonly<Partial<Record<ProblemCode, HarmKind>>> = {
  'never-sets': 'cold',
  stalls: 'cold',
  cools: 'cold',
  'below-minimum': 'cold',
  'falls-below-minimum': 'cold',
  'cold-at-laying': 'cold',
  'dew-while-curing': 'dew',
  'dew-at-laying': 'dew',
  'dew-on-surface': 'dew',
  blush: 'blush',
  'heats-itself': 'hot',
  'lamp-too-near': 'hot',
  'soft-in-service': 'soft',
  'not-cured': 'soft',
  'foam-softens': 'soft core',
  'window-missed': 'window',
  'go-beyond-sheet': 'go',
  'film-too-damp': 'damp',
  'stays-soft': 'soft',
  'film-does-not-dry': 'soft',
  'glue-out-of-range': 'glue range',
};

export interface Harm {
  /** Absent where a problem is a harm of its own. */
  readonly kind?: HarmKind;
  readonly of?: 'filler' | 'finish';
  /** One of the problems that it stands for. */
  readonly problem: Problem;
}

/** The harm that a problem stands for. */
export function harmOf(problem: Problem): Harm {
  const of = problem.stage === 'fair' ? 'filler' : problem.stage === 'finish' ? 'finish' : undefined;
  return { kind: KINDS[problem.code], ...(of ? { of } : {}), problem };
}

export const sameHarm = (a: Harm, b: Harm): boolean =>
  a.of === b.of && a.kind === b.kind && (a.kind !== undefined || a.problem.code === b.problem.code);

/** The harms behind a list of problems, each once. */
export const harmsOf = (problems: readonly Problem[]): readonly Harm[] =>
  problems.map(harmOf).filter((h, i, all) => all.findIndex((x) => sameHarm(x, h)) === i);
