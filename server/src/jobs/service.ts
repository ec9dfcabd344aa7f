import { isDeepStrictEqual } from 'node:util';
import { JOB_FIELDS, JOB_FORMAT, jobSchema, openJobFile, readDocument, type JobDocument, type Problem } from '@nelbo/core';
import type { Database } from '../db/connect';
import { HttpProblem, invalid, notFound } from '../http/problem';
import { mustBeStorable } from '../http/validate';
import { getJob, getRevision, hasSave, insertJob, listJobs, listRevisions, listUnderWay, nameRevision, setArchived, updateJob, type JobFilter, type JobRow, type SaveLabel } from './queries';

/** A job as the interface sees it. */
export interface JobView {
  readonly id: string;
  readonly version: number;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly document: JobDocument;
}

const iso = (instant: string): string => new Date(instant).toISOString();

const view = (row: JobRow): JobView => ({
  id: row.id,
  version: row.version,
  archived: row.archived,
  updatedAt: iso(row.updatedAt),
  document: row.document as JobDocument,
});

const revisionView = (row: { version: number; savedAt: string; name: string | null; who: string | null }) => ({
  version: row.version,
  savedAt: iso(row.savedAt),
  name: row.name,
  who: row.who,
});

/** A document is kept as it was written, once every field of it can be read. */
function checked(document: unknown): JobDocument {
  mustBeStorable(document);
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
    async list(filter: JobFilter) {
      const { total, rows } = await listJobs(db, filter);
      return { total, jobs: rows.map((r) => ({ ...r, updatedAt: iso(r.updatedAt), schedule: r.schedule ?? {} })) };
    },

    async underWay(limit: number): Promise<JobView[]> {
      return (await listUnderWay(db, limit)).map(view);
    },

    async get(id: string): Promise<JobView> {
      const found = await getJob(db, id);
      if (!found) throw notFound('Job');
      return view(found);
    },

    /** Creates a job under the client's id; sending it again gives back the job that is there. */
    async create(id: string, document: unknown, label: SaveLabel = {}): Promise<{ created: boolean; job: JobView }> {
      const inserted = await insertJob(db, row(id, checked(document)), label);
      if (inserted) return { created: true, job: view(inserted) };
      const there = await this.get(id);
      return { created: false, job: there };
    },

    /** Makes a job of the text of a job file. An older format is brought up to date, a newer one refused. */
    async importFile(id: string, text: string): Promise<{ created: boolean; job: JobView; problems: readonly Problem[] }> {
      const { document, problems } = openJobFile(text);
      if (!document) throw invalid(problems.filter((p) => p.severity === 'error'));
      return { ...(await this.create(id, document)), problems };
    },

    /**
     * Saves over the version that the client knew. A save that is sent again, because its answer was lost, is stored
     * once and answered with the job as it stands.
     * @throws 409 with the stored job when another save came between
     */
    async save(id: string, known: number, document: unknown, label: SaveLabel = {}): Promise<JobView> {
      const next = checked(document);
      const current = await this.get(id);
      // jsonb does not keep the order of keys, so the documents are compared as data.
      if (isDeepStrictEqual(current.document, next)) return current;
      const saved = known === current.version ? await updateJob(db, known, row(id, next), label) : undefined;
      if (saved) return view(saved);
      if (label.saveId && (await hasSave(db, id, label.saveId))) return this.get(id);
      throw new HttpProblem(409, 'Somebody else saved this job in between', 'both versions are kept; choose which goes on', {
        current: await this.get(id),
      });
    },

    async archive(id: string, archived: boolean): Promise<JobView> {
      const done = await setArchived(db, id, archived);
      if (!done) throw notFound('Job');
      return view(done);
    },

    async revisions(id: string, limit: number, before?: number) {
      await this.get(id);
      return (await listRevisions(db, id, limit, before)).map(revisionView);
    },

    async revision(id: string, version: number) {
      const found = await getRevision(db, id, version);
      if (!found) throw notFound('Revision');
      return { ...revisionView(found), document: found.document as JobDocument };
    },

    async nameRevision(id: string, version: number, name: string | null) {
      const done = await nameRevision(db, id, version, name?.trim() || null);
      if (!done) throw notFound('Revision');
      return revisionView(done);
    },
  };
}
export type JobService = ReturnType<typeof jobService>;
