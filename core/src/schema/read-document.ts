import { ValidationError, type AnySchema } from 'yup';
import type { Problem } from '../trace/problem';
import { checkLeaf, nearest } from './check-field';
import type { Field, GroupField } from './field';

/**
 * Validates a document and reads what is valid of it. Fields that fail are left out and reported, so that
 * whatever can be planned still is.
 *
 * @returns the document with quantities in SI, and one `error` per bad field, one `warning` per unknown field
 */
export function readDocument(
  document: unknown,
  fields: GroupField,
  schema: AnySchema,
): { value: Record<string, unknown>; problems: Problem[] } {
  if (typeof document !== 'object' || document === null || Array.isArray(document)) {
    return {
      value: {},
      problems: [
        { severity: 'error', path: '(file)', what: 'is not a JSON object', suggestion: 'see docs/job-format.md for a minimal file' },
      ],
    };
  }
  const problems = validate(document, schema);
  const bad = new Set(problems.map((p) => p.path));
  const value = (convert(document, fields, '', bad, problems) ?? {}) as Record<string, unknown>;
  return { value, problems };
}

function validate(document: unknown, schema: AnySchema): Problem[] {
  try {
    schema.validateSync(document, { abortEarly: false, strict: true });
    return [];
  } catch (e) {
    if (!(e instanceof ValidationError)) throw e;
    const failures = e.inner.length > 0 ? e.inner : [e];
    const seen = new Set<string>();
    return failures.flatMap((f) => {
      const path = (f.path ?? '(file)').replace(/\["(.*?)"\]/g, '.$1').replace(/\[(\d+)\]/g, '.$1');
      if (seen.has(path)) return [];
      seen.add(path);
      const { allowed, suggestion } = (f.params ?? {}) as { allowed?: string; suggestion?: string };
      return [{ severity: 'error' as const, path, what: f.message, allowed, suggestion }];
    });
  }
}

function convert(value: unknown, field: Field, path: string, bad: ReadonlySet<string>, problems: Problem[]): unknown {
  if (value === undefined || bad.has(path)) return undefined;
  const at = (name: string | number): string => (path === '' ? String(name) : `${path}.${name}`);
  switch (field.kind) {
    case 'group': {
      if (typeof value !== 'object' || value === null || Array.isArray(value)) return undefined;
      const out: Record<string, unknown> = {};
      for (const [name, v] of Object.entries(value)) {
        // An inherited name ("constructor") is no field.
        const f = Object.hasOwn(field.fields, name) ? field.fields[name] : undefined;
        if (!f) {
          problems.push(unknownField(at(name), name, Object.keys(field.fields)));
          continue;
        }
        const read = convert(v, f, at(name), bad, problems);
        if (read !== undefined) out[name] = read;
      }
      return out;
    }
    case 'list':
      if (!Array.isArray(value)) return undefined;
      // An entry with any bad field is left out whole: half a finding is none.
      return value
        .filter((_, i) => ![...bad].some((b) => b === at(i) || b.startsWith(`${at(i)}.`)))
        .map((v, i) => convert(v, field.item, at(i), new Set(), problems));
    case 'tuple':
      if (!Array.isArray(value) || value.some((_, i) => bad.has(at(i)))) return undefined;
      return value.map((v, i) => convert(v, field.item, at(i), bad, problems));
    default: {
      const checked = checkLeaf(field, value);
      return checked.ok ? checked.value : undefined;
    }
  }
}

function unknownField(path: string, name: string, known: readonly string[]): Problem {
  const near = nearest(name, known);
  return {
    severity: 'warning',
    path,
    what: `unknown field “${name}” is ignored`,
    allowed: known.join(', '),
    suggestion: near ? `did you mean “${near}”?` : 'remove it',
  };
}
