import { eq, sql } from 'drizzle-orm';
import { Router } from 'express';
import { SHOP_FIELDS } from '@nelbo/core';
import type { Database } from '../db/connect';
import { shop } from '../db/schema';
import { bodyOf } from '../http/validate';

const ONLY = 1;
const shopBody = bodyOf<Record<string, unknown>>(SHOP_FIELDS);

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

export function shopRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (_req, res) => {
    res.json(await readShop(db));
  });
  router.put('/', async (req, res) => {
    const document = shopBody(req.body);
    await writeShop(db, document);
    res.json(document);
  });
  return router;
}
