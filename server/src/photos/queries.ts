import { and, asc, count, eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { photos } from '../db/schema';

export interface PhotoView {
  readonly id: string;
  readonly name: string;
  readonly type: string;
  readonly width: number;
  readonly height: number;
  readonly madeAt: string;
}

const view = {
  id: photos.id,
  name: photos.name,
  type: photos.type,
  width: photos.width,
  height: photos.height,
  madeAt: photos.madeAt,
};
const iso = (p: PhotoView): PhotoView => ({ ...p, madeAt: new Date(p.madeAt).toISOString() });

export async function listPhotos(db: Database, jobId: string): Promise<readonly PhotoView[]> {
  return (
    await db
      .select(view)
      .from(photos)
      .where(eq(photos.jobId, jobId))
      .orderBy(asc(photos.madeAt), asc(photos.id))
  ).map(iso);
}

export async function countPhotos(db: Database, jobId: string): Promise<number> {
  const [{ n }] = await db.select({ n: count() }).from(photos).where(eq(photos.jobId, jobId));
  return n;
}

/**
 * Stores a photograph once; the same id sent again changes nothing.
 * @returns what is kept under the id; undefined where that belongs to another job
 */
export async function insertPhoto(
  db: Database,
  photo: Omit<PhotoView, 'madeAt'> & { readonly jobId: string; readonly bytes: Buffer },
): Promise<PhotoView | undefined> {
  await db.insert(photos).values(photo).onConflictDoNothing();
  const [row] = await db
    .select(view)
    .from(photos)
    .where(and(eq(photos.id, photo.id), eq(photos.jobId, photo.jobId)));
  return row && iso(row);
}

export async function readPhoto(
  db: Database,
  id: string,
): Promise<{ readonly type: string; readonly bytes: Buffer } | undefined> {
  const [row] = await db
    .select({ type: photos.type, bytes: photos.bytes })
    .from(photos)
    .where(eq(photos.id, id));
  return row;
}
