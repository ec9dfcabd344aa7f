// Starts the built server over a fresh database of the test cluster, with the demo yard.
import { spawn } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';

// Each port has a yard of its own, so that two runs side by side do not meet.
const DATABASE = `nelbo_e2e_${process.argv[2]}`;
const cluster = process.env['NELBO_CLUSTER_URL'];
if (!cluster)
  throw new Error(
    'NELBO_CLUSTER_URL must name the maintenance database of a PostgreSQL; ./nelbo test sets it',
  );

const admin = new pg.Client({ connectionString: cluster });
await admin.connect();
await admin.query(`drop database if exists ${DATABASE} with (force)`);
await admin.query(`create database ${DATABASE}`);
await admin.end();

const url = new URL(cluster);
url.pathname = `/${DATABASE}`;
const main = join(dirname(fileURLToPath(import.meta.url)), '../server/dist/main.mjs');
const server = spawn('node', [main, '--demo'], {
  env: { ...process.env, DATABASE_URL: url.toString(), PORT: process.argv[2], LOG_LEVEL: 'warn' },
  stdio: 'inherit',
});
// Stories are told at any hour of any day: their yard never closes.
if (process.argv[3] === 'round-the-clock')
  void openAllHours(`http://127.0.0.1:${process.argv[2]}/api/v1/shop`);

async function openAllHours(shop: string): Promise<void> {
  for (let tries = 0; tries < 200; tries += 1) {
    const answer = await fetch(shop).catch(() => undefined);
    if (answer?.ok) {
      const yard = { ...((await answer.json()) as object), hours: { days: 'always' } };
      const headers = { 'content-type': 'application/json' };
      const put = await fetch(shop, { method: 'PUT', headers, body: JSON.stringify(yard) });
      if (!put.ok) throw new Error(`hours not set: ${put.status}`);
      return;
    }
    await new Promise((r) => setTimeout(r, 200));
  }
  throw new Error('the server did not come up');
}

for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
