import type { Problem } from '../trace/problem';
import type { ProblemParams } from '../trace/problem-codes';
import { CURE_WORDS } from './problems/cure';
import { DOCUMENT_WORDS } from './problems/document';
import { FINISH_WORDS } from './problems/finish';
import { GRIND_WORDS } from './problems/grind';
import { LAMINATE_WORDS } from './problems/laminate';
import { SURVEY_WORDS, SYSTEM_WORDS } from './problems/survey';
import type { ProblemWords, WordsOf } from './problems/words';

/** The words of every code. */
const WORDS: WordsOf<ProblemParams> = {
  ...DOCUMENT_WORDS,
  ...SURVEY_WORDS,
  ...SYSTEM_WORDS,
  ...GRIND_WORDS,
  ...LAMINATE_WORDS,
  ...CURE_WORDS,
  ...FINISH_WORDS,
};

export type ToldProblem = Problem & ProblemWords;

/** What is wrong, what would be allowed and what to do, in words. */
export const tellProblem = (p: Problem): ProblemWords =>
  (WORDS[p.code] as (params: unknown) => ProblemWords)(p.params);

/** A problem with its words beside its code, as it leaves through the interface. */
export function told(p: Problem): ToldProblem {
  const { what, allowed, suggestion } = tellProblem(p);
  return {
    ...p,
    what,
    ...(allowed === undefined ? {} : { allowed }),
    ...(suggestion === undefined ? {} : { suggestion }),
  };
}

/** One line for a terminal or a list. One that came over the network brings its words. */
export function describeProblem(p: Problem | ToldProblem): string {
  const { what, allowed, suggestion } = 'what' in p ? p : tellProblem(p);
  return `${p.severity}: ${p.path}: ${what}${allowed ? ` (allowed: ${allowed})` : ''}${suggestion ? `; ${suggestion}` : ''}`;
}
