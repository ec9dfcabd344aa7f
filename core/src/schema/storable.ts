import type { Problem } from '../trace/problem';

/** Deeper nesting than any document of ours has, and far from what recursion or a database minds. */
const MAXIMUM_DEPTH = 40;
const MAXIMUM_PROBLEMS = 20;
/** NUL and halves of surrogate pairs: texts that PostgreSQL cannot keep. */
const UNSTORABLE = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/**
 * Checks that parsed JSON can be stored and given back as it is, whatever it means: no broken characters, no absurd
 * nesting. Walks without recursion, so that hostile depth cannot exhaust the stack.
 */
export function storable(value: unknown): Problem[] {
  const problems: Problem[] = [];
  const waiting: { value: unknown; path: string; depth: number }[] = [{ value, path: '', depth: 0 }];
  const report = (path: string, what: string, suggestion: string, allowed?: string): void => {
    problems.push({ severity: 'error', path: path || '(file)', what, suggestion, allowed });
  };
  for (let at = waiting.pop(); at && problems.length < MAXIMUM_PROBLEMS; at = waiting.pop()) {
    if (typeof at.value === 'string') {
      if (UNSTORABLE.test(at.value)) report(at.path, 'the text holds a broken character', 'type the text anew');
      continue;
    }
    if (typeof at.value !== 'object' || at.value === null) continue;
    if (at.depth >= MAXIMUM_DEPTH) {
      report(at.path.slice(0, 80), 'is nested too deeply', 'remove what is not a field of the document', `${MAXIMUM_DEPTH} levels`);
      break;
    }
    for (const [name, inner] of Object.entries(at.value)) {
      const path = at.path === '' ? name.slice(0, 80) : `${at.path}.${name.slice(0, 80)}`;
      if (UNSTORABLE.test(name)) report(path.replace(UNSTORABLE, '?'), 'the name of the field holds a broken character', 'remove the field');
      waiting.push({ value: inner, path, depth: at.depth + 1 });
    }
  }
  return problems;
}
