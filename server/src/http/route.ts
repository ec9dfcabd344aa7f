import type { Express, Request, RequestHandler, Response } from 'express';
import { BODY_LIMITS, declared, inTime, json, type BodyLimits } from './body';
import { RATE_LIMITS, atOnce, heavyLimit, type RateLimits } from './limits';

type JsonSchema = Record<string, unknown>;

interface Answer {
  readonly description: string;
  /** Media type; JSON unless said otherwise. */
  readonly type?: string;
  readonly schema?: JsonSchema;
}

/**
 * One address of the interface as data. The server is mounted from these and the OpenAPI document is made from them,
 * so neither can hold an address that the other lacks.
 */
export interface Route {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below /api/v1, parameters in braces: "/jobs/{id}". */
  readonly path: string;
  readonly summary: string;
  readonly query?: Readonly<Record<string, { readonly description: string; readonly schema: JsonSchema }>>;
  /** Made in threads or of the whole yard: limited in number and how often. */
  readonly heavy?: true;
  /** Never ends by itself. */
  readonly stream?: true;
  /** So many may be under way at once. */
  readonly atOnce?: number;
  /** A JSON body is parsed and limited; the bytes of any other kind are left to the handler. */
  readonly body?: { readonly description: string; readonly type?: string; readonly schema?: JsonSchema };
  readonly answers: Readonly<Record<number, Answer>>;
  /** Statuses of problem+json that it may answer besides 503. */
  readonly problems?: readonly number[];
  readonly handle: (req: Request, res: Response) => void | Promise<void>;
}

export const API = '/api/v1';

export interface MountLimits {
  readonly rates?: RateLimits;
  readonly bodies?: BodyLimits;
}

/** Puts routes on an application. */
export function mount(
  app: Express,
  routes: readonly Route[],
  { rates = RATE_LIMITS, bodies = BODY_LIMITS }: MountLimits = {},
): void {
  const heavy = heavyLimit(rates);
  const streams = atOnce(rates.streams, 'screens');
  // Bodies that are not JSON are files: some megabytes each, held until they are read.
  const files = atOnce(FILES_AT_ONCE, 'files');
  for (const route of routes) {
    const before: RequestHandler[] = [
      ...(route.heavy ? [heavy] : []),
      ...(route.stream ? [streams] : []),
      ...(route.atOnce ? [atOnce(route.atOnce, 'of these')] : []),
    ];
    if (route.body) {
      const type = route.body.type ?? JSON_TYPE;
      before.push(
        declared(type),
        ...(type === JSON_TYPE
          ? [inTime(bodies.idleMs, bodies.wholeMs), json]
          : [files, inTime(bodies.idleMs, bodies.fileMs)]),
      );
    }
    app[route.method](API + route.path.replace(/\{(\w+)\}/g, ':$1'), ...before, route.handle);
  }
}

const JSON_TYPE = 'application/json';
const FILES_AT_ONCE = 8;

/** A parameter of the path. */
export const param = (req: Request, name: string): string => String(req.params[name]);
