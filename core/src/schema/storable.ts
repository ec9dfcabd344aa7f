import { problemAt, type Problem, type Told } from '../trace/problem';

/** Deeper nesting than any document of ours has, and far from what recursion or a database minds. */
const MAXIMUM_DEPTH = 40;
const MAXIMUM_PROBLEMS = 20;
/** Bounds of a document as a whole: some ten times the largest job that a yard makes, and read within a second. */
export const MOST_VALUES = 50_000;
export const LONGEST_TEXT = 10_000;
export const LONGEST_LIST = 2000;
export const MOST_FIELDS = 500;
/** NUL and halves of surrogate pairs: texts that PostgreSQL cannot keep. */
const UNSTORABLE = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/**
 * Checks that parsed JSON can be stored and given back as it is, whatever it means: no broken characters, no absurd
 * nesting, no endless texts and lists. Walks without recursion and stops at the bound, so that neither hostile depth nor
 * hostile size takes longer than the largest sound document.
 */
export function storable(value: unknown): Problem[] {
  const problems: Problem[] = [];
  const waiting: { value: unknown; path: string; depth: number }[] = [{ value, path: '', depth: 0 }];
  const report = (path: string, ...told: Told): void => {
    problems.push(problemAt({ severity: 'error', path: path || '(file)' }, told));
  };
  let seen = 0;
  for (let at = waiting.pop(); at && problems.length < MAXIMUM_PROBLEMS; at = waiting.pop()) {
    seen += 1;
    if (seen > MOST_VALUES) {
      report('(file)', 'too-many-values', { most: MOST_VALUES });
      break;
    }
    if (typeof at.value === 'string') {
      if (at.value.length > LONGEST_TEXT) report(at.path, 'text-too-long', { most: LONGEST_TEXT });
      else if (UNSTORABLE.test(at.value)) report(at.path, 'broken-character');
      continue;
    }
    if (typeof at.value !== 'object' || at.value === null) continue;
    if (at.depth >= MAXIMUM_DEPTH) {
      report(at.path.slice(0, 80), 'nested-too-deeply', { most: MAXIMUM_DEPTH });
      break;
    }
    const entries = Array.isArray(at.value) ? at.value : Object.keys(at.value);
    const most = Array.isArray(at.value) ? LONGEST_LIST : MOST_FIELDS;
    if (entries.length > most) {
      report(at.path.slice(0, 80), Array.isArray(at.value) ? 'list-too-long' : 'too-many-fields', { most });
      continue;
    }
    for (const [name, inner] of Object.entries(at.value)) {
      const path = at.path === '' ? name.slice(0, 80) : `${at.path}.${name.slice(0, 80)}`;
      if (UNSTORABLE.test(name)) report(path.replace(UNSTORABLE, '?'), 'broken-field-name');
      waiting.push({ value: inner, path, depth: at.depth + 1 });
    }
  }
  return problems;
}
