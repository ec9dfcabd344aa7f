import { LONGEST_QUANTITY, parseQuantity, type ParsedQuantity } from './parse';
import type { Dimension, UnitSymbol } from './units';

/** What an amount is worked out by that is told by its volume, in strokes of a pump, or in drops. */
export interface By {
  /** Of the liquid, kg/m³. */
  readonly density?: number;
  /** What one stroke of the yard's pump gives, m³. */
  readonly stroke?: number;
  /** One drop of the yard's bottle, m³. */
  readonly drop?: number;
  /** What a share is a share of. */
  readonly of?: Omit<By, 'of'>;
}

const COUNTED = /^(\d+(?:[.,]\d+)?|\d+\s*\/\s*\d+)\s*(pumps?|strokes?|drops?)$/i;
/** "12 g in 100 g", "4.4 ml per 250 g". */
const SHARE = /^(.+?)\s+(?:in|to|per)\s+(.+)$/i;
/** "0.5 l on 4 m²". */
const SPREAD = /^(.+?)\s+(?:on|over)\s+(.+)$/i;

const fail = (
  dimension: Dimension,
  why: 'no-density' | 'no-pump' | 'no-drop',
  typed: string,
): ParsedQuantity => ({
  ok: false,
  unread: { dimension, why, typed },
});

/** A volume as a mass, by the density of the liquid; what is no volume stays as it was read. */
function byDensity(text: string, by: By, otherwise: ParsedQuantity): ParsedQuantity {
  const volume = parseQuantity(text, 'volume');
  if (!volume.ok) return otherwise;
  return by.density === undefined
    ? fail('mass', 'no-density', text)
    : { ok: true, value: volume.value * by.density };
}

/**
 * Reads an amount as a mass, kg: "120 g", "12 ml", "4 fl oz", "2 pumps", "14 drops".
 *
 * @param bareUnit for a text without a unit
 * @returns why it cannot be read where a density, a pump or a bottle is missing
 */
export function parseAmount(text: string, by: By, bareUnit?: UnitSymbol): ParsedQuantity {
  const typed = text.trim();
  const counted = COUNTED.exec(typed);
  if (counted) {
    const [, digits, what] = counted;
    const [a, b = '1'] = digits.replace(',', '.').split('/');
    const stroke = /^[ps]/i.test(what);
    const each = stroke ? by.stroke : by.drop;
    if (each === undefined) return fail('mass', stroke ? 'no-pump' : 'no-drop', typed);
    return by.density === undefined
      ? fail('mass', 'no-density', typed)
      : { ok: true, value: (Number(a) / Number(b)) * each * by.density };
  }
  const mass = parseQuantity(text, 'mass', bareUnit);
  return mass.ok ? mass : byDensity(typed, by, mass);
}

/** Reads a share: "2 %", or one amount in another, both as masses. */
function parseShare(text: string, by: By, otherwise: ParsedQuantity): ParsedQuantity {
  const [, part, whole] = SHARE.exec(text.trim()) ?? [];
  if (part === undefined) return otherwise;
  const [a, b] = [parseAmount(part, by), parseAmount(whole, by.of ?? {})];
  if (!a.ok) return a;
  if (!b.ok) return b;
  return b.value > 0 ? { ok: true, value: a.value / b.value } : otherwise;
}

/** Reads a film: "80 µm", or a volume that is gone on an area. */
function parseFilm(text: string, otherwise: ParsedQuantity): ParsedQuantity {
  const [, gone, area] = SPREAD.exec(text.trim()) ?? [];
  if (gone === undefined) return otherwise;
  const [v, a] = [parseQuantity(gone, 'volume'), parseQuantity(area, 'area')];
  if (!v.ok) return v;
  if (!a.ok) return a;
  return a.value > 0 ? { ok: true, value: v.value / a.value } : otherwise;
}

/**
 * Reads a quantity in its own unit or told another way: a mass by its volume, strokes or drops, a share as one amount in
 * another, a film as litres on an area.
 *
 * @param input as of `parseQuantity`
 * @param by what the yard and the sheet say: without it a volume is no mass, and that is said
 */
export function parseTold(
  input: unknown,
  dimension: Dimension,
  bareUnit?: UnitSymbol,
  by: By = {},
): ParsedQuantity {
  const plain = parseQuantity(input, dimension, bareUnit);
  if (plain.ok || typeof input !== 'string' || input.length > LONGEST_QUANTITY) return plain;
  switch (dimension) {
    case 'mass':
      return parseAmount(input, by, bareUnit);
    case 'fraction':
      return parseShare(input, by, plain);
    case 'length':
      return parseFilm(input, plain);
    default:
      return plain;
  }
}
