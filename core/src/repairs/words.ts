import type { Figure } from '../trace/figure';
import type { UnitSymbol } from '../units/units';

/** A figure that is read out in a unit of its own rather than in the usual one. */
export interface FigureIn {
  readonly figure: Figure;
  readonly as: UnitSymbol;
  readonly decimals?: number;
}

export type Word = string | Figure | FigureIn;
/** A text with figures in it, not yet in the units of a reader. */
export type Words = readonly Word[];

type Value = string | number | Word | Words;

/** Builds a text around figures: words`${holes} holes on a ${inUnit(pitch, 'mm', 0)} grid.` */
export function words(texts: TemplateStringsArray, ...values: readonly Value[]): Words {
  return texts
    .flatMap((text, i): Words => {
      const value = values[i];
      if (value === undefined) return [text];
      if (typeof value === 'number') return [text, String(value)];
      return Array.isArray(value) ? [text, ...(value as Words)] : [text, value as Word];
    })
    .filter((w) => w !== '');
}

export const inUnit = (figure: Figure, as: UnitSymbol, decimals?: number): FigureIn => ({
  figure,
  as,
  decimals,
});
export const mm = (figure: Figure, decimals = 0): FigureIn => inUnit(figure, 'mm', decimals);
/** Small volumes in ml; from two litres on as litres. */
export const ml = (figure: Figure, decimals = 0): Figure | FigureIn =>
  figure.value >= 0.002 ? figure : inUnit(figure, 'ml', decimals);
export const grams = (figure: Figure, decimals = 0): FigureIn => inUnit(figure, 'g', decimals);
export const microns = (figure: Figure): FigureIn => inUnit(figure, 'µm', 0);

/** Small initial inside a sentence; a name in capitals (MEK, PVC) keeps them. */
export const lower = (s: string): string =>
  /^[A-Z][A-Z0-9]/.test(s) ? s : s.charAt(0).toLowerCase() + s.slice(1);
