import type { Problem } from '../trace/problem';
import type { Job } from './job';
import { JOB_FIELDS, JOB_FORMAT } from './job-fields';
import { readDocument } from './read-document';
import { yupFor } from './yup-schema';

/** The one schema of a job document. */
export const jobSchema = yupFor(JOB_FIELDS);

const FORMAT = /^nelbo-job\/(\d+)$/;

/**
 * Reads a job document (as parsed JSON) into SI.
 * @returns the job with whatever could be read, and the problems found; a file of a newer format is refused whole
 */
export function readJob(document: unknown): { job?: Job; problems: Problem[] } {
  const { value, problems } = readDocument(document, JOB_FIELDS, jobSchema);
  const format = (value as { format?: string }).format;
  if (format !== undefined && format !== JOB_FORMAT) {
    const version = FORMAT.exec(format);
    return {
      problems: [
        ...problems,
        {
          severity: 'error',
          path: 'format',
          what: version && Number(version[1]) > 1 ? `the file is of a newer format, ${format}` : `unknown format “${format}”`,
          allowed: JOB_FORMAT,
          suggestion: version ? 'open it with a newer Nelbo' : `begin the file with "format": "${JOB_FORMAT}"`,
        },
      ],
    };
  }
  if (problems.some((p) => p.path === '(file)')) return { problems };
  const job = { format: JOB_FORMAT, hull: {}, damage: {}, ...value } as Job;
  return { job, problems };
}
