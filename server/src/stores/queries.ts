import { PRODUCT_FIELDS, readDocument, yupFor, type YardProduct } from '@nelbo/core';
import { asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { products } from '../db/schema';

export interface StoredProduct {
  readonly id: string;
  readonly product: Record<string, unknown>;
}

export async function listProducts(db: Database): Promise<readonly StoredProduct[]> {
  const rows = await db.select().from(products).orderBy(asc(products.id));
  return rows.map((r) => ({ id: r.id, product: r.document as Record<string, unknown> }));
}

export async function writeProduct(
  db: Database,
  id: string,
  document: Record<string, unknown>,
): Promise<void> {
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

const schema = yupFor(PRODUCT_FIELDS);

/** The yard's entries as the library takes them. One that cannot be read any more is left out. */
export function yardProducts(stored: readonly StoredProduct[]): readonly YardProduct[] {
  return stored.flatMap(({ id, product }): YardProduct[] => {
    const { value, problems } = readDocument(product, PRODUCT_FIELDS, schema);
    return value && !problems.some((p) => p.severity === 'error')
      ? [{ ...(value as unknown as Omit<YardProduct, 'id'>), id }]
      : [];
  });
}
