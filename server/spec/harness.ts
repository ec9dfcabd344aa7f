import { randomBytes } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import type { Logger } from 'pino';
import { allRoutes, createApp } from '../src/app';
import { connect, migrateDatabase, type Connection } from '../src/db/connect';
import { heavyThreads } from '../src/heavy/heavy';
import { openApi } from '../src/http/openapi';
import { serve } from '../src/http/serve';
import type { MountLimits } from '../src/http/route';
import { listen as hearDatabase } from '../src/live/listener';
import { contractOf, type Contract } from './contract';

const migrations = join(dirname(fileURLToPath(import.meta.url)), '../migrations');

/** One set of threads for all specs: each takes a second to begin. */
const heavy = heavyThreads();

export interface Running {
  readonly url: string;
  readonly databaseUrl: string;
  readonly connection: Connection;
  readonly errors: unknown[];
  readonly contract: Contract;
  /** Sends a JSON body, a text as it stands, or bytes; the answer is held against the OpenAPI document. */
  call(
    method: string,
    path: string,
    body?: unknown,
    type?: string,
  ): Promise<{ status: number; type: string; headers: Headers; json: any; bytes: Uint8Array }>;
  /** Ends the application and starts it anew over the same database. */
  restart(): Promise<void>;
  stop(): Promise<void>;
}

/** The real application over a database of its own in the real PostgreSQL that NELBO_CLUSTER_URL names. */
export async function start(
  options: { webRoot?: string; limits?: MountLimits; requests?: Logger } = {},
): Promise<Running> {
  const cluster = process.env['NELBO_CLUSTER_URL'];
  if (!cluster)
    throw new Error(
      'NELBO_CLUSTER_URL must name the maintenance database of a PostgreSQL; ./nelbo test sets it',
    );
  const name = `nelbo_spec_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client({ connectionString: cluster });
  await admin.connect();
  await admin.query(`create database ${name}`);
  const own = new URL(cluster);
  own.pathname = `/${name}`;
  const connection = connect(own.toString());
  await migrateDatabase(connection.yardPool, migrations);
  const errors: unknown[] = [];
  const listener = hearDatabase(own.toString());
  await listener.ready;
  const parts = { db: connection.db, yardPool: connection.yardPool, listener, heavy };
  const contract = contractOf(JSON.parse(JSON.stringify(openApi(allRoutes(parts), 'spec'))));
  const listen = (): Promise<Server> =>
    new Promise((resolve) => {
      const s = serve(
        createApp({
          ...parts,
          log: (e) => errors.push(e),
          webRoot: options.webRoot,
          limits: options.limits,
          requests: options.requests,
        }),
        port,
        () => resolve(s),
      );
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
    databaseUrl: own.toString(),
    connection,
    errors,
    contract,
    async call(method, path, body, type = 'application/json') {
      const res = await fetch(`${url}/api/v1${path}`, {
        method,
        headers: body === undefined ? {} : { 'content-type': type },
        body:
          body === undefined
            ? undefined
            : typeof body === 'string' || body instanceof Uint8Array
              ? (body as never)
              : JSON.stringify(body),
      });
      const bytes = new Uint8Array(await res.arrayBuffer());
      const text = new TextDecoder().decode(bytes);
      let json: unknown;
      try {
        json = JSON.parse(text);
      } catch {
        json = text;
      }
      const answered = res.headers.get('content-type') ?? '';
      const wrong = contract.check(method, path, res.status, answered, json);
      if (wrong) throw new Error(`against the OpenAPI document: ${wrong}`);
      return { status: res.status, type: answered, headers: res.headers, json, bytes };
    },
    async restart() {
      await close();
      server = await listen();
      // Lets the client notice that its kept-open connections are gone.
      await new Promise((resolve) => setTimeout(resolve, 50));
    },
    async stop() {
      await close();
      await listener.close();
      await connection.end();
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
    },
  };
}
