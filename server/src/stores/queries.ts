import { readYardProduct, type ProductDocument, type YardProduct } from '@nelbo/core';
import { asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { products } from '../db/schema';

export interface StoredProduct {
  readonly id: string;
  readonly product: ProductDocument;
}

export async function listProducts(db: Database): Promise<readonly StoredProduct[]> {
  const rows = await db.select().from(products).orderBy(asc(products.id));
  return rows.map((r) => ({ id: r.id, product: r.document as ProductDocument }));
}

export async function writeProduct(db: Database, id: string, document: ProductDocument): Promise<void> {
  await db
    .insert(products)
    .values({ id, document })
    .onConflictDoUpdate({ target: products.id, set: { document, updatedAt: sql`now()` } });
}

/** @returns false where there was none */
export async function removeProduct(db: Database, id: string): Promise<boolean> {
  const gone = await db.delete(products).where(eq(products.id, id)).returning({ id: products.id });
  return gone.length > 0;
}

/** The yard's entries as the library takes them. One that cannot be read any more is left out. */
export function yardProducts(stored: readonly StoredProduct[]): readonly YardProduct[] {
  return stored.flatMap((entry) => readYardProduct(entry) ?? []);
}
