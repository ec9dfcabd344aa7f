import { UNITS, toSI, type Dimension, type UnitSymbol, type UnitDefinition } from './units';
import type { Unread } from './unread';

export type ParsedQuantity =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly unread: Unread };

/** No quantity that a person writes is longer; what is longer is refused unread, so that reading takes no time to speak of. */
export const LONGEST_QUANTITY = 80;
/** As much of a text that cannot be read as a message repeats. */
const SHOWN = 40;

/** Ounces of which nobody knows what they count. */
const OUNCES: ReadonlySet<string> = new Set(['oz', 'ounce', 'ounces']);
const MAY_BE_OUNCES: ReadonlySet<Dimension> = new Set(['arealMass', 'mass', 'volume']);
/** Why, without what is known anyway. */
type Reason = Unread extends infer U ? (U extends Unread ? Omit<U, 'dimension'> : never) : never;

const lookup = new Map<string, UnitSymbol>();
for (const [symbol, definition] of Object.entries(UNITS) as [UnitSymbol, UnitDefinition][]) {
  for (const spelling of [symbol, ...(definition.aliases ?? [])]) lookup.set(normalise(spelling), symbol);
}

function normalise(unit: string): string {
  const s = unit
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/\s*\/\s*/g, '/')
    .replace(/\.$/, '');
  // Upper and lower case are told apart only where they mean different things: K, C and F are temperatures.
  return /^[KCF]$/.test(s) ? s : s.toLowerCase();
}

const NUMBER =
  /^([+-]?)(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d*[.,]\d+|\d+[.,]?)(?:e([+-]?\d+))?)\s*/i;

function readNumber(text: string): { value: number; rest: string } | undefined {
  const m = NUMBER.exec(text);
  if (!m) return undefined;
  let value: number;
  if (m[2] !== undefined) value = Number(m[2]) + Number(m[3]) / Number(m[4]);
  else if (m[5] !== undefined) value = Number(m[5]) / Number(m[6]);
  else value = Number(m[7].replace(',', '.')) * 10 ** Number(m[8] ?? 0);
  if (!Number.isFinite(value)) return undefined;
  return { value: m[1] === '-' ? -value : value, rest: text.slice(m[0].length) };
}

/**
 * Reads a quantity as a person writes it: "120 mm", "3 1/2 in", "600 g/m²", "17 oz/yd²", "64 °F", "12:1".
 * Compound lengths ("5 ft 3 in") add up. Both comma and point are decimal marks.
 *
 * @param input a text with its unit, or a number that is already SI (°C for temperature)
 * @param dimension what kind of quantity is expected
 * @param bareUnit unit for a text without one, if the field allows it (a form that shows the unit beside the box)
 * @returns the SI value, or why it cannot be read. Never throws, never NaN.
 */
export function parseQuantity(input: unknown, dimension: Dimension, bareUnit?: UnitSymbol): ParsedQuantity {
  const fail = (unread: Reason): ParsedQuantity => ({ ok: false, unread: { ...unread, dimension } });
  if (typeof input === 'number')
    return Number.isFinite(input) ? { ok: true, value: input } : fail({ why: 'not-finite' });
  if (typeof input !== 'string') return fail({ why: 'no-text' });
  if (input.length > LONGEST_QUANTITY) return fail({ why: 'too-long', begins: input.slice(0, SHOWN) });
  let rest = input.trim();
  if (rest === '') return fail({ why: 'empty' });

  let total = 0;
  let parts = 0;
  let previous: UnitSymbol | undefined;
  while (rest !== '') {
    const number = readNumber(rest);
    if (!number) return fail({ why: 'cannot-read', typed: input });
    const taken = takeUnit(number.rest);
    if (taken === undefined) {
      const bare = normalise(number.rest);
      if (OUNCES.has(bare))
        return fail(
          MAY_BE_OUNCES.has(dimension)
            ? { why: 'which-ounce', value: number.value }
            : { why: 'other-unit', unit: 'oz' },
        );
      if (bare !== '') return fail({ why: 'unknown-unit', unit: number.rest.trim() });
      // A dimensionless number needs no unit; a fraction above 1 without its % sign would be a guess.
      if (dimension === 'ratio') return { ok: true, value: total + number.value };
      if (dimension === 'money' || dimension === 'count') return { ok: true, value: number.value };
      if (bareUnit && parts === 0) return { ok: true, value: toSI(number.value, bareUnit) };
      return fail({ why: 'no-unit', typed: input });
    }
    const definition: UnitDefinition = UNITS[taken.unit];
    if (definition.dimension !== dimension) return fail({ why: 'other-unit', unit: taken.unit });
    if (
      parts > 0 &&
      (dimension === 'temperature' || !previous || UNITS[previous].factor <= definition.factor)
    )
      return fail({ why: 'cannot-read', typed: input });
    total += toSI(number.value, taken.unit);
    previous = taken.unit;
    parts += 1;
    rest = taken.rest.trim();
  }
  return Number.isFinite(total) ? { ok: true, value: total } : fail({ why: 'too-large' });
}

/** Longest unit spelling at the start of the text that ends at a digit, a space or the end. */
function takeUnit(text: string): { unit: UnitSymbol; rest: string } | undefined {
  for (let end = text.length; end > 0; end -= 1) {
    const next = text[end];
    if (next !== undefined && !/[\s\d]/.test(next)) continue;
    const unit = lookup.get(normalise(text.slice(0, end)));
    if (unit) return { unit, rest: text.slice(end) };
  }
  return undefined;
}
