import { createReadStream, type Stats } from 'node:fs';
import { lstat, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type pg from 'pg';
import { TABLES, type Counts } from './backup/format';
import { restoreBackup } from './backup/restore';
import { newFile } from './backup/spool';
import { writeBackup } from './backup/write';
import { connect, migrateDatabase } from './db/connect';
import { heavyThreads } from './heavy/heavy';
import { problemOf } from './http/problem';
import { databaseTrouble } from './trouble';

const USAGE = `usage: nelbo backup [FILE]              writes the whole yard into a file (- for standard output)
       nelbo restore FILE [--replace]    reads it back (- for standard input); a yard that holds anything only with --replace`;

const say = (text: string): void => void process.stderr.write(`${text}\n`);
const tell = (counts: Counts): string =>
  TABLES.map(({ name }) => `${counts[name]} ${name.replace('_', ' ')}`).join(', ');

/** A mistake of whoever called, in words for them. */
class Refused extends Error {}

/** What the system says of a path, in words. */
const PATHS: Readonly<Record<string, string>> = {
  ENOENT: 'there is no such folder or file',
  ENOTDIR: 'a part of the path is no folder',
  EACCES: 'it may not be read or written by this user',
  EPERM: 'it may not be read or written by this user',
  EROFS: 'the disk can only be read',
  EISDIR: 'it is a folder',
  ENOSPC: 'the disk is full',
  EDQUOT: 'no more room is left to this user',
  ENAMETOOLONG: 'the name is too long',
  ELOOP: 'its links lead round in a circle',
};

/** What lies at a path, itself and not what a link leads to; undefined where nothing does. */
async function at(file: string): Promise<Stats | undefined> {
  return lstat(file).catch((e: { code?: string }) => {
    if (e.code === 'ENOENT') return undefined;
    throw e;
  });
}

/** Writes beside the file and renames it at the end, so that a broken backup never takes the place of a good one. */
async function backup(pool: pg.Pool, file: string): Promise<void> {
  const now = new Date();
  if (file === '-') return writeBackup(pool, process.stdout, now);
  const there = await at(file);
  if (there && !there.isFile())
    throw new Refused(
      `${file} is ${there.isDirectory() ? 'a folder' : there.isSymbolicLink() ? 'a link' : 'no ordinary file'}; name a file that is there, or a new one`,
    );
  const draft = join(dirname(file), `.${basename(file).slice(0, 200)}.${process.pid}.part`);
  // Opened before anything is asked of the database: a path that cannot be written is told at once.
  const out = await newFile(draft, { flush: true });
  try {
    await writeBackup(pool, out, now);
    await rename(draft, file);
  } catch (e) {
    out.destroy();
    await rm(draft, { force: true }).catch(() => undefined);
    throw e;
  }
  say(`Wrote ${file}, ${Math.ceil((await stat(file)).size / 1024)} kB.`);
}

async function restore(pool: pg.Pool, file: string, replace: boolean): Promise<void> {
  if (file !== '-' && !(await stat(file)).isFile())
    throw new Refused(`${file} is no ordinary file; name a *.nelbo-backup file, or - for standard input`);
  const heavy = heavyThreads();
  try {
    const { counts, cleaned } = await restoreBackup(
      pool,
      file === '-' ? process.stdin : createReadStream(file),
      replace,
      heavy,
    );
    say(
      `Restored ${tell(counts)}. Read back: the same, row by row.${cleaned > 0 ? ` ${cleaned} photographs were no bare pictures and were written anew.` : ''}`,
    );
  } finally {
    await heavy.close();
  }
}

/** Why it did not work, in one sentence. */
function reason(e: unknown, file: string): string {
  if (e instanceof Refused) return e.message;
  const { code = '' } = e as { code?: string };
  if (PATHS[code]) return `${file}: ${PATHS[code]}`;
  const found = problemOf(e);
  if (!found || found.status === 503) return databaseTrouble(e, process.env['DATABASE_URL'] ?? '');
  return [found.title, found.detail].filter(Boolean).join(': ');
}

async function main([command, ...rest]: readonly string[]): Promise<number> {
  const replace = rest.includes('--replace');
  const files = rest.filter((a) => a !== '--replace');
  const known =
    command === 'backup' ? files.length <= 1 && !replace : command === 'restore' && files.length === 1;
  if (!known || files.some((f) => f.startsWith('--'))) {
    say(USAGE);
    return 1;
  }
  const url = process.env['DATABASE_URL'];
  if (!url) {
    say('nelbo: DATABASE_URL must name a PostgreSQL database');
    return 1;
  }
  const file = files[0] ?? `yard-${new Date().toISOString().slice(0, 10)}.nelbo-backup`;
  const connection = connect(url);
  const pool = connection.yardPool;
  try {
    await migrateDatabase(pool, join(dirname(fileURLToPath(import.meta.url)), '../migrations'));
    if (command === 'backup') await backup(pool, file);
    else await restore(pool, file, replace);
    return 0;
  } catch (e) {
    say(`nelbo ${command}: ${reason(e, file)}.`);
    return 2;
  } finally {
    await connection.end();
  }
}

process.exitCode = await main(process.argv.slice(2));
