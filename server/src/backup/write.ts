import { createHash, type Hash } from 'node:crypto';
import { pipeline } from 'node:stream/promises';
import { Readable, type Writable } from 'node:stream';
import { createGzip } from 'node:zlib';
import { ENGINE_VERSION } from '@nelbo/core';
import type pg from 'pg';
import QueryStream from 'pg-query-stream';
import { BACKUP_FORMAT, TABLES, noCounts, type Closing, type Counts, type Header } from './format';

const ROWS_AT_ONCE = 200;

/** What the names of staging tables begin with: a backup is read and checked in them before it takes the place of the yard. */
export const STAGED = 'staged_';

/** The rows of a table as JSON texts of the database itself, in the order of its key, read by and by. */
async function* rowsOf(
  client: pg.ClientBase,
  table: (typeof TABLES)[number],
  prefix: '' | typeof STAGED = '',
): AsyncGenerator<string> {
  const stream = client.query(
    new QueryStream(
      `select to_jsonb(t)::text as row from ${prefix}${table.name} t order by ${table.order}`,
      [],
      { batchSize: ROWS_AT_ONCE },
    ),
  );
  for await (const { row } of stream as AsyncIterable<{ row: string }>) yield row;
}

/** Adds a row to a digest of a yard. */
export function digestRow(digest: Hash, table: string, row: string): void {
  digest.update(`${table}\n${row}\n`);
}

/** Counts and digest of what a yard holds, as seen by one connection. */
export async function digestYard(
  client: pg.ClientBase,
  prefix: '' | typeof STAGED = '',
): Promise<{ counts: Counts; digest: string }> {
  const [digest, counts] = [createHash('sha256'), noCounts()];
  for (const table of TABLES) {
    for await (const row of rowsOf(client, table, prefix)) {
      digestRow(digest, table.name, row);
      counts[table.name] += 1;
    }
  }
  return { counts, digest: digest.digest('hex') };
}

async function* lines(client: pg.ClientBase, madeAt: Date): AsyncGenerator<string> {
  yield `${JSON.stringify({ format: BACKUP_FORMAT, madeAt: madeAt.toISOString(), engine: ENGINE_VERSION } satisfies Header)}\n`;
  const [digest, counts] = [createHash('sha256'), noCounts()];
  for (const table of TABLES) {
    for await (const row of rowsOf(client, table)) {
      digestRow(digest, table.name, row);
      counts[table.name] += 1;
      yield `{"table":"${table.name}","row":${row}}\n`;
    }
  }
  yield `${JSON.stringify({ end: true, counts, digest: digest.digest('hex') } satisfies Closing)}\n`;
}

/** Texts of times depend on the zone of the connection. */
export const ONE_ZONE = "set local time zone 'UTC'";

/** Writes the whole yard, as it stands at one moment, into a stream. Of any size: rows are read and written by and by. */
export async function writeBackup(pool: pg.Pool, out: Writable, madeAt: Date): Promise<void> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('begin isolation level repeatable read read only');
    await client.query(ONE_ZONE);
    await pipeline(Readable.from(lines(client, madeAt)), createGzip(), out);
    await client.query('commit');
  } catch (e) {
    broken = e instanceof Error ? e : new Error(String(e));
    throw e;
  } finally {
    // A connection in the middle of a cut-off stream is of no more use to anybody.
    client.release(broken);
  }
}
