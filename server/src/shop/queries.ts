import { eq, sql } from 'drizzle-orm';
import type { Shop } from '@nelbo/core';
import type { Database } from '../db/connect';
import { shop } from '../db/schema';

const ONLY = 1;

/** What the yard knows of itself; empty until somebody enters it. */
export async function readShop(db: Database): Promise<Shop> {
  const [row] = await db.select().from(shop).where(eq(shop.id, ONLY));
  return (row?.document ?? {}) as Shop;
}

export async function writeShop(db: Database, document: Shop): Promise<void> {
  await db
    .insert(shop)
    .values({ id: ONLY, document })
    .onConflictDoUpdate({ target: shop.id, set: { document, updatedAt: sql`now()` } });
}
