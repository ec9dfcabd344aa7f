/** Structural equality of plain data; identical references are equal at once. Runs on every key press over whole plans, so it is written to be quick. */
export function sameData(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a)) {
    if (!Array.isArray(b) || a.length !== b.length) return false;
    for (let i = 0; i < a.length; i += 1) if (!sameData(a[i], b[i])) return false;
    return true;
  }
  if (Array.isArray(b)) return false;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(x);
  if (keys.length !== Object.keys(y).length) return false;
  for (const k of keys) {
    // A field that is there without a value is not one that is missing, nor an inherited one.
    if ((y[k] === undefined || x[k] === undefined) && !Object.hasOwn(y, k)) return false;
    if (!sameData(x[k], y[k])) return false;
  }
  return true;
}
