/** An entry of a list that is found by its id, wherever it stands. */
interface Identified {
  readonly id: string;
}

/** A list whose entries all have ids: a path goes into it by the id of an entry. */
export const isById = (value: unknown): value is readonly Identified[] =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((x) => typeof x === 'object' && x !== null && typeof (x as { id?: unknown }).id === 'string');

/** Lists by id, by their name in a document: they are made where a path goes into one that is not there yet. */
const BY_ID: ReadonlySet<string> = new Set(['places']);

/**
 * Sets one field of a document by its path ("hull.thickness", "places.b2.damage.kind": entries of a list by their id),
 * leaving the rest untouched. Groups and entries on the way are made as needed; `undefined` removes the field, and a group
 * or a list that became empty with it. An entry that is set whole stands where it stood, a new one at the end.
 */
export function setIn<T extends object>(document: T, path: string, value: unknown): T {
  const [head, ...rest] = path.split('.');
  const copy = { ...document } as Record<string, unknown>;
  if (rest.length === 0) {
    if (value === undefined) delete copy[head];
    else copy[head] = value;
    return copy as T;
  }
  const old = copy[head];
  const inner =
    isById(old) || (BY_ID.has(head) && old === undefined)
      ? setEntry(old ?? [], rest, value)
      : setIn((old as object | undefined) ?? {}, rest.join('.'), value);
  if (Object.keys(inner).length === 0) delete copy[head];
  else copy[head] = inner;
  return copy as T;
}

function setEntry(
  list: readonly Identified[],
  [id, ...rest]: readonly string[],
  value: unknown,
): readonly object[] {
  const old = list.find((x) => x.id === id);
  const next =
    rest.length === 0 ? (value as object | undefined) : setIn(old ?? { id }, rest.join('.'), value);
  if (next === undefined) return list.filter((x) => x.id !== id);
  return old ? list.map((x) => (x === old ? next : x)) : [...list, next];
}

/** Reads one field of a document by its path, entries of a list by their id. */
export function getIn(document: object | undefined, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (at, name) =>
        isById(at)
          ? at.find((x) => x.id === name)
          : typeof at === 'object' && at !== null
            ? (at as Record<string, unknown>)[name]
            : undefined,
      document,
    );
}
