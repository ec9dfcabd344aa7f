import fc from 'fast-check';
import { DAMAGE_KINDS, SUBSTRATES, occursOn, type DamageKind, type JobDocument } from '@nelbo/core';
import { PRESETS } from '@nelbo/core/inspect';
import { anyJob } from '../../core/spec/any-document';
import { Random } from './random';

/** A job with a name by which it is found again. */
export interface Named {
  readonly name: string;
  readonly document: JobDocument;
}

export const START = '2026-11-23T08:00:00Z';

/** Three climates: a dry shed, an autumn night outdoors, a summer's day in the sun. */
export const CLIMATES = {
  shed: { place: 'shop', temperature: 20, humidity: 0.5 },
  autumn: { place: 'open air', temperature: 11, humidity: 0.8, air: 'day and night', low: 2, high: 11 },
  summer: {
    place: 'open air',
    temperature: 26,
    humidity: 0.6,
    air: 'day and night',
    low: 18,
    high: 30,
    sun: 'yes',
  },
} as const;

const FACTORS = {
  position: ['above', 'below'],
  climate: Object.keys(CLIMATES) as (keyof typeof CLIMATES)[],
  access: ['one', 'both'],
  preset: Object.keys(PRESETS),
} as const;
type Factor = keyof typeof FACTORS;
type Row = { readonly [F in Factor]: (typeof FACTORS)[F][number] };

/** Every hull with every damage that occurs on it. */
const PAIRS = SUBSTRATES.flatMap(({ id, family }) =>
  (Object.keys(DAMAGE_KINDS) as DamageKind[])
    .filter((kind) => occursOn(kind, family))
    .map((kind) => ({ hull: id, kind })),
);

function named({ hull, kind }: (typeof PAIRS)[number], row: Row): Named {
  const { position, climate, access, preset } = row;
  return {
    name: [hull, kind, position, climate, access, preset].join(', '),
    document: {
      format: 'nelbo-job/1',
      hull: { material: hull },
      damage: { kind, position, size: [0.12, 0.06] },
      access,
      conditions: CLIMATES[climate],
      priorities: { preset },
      schedule: { start: START },
    } as unknown as JobDocument,
  };
}

const ROWS: readonly Row[] = FACTORS.position.flatMap((position) =>
  FACTORS.climate.flatMap((climate) =>
    FACTORS.access.flatMap((access) =>
      FACTORS.preset.map((preset) => ({ position, climate, access, preset })),
    ),
  ),
);

/** Hull × damage × above and below × climates × access × presets. */
export const wholeMatrix = (): readonly Named[] =>
  PAIRS.flatMap((pair) => ROWS.map((row) => named(pair, row)));

/**
 * Every hull with every damage at least once, and with that any two values of any two factors together: for each pair the
 * row that brings most that was not together yet.
 */
export function pairwise(): readonly Named[] {
  const seen = new Set<string>();
  const togetherOf = (pair: (typeof PAIRS)[number], row: Row): readonly string[] => {
    const values = [`hull ${pair.hull}`, `damage ${pair.kind}`, ...Object.values(row)];
    return values.flatMap((a, i) => values.slice(i + 1).map((b) => `${a} × ${b}`));
  };
  const fresh = (pair: (typeof PAIRS)[number], row: Row): number =>
    togetherOf(pair, row).filter((t) => !seen.has(t)).length;
  const sample: Named[] = [];
  const take = (pair: (typeof PAIRS)[number], least: number): boolean => {
    const best = ROWS.map((row) => ({ row, n: fresh(pair, row) })).reduce((a, b) => (b.n > a.n ? b : a));
    if (best.n < least) return false;
    for (const t of togetherOf(pair, best.row)) seen.add(t);
    sample.push(named(pair, best.row));
    return true;
  };
  for (const pair of PAIRS) take(pair, 0);
  for (const pair of PAIRS) while (take(pair, 1));
  return sample;
}

const YARD_SIZES = [0.006, 1.2] as const;

/** Jobs as a yard has them, and every third one as the schema would let anybody write it. */
export function randomJobs(count: number, seed: number): readonly Named[] {
  const random = new Random(seed);
  const odd = fc.sample(anyJob, { numRuns: Math.ceil(count / 3), seed });
  return Array.from({ length: count }, (_, i): Named =>
    i % 3 === 2
      ? { name: `any ${i}`, document: odd[Math.floor(i / 3)] }
      : { name: `random ${i}`, document: yardJob(random) },
  );
}

function yardJob(r: Random): JobDocument {
  const { hull, kind } = r.of(PAIRS);
  const [least, most] = YARD_SIZES;
  const along = least * (most / least) ** r.next();
  const low = Math.round(r.between(-3, 22));
  const air = r.of(['steady', 'day and night', 'forecast']);
  const some = (share: number, value: object): object => (r.chance(share) ? value : {});
  const high = low + Math.round(r.between(2, 12));
  return {
    format: 'nelbo-job/1',
    hull: {
      material: hull,
      ...some(0.2, { contaminant: r.of(['wax', 'silicone', 'oil', 'salt', 'sealant']) }),
      ...some(0.15, { coat: 'paint' }),
    },
    damage: {
      kind,
      position: r.of(FACTORS.position),
      size: [along, along * r.between(0.2, 1)],
      ...some(0.25, { wet: r.of(['dry', 'damp', 'wet']) }),
      ...some(0.2, { core: r.of(['firm', 'soft']) }),
      ...some(0.3, { source: r.of(['fasteners', 'fitting', 'joint', 'blow', 'unknown']) }),
      ...some(0.2, { depth: r.between(0.0002, 0.006) }),
    },
    access: r.of(FACTORS.access),
    conditions: {
      place: r.of(['shop', 'tent', 'open air', 'beach']),
      temperature: air === 'steady' ? Math.round(r.between(2, 34)) : high,
      humidity: Math.round(r.between(30, 97)) / 100,
      air,
      low,
      high,
      ...some(0.3, { sun: 'yes' }),
    },
    ...some(0.25, {
      warmth: { kind: r.of(['tent', 'lamp', 'mat']), from: r.of(['gel', 'start']), temperature: 22 },
    }),
    ...some(0.15, { repair: { way: r.of(['inject', 'recore', 'dress', 'hold', 'full']) } }),
    ...some(0.5, { priorities: { preset: r.of(FACTORS.preset) } }),
    schedule: { start: new Date(Date.parse(START) + r.below(7 * 24) * 3_600_000).toISOString() },
  } as unknown as JobDocument;
}
