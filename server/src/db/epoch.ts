import type pg from 'pg';
import type { Database } from './connect';
import { yard } from './schema';

/** The epoch of the yard: versions of jobs can be compared within one only. */
export async function readEpoch(db: Pick<Database, 'select'>): Promise<string> {
  const [row] = await db.select({ epoch: yard.epoch }).from(yard);
  return row.epoch;
}

/** Begins a new epoch, within the transaction of whoever replaces the yard. */
export async function renewEpoch(client: pg.ClientBase): Promise<void> {
  await client.query(
    'insert into yard (id) values (1) on conflict (id) do update set epoch = gen_random_uuid()',
  );
}
