import { and, desc, eq, ilike, or, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { jobRevisions, jobs } from '../db/schema';

export type JobRow = typeof jobs.$inferSelect;

export interface NewJob {
  readonly id: string;
  readonly title: string;
  readonly boat: string;
  readonly document: unknown;
}

export interface JobFilter {
  readonly search?: string;
  readonly archived: boolean;
}

/** Jobs, the last touched first. */
export function listJobs(db: Database, filter: JobFilter): Promise<JobRow[]> {
  const like = filter.search ? `%${filter.search.replace(/[%_\\]/g, '\\$&')}%` : undefined;
  return db
    .select()
    .from(jobs)
    .where(and(eq(jobs.archived, filter.archived), like ? or(ilike(jobs.title, like), ilike(jobs.boat, like)) : undefined))
    .orderBy(desc(jobs.updatedAt), jobs.id);
}

export async function getJob(db: Database, id: string): Promise<JobRow | undefined> {
  const [row] = await db.select().from(jobs).where(eq(jobs.id, id));
  return row;
}

/** Inserts a job once. @returns undefined when the id is there already */
export async function insertJob(db: Database, job: NewJob): Promise<JobRow | undefined> {
  return db.transaction(async (tx) => {
    const [row] = await tx.insert(jobs).values({ ...job, version: 1 }).onConflictDoNothing().returning();
    if (row) await tx.insert(jobRevisions).values({ jobId: row.id, version: 1, document: job.document });
    return row;
  });
}

/**
 * Saves a new version if the caller knew the latest one. The row lock of UPDATE decides between two savers.
 * @returns undefined when `known` is stale
 */
export async function updateJob(db: Database, known: number, job: NewJob): Promise<JobRow | undefined> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .update(jobs)
      .set({ title: job.title, boat: job.boat, document: job.document, version: known + 1, updatedAt: sql`now()` })
      .where(and(eq(jobs.id, job.id), eq(jobs.version, known)))
      .returning();
    if (row) await tx.insert(jobRevisions).values({ jobId: row.id, version: row.version, document: job.document });
    return row;
  });
}

export async function setArchived(db: Database, id: string, archived: boolean): Promise<JobRow | undefined> {
  const [row] = await db.update(jobs).set({ archived }).where(eq(jobs.id, id)).returning();
  return row;
}
