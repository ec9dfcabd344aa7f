import express, { type Express, type Request, type RequestHandler, type Response } from 'express';

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
  /** A JSON body is parsed and limited; the bytes of any other kind are left to the handler. */
  readonly body?: { readonly description: string; readonly type?: string; readonly schema?: JsonSchema };
  readonly answers: Readonly<Record<number, Answer>>;
  /** Statuses of problem+json that it may answer besides 503. */
  readonly problems?: readonly number[];
  readonly handle: (req: Request, res: Response) => void | Promise<void>;
}

export const API = '/api/v1';
export const JSON_LIMIT_MB = 10;

/** Puts routes on an application. */
export function mount(app: Express, routes: readonly Route[]): void {
  const json = express.json({ limit: JSON_LIMIT_MB * 1_000_000 });
  for (const route of routes) {
    const parsed: RequestHandler[] = route.body && route.body.type === undefined ? [json] : [];
    app[route.method](API + route.path.replace(/\{(\w+)\}/g, ':$1'), ...parsed, route.handle);
  }
}

/** A parameter of the path. */
export const param = (req: Request, name: string): string => String(req.params[name]);
