import type pg from 'pg';

/** Begins a new epoch of the yard, within which versions of jobs can be compared, within the transaction of whoever replaces the yard. */
export async function renewEpoch(client: pg.ClientBase): Promise<void> {
  await client.query(
    'insert into yard (id) values (1) on conflict (id) do update set epoch = gen_random_uuid()',
  );
}
