import { documentChanges } from './changes';
import { setIn } from './document-path';
import type { Job, JobDocument } from './job';

/** The first place of a boat, which stands in the job itself, among the ids of places. */
export const FIRST_PLACE = 'first';

/** Groups of the first place that a further one takes over where it says nothing else. */
const TAKEN_OVER = ['hull', 'mix', 'sanding', 'coat', 'colour'] as const;
/** What holds for the boat as a whole: no place has its own. */
const OF_THE_BOAT = [
  'format',
  'title',
  'boat',
  'grade',
  'lasts',
  'priorities',
  'conditions',
  'warmth',
  'cure',
] as const;
const OF_THE_BOAT_WITHIN = ['schedule.start', 'schedule.wanted'] as const;

export type PlaceEntry = NonNullable<JobDocument['places']>[number];

/** Ids of the places of a boat, the first before the others. */
export const placeIds = ({ places = [] }: Pick<JobDocument | Job, 'places'>): readonly string[] => [
  FIRST_PLACE,
  ...places.map((p) => p.id),
];

/** Places of a boat are told by letters, in their order. */
export const placeLetter = (index: number): string => String.fromCharCode(65 + index);

/** What a place is called: where it is, or as its file named it. @returns undefined where nobody has said either */
export function placeName(document: JobDocument | Job, id: string): string | undefined {
  if (id === FIRST_PLACE) return document.damage.where;
  const place = document.places?.find((p) => p.id === id);
  return place?.damage.where ?? place?.name;
}

/**
 * A job as it is at one place of the boat: a document of one place, which is planned, drawn and edited like any other. What
 * the place does not say of its hull, its pots, its paper, its coat and its colour is as at the first; a hull of another
 * kind takes over nothing.
 *
 * @param id of a place; the first is {@link FIRST_PLACE}
 * @returns undefined where the boat has no such place
 */
export function placeDocument(document: JobDocument, id: string): JobDocument | undefined {
  const { places, ...first } = document;
  if (id === FIRST_PLACE) return places === undefined ? document : first;
  const place = (places as readonly (PlaceEntry | null)[] | undefined)?.find((p) => p?.id === id);
  if (!place) return undefined;
  const { id: _, name, schedule, hull, ...own } = place;
  const { start, wanted } = first.schedule ?? {};
  const when = {
    ...(start === undefined ? {} : { start }),
    ...(wanted === undefined ? {} : { wanted }),
    ...schedule,
  };
  return {
    ...pick(first, OF_THE_BOAT),
    ...pick(first, TAKEN_OVER),
    ...own,
    damage: over(name === undefined ? {} : { where: name }, own.damage),
    hull: otherHull(hull) ? hull : over(first.hull, hull),
    ...(Object.keys(when).length > 0 ? { schedule: when } : {}),
  } as JobDocument;
}

/** A group over another. What is written where a group belongs is left for the reader to refuse. */
function over(under: unknown, own: unknown): unknown {
  const isGroup = (value: unknown): value is object =>
    typeof value === 'object' && value !== null && !Array.isArray(value);
  if (own === undefined) return under;
  return isGroup(under) && isGroup(own) ? { ...under, ...own } : own;
}

/** A place that names its own material, or was tested, is on another hull than the first. */
const otherHull = (hull: PlaceEntry['hull']): boolean =>
  hull?.material !== undefined || (hull?.evidence?.length ?? 0) > 0;

function pick<T extends object, K extends keyof T>(from: T, keys: readonly K[]): Partial<Pick<T, K>> {
  return Object.fromEntries(keys.flatMap((k) => (from[k] === undefined ? [] : [[k, from[k]]]))) as Partial<
    Pick<T, K>
  >;
}

/** Whether a field may stand at the first place and hold for the others too: it is the boat’s, or taken over from there. */
export const isShared = (path: string): boolean =>
  isOfTheBoat(path) || (TAKEN_OVER as readonly string[]).includes(path.split('.')[0]);

const isOfTheBoat = (path: string): boolean =>
  (OF_THE_BOAT as readonly string[]).includes(path.split('.')[0]) ||
  OF_THE_BOAT_WITHIN.some((p) => p === path);

/**
 * A job after an edit of one of its places: what holds for the boat goes into the job, what is of the place into its entry.
 *
 * @param change what is done to the document of that place
 * @returns the job as it was where it has no such place
 */
export function editPlace(
  document: JobDocument,
  id: string,
  change: (place: JobDocument) => JobDocument,
): JobDocument {
  const before = placeDocument(document, id);
  if (!before) return document;
  if (id === FIRST_PLACE) {
    const { places } = document;
    return { ...change(before), ...(places === undefined ? {} : { places }) };
  }
  return documentChanges(before, change(before)).reduce(
    (d, { path, after }) => setIn(d, isOfTheBoat(path) ? path : `places.${id}.${path}`, after),
    document,
  );
}

/** A job with one place more, at the end. */
export const withPlace = (document: JobDocument, place: PlaceEntry): JobDocument =>
  setIn(document, `places.${place.id}`, place);

/** A job without one of its further places. The first stays: it is the job. */
export const withoutPlace = (document: JobDocument, id: string): JobDocument =>
  setIn(document, `places.${id}`, undefined);
