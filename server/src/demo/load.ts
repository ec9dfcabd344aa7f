import { count } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { jobs } from '../db/schema';
import { insertJob } from '../jobs/queries';
import { appendEntry } from '../log/queries';
import { writeShop } from '../shop/queries';
import { createHash } from 'node:crypto';
import { writeProduct } from '../stores/queries';
import { DEMO_PRODUCTS, DEMO_SHOP, demoJobs } from './jobs';

/** A stable UUID for a demo log entry, so that loading twice stores it once. */
function stableId(key: string): string {
  const hex = createHash('sha256').update(key).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/** Loads the made-up yard into an empty database. @returns how many jobs were loaded; 0 when there are jobs already */
export async function loadDemo(db: Database, now: number): Promise<number> {
  const [{ n }] = await db.select({ n: count() }).from(jobs);
  if (n > 0) return 0;
  await writeShop(db, { ...DEMO_SHOP, readAt: new Date(now).toISOString() });
  for (const { id, product } of DEMO_PRODUCTS) await writeProduct(db, id, product);
  const all = demoJobs(now);
  for (const job of all) {
    await insertJob(db, {
      id: job.id,
      title: job.document.title ?? '',
      boat: job.document.boat?.name ?? '',
      document: job.document,
    });
    for (const [i, entry] of job.log.entries()) {
      await appendEntry(db, {
        id: stableId(`${job.id}/${i}`),
        jobId: job.id,
        stage: entry.stage,
        at: new Date(now - entry.hoursAgo * 3_600_000).toISOString(),
        who: entry.who,
        text: entry.text,
      });
    }
  }
  return all.length;
}
