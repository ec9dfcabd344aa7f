import { UNITS, toSI, type Dimension, type UnitSymbol, type UnitDefinition } from './units';

export type ParsedQuantity =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly message: string; readonly suggestion: string };

/** An example that a person can copy, per dimension. */
const EXAMPLE: Record<Dimension, string> = {
  length: '95 mm or 3 3/4 in',
  area: '0.05 m²',
  volume: '250 ml',
  mass: '180 g',
  arealMass: '600 g/m² or 17 oz/yd²',
  density: '1.15 g/cm³',
  pressure: '220 mbar, 3.2 psi or 72 GPa',
  temperature: '18 °C or 64 °F',
  time: '30 min',
  fraction: '60 %',
  ratio: '12:1',
  power: 'power',
  count: '32',
  money: '65',
};

/** No quantity that a person writes is longer; what is longer is refused unread, so that reading takes no time to speak of. */
export const LONGEST_QUANTITY = 80;
/** As much of a text that cannot be read as a message repeats. */
const SHOWN = 40;

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

function fail(message: string, suggestion: string): ParsedQuantity {
  return { ok: false, message, suggestion };
}

/**
 * Reads a quantity as a person writes it: "120 mm", "3 1/2 in", "600 g/m²", "17 oz/yd²", "64 °F", "12:1".
 * Compound lengths ("5 ft 3 in") add up. Both comma and point are decimal marks.
 *
 * @param input a text with its unit, or a number that is already SI (°C for temperature)
 * @param dimension what kind of quantity is expected
 * @param bareUnit unit for a text without one, if the field allows it (a form that shows the unit beside the box)
 * @returns the SI value, or a message and a suggestion. Never throws, never NaN.
 */
export function parseQuantity(input: unknown, dimension: Dimension, bareUnit?: UnitSymbol): ParsedQuantity {
  const example = EXAMPLE[dimension];
  if (typeof input === 'number') {
    return Number.isFinite(input)
      ? { ok: true, value: input }
      : fail('is not a finite number', `write it as ${example}`);
  }
  if (typeof input !== 'string')
    return fail('is neither a number nor a text with a unit', `write it as ${example}`);
  if (input.length > LONGEST_QUANTITY)
    return fail(
      `is too long for a quantity: “${input.slice(0, SHOWN)}…”`,
      `write it as ${example}, in at most ${LONGEST_QUANTITY} characters`,
    );
  let rest = input.trim();
  if (rest === '') return fail('is empty', `write it as ${example}`);

  let total = 0;
  let parts = 0;
  let previous: UnitSymbol | undefined;
  while (rest !== '') {
    const number = readNumber(rest);
    if (!number) return fail(`cannot be read: “${input}”`, `write it as ${example}`);
    const taken = takeUnit(number.rest);
    if (taken === undefined) {
      const bare = normalise(number.rest);
      if (bare === 'oz' || bare === 'ounce' || bare === 'ounces')
        return ambiguousOunce(number.value, dimension);
      if (bare === '') {
        // A dimensionless number needs no unit; a fraction above 1 without its % sign would be a guess.
        if (dimension === 'ratio') return { ok: true, value: total + number.value };
        if (dimension === 'money' || dimension === 'count') return { ok: true, value: number.value };
        if (bareUnit && parts === 0) return { ok: true, value: toSI(number.value, bareUnit) };
        return fail(`has no unit: “${input}”`, `write it as ${example}`);
      }
      return fail(`has an unknown unit “${number.rest.trim()}”`, `write it as ${example}`);
    }
    const definition: UnitDefinition = UNITS[taken.unit];
    if (definition.dimension !== dimension) {
      return fail(
        `is given in ${taken.unit}, which is not a unit of ${describe(dimension)}`,
        `write it as ${example}`,
      );
    }
    if (
      parts > 0 &&
      (dimension === 'temperature' || !previous || UNITS[previous].factor <= definition.factor)
    ) {
      return fail(`cannot be read: “${input}”`, `write it as ${example}`);
    }
    total += toSI(number.value, taken.unit);
    previous = taken.unit;
    parts += 1;
    rest = taken.rest.trim();
  }
  return Number.isFinite(total)
    ? { ok: true, value: total }
    : fail('is too large to be read', `write it as ${example}`);
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

function describe(dimension: Dimension): string {
  return dimension === 'arealMass' ? 'weight per area' : dimension;
}

function ambiguousOunce(value: number, dimension: Dimension): ParsedQuantity {
  if (!['arealMass', 'mass', 'volume'].includes(dimension)) {
    return fail(
      `is given in oz, which is not a unit of ${describe(dimension)}`,
      `write it as ${EXAMPLE[dimension]}`,
    );
  }
  if (dimension === 'arealMass') {
    const woven = toSI(value, 'oz/yd²') * 1000;
    const mat = toSI(value, 'oz/ft²') * 1000;
    return fail(
      `“${value} oz” means two things on a fabric`,
      `write ${value} oz/yd² for woven or stitched cloth (${woven.toFixed(0)} g/m²) or ${value} oz/ft² for chopped mat (${mat.toFixed(0)} g/m²)`,
    );
  }
  return fail(
    `“${value} oz” means three things`,
    `write ${value} oz av (mass), ${value} US fl oz or ${value} imp fl oz (volume)`,
  );
}
