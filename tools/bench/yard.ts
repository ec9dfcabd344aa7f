import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { freePort } from '../free-port';
import { DEMO_SHOP, demoJobs } from '../../server/src/demo/jobs';

export interface Yard {
  readonly url: string;
  /** Process id of the server. */
  readonly pid: number;
  readonly jobIds: readonly string[];
  stop(): Promise<void>;
}

function clusterUrl(): string {
  const given = process.env['NELBO_CLUSTER_URL'] ?? process.env['DATABASE_URL'];
  if (given) return given;
  return `postgres://nelbo:${readFileSync('.nelbo/password', 'utf8')}@127.0.0.1:${readFileSync('.nelbo/pg-port', 'utf8').trim()}/postgres`;
}

async function settled(url: string): Promise<void> {
  for (let tries = 0; tries < 200; tries += 1) {
    if (
      await fetch(`${url}/api/v1/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the server did not start');
}

/** The built server over a database of its own with so many jobs: those of the demo yard, told over and over. */
export async function startYard(
  jobs: number,
  database = 'nelbo_bench',
  env: Record<string, string> = {},
): Promise<Yard> {
  const cluster = clusterUrl();
  const admin = new pg.Client({ connectionString: cluster });
  await admin.connect();
  await admin.query(`drop database if exists ${database} with (force)`);
  await admin.query(`create database ${database}`);
  const own = new URL(cluster);
  own.pathname = `/${database}`;
  const port = await freePort();
  const server: ChildProcess = spawn('node', ['server/dist/main.mjs'], {
    env: { ...process.env, DATABASE_URL: own.toString(), PORT: String(port), LOG_LEVEL: 'warn', ...env },
    stdio: 'inherit',
  });
  const url = `http://127.0.0.1:${port}`;
  await settled(url);
  const jobIds = await fill(own.toString(), jobs);
  return {
    url,
    pid: server.pid ?? 0,
    jobIds,
    async stop() {
      server.kill('SIGTERM');
      await new Promise((resolve) => server.once('exit', resolve));
      await admin.query(`drop database ${database} with (force)`);
      await admin.end();
    },
  };
}

async function fill(database: string, jobs: number): Promise<string[]> {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  await client.query('insert into shop (id, document) values (1, $1)', [JSON.stringify(DEMO_SHOP)]);
  const samples = demoJobs(Date.parse('2026-11-24T09:00:00Z')).map((j) => j.document);
  const names = ['Teal', 'Sandpiper', 'Whimbrel', 'Plover', 'Gannet', 'Kittiwake', 'Eider', 'Fulmar'];
  const rows = Array.from({ length: jobs }, (_, i) => {
    const d = samples[i % samples.length];
    // Most jobs of a yard are done.
    const done = i % 10 === 0 ? (d.schedule?.done ?? []) : [{ stage: 'log', at: '2026-11-01T08:00:00Z' }];
    return {
      ...d,
      title: `${d.title} ${i}`,
      boat: { ...d.boat, name: `${names[i % names.length]} ${i}` },
      schedule: { ...d.schedule, done },
    };
  });
  const { rows: made } = await client.query<{ id: string }>(
    `with made as (
       insert into jobs (id, title, boat, document, version, updated_at)
       select gen_random_uuid(), d ->> 'title', d -> 'boat' ->> 'name', d, 1, now() - (n || ' minutes')::interval from jsonb_array_elements($1::jsonb) with ordinality as t(d, n)
       returning id, document
     ), kept as (insert into job_revisions (job_id, version, document) select id, 1, document from made)
     select id from made`,
    [JSON.stringify(rows)],
  );
  await client.query('analyze');
  await client.end();
  return made.map((r) => r.id);
}
