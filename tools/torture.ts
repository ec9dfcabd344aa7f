// Kills servers, database backends and the whole database at random while several people edit and log, then counts:
// every acknowledged write must be there, in order, once. Then a person types into a real browser while tab, browser,
// network, answers and server go: all that was typed must be there, once. Works in a database cluster of its own.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import pg from 'pg';
import { tortureBrowser } from './torture/browser';
import { freePort } from './free-port';
import { option } from './option';
import { Supervised } from './torture/servers';
import { verify } from './torture/verify';
import { Writer } from './torture/writer';

const kills = option('kills', 100);
const seed = option('seed', 7);
/** How many things happen to the browser. */
const blows = option('blows', Math.max(8, Math.round(kills / 10)));
/** A start of the database takes no longer, ms; a machine that is starved is given more. */
const latestStart = option('latest-start-ms', 10_000);
/** The whole database goes once in so many blows. */
const DATABASE_EVERY = 33;
const WRITERS = 4;
const SERVERS = 2;
const BETWEEN_MS = { least: 120, most: 600 };

const cluster = process.env['NELBO_CLUSTER_URL'];
if (!cluster)
  throw new Error(
    'NELBO_CLUSTER_URL must name the maintenance database of a cluster that may be hurt; ./nelbo torture makes one',
  );
const url = new URL(cluster);
const DATABASE = 'nelbo_torture';
url.pathname = `/${DATABASE}`;

/** A query on a connection of its own, tried until the database is up again. */
async function query<T extends pg.QueryResultRow>(target: string, text: string): Promise<T[]> {
  for (let tries = 0; ; tries += 1) {
    const client = new pg.Client({
      connectionString: target,
      application_name: 'torture',
      connectionTimeoutMillis: 4000,
    });
    client.on('error', () => undefined);
    try {
      await client.connect();
      return (await client.query<T>(text)).rows;
    } catch (e) {
      if (tries > 100) throw e;
      await pause(100);
    } finally {
      await client.end().catch(() => undefined);
    }
  }
}
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
await query(cluster, `drop database if exists ${DATABASE} with (force)`);
await query(cluster, `create database ${DATABASE}`);
const servers: Supervised[] = [];
for (let i = 0; i < SERVERS; i += 1) servers.push(new Supervised(url.toString(), await freePort()));
await Promise.all(servers.map((s) => s.ready()));

const shared = randomUUID();
await fetch(`${servers[0].url}/jobs`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({
    id: shared,
    document: {
      format: 'nelbo-job/2',
      title: 'shared',
      hull: { material: 'frp-solid' },
      damage: { kind: 'hole', size: [0.1, 0.1] },
    },
  }),
});
const writers = Array.from(
  { length: WRITERS },
  (_, i) =>
    new Writer(
      `writer ${i + 1}`,
      servers.map((s) => s.url),
      shared,
    ),
);
const work = Promise.all(writers.map((w) => w.run()));
let broken: unknown;
work.catch((e: unknown) => (broken = e));

// What to kill and when, from the seed: the same seed hurts in the same order.
const plan = fc.sample(
  fc.record({
    wait: fc.integer({ min: BETWEEN_MS.least, max: BETWEEN_MS.most }),
    what: fc.oneof(
      { weight: DATABASE_EVERY - 1, arbitrary: fc.constantFrom('server' as const, 'backend' as const) },
      { weight: 1, arbitrary: fc.constant('database' as const) },
    ),
    which: fc.nat(1000),
  }),
  { numRuns: kills, seed },
);
const began = Date.now();
const done = { server: 0, backend: 0, database: 0 };
let failedStarts = 0;
let longestStart = 0;

/** Kills the postmaster, and starts the database again as `./nelbo start` does. */
async function killDatabase(): Promise<boolean> {
  const state = process.env['NELBO_TORTURE_STATE'] ?? '';
  const folder = readFileSync(join(state, 'cluster'), 'utf8').trim();
  process.kill(Number(readFileSync(join(folder, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
  const began = Date.now();
  const start = spawn(
    'bash',
    [
      '-c',
      'set -euo pipefail; ROOT=$PWD; STATE=$NELBO_TORTURE_STATE; . tools/lib/system.sh; . tools/lib/postgres.sh; ensure_cluster',
    ],
    { stdio: 'inherit' },
  );
  const code = await new Promise((resolve) => start.once('exit', resolve));
  longestStart = Math.max(longestStart, Date.now() - began);
  if (code !== 0) failedStarts += 1;
  return true;
}
for (const blow of plan) {
  for (let hit = false; !hit && broken === undefined;) {
    await pause(blow.wait);
    if (blow.what === 'database') {
      hit = await killDatabase();
    } else if (blow.what === 'server') {
      hit = servers[blow.which % SERVERS].kill();
    } else {
      const pids = await query<{ pid: number }>(
        url.toString(),
        `select pid from pg_stat_activity where datname = current_database() and backend_type = 'client backend' and application_name <> 'torture'`,
      );
      try {
        hit = pids.length > 0 && process.kill(pids[blow.which % pids.length].pid, 'SIGKILL');
      } catch {
        // It ended by itself in between.
      }
    }
  }
  done[blow.what] += 1;
  if (broken !== undefined) break;
}
for (const w of writers) w.stopping = true;
await work.catch(() => undefined);
for (const s of servers) s.stop();

const client = new pg.Client({ connectionString: url.toString() });
for (let up = false; !up;) up = await query(url.toString(), 'select 1').then(() => true);
await client.connect();
const faults: string[] =
  broken === undefined
    ? await verify(client, writers)
    : [broken instanceof Error ? broken.message : String(broken)];
await client.end();
if (failedStarts > 0) faults.push(`${failedStarts} starts of the database failed`);
if (longestStart > latestStart) faults.push(`a start of the database took ${longestStart} ms`);
await query(cluster, `drop database ${DATABASE} with (force)`);

const saves = writers.reduce((n, w) => n + w.acknowledged.saves.length, 0);
const entries = writers.reduce((n, w) => n + w.acknowledged.entries.length, 0);
const waits = writers.flatMap((w) => w.acknowledged.waits).sort((a, b) => a - b);
console.log(
  `seed ${seed}: ${done.server} servers, ${done.backend} database backends and ${done.database} whole databases killed in ${((Date.now() - began) / 1000).toFixed(0)} s`,
);
console.log(
  `${saves} saves and ${entries} log entries acknowledged; longest wait for an answer ${waits.at(-1) ?? 0} ms, median ${waits[Math.floor(waits.length / 2)] ?? 0} ms`,
);
if (done.database > 0)
  console.log(
    `${done.database - failedStarts} of ${done.database} starts of a killed database succeeded, the longest in ${longestStart} ms`,
  );

const page = new URL(cluster);
page.pathname = '/nelbo_torture_page';
await query(cluster, 'drop database if exists nelbo_torture_page with (force)');
await query(cluster, 'create database nelbo_torture_page');
const browser = await tortureBrowser(page.toString(), blows, seed);
await query(cluster, 'drop database nelbo_torture_page with (force)');
console.log(
  `browser: ${browser.typed} things typed under ${Object.entries(browser.done)
    .map(([k, n]) => `${n} × ${k}`)
    .join(', ')}`,
);
faults.push(...browser.faults);
for (const f of faults.slice(0, 20)) console.log(`FAULT: ${f}`);
const enough = saves > kills && entries > kills;
if (!enough) console.log('FAULT: too little was written between the blows to prove anything');
const failed = faults.length + (enough ? 0 : 1);
console.log(`${failed === 0 ? 1 : 0} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
