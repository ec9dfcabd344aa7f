import type { FieldChange } from '../schema/changes';
import { sayField } from '../schema/say-field';
import { changesWords, type Change } from './compare';
import type { Reader } from './say';

const MOST_FIELDS = 3;

/** What was edited: "Laminate thickness 7 mm → 8 mm"; a list tells how it grew. */
export function fieldsWords(fields: readonly FieldChange[], reader: Reader = {}): string {
  const shown = fields
    .slice(0, MOST_FIELDS)
    .map(
      (c) =>
        `${c.label} ${sayField(c.path, c.before, reader.units, reader.timeZone)} → ${sayField(c.path, c.after, reader.units, reader.timeZone)}`,
    );
  const more = fields.length - shown.length;
  return [...shown, ...(more > 0 ? [`${more} more ${more === 1 ? 'field' : 'fields'}`] : [])].join(', ');
}

/**
 * What an edit moved, and why: the fields that changed, then the plan in its own terms.
 * @returns empty when the plan stayed as it is
 */
export function whyWords(
  fields: readonly FieldChange[],
  moved: readonly Change[],
  reader: Reader = {},
): { why: string; moved: string } | undefined {
  if (moved.length === 0) return undefined;
  return { why: fieldsWords(fields, reader), moved: changesWords(moved, reader, ' · ') };
}
