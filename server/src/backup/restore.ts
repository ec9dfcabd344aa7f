import { createReadStream } from 'node:fs';
import type pg from 'pg';
import { parseFormat } from '@nelbo/core';
import { renewEpoch } from '../db/epoch';
import type { Heavy } from '../heavy/heavy';
import { HttpProblem } from '../http/problem';
import { BACKUP_FORMAT, TABLES, noCounts, type Closing, type Counts, type TableName } from './format';
import { linesOf } from './lines';
import { refuse } from './refuse';
import { wrongWith } from './rows';
import { receive } from './spool';
import { ONE_ZONE, STAGED, digestYard } from './write';

export interface Restored {
  readonly counts: Counts;
  readonly digest: string;
  /** Photographs that were no bare pictures and were written anew. */
  readonly cleaned: number;
  /** The database was read back and is the same, row by row, as what the backup was made of. */
  readonly equal: true;
}

const BATCH_ROWS = 500;
const BATCH_BYTES = 4_000_000;
const NAMES = new Set<string>(TABLES.map((t) => t.name));

function parsed(line: string, number: number): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(line);
    if (typeof value === 'object' && value !== null && !Array.isArray(value))
      return value as Record<string, unknown>;
  } catch {
    // Told apart below.
  }
  throw refuse(number === 1 ? 'this is not a backup of a yard' : `line ${number} cannot be read`);
}

function checkHeader(value: Record<string, unknown>): void {
  const found = parseFormat(value['format']);
  const own = parseFormat(BACKUP_FORMAT);
  if (found?.name === 'nelbo-job') throw refuse('this is a job file; import it under Jobs');
  if (!found || !own || found.name !== own.name) throw refuse('this is not a backup of a yard');
  if (found.version > own.version)
    throw refuse(
      `the backup is of a newer format, ${String(value['format'])}; restore it with a newer Nelbo`,
    );
}

/** Collects rows and inserts them in batches into the staging tables; the database itself turns JSON into columns. */
function inserter(client: pg.ClientBase) {
  let table: TableName | undefined;
  let rows: string[] = [];
  let bytes = 0;
  const flush = async (): Promise<void> => {
    if (!table || rows.length === 0) return;
    const batch = `[${rows.join(',')}]`;
    rows = [];
    bytes = 0;
    await client.query(
      `insert into ${STAGED}${table} select * from jsonb_populate_recordset(null::${STAGED}${table}, $1::jsonb)`,
      [batch],
    );
  };
  return {
    async add(name: TableName, row: unknown): Promise<void> {
      if (name !== table) {
        await flush();
        table = name;
      }
      const text = JSON.stringify(row);
      rows.push(text);
      bytes += text.length;
      if (rows.length >= BATCH_ROWS || bytes >= BATCH_BYTES) await flush();
    },
    flush,
  };
}

/** SQLSTATE classes 22, 23, 42 and 54: a row that this database cannot take. */
const badRow = (e: unknown): boolean => /^(22|23|42|54)/.test((e as { code?: string }).code ?? '');

/** Reads a backup into the staging tables, each row checked. @returns what its closing line says */
async function stage(client: pg.ClientBase, path: string): Promise<Closing> {
  for (const { name } of TABLES)
    await client.query(`create temp table ${STAGED}${name} (like ${name}) on commit drop`);
  const insert = inserter(client);
  const counts = noCounts();
  let closing: Closing | undefined;
  let number = 0;
  for await (const line of linesOf(createReadStream(path))) {
    number += 1;
    const value = parsed(line, number);
    if (number === 1) {
      checkHeader(value);
      continue;
    }
    if (closing) throw refuse(`line ${number} stands after the end of the backup`);
    if (value['end'] === true) {
      closing = value as unknown as Closing;
      continue;
    }
    const { table: name, row } = value;
    if (typeof name !== 'string' || !NAMES.has(name) || typeof row !== 'object' || row === null)
      throw refuse(`line ${number} is no row of a yard`);
    const wrong = wrongWith(name as TableName, row);
    if (wrong) throw refuse(`line ${number}, a row of ${name}, does not fit: ${wrong}`);
    counts[name as TableName] += 1;
    await insert.add(name as TableName, row);
  }
  if (number === 0) throw refuse('the file is empty');
  if (!closing) throw refuse('the backup is cut short: its closing line is missing');
  for (const { name } of TABLES)
    if ((closing.counts?.[name] ?? 0) !== counts[name])
      throw refuse(
        `the backup should hold ${String(closing.counts?.[name])} rows of ${name} and holds ${counts[name]}`,
      );
  await insert.flush();
  return closing;
}

