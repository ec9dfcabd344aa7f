import type { Refused } from '../trace/refused';
import { parseTold } from '../units/told';
import { UNITS } from '../units/units';
import {
  OWN_ID,
  type ChoiceField,
  type InstantField,
  type QuantityField,
  type TextField,
  type TimeOfDayField,
} from './field';

export type Checked =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly refused: Refused };

const refuse = (refused: Refused): Checked => ({ ok: false, refused });

/** Checks one leaf value against its field. @returns the SI value, or why it is refused. Never throws. */
export function checkLeaf(
  field: QuantityField | ChoiceField | TextField | InstantField | TimeOfDayField,
  value: unknown,
): Checked {
  const { label } = field;
  switch (field.kind) {
    case 'quantity':
      return checkQuantity(field, value);
    case 'choice':
      return checkChoice(field, value);
    case 'text':
      if (typeof value !== 'string') return refuse({ label, fault: 'not-text' });
      return value.length <= field.max
        ? { ok: true, value }
        : refuse({ label, fault: 'too-long', most: field.max });
    case 'time of day':
      return typeof value === 'string' && /^([01]\d|2[0-3]):[0-5]\d$/.test(value)
        ? { ok: true, value }
        : refuse({ label, fault: 'not-time-of-day' });
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
  const m = typeof value === 'string' ? INSTANT.exec(value) : null;
  const [year, month, day] = m ? m.slice(1, 4).map(Number) : [0, 0, 0];
  // The calendar turns the 30th of February into the 2nd of March; no such day was meant.
  const there =
    m !== null && new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day && month >= 1 && month <= 12;
  if (!there || !Number.isFinite(Date.parse(m[0])))
    return refuse({ label: field.label, fault: 'not-instant' });
  if (year < YEARS.first || year > YEARS.last)
    return refuse({ label: field.label, fault: 'year', year, ...YEARS });
  return { ok: true, value };
}

function checkQuantity(field: QuantityField, value: unknown): Checked {
  const { label, min, max, unit, dimension } = field;
  const limits = { min, max, unit, dimension };
  const parsed = parseTold(value, dimension);
  if (!parsed.ok) return refuse({ label, fault: 'unread', unread: parsed.unread, limits });
  if (parsed.value >= min && parsed.value <= max) return { ok: true, value: parsed.value };
  // A bare number that would be in range in the field's own unit was most likely meant so.
  const meant = typeof value === 'number' ? value : undefined;
  const inUnit = meant === undefined ? NaN : meant * UNITS[unit].factor;
  return refuse({
    label,
    fault: 'outside',
    value: parsed.value,
    limits,
    ...(inUnit >= min && inUnit <= max ? { meant } : {}),
  });
}

function checkChoice(field: ChoiceField, value: unknown): Checked {
  const known = Object.keys(field.options);
  if (typeof value !== 'string') return refuse({ label: field.label, fault: 'unknown-choice', known });
  if (known.includes(value) || (field.orOwn && OWN_ID.test(value))) return { ok: true, value };
  const near = nearest(value, known);
  return refuse({
    label: field.label,
    fault: 'unknown-choice',
    typed: shortened(value),
    known,
    ...(near === undefined ? {} : { near }),
  });
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
