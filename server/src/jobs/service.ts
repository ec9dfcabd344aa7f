import { isDeepStrictEqual } from 'node:util';
import { JOB_FORMAT, jobSchema, readDocument, JOB_FIELDS, type JobDocument } from '@nelbo/core';
import type { Database } from '../db/connect';
import { HttpProblem, invalid, notFound } from '../http/problem';
import { getJob, insertJob, listJobs, setArchived, updateJob, type JobFilter, type JobRow } from './queries';

/** A job as the interface sees it. */
export interface JobView {
  readonly id: string;
  readonly version: number;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly document: JobDocument;
}

const view = (row: JobRow): JobView => ({
  id: row.id,
  version: row.version,
  archived: row.archived,
  updatedAt: new Date(row.updatedAt).toISOString(),
  document: row.document as JobDocument,
});

/** A document is kept as it was written, once every field of it can be read. */
function checked(document: unknown): JobDocument {
  const { problems } = readDocument(document, JOB_FIELDS, jobSchema);
  const errors = problems.filter((p) => p.severity === 'error');
  if (errors.length > 0) throw invalid(errors);
  const valid = document as JobDocument;
  if (valid.format !== JOB_FORMAT) throw new HttpProblem(422, 'The job is of another format', `this server reads ${JOB_FORMAT}`);
  return valid;
}

const row = (id: string, document: JobDocument): { id: string; title: string; boat: string; document: JobDocument } => ({
  id,
  title: document.title ?? '',
  boat: document.boat?.name ?? '',
  document,
});

export function jobService(db: Database) {
  return {
    async list(filter: JobFilter): Promise<JobView[]> {
      return (await listJobs(db, filter)).map(view);
    },

    async get(id: string): Promise<JobView> {
      const found = await getJob(db, id);
      if (!found) throw notFound('Job');
      return view(found);
    },

    /** Creates a job under the client's id; sending it again gives back the job that is there. */
    async create(id: string, document: unknown): Promise<{ created: boolean; job: JobView }> {
      const inserted = await insertJob(db, row(id, checked(document)));
      if (inserted) return { created: true, job: view(inserted) };
      const there = await this.get(id);
      return { created: false, job: there };
    },

    /** Saves over the version that the client knew. @throws 409 with the stored job when another save came between */
    async save(id: string, known: number, document: unknown): Promise<JobView> {
      const next = checked(document);
      const current = await this.get(id);
      // jsonb does not keep the order of keys, so the documents are compared as data.
      if (isDeepStrictEqual(current.document, next)) return current;
      const saved = await updateJob(db, known, row(id, next));
      if (saved) return view(saved);
      throw new HttpProblem(409, 'Somebody else saved this job in between', 'both versions are kept; choose which goes on', {
        current: await this.get(id),
      });
    },

    async archive(id: string, archived: boolean): Promise<JobView> {
      const done = await setArchived(db, id, archived);
      if (!done) throw notFound('Job');
      return view(done);
    },
  };
}
export type JobService = ReturnType<typeof jobService>;
