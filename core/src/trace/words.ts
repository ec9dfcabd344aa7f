import type { Figure } from './figure';
import type { UnitSymbol } from '../units/units';

/** A figure that is read out in a unit of its own rather than in the usual one. */
export interface FigureIn {
  readonly figure: Figure;
  readonly as: UnitSymbol;
  readonly decimals?: number;
  /** Its unit stands behind the figure that follows: 319 × 220 mm. */
  readonly bare?: true;
}

/** A plain quantity, SI, that is no figure of the plan. */
export interface QuantityIn {
  readonly value: number;
  readonly as: UnitSymbol;
  readonly decimals?: number;
}

export type Word = string | Figure | FigureIn | QuantityIn;
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
/** "319 × 220 mm" */
export const size = (length: Figure, width: Figure): Words => [
  { figure: length, as: 'mm', decimals: 0, bare: true },
  ' × ',
  mm(width),
];
interface Sized {
  readonly name?: string;
  readonly length?: Figure;
  readonly width?: Figure;
}

/** The size of each of several parts, with its name; the one size where there are none. */
export const sizesOf = (parts: readonly Sized[], length: Figure, width: Figure): Words =>
  parts.length < 2
    ? size(length, width)
    : joined(
        parts.map((p): Words => [`${p.name ?? ''} `, ...size(p.length ?? length, p.width ?? width)]),
        ', ',
      );

/** Texts one after another, with something between them. */
export const joined = (texts: readonly Words[], between = '; '): Words =>
  texts.filter((t) => t.length > 0).flatMap((t, i) => (i === 0 ? t : [between, ...t]));
/** Small volumes in ml; from two litres on as litres. */
export const ml = (figure: Figure, decimals = 0): Figure | FigureIn =>
  figure.value >= 0.002 ? figure : inUnit(figure, 'ml', decimals);
export const grams = (figure: Figure, decimals = 0): FigureIn => inUnit(figure, 'g', decimals);
export const microns = (figure: Figure): FigureIn => inUnit(figure, 'µm', 0);

/** Small initial inside a sentence; a name in capitals (MEK, PVC) keeps them. */
export const lower = (s: string): string =>
  /^[A-Z][A-Z0-9]/.test(s) ? s : s.charAt(0).toLowerCase() + s.slice(1);
