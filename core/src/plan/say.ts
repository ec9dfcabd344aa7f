import type { Parts } from '../materials/parts';
import type { Figure } from '../trace/figure';
import { formatIn, formatStored } from '../units/format';
import type { UnitSymbol } from '../units/units';

/** A figure read out with its unit: "79.3 mm"; money with the currency of the yard: "£8.88", "£65.00 /h". */
export function say(figure: Pick<Figure, 'value' | 'unit'>, currency = ''): string {
  const f = formatStored(figure.value, figure.unit);
  const text = figure.unit.startsWith('money') ? `${currency}${f.text}` : f.text;
  return f.unit ? `${text} ${f.unit}` : text;
}

/** A figure read out in a chosen unit. */
export function sayIn(figure: Figure, unit: UnitSymbol, decimals?: number): string {
  const f = formatIn(figure.value, unit, decimals);
  return `${f.text} ${f.unit}`;
}

/** The likely range of a figure in one unit: "90 to 180 mm"; empty where none is known. */
export function saySpan(figure: Figure, unit: UnitSymbol, decimals = 0): string {
  if (!figure.span) return '';
  const [low, high] = figure.span.map((x) => formatIn(x, unit, decimals).text);
  return `${low} to ${high} ${unit}`;
}

/** "254 × 217 mm" */
export function saySize(length: Figure, width: Figure): string {
  return `${formatIn(length.value, 'mm', 0).text} × ${formatIn(width.value, 'mm', 0).text} mm`;
}

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
