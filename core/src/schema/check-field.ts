import { formatIn } from '../units/format';
import { parseQuantity } from '../units/parse';
import { UNITS, type UnitSymbol } from '../units/units';
import {
  OWN_ID,
  type ChoiceField,
  type InstantField,
  type QuantityField,
  type TextField,
  type TimeOfDayField,
} from './field';

export type Checked =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly what: string; readonly allowed?: string; readonly suggestion?: string };

/** The limits of a quantity as a person reads them: "1–60 mm". */
export function allowedRange(field: QuantityField): string {
  const [low, high] = [field.min, field.max].map((x) => formatIn(x, field.unit));
  // A range is copied into a field, so its thousands are not grouped.
  const tidy = (s: string): string =>
    s
      .replaceAll('\u202f', '')
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  const range = `${tidy(low.text)} to ${tidy(high.text)}`;
  return field.dimension === 'count' ? range : `${range} ${field.unit}`;
}

/** Checks one leaf value against its field. @returns the SI value, or what is wrong, the limits and a way out. Never throws. */
export function checkLeaf(
  field: QuantityField | ChoiceField | TextField | InstantField | TimeOfDayField,
  value: unknown,
): Checked {
  switch (field.kind) {
    case 'quantity':
      return checkQuantity(field, value);
    case 'choice':
      return checkChoice(field, value);
    case 'text':
      if (typeof value !== 'string')
        return { ok: false, what: `${field.label} must be a text`, allowed: 'text' };
      return value.length <= field.max
        ? { ok: true, value }
        : {
            ok: false,
            what: `${field.label} is too long`,
            allowed: `up to ${field.max} characters`,
            suggestion: 'shorten it',
          };
    case 'time of day':
      return typeof value === 'string' && /^([01]\d|2[0-3]):[0-5]\d$/.test(value)
        ? { ok: true, value }
        : {
            ok: false,
            what: `${field.label} is not a time of day`,
            allowed: '00:00 to 23:59',
            suggestion: 'write it as 07:30',
          };
    case 'instant':
      return checkInstant(field, value);
  }
}

/** Years that a date of a repair may lie in. */
export const YEARS = { first: 1900, last: 2100 } as const;
const INSTANT =
  /^(\d{4})-(\d\d)-(\d\d)T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,9})?)?(Z|[+-](0\d|1[0-4]):?[0-5]\d)?$/;

/** A date and time of ISO 8601 on a day that the calendar has, in the years 1900 to 2100. */
function checkInstant(field: InstantField, value: unknown): Checked {
  const suggestion = 'write it as 2026-11-24T07:30:00Z';
  const m = typeof value === 'string' ? INSTANT.exec(value) : null;
  const [year, month, day] = m ? m.slice(1, 4).map(Number) : [0, 0, 0];
  // The calendar turns the 30th of February into the 2nd of March; no such day was meant.
  const there =
    m !== null && new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day && month >= 1 && month <= 12;
  if (!there || !Number.isFinite(Date.parse(m[0])))
    return { ok: false, what: `${field.label} is not a date and time`, allowed: 'ISO 8601', suggestion };
  if (year < YEARS.first || year > YEARS.last)
    return {
      ok: false,
      what: `${field.label} lies in the year ${year}`,
      allowed: `${YEARS.first} to ${YEARS.last}`,
      suggestion: 'check the year',
    };
  return { ok: true, value };
}

function checkQuantity(field: QuantityField, value: unknown): Checked {
  const allowed = allowedRange(field);
  const parsed = parseQuantity(value, field.dimension);
  if (!parsed.ok)
    return { ok: false, what: `${field.label} ${parsed.message}`, allowed, suggestion: parsed.suggestion };
  if (parsed.value >= field.min && parsed.value <= field.max) return { ok: true, value: parsed.value };
  const shown = formatIn(parsed.value, field.unit);
  return {
    ok: false,
    what: `${field.label} of ${shown.text} ${shown.unit} is outside what can be planned`,
    allowed,
    suggestion: suggestUnit(field, value) ?? 'check the figure and its unit',
  };
}

/** A bare number that would be in range in the field's own unit was most likely meant so. */
function suggestUnit(field: QuantityField, value: unknown): string | undefined {
  const number = typeof value === 'number' ? value : undefined;
  if (number === undefined) return undefined;
  const unit: UnitSymbol = field.unit;
  const meant = number * UNITS[unit].factor;
  if (meant < field.min || meant > field.max) return undefined;
  return `a number without unit is SI; for ${number} ${unit} write "${number} ${unit}"`;
}

function checkChoice(field: ChoiceField, value: unknown): Checked {
  const keys = Object.keys(field.options);
  if (typeof value === 'string' && (keys.includes(value) || (field.orOwn && OWN_ID.test(value))))
    return { ok: true, value };
  const near = typeof value === 'string' ? nearest(value, keys) : undefined;
  return {
    ok: false,
    what: `${field.label} ${typeof value === 'string' ? `“${shortened(value)}” is not known` : 'must be one of a list'}`,
    allowed: keys.join(', '),
    suggestion: near ? `did you mean “${near}”?` : `choose ${keys[0]}`,
  };
}

/** No name of ours is longer: a longer word is near to none. */
const LONGEST_NAME = 60;
const shortened = (word: string): string =>
  word.length > LONGEST_NAME ? `${word.slice(0, LONGEST_NAME)}…` : word;

/** The known word with the most letter pairs in common (Dice coefficient), if any is near. */
export function nearest(word: string, known: readonly string[]): string | undefined {
  if (word.length > LONGEST_NAME) return undefined;
  const pairs = (s: string): string[] =>
    Array.from({ length: Math.max(0, s.length - 1) }, (_, i) => s.slice(i, i + 2).toLowerCase());
  const mine = pairs(word);
  let best: { key: string; score: number } | undefined;
  for (const key of known) {
    const theirs = pairs(key);
    const common = mine.filter((p) => theirs.includes(p)).length;
    const score = (2 * common) / (mine.length + theirs.length || 1);
    if (score >= 0.4 && (!best || score > best.score)) best = { key, score };
  }
  return best?.key;
}
