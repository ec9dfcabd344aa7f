import type { Problem } from '../trace/problem';
import type { Job, JobDocument } from './job';
import { JOB_FIELDS, JOB_FORMAT } from './job-fields';
import { JOB_MIGRATIONS, migrate, type Migration } from './migrate';
import { readDocument } from './read-document';
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
  return { job, document: current.document as JobDocument, problems };
}
