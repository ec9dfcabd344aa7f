import type { Problem } from '../trace/problem';

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
  const report = (path: string, what: string, suggestion: string, allowed?: string): void => {
    problems.push({ severity: 'error', path: path || '(file)', what, suggestion, allowed });
  };
  let seen = 0;
  for (let at = waiting.pop(); at && problems.length < MAXIMUM_PROBLEMS; at = waiting.pop()) {
    seen += 1;
    if (seen > MOST_VALUES) {
      report('(file)', 'holds too much', 'a document holds one repair: divide it', `up to ${MOST_VALUES} values`);
      break;
    }
    if (typeof at.value === 'string') {
      if (at.value.length > LONGEST_TEXT) report(at.path, 'the text is too long', 'shorten it', `up to ${LONGEST_TEXT} characters`);
      else if (UNSTORABLE.test(at.value)) report(at.path, 'the text holds a broken character', 'type the text anew');
      continue;
    }
    if (typeof at.value !== 'object' || at.value === null) continue;
    if (at.depth >= MAXIMUM_DEPTH) {
      report(at.path.slice(0, 80), 'is nested too deeply', 'remove what is not a field of the document', `${MAXIMUM_DEPTH} levels`);
      break;
    }
    const entries = Array.isArray(at.value) ? at.value : Object.keys(at.value);
    const most = Array.isArray(at.value) ? LONGEST_LIST : MOST_FIELDS;
    if (entries.length > most) {
      report(at.path.slice(0, 80), Array.isArray(at.value) ? 'the list is too long' : 'has too many fields', 'remove what is not part of the repair', `up to ${most}`);
      continue;
    }
    for (const [name, inner] of Object.entries(at.value)) {
      const path = at.path === '' ? name.slice(0, 80) : `${at.path}.${name.slice(0, 80)}`;
      if (UNSTORABLE.test(name)) report(path.replace(UNSTORABLE, '?'), 'the name of the field holds a broken character', 'remove the field');
      waiting.push({ value: inner, path, depth: at.depth + 1 });
    }
  }
  return problems;
}
