/**
 * Sets one field of a document by its path ("hull.thickness"), leaving the rest untouched. Groups on the way are made
 * as needed; `undefined` removes the field, and a group that became empty with it.
 */
export function setIn<T extends object>(document: T, path: string, value: unknown): T {
  const [head, ...rest] = path.split('.');
  const copy = { ...document } as Record<string, unknown>;
  if (rest.length === 0) {
    if (value === undefined) delete copy[head];
    else copy[head] = value;
    return copy as T;
  }
  const inner = setIn((copy[head] as object | undefined) ?? {}, rest.join('.'), value);
  if (Object.keys(inner).length === 0) delete copy[head];
  else copy[head] = inner;
  return copy as T;
}

/** Reads one field of a document by its path. */
export function getIn(document: object | undefined, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (at, name) =>
        typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[name] : undefined,
      document,
    );
}
