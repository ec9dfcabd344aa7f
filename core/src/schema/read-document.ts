import { ValidationError, type AnySchema } from 'yup';
import { problem, type Problem } from '../trace/problem';
import type { Refused } from '../trace/refused';
import { checkLeaf, nearest } from './check-field';
import type { ValueOf } from './document-of';
import type { Field, Fields, GroupField } from './field';
import { yupFor } from './yup-schema';

/**
 * Validates a document and reads what is valid of it. Fields that fail are left out and reported, so that
 * whatever can be planned still is.
 *
 * @returns the document with quantities in SI, and one `error` per bad field, one `warning` per unknown field
 */
export function readDocument<F extends Fields>(
  document: unknown,
  fields: GroupField<F>,
  schema: AnySchema,
): { value: Partial<ValueOf<GroupField<F>, number>>; problems: Problem[] } {
  if (typeof document !== 'object' || document === null || Array.isArray(document)) {
    return {
      value: {},
      problems: [problem({ severity: 'error', path: '(file)' }, 'no-object')],
    };
  }
  const bounds: Bounds = { problems: [], unknown: 0 };
  const known = within(document, fields, '', bounds);
  const beyond = new Set(bounds.problems.map((p) => p.path));
  const problems = [...validate(known, schema).filter((p) => !beyond.has(p.path)), ...bounds.problems];
  const bad = problems.filter((p) => p.severity === 'error').map((p) => p.path);
  const value = (convert(known, fields, '', new Set(bad), new Set(bad.flatMap(upTo))) ?? {}) as Partial<
    ValueOf<GroupField<F>, number>
  >;
  return { value, problems: told(problems) };
}

/**
 * Reads documents that are taken whole or not at all.
 *
 * @returns a reader of unknown data: the document where no field failed, else `undefined`, and what was found
 */
export function readerOf<F extends Fields>(
  fields: GroupField<F>,
): (document: unknown) => { whole?: ValueOf<GroupField<F>, number>; problems: Problem[] } {
  const schema = yupFor(fields);
  return (document) => {
    const { value, problems } = readDocument(document, fields, schema);
    const failed = problems.some((p) => p.severity === 'error');
    // Without an error nothing that is required is missing.
    return failed ? { problems } : { whole: value as ValueOf<GroupField<F>, number>, problems };
  };
}

/** As many bad fields are told one by one: whoever has more has another kind of file. */
const MOST_TOLD = 200;
/** As many unknown fields are looked at. */
const MOST_UNKNOWN = 100;

/** What is found of a document before the schema looks at it. */
interface Bounds {
  readonly problems: Problem[];
  unknown: number;
}

const NONE: ReadonlySet<string> = new Set();

/** A path and all that lead to it: "a.0.b" → "a", "a.0", "a.0.b". */
function upTo(path: string): string[] {
  const names = path.split('.');
  return names.map((_, i) => names.slice(0, i + 1).join('.'));
}

function told(problems: readonly Problem[]): Problem[] {
  if (problems.length <= MOST_TOLD) return [...problems];
  return [
    ...problems.slice(0, MOST_TOLD),
    problem({ severity: 'error', path: '(document)' }, 'more-bad-fields', {
      count: problems.length - MOST_TOLD,
    }),
  ];
}

/**
 * The fields of a document that its table knows, with every list within what its field allows. The schema looks at
 * these only: it tells every bad entry, and a hundred thousand of them exhaust time and stack.
 */
function within(value: unknown, field: Field, path: string, found: Bounds): unknown {
  const at = (name: string | number): string => (path === '' ? String(name) : `${path}.${name}`);
  switch (field.kind) {
    case 'group': {
      if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
      const known: Record<string, unknown> = {};
      for (const [name, v] of Object.entries(value)) {
        // An inherited name ("constructor") is no field.
        const f = Object.hasOwn(field.fields, name) ? field.fields[name] : undefined;
        if (f) known[name] = within(v, f, at(name), found);
        else noteUnknown(path, name, field, found);
      }
      return known;
    }
    case 'list':
    case 'tuple': {
      const most = field.kind === 'list' ? field.max : field.length;
      if (!Array.isArray(value)) return value;
      if (value.length > most) {
        // Left out whole: nobody knows which of the entries were meant.
        found.problems.push(
          problem({ severity: 'error', path }, 'list-beyond', {
            label: field.label,
            count: value.length,
            most,
          }),
        );
        return undefined;
      }
      return field.kind === 'tuple' ? value : value.map((v, i) => within(v, field.item, at(i), found));
    }
    default:
      return value;
  }
}

function noteUnknown(path: string, name: string, field: GroupField, found: Bounds): void {
  found.unknown += 1;
  if (found.unknown <= MOST_UNKNOWN)
    found.problems.push(
      unknownField(path === '' ? name : `${path}.${name}`, name, Object.keys(field.fields)),
    );
  else if (found.unknown === MOST_UNKNOWN + 1)
    found.problems.push(
      problem({ severity: 'error', path: '(document)' }, 'many-unknown-fields', { most: MOST_UNKNOWN }),
    );
}

function validate(document: unknown, schema: AnySchema): Problem[] {
  try {
    schema.validateSync(document, { abortEarly: false, strict: true, disableStackTrace: true });
    return [];
  } catch (e) {
    if (!(e instanceof ValidationError)) throw e;
    const failures = e.inner.length > 0 ? e.inner : [e];
    const seen = new Set<string>();
    return failures.flatMap((f) => {
      const path = (f.path ?? '(file)').replace(/\["(.*?)"\]/g, '.$1').replace(/\[(\d+)\]/g, '.$1');
      if (seen.has(path)) return [];
      seen.add(path);
      const [refused] = f.errors as unknown as readonly Refused[];
      return [problem({ severity: 'error', path }, 'field-refused', refused)];
    });
  }
}

/** @param hurt every path on the way to a bad field, the field itself included */
function convert(
  value: unknown,
  field: Field,
  path: string,
  bad: ReadonlySet<string>,
  hurt: ReadonlySet<string>,
): unknown {
  if (value === undefined || bad.has(path)) return undefined;
  const at = (name: string | number): string => (path === '' ? String(name) : `${path}.${name}`);
  switch (field.kind) {
    case 'group': {
      if (typeof value !== 'object' || value === null || Array.isArray(value)) return undefined;
      const out: Record<string, unknown> = {};
      for (const [name, v] of Object.entries(value)) {
        const read = convert(v, field.fields[name], at(name), bad, hurt);
        if (read !== undefined) out[name] = read;
      }
      return out;
    }
    case 'list':
      if (!Array.isArray(value)) return undefined;
      // An entry with any bad field is left out whole: half a finding is none.
      return value
        .filter((_, i) => !hurt.has(at(i)))
        .map((v, i) => convert(v, field.item, at(i), NONE, hurt));
    case 'tuple':
      if (!Array.isArray(value) || value.some((_, i) => bad.has(at(i)))) return undefined;
      return value.map((v, i) => convert(v, field.item, at(i), bad, hurt));
    default: {
      const checked = checkLeaf(field, value);
      return checked.ok ? checked.value : undefined;
    }
  }
}

function unknownField(path: string, name: string, known: readonly string[]): Problem {
  return problem({ severity: 'warning', path }, 'unknown-field', { name, known, near: nearest(name, known) });
}
