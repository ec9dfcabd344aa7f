import { isById, setIn } from './document-path';
import type { Field, GroupField } from './field';
import type { JobDocument } from './job';
import { JOB_FIELDS } from './job-fields';
import { sameData } from './same-data';

/** One field that differs between two documents. `undefined` means that the field is not there. */
export interface FieldChange {
  readonly path: string;
  /** The field's label; the path itself where the table of fields does not know it. */
  readonly label: string;
  readonly before: unknown;
  readonly after: unknown;
}

type Group = Record<string, unknown>;

const isGroup = (value: unknown): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** A name that cannot be part of a path makes its group a single value. */
const walkable = (value: unknown): value is Group =>
  isGroup(value) && !Object.keys(value).some((k) => k === '' || k.includes('.') || k === '__proto__');

/** A list whose entries have ids as a group of them, by id; the rest as it is. */
const byId = (value: unknown): unknown =>
  isById(value) && new Set(value.map((x) => x.id)).size === value.length
    ? Object.fromEntries(value.map((x) => [x.id, x]))
    : value;

/**
 * The fields in which two documents differ, down to single values; lists and pairs count as one value, but a list whose
 * entries have ids is gone through by these. A group that is missing on one side counts as an empty one.
 */
export function documentChanges(
  before: JobDocument,
  after: JobDocument,
  fields: GroupField = JOB_FIELDS,
): readonly FieldChange[] {
  const changes: FieldChange[] = [];
  const put = (path: string, field: Field | undefined, a: unknown, b: unknown): void =>
    void changes.push({ path, label: field?.label ?? path, before: a, after: b });
  const compare = (listed: unknown, other: unknown, path: string, field: Field | undefined): void => {
    if (sameData(listed, other)) return;
    const [a, b] = [byId(listed), byId(other)];
    const entries = a !== listed || b !== other;
    const deeper = (walkable(a) && (walkable(b) || b === undefined)) || (walkable(b) && a === undefined);
    if (deeper) {
      const [x, y] = [(a ?? {}) as Group, (b ?? {}) as Group];
      for (const name of new Set([...Object.keys(x), ...Object.keys(y)])) {
        const at = path ? `${path}.${name}` : name;
        // An entry that comes or goes does so whole.
        if (entries && (x[name] === undefined || y[name] === undefined)) put(at, field, x[name], y[name]);
        else compare(x[name], y[name], at, below(field, name));
      }
      return;
    }
    put(path, field, listed, other);
  };
  compare(before, after, '', fields);
  return changes;
}

/** The field of a name; that of the entries of a list is the same for all. */
function below(field: Field | undefined, name: string): Field | undefined {
  if (field?.kind === 'list') return field.item;
  return field?.kind === 'group' && Object.hasOwn(field.fields, name) ? field.fields[name] : undefined;
}

/** A document with one side of each change put in place. */
export function withChanges(
  document: JobDocument,
  changes: readonly FieldChange[],
  side: 'before' | 'after',
): JobDocument {
  return changes.reduce((d, c) => setIn(d, c.path, c[side]), document);
}
