import { problem, type Problem } from '../trace/problem';
import type { Job, JobDocument } from './job';
import { JOB_FIELDS, JOB_FORMAT, MOST_PLACES } from './job-fields';
import { JOB_MIGRATIONS, migrate, type Migration } from './migrate';
import { readDocument } from './read-document';
import { getIn } from './document-path';
import { FIRST_PLACE, placeDocument } from './places';
import { yupFor } from './yup-schema';

/** The one schema of a job document. */
export const jobSchema = yupFor(JOB_FIELDS);

export interface ReadJob {
  readonly job?: Job;
  /** The document as it was written, in the present format. */
  readonly document?: JobDocument;
  readonly problems: Problem[];
}

/**
 * Reads a job document (as parsed JSON) into SI. Older formats are brought up to date first.
 * @returns the job with whatever could be read, and the problems found; a file of a newer format is refused whole
 */
export function readJob(document: unknown, migrations: readonly Migration[] = JOB_MIGRATIONS): ReadJob {
  const isObject = typeof document === 'object' && document !== null && !Array.isArray(document);
  const current = isObject
    ? migrate(document as Record<string, unknown>, JOB_FORMAT, migrations)
    : { document };
  if ('problem' in current && current.problem) return { problems: [current.problem] };
  const { value, problems } = readDocument(current.document, JOB_FIELDS, jobSchema);
  if (problems.some((p) => p.path === '(file)')) return { problems };
  const job = { format: JOB_FORMAT, hull: {}, damage: {}, ...value } as Job;
  return {
    job,
    document: current.document as JobDocument,
    problems: [...problems, ...wrongIds(job)],
  };
}

/**
 * A job document in the present format, unread otherwise.
 *
 * @returns undefined for a newer format, or what is no job
 */
export function presentJob(document: unknown): JobDocument | undefined {
  const isObject = typeof document === 'object' && document !== null && !Array.isArray(document);
  const { document: present } = isObject
    ? migrate(document as Record<string, unknown>, JOB_FORMAT, JOB_MIGRATIONS)
    : {};
  return present as JobDocument | undefined;
}

const PLACE_ID = /^[a-z0-9-]{1,36}$/;

/** Ids of places that name no place, or two. */
function wrongIds({ places = [] }: Job): Problem[] {
  const ids = places.map((p) => p.id);
  return ids.flatMap((id, i) => {
    const why = !PLACE_ID.test(id)
      ? 'letters'
      : id === FIRST_PLACE
        ? 'first'
        : ids.indexOf(id) < i
          ? 'twice'
          : undefined;
    const path = `places.${i}.id`;
    return why ? [problem({ severity: 'error', path }, 'place-id', { id: id.slice(0, 36), why })] : [];
  });
}

/** A job as read at one place of the boat. */
export interface ReadPlace extends ReadJob {
  readonly id: string;
  readonly name: string | undefined;
}

/**
 * Reads a job document place by place, each as a job of one place. What is wrong with a place is told by the path that it
 * has in its own document.
 *
 * @returns the places, the first before the others, and what keeps the document from being read at all
 */
export function readPlaces(document: unknown): {
  readonly places: readonly ReadPlace[];
  readonly problems: readonly Problem[];
} {
  const whole = readJob(document);
  const { document: read } = whole;
  if (!read) return { places: [], problems: whole.problems };
  const unusable = whole.problems.filter((p) => p.severity === 'error' && p.code === 'place-id');
  if (unusable.length > 0) return { places: [], problems: unusable };
  const places = idsOf(read).flatMap((id): ReadPlace[] => {
    const own = placeDocument(read, id);
    const where = getIn(own, 'damage.where');
    return own ? [{ id, name: typeof where === 'string' ? where : undefined, ...readJob(own) }] : [];
  });
  // What stands among the places and is none is told by the job as a whole.
  const entries = whole.problems.filter((p) => p.path === 'places' || /^places\.\d+(\.id)?$/.test(p.path));
  return { places, problems: entries };
}

/** Ids of the places that can be found in a document, whatever else stands in it. */
function idsOf({ places }: { readonly places?: unknown }): readonly string[] {
  const list: readonly unknown[] = Array.isArray(places) ? places.slice(0, MOST_PLACES) : [];
  const ids = list.flatMap((p) => {
    const id = typeof p === 'object' && p !== null ? (p as { id?: unknown }).id : undefined;
    return typeof id === 'string' && PLACE_ID.test(id) ? [id] : [];
  });
  return [FIRST_PLACE, ...new Set(ids)];
}
