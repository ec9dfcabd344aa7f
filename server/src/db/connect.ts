import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;

/** Any number that only Nelbo's migrations use. */
const MIGRATION_LOCK = 7_402_391;

/** A request rather fails soon, and is sent again, than hangs on a database that does not answer. */
const CONNECT_MS = 5000;
/**
 * No statement of a request takes longer than the first of these, waits longer for a lock than the second, or leaves a
 * transaction open longer than the third, ms. The whole yard (backup, restore) takes what it takes.
 */
const REQUEST = { statement: 15_000, lock: 5000, idle: 15_000 };
const WHOLE_YARD = { statement: 0, lock: 10_000, idle: 60_000 };
const REQUESTS_AT_ONCE = 10;
const YARDS_AT_ONCE = 2;

export interface Connection {
  readonly db: Database;
  readonly pool: pg.Pool;
  /** Connections of their own for what reads or replaces the whole yard, so that no request waits for it. */
  readonly yardPool: pg.Pool;
  end(): Promise<void>;
}

/** Opens the pools. A lost idle connection is replaced by its pool and must not end the process. */
export function connect(url: string, onLost: (error: Error) => void = () => undefined): Connection {
  const open = (max: number, limits: typeof REQUEST): pg.Pool => {
    const pool = new pg.Pool({
      connectionString: url,
      max,
      connectionTimeoutMillis: CONNECT_MS,
      statement_timeout: limits.statement,
      lock_timeout: limits.lock,
      idle_in_transaction_session_timeout: limits.idle,
      keepAlive: true,
    });
    pool.on('error', onLost);
    // A connection that dies while it is in use tells so by an event as well, which must find an ear.
    pool.on('connect', (client) => client.on('error', onLost));
    return pool;
  };
  const [pool, yardPool] = [open(REQUESTS_AT_ONCE, REQUEST), open(YARDS_AT_ONCE, WHOLE_YARD)];
  return {
    pool,
    yardPool,
    db: drizzle(pool, { schema }),
    end: async () => void (await Promise.all([pool.end(), yardPool.end()])),
  };
}

/** Brings the database up to date; an advisory lock lets several servers start at once. */
export async function migrateDatabase(pool: pg.Pool, folder: string): Promise<void> {
  const client = await pool.connect();
  try {
    // Another server that migrates is waited for.
    await client.query("set lock_timeout = '60s'");
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await migrate(drizzle(client), { migrationsFolder: folder });
  } finally {
    // A connection that broke has let go of the lock by itself.
    await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]).catch(() => undefined);
    // With settings of its own it goes back to nobody.
    client.release(true);
  }
}
