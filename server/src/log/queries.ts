import { asc, eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { logEntries } from '../db/schema';

export type LogRow = typeof logEntries.$inferSelect;
export type NewLogEntry = Omit<typeof logEntries.$inferInsert, 'sequence' | 'receivedAt'>;

/** Entries of a job in the order they were received. */
export function listEntries(db: Database, jobId: string): Promise<LogRow[]> {
  return db.select().from(logEntries).where(eq(logEntries.jobId, jobId)).orderBy(asc(logEntries.sequence));
}

/** Stores an entry once. @returns the stored entry and whether this call stored it */
export async function appendEntry(
  db: Database,
  entry: NewLogEntry,
): Promise<{ row: LogRow; stored: boolean }> {
  const [inserted] = await db
    .insert(logEntries)
    .values(entry)
    .onConflictDoNothing({ target: logEntries.id })
    .returning();
  if (inserted) return { row: inserted, stored: true };
  const [there] = await db.select().from(logEntries).where(eq(logEntries.id, entry.id));
  return { row: there, stored: false };
}
