import type { Parts } from '../materials/parts';
import type { Words } from '../trace/words';
import type { Figure } from '../trace/figure';
import { formatStored } from '../units/format-stored';
import { formatAs, type UnitPreferences } from '../units/preferences';
import type { UnitSymbol } from '../units/units';

/** Who reads: the currency and units of the yard, and the place whose clock is on the wall. */
export interface Reader {
  readonly currency?: string;
  readonly units?: UnitPreferences;
  /** IANA name; UTC where it is not given. */
  readonly timeZone?: string;
}

/** A figure within a text, as it is read out. It keeps the figure, so that whoever shows the text can open its reasons. */
export interface SaidFigure {
  readonly text: string;
  readonly figure: Pick<Figure, 'origin' | 'traceId' | 'estimates'>;
}

/** A text whose figures can be opened: plain stretches and figures in turn. */
export type Said = readonly (string | SaidFigure)[];

/** A text without the way to its reasons, for a title, a file or a test. */
export const plainText = (said: Said): string =>
  said.map((part) => (typeof part === 'string' ? part : part.text)).join('');

/** Builds a text around figures: said`Grind a ${figure(taper)} taper`. */
export function said(
  texts: TemplateStringsArray,
  ...values: readonly (string | number | SaidFigure | Said)[]
): Said {
  const parts = texts.flatMap((text, i): Said => {
    const value = values[i];
    return value === undefined
      ? [text]
      : [
          text,
          ...(Array.isArray(value)
            ? (value as Said)
            : [typeof value === 'number' ? String(value) : (value as string | SaidFigure)]),
        ];
  });
  return parts.filter((p) => p !== '');
}

/** A figure read out with its unit: "79.3 mm"; money with the currency of the yard: "£8.88", "£65.00 /h". */
export function say(figure: Pick<Figure, 'value' | 'unit'>, { currency = '', units }: Reader = {}): string {
  const f = formatStored(figure.value, figure.unit, units);
  const text = figure.unit.startsWith('money') ? `${currency}${f.text}` : f.text;
  return f.unit ? `${text} ${f.unit}` : text;
}

/** A figure read out in a metric unit, or in what the reader takes instead of it. */
export function sayIn(
  figure: Pick<Figure, 'value'>,
  unit: UnitSymbol,
  decimals?: number,
  { units }: Reader = {},
): string {
  const f = formatAs(figure.value, unit, decimals, units);
  // What is there is never told as nothing.
  const least =
    figure.value > 0 && Number.parseFloat(f.text) === 0 ? `under ${f.text.slice(0, -1)}1` : f.text;
  return `${least} ${f.unit}`;
}

/** A figure that can be opened, within a text. */
export const figure = (f: Figure, reader?: Reader): SaidFigure => ({ text: say(f, reader), figure: f });
export const figureIn = (f: Figure, unit: UnitSymbol, decimals?: number, reader?: Reader): SaidFigure => ({
  text: sayIn(f, unit, decimals, reader),
  figure: f,
});

/** A text of a repair in the units of its reader. */
export const saidWords = (words: Words, reader: Reader = {}): Said =>
  words.map((w) =>
    typeof w === 'string'
      ? w
      : 'figure' in w
        ? w.bare
          ? { text: formatAs(w.figure.value, w.as, w.decimals, reader.units).text, figure: w.figure }
          : figureIn(w.figure, w.as, w.decimals, reader)
        : 'as' in w
          ? sayIn(w, w.as, w.decimals, reader)
          : figure(w, reader),
  );

/** The likely range of a figure in one unit: "90 to 180 mm"; empty where none is known. */
export function saySpan(
  figure: Pick<Figure, 'span'>,
  unit: UnitSymbol,
  decimals = 0,
  { units }: Reader = {},
): string {
  if (!figure.span) return '';
  const [low, high] = figure.span.map((x) => formatAs(x, unit, decimals, units));
  return `${low.text} to ${high.text} ${high.unit}`;
}

/** "254 × 217 mm" */
export function saySize(
  length: Pick<Figure, 'value'>,
  width: Pick<Figure, 'value'>,
  { units }: Reader = {},
): string {
  const [l, w] = [length, width].map((f) => formatAs(f.value, 'mm', 0, units));
  return `${l.text} × ${w.text} ${w.unit}`;
}

/** The same with both figures to open. */
export function sizeOf(length: Figure, width: Figure, reader: Reader = {}): Said {
  const l = formatAs(length.value, 'mm', 0, reader.units);
  return [{ text: l.text, figure: length }, ' × ', { text: sayIn(width, 'mm', 0, reader), figure: width }];
}

interface Sized {
  readonly name?: string;
  readonly length?: Figure;
  readonly width?: Figure;
}

/** "A 462 × 412 mm, B 205 × 205 mm"; the one size where there are no parts. */
export const partsSaid = (
  parts: readonly Sized[],
  length: Figure,
  width: Figure,
  reader: Reader = {},
): Said =>
  parts.length < 2
    ? sizeOf(length, width, reader)
    : parts.flatMap((p, i) => [
        `${i > 0 ? ', ' : ''}${p.name ?? ''} `,
        ...sizeOf(p.length ?? length, p.width ?? width, reader),
      ]);

/** The parts of a cup, each as name, mass, volume in ml and US fl oz. */
export interface PartLine {
  readonly name: string;
  readonly mass: Figure;
  readonly volume?: Figure;
  readonly drops?: Figure;
}

/** Decimals for a mass in g: a catalyst of a gram needs finer reading than a pot of resin. */
export const gramDecimals = (mass: Figure): number => (mass.value < 0.01 ? 2 : 1);

export function partLines(parts: Parts): readonly PartLine[] {
  switch (parts.kind) {
    case 'two-part':
      return [
        { name: parts.names[0], mass: parts.resin, volume: parts.resinVolume },
        { name: parts.names[1], mass: parts.hardener, volume: parts.hardenerVolume },
      ];
    case 'peroxide':
      return [
        { name: parts.names[0], mass: parts.resin, volume: parts.resinVolume },
        { name: parts.names[1], mass: parts.catalyst, volume: parts.catalystVolume, drops: parts.drops },
      ];
    case 'cream':
      return [
        { name: parts.names[0], mass: parts.putty },
        { name: parts.names[1], mass: parts.hardener },
      ];
  }
}
