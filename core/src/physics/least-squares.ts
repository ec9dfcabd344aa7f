/** One row of a least-squares problem: the unknowns that it has, and their factors. */
export type SparseRow = readonly (readonly [unknown: number, factor: number])[];

/**
 * Least squares by the normal equations, with partial pivoting; for some dozens of unknowns and rows that name few.
 * @param rows one per value
 * @param weights one per row; all 1 when left out
 * @returns undefined when the rows do not settle the unknowns
 */
export function leastSquares(
  rows: readonly SparseRow[],
  values: readonly number[],
  unknowns: number,
  weights?: readonly number[],
): readonly number[] | undefined {
  const n = unknowns;
  const a = Array.from({ length: n }, () => new Float64Array(n + 1));
  rows.forEach((row, r) => {
    const w = weights?.[r] ?? 1;
    if (w === 0) return;
    for (const [i, v] of row) {
      for (const [j, u] of row) a[i][j] += w * v * u;
      a[i][n] += w * v * values[r];
    }
  });
  const largest = a.reduce((most, row, i) => Math.max(most, Math.abs(row[i])), 0);
  for (let i = 0; i < n; i += 1) {
    let pivot = i;
    for (let k = i + 1; k < n; k += 1) if (Math.abs(a[k][i]) > Math.abs(a[pivot][i])) pivot = k;
    if (!(Math.abs(a[pivot][i]) > 1e-12 * largest)) return undefined;
    [a[i], a[pivot]] = [a[pivot], a[i]];
    for (let k = i + 1; k < n; k += 1) {
      const f = a[k][i] / a[i][i];
      if (f === 0) continue;
      for (let j = i; j <= n; j += 1) a[k][j] -= f * a[i][j];
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i -= 1) {
    let s = a[i][n];
    for (let j = i + 1; j < n; j += 1) s -= a[i][j] * x[j];
    x[i] = s / a[i][i];
  }
  return x.every(Number.isFinite) ? x : undefined;
}

/** The value of a row at a solution. */
export const rowAt = (row: SparseRow, x: readonly number[]): number =>
  row.reduce((sum, [i, v]) => sum + v * x[i], 0);