/** Looks into every photograph that is staged; what is no bare picture is written anew. @returns how many were */
async function cleanPhotos(client: pg.ClientBase, heavy: Heavy): Promise<number> {
  let cleaned = 0;
  const { rows: ids } = await client.query<{ id: string }>(`select id from ${STAGED}photos`);
  for (const { id } of ids) {
    const { rows } = await client.query<{ bytes: Buffer; type: string; width: number; height: number }>(
      `select bytes, type, width, height from ${STAGED}photos where id = $1`,
      [id],
    );
    const photo = await heavy.run({ kind: 'clean photo', bytes: rows[0].bytes }).catch((e: unknown) => {
      throw e instanceof HttpProblem && e.status < 500
        ? refuse(`photograph ${id} is no picture that can be kept`)
        : e;
    });
    if (
      !photo.changed &&
      photo.type === rows[0].type &&
      photo.width === rows[0].width &&
      photo.height === rows[0].height
    )
      continue;
    cleaned += 1;
    await client.query(
      `update ${STAGED}photos set bytes = $2, type = $3, width = $4, height = $5 where id = $1`,
      [id, Buffer.from(photo.bytes), photo.type, photo.width, photo.height],
    );
  }
  return cleaned;
}

/**
 * Replaces the whole yard by a backup: the file is taken in whole, read into tables of its own and checked there; then,
 * in the same transaction, it takes the place of the yard. Either all of it is there afterwards and was read back the
 * same, or nothing was changed. Nobody waits for the file: the yard is locked only while the rows change places.
 *
 * @param pool connections that may take as long as the whole yard takes
 * @param replace whether a yard that holds anything may be replaced
 */
export async function restoreBackup(
  pool: pg.Pool,
  source: AsyncIterable<Buffer>,
  replace: boolean,
  heavy: Heavy,
): Promise<Restored> {
  const file = await receive(source);
  try {
    return await restoreFile(pool, file.path, replace, heavy);
  } finally {
    await file.drop();
  }
}

async function restoreFile(pool: pg.Pool, path: string, replace: boolean, heavy: Heavy): Promise<Restored> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    await client.query(ONE_ZONE);
    const closing = await stage(client, path);
    if ((await digestYard(client, STAGED)).digest !== closing.digest)
      throw refuse('the backup does not agree with its own digest: it was altered or damaged');
    const cleaned = await cleanPhotos(client, heavy);
    const staged = await digestYard(client, STAGED);
    await takePlace(client, replace);
    const now = await digestYard(client);
    if (now.digest !== staged.digest) throw refuse('what was read back is not what was restored');
    await client.query('commit');
    await client.query(`notify nelbo, '{"kind":"resync"}'`);
    return { ...now, cleaned, equal: true };
  } catch (e) {
    await client.query('rollback').catch(() => undefined);
    throw badRow(e) ? refuse('a row of the backup does not fit into this database') : e;
  } finally {
    client.release();
  }
}

/** Puts the staged rows in the place of the yard's. */
async function takePlace(client: pg.ClientBase, replace: boolean): Promise<void> {
  await client.query("set local nelbo.restoring = 'on'");
  // Nobody writes into a yard that is being replaced; readers see the old one until the end.
  await client.query(`lock table ${TABLES.map((t) => t.name).join(', ')} in exclusive mode`);
  if (!replace && (await holdsAnything(client)))
    throw new HttpProblem(
      409,
      'The yard is not empty',
      'a restore replaces everything that is there: make a backup first, then ask for replacing; nothing was changed',
    );
  for (const { name } of [...TABLES].reverse()) await client.query(`delete from ${name}`);
  for (const { name } of TABLES) await client.query(`insert into ${name} select * from ${STAGED}${name}`);
  await client.query(
    "select setval(pg_get_serial_sequence('log_entries', 'sequence'), greatest(coalesce((select max(sequence) from log_entries), 0), 1), exists (select 1 from log_entries))",
  );
  await renewEpoch(client);
}

async function holdsAnything(client: pg.ClientBase): Promise<boolean> {
  const { rows } = await client.query<{ some: boolean }>(
    `select ${TABLES.filter((t) => t.name !== 'shop')
      .map((t) => `exists (select 1 from ${t.name})`)
      .join(' or ')} as some`,
  );
  return rows[0].some;
}
