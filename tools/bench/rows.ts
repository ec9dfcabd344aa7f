/** One line of the table. Times in ms unless the unit says otherwise. */
export interface Row {
  readonly work: string;
  readonly size: string;
  readonly median: number;
  readonly p95: number;
  /** What `held` of the two must not pass. */
  readonly budget?: number;
  readonly held?: 'median' | 'p95' | 'p99';
  readonly p99?: number;
  readonly unit?: string;
}

export function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;
}

/** A row from single measurements. */
export const rowOf = (
  work: string,
  size: string,
  values: readonly number[],
  budget?: number,
  held: Row['held'] = 'median',
  unit = 'ms',
): Row => ({
  work,
  size,
  median: quantile(values, 0.5),
  p95: quantile(values, 0.95),
  p99: quantile(values, 0.99),
  budget,
  held,
  unit,
});

const WIDTHS = { work: 34, size: 44, figure: 10 };

export function printRows(rows: readonly Row[]): void {
  const head = ['median', 'p95', 'p99', 'budget'].map((h) => h.padStart(WIDTHS.figure)).join('');
  console.log(`${'work'.padEnd(WIDTHS.work)}${'size'.padEnd(WIDTHS.size)}${head}`);
  for (const r of rows) {
    const figure = (v: number | undefined): string =>
      (v === undefined ? '' : v.toFixed(v < 10 ? 2 : v < 1000 ? 1 : 0)).padStart(WIDTHS.figure);
    const value = r.held === 'p99' ? r.p99 : r.held === 'p95' ? r.p95 : r.median;
    const over = r.budget !== undefined && (value ?? 0) > r.budget ? '  over' : '';
    const budget = r.budget === undefined ? '' : `${r.held ?? 'median'} ≤ ${r.budget} ${r.unit ?? 'ms'}`;
    console.log(
      `${r.work.padEnd(WIDTHS.work)}${r.size.padEnd(WIDTHS.size)}${figure(r.median)}${figure(r.p95)}${figure(r.p99)}  ${budget}${over}`,
    );
  }
}
