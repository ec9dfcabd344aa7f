import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import { parseFormat } from '@nelbo/core';
import type pg from 'pg';
import split2 from 'split2';
import { HttpProblem } from '../http/problem';
import { BACKUP_FORMAT, TABLES, noCounts, type Closing, type Counts, type TableName } from './format';
import { ONE_ZONE, digestYard } from './write';

export interface Restored {
  readonly counts: Counts;
  readonly digest: string;
  /** The database was read back and is the same, row by row, as what the backup was made of. */
  readonly equal: true;
}

/** Longest line taken: far above the largest job, and a bound on what is held in memory. */
const LONGEST_LINE = 64_000_000;
const BATCH_ROWS = 500;
const BATCH_BYTES = 4_000_000;
const NAMES = new Set<string>(TABLES.map((t) => t.name));

const refuse = (what: string, status = 422): HttpProblem => new HttpProblem(status, 'The backup was not restored', `${what}; nothing was changed`);

/** Gunzips where the bytes are gzip, and takes plain lines as they are: a backup may be opened, read and closed again by hand. */
async function* plain(source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  const chunks = source[Symbol.asyncIterator]();
  const first = await chunks.next();
  if (first.done) throw refuse('the file is empty');
  async function* all(): AsyncGenerator<Buffer> {
    yield first.value as Buffer;
    for (let next = await chunks.next(); !next.done; next = await chunks.next()) yield next.value;
  }
  if (first.value[0] !== 0x1f || first.value[1] !== 0x8b) {
    yield* all();
    return;
  }
  const gunzip = createGunzip();
  const pumped = pipeline(all, gunzip).catch(() => undefined);
  try {
    for await (const chunk of gunzip) yield chunk as Buffer;
  } catch {
    throw refuse('the file is damaged or cut short');
  }
  await pumped;
}

async function* linesOf(source: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const splitter = split2({ maxLength: LONGEST_LINE });
  let failure: unknown;
  const pumped = pipeline(plain(source), splitter).catch((e: unknown) => {
    failure = e;
    splitter.destroy(e instanceof Error ? e : new Error('unreadable'));
  });
  try {
    for await (const line of splitter as AsyncIterable<string>) if (line.trim() !== '') yield line;
  } catch (e) {
    await pumped;
    const cause = failure ?? e;
    throw cause instanceof HttpProblem ? cause : refuse('a line of the file is too long to be a row of a backup');
  }
}

function parsed(line: string, number: number): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(line);
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) return value as Record<string, unknown>;
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
  if (found.version > own.version) throw refuse(`the backup is of a newer format, ${String(value['format'])}; restore it with a newer Nelbo`);
}

/** Collects rows and inserts them in batches; the database itself turns JSON into columns. */
function inserter(client: pg.ClientBase) {
  let table: TableName | undefined;
  let rows: string[] = [];
  let bytes = 0;
  const flush = async (): Promise<void> => {
    if (!table || rows.length === 0) return;
    const batch = `[${rows.join(',')}]`;
    rows = [];
    bytes = 0;
    await client.query(`insert into ${table} select * from jsonb_populate_recordset(null::${table}, $1::jsonb)`, [batch]);
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

/** SQLSTATE classes 22, 23 and 42: a row that this database cannot take. */
const badRow = (e: unknown): boolean => /^(22|23|42|54)/.test((e as { code?: string }).code ?? '');

async function fill(client: pg.ClientBase, source: AsyncIterable<Buffer>): Promise<Closing> {
  const insert = inserter(client);
  const counts = noCounts();
  let closing: Closing | undefined;
  let number = 0;
  for await (const line of linesOf(source)) {
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
    const name = value['table'];
    if (typeof name !== 'string' || !NAMES.has(name) || typeof value['row'] !== 'object' || value['row'] === null) throw refuse(`line ${number} is no row of a yard`);
    counts[name as TableName] += 1;
    await insert.add(name as TableName, value['row']);
  }
  if (number === 0) throw refuse('the file is empty');
  if (!closing) throw refuse('the backup is cut short: its closing line is missing');
  for (const { name } of TABLES) if ((closing.counts?.[name] ?? 0) !== counts[name]) throw refuse(`the backup should hold ${String(closing.counts?.[name])} rows of ${name} and holds ${counts[name]}`);
  await insert.flush();
  return closing;
}

/**
 * Replaces the whole yard by a backup, in one transaction: either all of it is there afterwards and was read back the
 * same, or nothing was changed.
 *
 * @param replace whether a yard that holds anything may be replaced
 */
export async function restoreBackup(pool: pg.Pool, source: AsyncIterable<Buffer>, replace: boolean): Promise<Restored> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    await client.query(ONE_ZONE);
    await client.query("set local nelbo.restoring = 'on'");
    // Nobody writes into a yard that is being replaced; readers see the old one until the end.
    await client.query(`lock table ${TABLES.map((t) => t.name).join(', ')} in exclusive mode`);
    if (!replace && (await holdsAnything(client))) throw new HttpProblem(409, 'The yard is not empty', 'a restore replaces everything that is there: make a backup first, then ask for replacing; nothing was changed');
    for (const { name } of [...TABLES].reverse()) await client.query(`delete from ${name}`);
    const closing = await fill(client, source);
    await client.query("select setval(pg_get_serial_sequence('log_entries', 'sequence'), greatest(coalesce((select max(sequence) from log_entries), 0), 1), exists (select 1 from log_entries))");
    const now = await digestYard(client);
    if (now.digest !== closing.digest) throw refuse('the backup does not agree with its own digest: it was altered or damaged');
    await client.query('commit');
    await client.query(`notify nelbo, '{"kind":"resync"}'`);
    return { ...now, equal: true };
  } catch (e) {
    await client.query('rollback').catch(() => undefined);
    throw badRow(e) ? refuse('a row of the backup does not fit into this database') : e;
  } finally {
    client.release();
  }
}

async function holdsAnything(client: pg.ClientBase): Promise<boolean> {
  const { rows } = await client.query<{ some: boolean }>(`select ${TABLES.filter((t) => t.name !== 'shop').map((t) => `exists (select 1 from ${t.name})`).join(' or ')} as some`);
  return rows[0].some;
}
