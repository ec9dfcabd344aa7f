import type { Harm, HarmKind } from '../trace/harm';
import { tellProblem } from './tell-problem';

const WORDS: Readonly<Record<HarmKind, string>> = {
  cold: 'too cold to cure',
  dew: 'dew on the fresh face',
  blush: 'amine blush',
  hot: 'gets too hot',
  'soft core': 'softens the core',
  window: 'a window is missed',
  go: 'more in one go than the sheet allows',
  damp: 'too damp to bond',
  soft: 'does not get hard',
  'glue range': 'outside the temperatures of the adhesive',
};

/** What threatens, without its figures: "gets too hot (filler)". */
export function tellHarm({ kind, of, problem }: Harm): string {
  return `${kind ? WORDS[kind] : tellProblem(problem).what}${of ? ` (${of})` : ''}`;
}
