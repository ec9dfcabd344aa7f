import type { Request, RequestHandler } from 'express';
import { HttpProblem } from './problem';

/** Names under which this machine reaches itself; nobody else may be served (see docs/architecture.md). */
const LOOPBACK: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]']);
const READS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Host header as name and port; undefined for one that is none. */
function hostOf(req: Request): { readonly name: string; readonly port: string } | undefined {
  const m = /^(\[[\da-f:]+\]|[\w.-]+)(?::(\d{1,5}))?$/i.exec(req.headers.host ?? '');
  return m ? { name: m[1].toLowerCase(), port: m[2] ?? '80' } : undefined;
}

/**
 * Lets in only who asks for this machine by its own name: a page of elsewhere whose name was made to point here
 * (DNS rebinding) still names its own host.
 */
export const ownHost: RequestHandler = (req, _res, next) => {
  const host = hostOf(req);
  if (!host || !LOOPBACK.has(host.name) || host.port !== String(req.socket.localPort)) {
    throw new HttpProblem(
      421,
      'Nelbo is not served under this name',
      `open it as http://127.0.0.1:${req.socket.localPort}/`,
    );
  }
  next();
};

/**
 * Refuses what a page of another origin makes a browser send. A browser says where a request comes from in
 * `Sec-Fetch-Site`, and in `Origin` with every write; other programs say neither and are let in.
 */
export const ownPages: RequestHandler = (req, _res, next) => {
  const site = req.headers['sec-fetch-site'];
  const { origin } = req.headers;
  const foreign =
    (site !== undefined && site !== 'same-origin' && !(site === 'none' && READS.has(req.method))) ||
    (origin !== undefined && origin !== `http://${req.headers.host}`);
  if (foreign)
    throw new HttpProblem(403, 'The request comes from another page', 'open Nelbo itself and do it there');
  next();
};
