import fc from 'fast-check';
import {
  JOB_FIELDS,
  SHOP_FIELDS,
  type Field,
  type GroupField,
  type JobDocument,
  type Shop,
} from '../src/index';

/** Text as people and machines write it: names, other scripts, signs that mean something to a file format. */
const words = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.constantFrom(
      'Dunlin',
      'port bow',
      'batch 3',
      'Ærø',
      'P120',
      '',
      ' ',
      '=1+1',
      '<b>x</b>',
      '"; --',
      'ﷺ',
      '🛥',
    ),
  },
  { weight: 1, arbitrary: fc.string({ unit: 'grapheme', maxLength: 30 }) },
);

/** Mostly the days around now; now and then anything that the schema lets in. */
const instants = fc.oneof(
  {
    weight: 8,
    arbitrary: fc
      .integer({ min: -40 * 24, max: 40 * 24 })
      .map((h) => new Date(Date.UTC(2026, 10, 23) + h * 3_600_000).toISOString()),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      '1900-01-01T00:00:00Z',
      '2100-12-31T23:59:59Z',
      '2026-03-29T02:30',
      '2024-02-29T12:00:00+14:00',
    ),
  },
  { weight: 1, arbitrary: fc.integer({ min: 1900, max: 2100 }).map((y) => `${y}-06-15T12:00:00Z`) },
);

function quantityOf(field: Extract<Field, { kind: 'quantity' }>): fc.Arbitrary<number> {
  const inside = fc.double({ min: field.min, max: field.max, noNaN: true });
  const whole = fc
    .integer({
      min: Math.ceil(Math.max(field.min, -1e6)),
      max: Math.max(Math.ceil(Math.max(field.min, -1e6)), Math.floor(Math.min(field.max, 1e6))),
    })
    .filter((n) => n >= field.min && n <= field.max);
  // A limit, the low end (where sizes are usual), or anything between.
  const low = fc
    .double({ min: 0, max: 1, noNaN: true })
    .map((u) => field.min + (field.max - field.min) * u ** 6);
  const parts: fc.Arbitrary<number>[] = [fc.constantFrom(field.min, field.max), low, low, inside];
  return fc.oneof(
    ...parts,
    ...(field.dimension === 'count' && Math.floor(field.max) >= Math.ceil(field.min) ? [whole] : []),
  );
}

/** Any value that a field admits. Lists are kept short: their length is the bench's business. */
export function anyValue(field: Field, share: number): fc.Arbitrary<unknown> {
  switch (field.kind) {
    case 'text':
      return words.map((w) => w.slice(0, field.max));
    case 'choice':
      return fc.constantFrom(...Object.keys(field.options));
    case 'quantity':
      return quantityOf(field);
    case 'instant':
      return instants;
    case 'time of day':
      return fc
        .tuple(fc.integer({ min: 0, max: 23 }), fc.constantFrom(0, 30, 59))
        .map(([h, m]) => `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`);
    case 'tuple':
      return fc.array(quantityOf(field.item), { minLength: field.length, maxLength: field.length });
    case 'list':
      return fc.array(anyGroup(field.item, share), { maxLength: Math.min(field.max, 5) });
    case 'group':
      return anyGroup(field, share);
  }
}

/** @param share how often a field that may be left out is there */
export function anyGroup(field: GroupField, share: number): fc.Arbitrary<Record<string, unknown>> {
  const entries = Object.entries(field.fields).map(([name, f]) => {
    const value = anyValue(f, share);
    const there = f.required
      ? value
      : fc.oneof(
          { weight: Math.round(share * 100), arbitrary: value },
          { weight: Math.round((1 - share) * 100), arbitrary: fc.constant(undefined) },
        );
    return [name, there] as const;
  });
  return fc
    .record(Object.fromEntries(entries))
    .map((r) => Object.fromEntries(Object.entries(r).filter(([, v]) => v !== undefined)));
}

const some = (share: number): fc.Arbitrary<JobDocument> =>
  anyGroup(JOB_FIELDS, share).map(
    (d) =>
      ({
        ...d,
        format: 'nelbo-job/2',
        // An id names one place: letters of any script would be told, and nothing else.
        ...(Array.isArray(d['places'])
          ? { places: d['places'].map((p: object, i) => ({ ...p, id: `p${i}` })) }
          : {}),
      }) as unknown as JobDocument,
  );

/**
 * Any job that the schema admits, made from the very table of fields, so that a new field is tried without a word
 * here: from a bare one to one in which nearly everything is entered.
 */
export const anyJob: fc.Arbitrary<JobDocument> = fc
  .tuple(
    fc.oneof(some(0.08), some(0.25), some(0.6)),
    anyValue(JOB_FIELDS.fields['hull'], 0.3),
    anyValue(JOB_FIELDS.fields['damage'], 0.4),
    fc.tuple(
      fc.constantFrom(...hulls()),
      fc.double({ min: 0.004, max: 0.3, noNaN: true }),
      fc.double({ min: 0.004, max: 0.3, noNaN: true }),
      fc.nat(3),
    ),
  )
  .map(([document, hull, damage, [material, along, up, n]]) => {
    // Most jobs name a hull and a size of the usual order: the planner goes on from there.
    const usual =
      n > 0
        ? { hull: { ...(hull as object), material }, damage: { ...(damage as object), size: [along, up] } }
        : {};
    return { ...document, ...usual } as unknown as JobDocument;
  });

function hulls(): string[] {
  const hull = JOB_FIELDS.fields['hull'];
  const material = hull.kind === 'group' ? hull.fields['material'] : undefined;
  return material?.kind === 'choice' ? Object.keys(material.options) : [];
}

/** Any yard that the schema admits, as the planner takes it. */
export const anyYard: fc.Arbitrary<Shop> = anyGroup(SHOP_FIELDS, 0.3).map(
  (d) => ({ ...d, crew: (d['crew'] as { name: string }[] | undefined)?.map((p) => p.name) }) as Shop,
);
