import { isDeepStrictEqual } from 'node:util';
import { openJobFile, presentJob, readJob, told, type JobDocument, type ToldProblem } from '@nelbo/core';
import type { Database } from '../db/connect';
import { HttpProblem, invalid, notFound } from '../http/problem';
import { mustBeStorable } from '../http/validate';
import {
  getJob,
  getRevision,
  insertJob,
  listJobs,
  listRevisions,
  listUnderWay,
  nameRevision,
  savedUnder,
  setArchived,
  updateJob,
  type JobFilter,
  type JobRow,
  type Known,
  type SaveLabel,
} from './queries';

/** A job as the interface sees it. */
export interface JobView {
  readonly id: string;
  readonly version: number;
  /** Versions count within an epoch of the yard; a restore begins a new one. */
  readonly epoch: string;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly document: JobDocument;
}

const iso = (instant: string): string => new Date(instant).toISOString();

const view = (row: JobRow): JobView => ({
  id: row.id,
  version: row.version,
  epoch: row.epoch,
  archived: row.archived,
  updatedAt: iso(row.updatedAt),
  document: present(row.document),
});

/** What was stored by an older version is handed out in the present format. */
const present = (document: unknown): JobDocument => (presentJob(document) ?? document) as JobDocument;

const revisionView = (row: {
  version: number;
  savedAt: string;
  name: string | null;
  who: string | null;
}) => ({
  version: row.version,
  savedAt: iso(row.savedAt),
  name: row.name,
  who: row.who,
});

/** A document is kept as it was written, in the present format, once every field of it can be read. */
function checked(document: unknown): JobDocument {
  mustBeStorable(document);
  const { document: valid, problems } = readJob(document);
  const errors = problems.filter((p) => p.severity === 'error');
  if (errors.length > 0) throw invalid(errors);
  return valid as JobDocument;
}

const row = (
  id: string,
  document: JobDocument,
): { id: string; title: string; boat: string; document: JobDocument } => ({
  id,
  title: document.title ?? '',
  boat: document.boat?.name ?? '',
  document,
});

export function jobService(db: Database) {
  return {
    async list(filter: JobFilter) {
      const { total, rows } = await listJobs(db, filter);
      return {
        total,
        jobs: rows.map((r) => ({ ...r, updatedAt: iso(r.updatedAt), schedule: r.schedule ?? {} })),
      };
    },

    async underWay(limit: number): Promise<JobView[]> {
      return (await listUnderWay(db, limit)).map(view);
    },

    async get(id: string): Promise<JobView> {
      const found = await getJob(db, id);
      if (!found) throw notFound('Job');
      return view(found);
    },

    /**
     * Creates a job under the client's id; sending it again gives back the job that is there.
     * @throws 409 with the stored job when what is sent is not what was created: the answer to the first try was lost,
     * and the sender has gone on since
     */
    async create(
      id: string,
      document: unknown,
      label: SaveLabel = {},
    ): Promise<{ created: boolean; job: JobView }> {
      const wanted = checked(document);
      const inserted = await insertJob(db, row(id, wanted), label);
      if (inserted) return { created: true, job: view({ ...inserted, document: wanted }) };
      const there = await this.get(id);
      const first = await getRevision(db, id, 1);
      // jsonb does not keep the order of keys, so the documents are compared as data.
      if (
        isDeepStrictEqual(there.document, wanted) ||
        (first && isDeepStrictEqual(present(first.document), wanted))
      )
        return { created: false, job: there };
      throw new HttpProblem(
        409,
        'Another job has this id',
        'it was created before and is kept; what was sent is to be merged with it',
        { current: there },
      );
    },

    /** Makes a job of the text of a job file. An older format is brought up to date, a newer one refused. */
    async importFile(
      id: string,
      text: string,
    ): Promise<{ created: boolean; job: JobView; problems: readonly ToldProblem[] }> {
      const { document, problems } = openJobFile(text);
      if (!document) throw invalid(problems.filter((p) => p.severity === 'error'));
      return { ...(await this.create(id, document)), problems: problems.map(told) };
    },

    /**
     * Saves over the version that the client knew. A save that is sent again, because its answer was lost, is stored
     * once and answered with the job as it stands.
     * @throws 409 with the stored job when another save came between
     */
    async save(id: string, known: Known, document: unknown, label: SaveLabel = {}): Promise<JobView> {
      const next = checked(document);
      const saved = await updateJob(db, known, row(id, next), label);
      if (saved) return view({ ...saved, document: next });
      const current = await this.get(id);
      if (isDeepStrictEqual(current.document, next)) return current;
      const kept = await this.savedAs(id, label.saveId);
      // Only the very words that were saved under the id are a repeat: others under it would be lost without a word.
      if (kept !== undefined && isDeepStrictEqual(present(kept), next)) return current;
      throw new HttpProblem(
        409,
        kept === undefined ? 'Somebody else saved this job in between' : 'Another save has this id',
        'both versions are kept; choose which goes on',
        { current },
      );
    },

    /** What was saved under a client-made id. */
    async savedAs(id: string, saveId: string | undefined): Promise<unknown> {
      return saveId === undefined ? undefined : (await savedUnder(db, id, saveId))?.document;
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
      return { ...revisionView(found), document: present(found.document) };
    },

    async nameRevision(id: string, version: number, name: string | null) {
      const done = await nameRevision(db, id, version, name?.trim() || null);
      if (!done) throw notFound('Revision');
      return revisionView(done);
    },
  };
}
export type JobService = ReturnType<typeof jobService>;
