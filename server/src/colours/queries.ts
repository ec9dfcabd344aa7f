import { and, desc, ne, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { jobs } from '../db/schema';

export interface ColourRow {
  readonly jobId: string;
  readonly title: string;
  readonly updatedAt: string;
  readonly colour: unknown;
}

/** Colours that were mixed for a boat, the newest first. Boats are the same when their names are, letter case aside. */
export function listColours(
  db: Database,
  boat: string,
  except: string | undefined,
  limit: number,
): Promise<ColourRow[]> {
  const colour = sql<unknown>`${jobs.document} -> 'colour'`;
  return db
    .select({ jobId: jobs.id, title: jobs.title, updatedAt: jobs.updatedAt, colour })
    .from(jobs)
    .where(
      and(
        sql`lower(${jobs.boat}) = lower(${boat})`,
        sql`jsonb_typeof(${jobs.document} -> 'colour' -> 'recipe') = 'array'`,
        except ? ne(jobs.id, except) : undefined,
      ),
    )
    .orderBy(desc(jobs.updatedAt), jobs.id)
    .limit(limit);
}
