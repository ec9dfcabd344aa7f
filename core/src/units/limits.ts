import { formatIn } from './format';
import type { Dimension, UnitSymbol } from './units';

/** Limits of a quantity, SI, and the unit in which its field shows them. */
export interface Limits {
  readonly min: number;
  readonly max: number;
  readonly unit: UnitSymbol;
  readonly dimension: Dimension;
}

/** The limits of a quantity as a person reads them: "1–60 mm". */
export function allowedRange({ min, max, unit, dimension }: Limits): string {
  const [low, high] = [min, max].map((x) => formatIn(x, unit));
  // A range is copied into a field, so its thousands are not grouped.
  const tidy = (s: string): string =>
    s
      .replaceAll('\u202f', '')
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  const range = `${tidy(low.text)} to ${tidy(high.text)}`;
  return dimension === 'count' ? range : `${range} ${unit}`;
}
