import { eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { shop } from '../db/schema';

const ONLY = 1;

/** What the yard knows of itself; empty until somebody enters it. */
export async function readShop(db: Database): Promise<Record<string, unknown>> {
  const [row] = await db.select().from(shop).where(eq(shop.id, ONLY));
  return (row?.document ?? {}) as Record<string, unknown>;
}

export async function writeShop(db: Database, document: Record<string, unknown>): Promise<void> {
  await db
    .insert(shop)
    .values({ id: ONLY, document })
    .onConflictDoUpdate({ target: shop.id, set: { document, updatedAt: sql`now()` } });
}
