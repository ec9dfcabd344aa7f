import { randomBytes } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { createApp } from '../src/app';
import { connect, migrateDatabase, type Connection } from '../src/db/connect';

const migrations = join(dirname(fileURLToPath(import.meta.url)), '../migrations');

export interface Running {
  readonly url: string;
  readonly connection: Connection;
  readonly errors: unknown[];
  call(method: string, path: string, body?: unknown): Promise<{ status: number; type: string; headers: Headers; json: any }>;
  /** Ends the application and starts it anew over the same database. */
  restart(): Promise<void>;
  stop(): Promise<void>;
}

/** The real application over a database of its own in the real PostgreSQL that NELBO_CLUSTER_URL names. */
export async function start(options: { webRoot?: string } = {}): Promise<Running> {
  const cluster = process.env['NELBO_CLUSTER_URL'];
  if (!cluster) throw new Error('NELBO_CLUSTER_URL must name the maintenance database of a PostgreSQL; ./nelbo test sets it');
  const name = `nelbo_spec_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client({ connectionString: cluster });
  await admin.connect();
  await admin.query(`create database ${name}`);
  const own = new URL(cluster);
  own.pathname = `/${name}`;
  const connection = connect(own.toString());
  await migrateDatabase(connection.pool, migrations);
  const errors: unknown[] = [];
  const listen = (): Promise<Server> =>
    new Promise((resolve) => {
      const s = createApp({ db: connection.db, log: (e) => errors.push(e), webRoot: options.webRoot }).listen(port, '127.0.0.1', () => resolve(s));
    });
  let port = 0;
  let server = await listen();
  port = (server.address() as AddressInfo).port;
  const url = `http://127.0.0.1:${port}`;
  const close = async (): Promise<void> => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  };
  return {
    url,
    connection,
    errors,
    async call(method, path, body) {
      const res = await fetch(`${url}/api/v1${path}`, {
        method,
        headers: body === undefined ? {} : { 'content-type': 'application/json' },
        body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
      });
      const text = await res.text();
      let json: unknown;
      try {
        json = JSON.parse(text);
      } catch {
        json = text;
      }
      return { status: res.status, type: res.headers.get('content-type') ?? '', headers: res.headers, json };
    },
    async restart() {
      await close();
      server = await listen();
      // Lets the client notice that its kept-open connections are gone.
      await new Promise((resolve) => setTimeout(resolve, 50));
    },
    async stop() {
      await close();
      await connection.pool.end();
      await admin.query(`drop database ${name}`);
      await admin.end();
    },
  };
}
