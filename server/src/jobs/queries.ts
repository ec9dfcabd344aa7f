import { and, count, desc, eq, getTableColumns, ilike, lt, or, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { jobRevisions, jobs, yard } from '../db/schema';

/** A job with the epoch of the yard that its version counts in. */
export type JobRow = typeof jobs.$inferSelect & { readonly epoch: string };
export type RevisionRow = typeof jobRevisions.$inferSelect;

export interface NewJob {
  readonly id: string;
  readonly title: string;
  readonly boat: string;
  readonly document: unknown;
}

/** Who saves, and the client's own id of this save. */
export interface SaveLabel {
  readonly who?: string;
  readonly saveId?: string;
}

export interface JobFilter {
  readonly search?: string;
  readonly archived: boolean;
  readonly limit: number;
  readonly offset: number;
}

const withEpoch = { ...getTableColumns(jobs), epoch: sql<string>`(select ${yard.epoch} from ${yard})` };

/** What a list shows of a job, without its description. */
const summary = {
  id: jobs.id,
  version: jobs.version,
  archived: jobs.archived,
  updatedAt: jobs.updatedAt,
  title: jobs.title,
  boat: jobs.boat,
  schedule: sql<unknown>`${jobs.document} -> 'schedule'`,
};

function matching({ search, archived }: Pick<JobFilter, 'search' | 'archived'>) {
  const like = search ? `%${search.replace(/[%_\\]/g, '\\$&')}%` : undefined;
  return and(
    eq(jobs.archived, archived),
    like ? or(ilike(jobs.title, like), ilike(jobs.boat, like)) : undefined,
  );
}

/** Jobs, the last touched first, and how many there are in all. */
export async function listJobs(db: Database, filter: JobFilter) {
  const where = matching(filter);
  const [rows, [{ total }]] = await Promise.all([
    db
      .select(summary)
      .from(jobs)
      .where(where)
      .orderBy(desc(jobs.updatedAt), jobs.id)
      .limit(filter.limit)
      .offset(filter.offset),
    db.select({ total: count() }).from(jobs).where(where),
  ]);
  return { total, rows };
}

/** Whole jobs that are under way (neither archived nor reported done), the last touched first. */
export function listUnderWay(db: Database, limit: number): Promise<JobRow[]> {
  const logged = '[{"stage": "log"}]';
  // A job is done when it is at every place of its boat.
  const finished = sql`coalesce(${jobs.document} -> 'schedule' -> 'done', '[]'::jsonb) @> ${logged}::jsonb and not exists (
    select from jsonb_array_elements(coalesce(${jobs.document} -> 'places', '[]'::jsonb)) place
    where not coalesce(place -> 'schedule' -> 'done', '[]'::jsonb) @> ${logged}::jsonb)`;
  return db
    .select(withEpoch)
    .from(jobs)
    .where(and(eq(jobs.archived, false), sql`not (${finished})`))
    .orderBy(desc(jobs.updatedAt), jobs.id)
    .limit(limit);
}

export async function getJob(db: Database, id: string): Promise<JobRow | undefined> {
  const [row] = await db.select(withEpoch).from(jobs).where(eq(jobs.id, id));
  return row;
}

/** What a save leaves in the row of its job; the document is what was sent. */
export type Saved = Omit<JobRow, 'document'>;

const savedColumns = sql`id, title, boat, version, archived, created_at as "createdAt", updated_at as "updatedAt", (select ${yard.epoch} from ${yard}) as epoch`;
/** The document travels and is read once, whatever is done with it. */
const sent = (document: unknown) =>
  sql`sent as materialized (select ${JSON.stringify(document)}::jsonb as document)`;
const revisionOf = ({ who, saveId }: SaveLabel) =>
  sql`insert into ${jobRevisions} (job_id, version, document, who, save_id) select saved.id, saved.version, sent.document, ${who ?? null}, ${saveId ?? null}::uuid from saved, sent`;

/**
 * Inserts a job and its first revision, once. Both in one statement: it is whole by itself, and a transaction of several
 * would hold its connection through each of them.
 * @returns undefined when the id is there already
 */
export async function insertJob(
  db: Database,
  job: NewJob,
  label: SaveLabel = {},
): Promise<Saved | undefined> {
  const { rows } = await db.execute<Saved>(sql`
    with ${sent(job.document)}, saved as (
      insert into ${jobs} (id, title, boat, document, version)
      select ${job.id}::uuid, ${job.title}, ${job.boat}, sent.document, 1 from sent
      on conflict do nothing returning *
    ), kept as (${revisionOf(label)})
    select ${savedColumns} from saved`);
  return rows[0];
}

/** The version that a saver knew, and the epoch that it counts in where the saver says so. */
export interface Known {
  readonly version: number;
  readonly epoch?: string;
}

/**
 * Saves a new version and its revision, in one statement as above, if the caller knew the latest one, changes it, and has
 * not saved under this id before. The row lock of UPDATE decides between two savers.
 * @returns undefined when one of the three is not so
 */
export async function updateJob(
  db: Database,
  known: Known,
  job: NewJob,
  label: SaveLabel = {},
): Promise<Saved | undefined> {
  const inEpoch =
    known.epoch === undefined ? sql`` : sql`and ${known.epoch} = (select ${yard.epoch} from ${yard})`;
  const unsaved =
    label.saveId === undefined
      ? sql``
      : sql`and not exists (select from ${jobRevisions} where job_id = ${job.id} and save_id = ${label.saveId}::uuid)`;
  const { rows } = await db.execute<Saved>(sql`
    with ${sent(job.document)}, saved as (
      update ${jobs} set title = ${job.title}, boat = ${job.boat}, document = sent.document, version = version + 1, updated_at = now()
      from sent
      where id = ${job.id} and version = ${known.version} and ${jobs.document} <> sent.document ${inEpoch} ${unsaved}
      returning ${jobs}.*
    ), kept as (${revisionOf(label)})
    select ${savedColumns} from saved`);
  return rows[0];
}

export async function setArchived(db: Database, id: string, archived: boolean): Promise<JobRow | undefined> {
  const [row] = await db.update(jobs).set({ archived }).where(eq(jobs.id, id)).returning(withEpoch);
  return row;
}

/** What was stored under a client-made id of a save. */
export async function savedUnder(
  db: Database,
  jobId: string,
  saveId: string,
): Promise<RevisionRow | undefined> {
  const [row] = await db
    .select()
    .from(jobRevisions)
    .where(and(eq(jobRevisions.jobId, jobId), eq(jobRevisions.saveId, saveId)));
  return row;
}

/** Saved states without their documents, the newest first, below a version where one is given. */
export function listRevisions(db: Database, jobId: string, limit: number, before?: number) {
  return db
    .select({
      version: jobRevisions.version,
      savedAt: jobRevisions.savedAt,
      name: jobRevisions.name,
      who: jobRevisions.who,
    })
    .from(jobRevisions)
    .where(
      and(eq(jobRevisions.jobId, jobId), before === undefined ? undefined : lt(jobRevisions.version, before)),
    )
    .orderBy(desc(jobRevisions.version))
    .limit(limit);
}

export async function getRevision(
  db: Database,
  jobId: string,
  version: number,
): Promise<RevisionRow | undefined> {
  const [row] = await db
    .select()
    .from(jobRevisions)
    .where(and(eq(jobRevisions.jobId, jobId), eq(jobRevisions.version, version)));
  return row;
}

export async function nameRevision(
  db: Database,
  jobId: string,
  version: number,
  name: string | null,
): Promise<RevisionRow | undefined> {
  const [row] = await db
    .update(jobRevisions)
    .set({ name })
    .where(and(eq(jobRevisions.jobId, jobId), eq(jobRevisions.version, version)))
    .returning();
  return row;
}
