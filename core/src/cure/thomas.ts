/**
 * Solves a symmetric system of three diagonals, −w·link beside the main one, in place. Source: Thomas' elimination.
 *
 * @param link entry i stands between unknowns i and i + 1
 * @param diag main diagonal; spoilt
 * @param rhs right-hand side; spoilt
 * @param x the guess; the answer
 * @returns how far the answer is from the guess, at the most
 */
export function eliminate(
  n: number,
  w: number,
  link: Float64Array,
  diag: Float64Array,
  rhs: Float64Array,
  x: Float64Array,
): number {
  for (let i = 1; i < n; i += 1) {
    const f = (w * link[i - 1]) / diag[i - 1];
    diag[i] -= f * w * link[i - 1];
    rhs[i] += f * rhs[i - 1];
  }
  let moved = 0;
  for (let i = n - 1; i >= 0; i -= 1) {
    const value = (rhs[i] + (i === n - 1 ? 0 : w * link[i] * x[i + 1])) / diag[i];
    moved = Math.max(moved, Math.abs(value - x[i]));
    x[i] = value;
  }
  return moved;
}
