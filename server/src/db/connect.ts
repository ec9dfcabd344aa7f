import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;

/** Any number that only Nelbo's migrations use. */
const MIGRATION_LOCK = 7_402_391;

/** A request rather fails soon, and is sent again, than hangs on a database that does not answer. */
const CONNECT_MS = 5000;

export interface Connection {
  readonly db: Database;
  readonly pool: pg.Pool;
}

/** Opens a pool. A lost idle connection is replaced by the pool and must not end the process. */
export function connect(url: string, onLost: (error: Error) => void = () => undefined): Connection {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: CONNECT_MS });
  pool.on('error', onLost);
  // A connection that dies while it is in use tells so by an event as well, which must find an ear.
  pool.on('connect', (client) => client.on('error', onLost));
  return { pool, db: drizzle(pool, { schema }) };
}

/** Brings the database up to date; an advisory lock lets several servers start at once. */
export async function migrateDatabase(pool: pg.Pool, folder: string): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await migrate(drizzle(client), { migrationsFolder: folder });
  } finally {
    await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]);
    client.release();
  }
}
