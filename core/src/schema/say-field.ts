import { formatAs, preferredUnit, type UnitPreferences } from '../units/preferences';
import { formatIn } from '../units/format';
import { parseQuantity } from '../units/parse';
import type { Field, GroupField } from './field';
import { JOB_FIELDS } from './job-fields';

/** The field of a table at a path; the entries of a list share their fields. @returns undefined for a path that no table has */
export function findField(path: string, root: GroupField = JOB_FIELDS): Field | undefined {
  let at: Field | undefined = root;
  for (const name of path.split('.')) {
    if (at?.kind === 'list') at = at.item;
    if (at?.kind !== 'group') return undefined;
    at = Object.hasOwn(at.fields, name) ? at.fields[name] : undefined;
  }
  return at;
}

/**
 * The value of a field as a person reads it: "7.2 mm", "epoxy, slow", "2 entries", "not set".
 * A value that the field cannot read is shown as it was written.
 */
export function sayField(
  path: string,
  value: unknown,
  units: UnitPreferences = {},
  timeZone = 'UTC',
  root: GroupField = JOB_FIELDS,
): string {
  return sayValue(findField(path, root), value, units, timeZone);
}

function sayValue(
  field: Field | undefined,
  value: unknown,
  units: UnitPreferences,
  timeZone: string,
): string {
  if (value === undefined || value === null) return 'not set';
  switch (field?.kind) {
    case 'quantity': {
      const parsed = parseQuantity(value, field.dimension);
      if (!parsed.ok) return raw(value);
      if (field.dimension === 'count' || field.dimension === 'money')
        return String(Number(parsed.value.toPrecision(6)));
      const unit = preferredUnit(field.unit, units);
      const shown =
        unit === field.unit
          ? formatIn(parsed.value, field.unit, 4)
          : formatAs(parsed.value, field.unit, 3, units);
      return `${shown.text.replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, '')} ${shown.unit}`;
    }
    case 'choice':
      return typeof value === 'string'
        ? Object.hasOwn(field.options, value)
          ? field.options[value]
          : value
        : raw(value);
    case 'instant': {
      const ms = typeof value === 'string' ? Date.parse(value) : NaN;
      return Number.isFinite(ms)
        ? new Intl.DateTimeFormat('en-GB', {
            timeZone,
            day: 'numeric',
            month: 'short',
            hour: '2-digit',
            minute: '2-digit',
          }).format(ms)
        : raw(value);
    }
    case 'tuple':
      return Array.isArray(value)
        ? value.map((v) => sayValue(field.item, v, units, timeZone)).join(' × ')
        : raw(value);
    case 'list':
      return Array.isArray(value) ? (value.length === 1 ? '1 entry' : `${value.length} entries`) : raw(value);
    default:
      return raw(value);
  }
}

const LONGEST = 60;

function raw(value: unknown): string {
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text;
}
