import type { Server } from 'node:http';
import type { Express } from 'express';

/**
 * A connection that was used is kept open this long, ms. Under Node's five seconds a browser on a busy machine sends over
 * a connection that is being closed, and has its request broken off.
 */
const KEPT_OPEN_MS = 65_000;

/** Listens on loopback only: serving a tablet needs TLS and accounts first. @param over once it listens, or cannot */
export function serve(app: Express, port: number, over: (error?: Error) => void): Server {
  const server = app.listen(port, '127.0.0.1', over);
  server.keepAliveTimeout = KEPT_OPEN_MS;
  return server;
}
