import type { FailureSign, Round, Step, Work } from './step';

/** A round, and the steps that are done in it. */
export interface RoundOf extends Round {
  readonly steps: readonly string[];
}

/** What is done again until something is so. */
export function roundsOf(steps: readonly Step[]): readonly RoundOf[] {
  const rounds = new Map<string, Round & { steps: string[] }>();
  for (const { id, round } of steps) {
    if (!round) continue;
    const own = rounds.get(round.id) ?? { ...round, steps: [] };
    own.steps.push(id);
    rounds.set(round.id, own);
  }
  return [...rounds.values()];
}

/** Steps that are done only where something comes out so: a window that was missed, a test that failed. */
export interface If {
  /** What was waited for, the step that another had to follow in time, or the one whose test it is. */
  readonly on: string;
  readonly outcome: 'missed' | 'failed';
  /** How it shows that a test failed. */
  readonly sign?: FailureSign;
  readonly steps: readonly Step[];
}

/** What is done where it comes out otherwise. */
export const ifsOf = ({ links, steps }: Pick<Work, 'links' | 'steps'>): readonly If[] => [
  ...links.flatMap(({ from, lags, most }) => [
    ...lags.flatMap(({ id, window }) => (window?.missed ? [missedOn(id, window.missed)] : [])),
    ...(most && from !== undefined ? [missedOn(from, most.missed)] : []),
  ]),
  ...steps.flatMap(({ id, failed }): readonly If[] =>
    failed ? [{ on: id, outcome: 'failed', sign: failed.sign, steps: failed.steps }] : [],
  ),
];

const missedOn = (on: string, step: Step): If => ({ on, outcome: 'missed', steps: [step] });

/** A stretch of work at one place that is not broken off. */
export interface Go {
  /** Its first step. */
  readonly id: string;
  readonly steps: readonly string[];
}

/** Steps that follow one another at once. */
export function goesOf({ steps }: Pick<Work, 'steps'>): readonly Go[] {
  const goes = new Map<string, string[]>();
  for (const { id, go } of steps) if (go !== undefined) goes.set(go, [...(goes.get(go) ?? []), id]);
  return [...goes].map(([id, own]) => ({ id, steps: own }));
}
