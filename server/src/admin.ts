import { createReadStream, createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type pg from 'pg';
import { TABLES, type Counts } from './backup/format';
import { restoreBackup } from './backup/restore';
import { writeBackup } from './backup/write';
import { connect, migrateDatabase } from './db/connect';
import { problemOf } from './http/problem';

const USAGE = `usage: nelbo backup [FILE]              writes the whole yard into a file (- for standard output)
       nelbo restore FILE [--replace]    reads it back (- for standard input); a yard that holds anything only with --replace`;

const say = (text: string): void => void process.stderr.write(`${text}\n`);
const tell = (counts: Counts): string => TABLES.map(({ name }) => `${counts[name]} ${name.replace('_', ' ')}`).join(', ');

/** Writes beside the file and renames it at the end, so that a broken backup never takes the place of a good one. */
async function backup(pool: pg.Pool, file: string): Promise<void> {
  const now = new Date();
  if (file === '-') return writeBackup(pool, process.stdout, now);
  const draft = `${file}.part`;
  try {
    await writeBackup(pool, createWriteStream(draft), now);
    await rename(draft, file);
  } catch (e) {
    await rm(draft, { force: true });
    throw e;
  }
  say(`Wrote ${file}, ${Math.ceil((await stat(file)).size / 1024)} kB.`);
}

async function restore(pool: pg.Pool, file: string, replace: boolean): Promise<void> {
  const source = file === '-' ? process.stdin : createReadStream(file);
  const { counts } = await restoreBackup(pool, source, replace);
  say(`Restored ${tell(counts)}. Read back: the same, row by row.`);
}

async function main([command, ...rest]: readonly string[]): Promise<number> {
  const replace = rest.includes('--replace');
  const files = rest.filter((a) => a !== '--replace');
  const known = command === 'backup' ? files.length <= 1 && !replace : command === 'restore' && files.length === 1;
  if (!known || files.some((f) => f.startsWith('--'))) {
    say(USAGE);
    return 1;
  }
  const url = process.env['DATABASE_URL'];
  if (!url) {
    say('nelbo: DATABASE_URL must name a PostgreSQL database');
    return 1;
  }
  const { pool } = connect(url);
  try {
    await migrateDatabase(pool, join(dirname(fileURLToPath(import.meta.url)), '../migrations'));
    if (command === 'backup') await backup(pool, files[0] ?? `yard-${new Date().toISOString().slice(0, 10)}.nelbo-backup`);
    else await restore(pool, files[0], replace);
    return 0;
  } catch (e) {
    const found = problemOf(e);
    const cannotRead = (e as { code?: string }).code === 'ENOENT' || (e as { code?: string }).code === 'EACCES' || (e as { code?: string }).code === 'EISDIR';
    say(`nelbo ${command}: ${found ? `${found.title}: ${found.detail ?? ''}` : cannotRead ? 'the file cannot be opened; check its name' : 'it did not work; nothing was changed'}`);
    return 2;
  } finally {
    await pool.end();
  }
}

process.exitCode = await main(process.argv.slice(2));
