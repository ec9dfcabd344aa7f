import compression from 'compression';
import { sql } from 'drizzle-orm';
import express, { type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { ENGINE_VERSION } from '@nelbo/core';
import type pg from 'pg';
import { backupRoutes } from './backup/routes';
import type { Logger } from 'pino';
import type { Database } from './db/connect';
import type { Heavy } from './heavy/heavy';
import { openApi } from './http/openapi';
import { pageFor } from './http/page';
import { ownHost, ownPages } from './http/guard';
import { RATE_LIMITS, requestLimit } from './http/limits';
import { HttpProblem, problemHandler } from './http/problem';
import { requestLog } from './http/request-log';
import { API, mount, type MountLimits, type Route } from './http/route';
import { components as c } from './http/schemas';
import { jobRoutes } from './jobs/routes';
import { jobService } from './jobs/service';
import type { Listener } from './live/listener';
import { liveRoutes } from './live/routes';
import { colourRoutes } from './colours/routes';
import { logRoutes } from './log/routes';
import { paperRoutes } from './papers/routes';
import { photoRoutes } from './photos/routes';
import { shopRoutes } from './shop/routes';
import { storesRoutes } from './stores/routes';
import { workOrderRoutes } from './work-orders/routes';

export interface AppOptions {
  readonly db: Database;
  /** Connections for what reads or replaces the whole yard. */
  readonly yardPool: pg.Pool;
  readonly listener: Listener;
  readonly heavy: Heavy;
  /** Folder of the built web application; without it only the API is served. */
  readonly webRoot?: string;
  readonly log?: (error: unknown) => void;
  /** Where each request is noted: by address and outcome, never by what it holds. */
  readonly requests?: Logger;
  readonly limits?: MountLimits;
}

/** Every address of the interface. */
export function allRoutes({
  db,
  yardPool,
  listener,
  heavy,
}: Pick<AppOptions, 'db' | 'yardPool' | 'listener' | 'heavy'>): readonly Route[] {
  const jobs = jobService(db);
  const routes: Route[] = [
    {
      method: 'get',
      path: '/health',
      summary: 'Whether the server runs and reaches its database',
      answers: { 200: { description: 'it does', schema: c.ref('Health') } },
      handle: async (_req, res) => {
        await db.execute(sql`select 1`);
        res.json({ status: 'ok' });
      },
    },
    ...jobRoutes(jobs),
    ...logRoutes(db, jobs),
    ...workOrderRoutes(db, jobs, heavy),
    ...paperRoutes(db, jobs, heavy),
    ...shopRoutes(db),
    ...colourRoutes(db),
    ...storesRoutes(db),
    ...photoRoutes(db, jobs, heavy),
    ...backupRoutes(db, yardPool, heavy),
    ...liveRoutes(listener),
  ];
  routes.push({
    method: 'get',
    path: '/openapi.json',
    summary: 'This description',
    answers: { 200: { description: 'OpenAPI 3.1', schema: { type: 'object' } } },
    handle: (_req, res) => {
      res.json(openApi(routes, ENGINE_VERSION));
    },
  });
  return routes;
}

/** Headers that say something of a page and nothing of a script, a style or a font that it loads. */
const OF_PAGES = [
  'Content-Security-Policy',
  'Cross-Origin-Opener-Policy',
  'Origin-Agent-Cluster',
  'X-DNS-Prefetch-Control',
  'X-Download-Options',
  'X-Frame-Options',
  'X-Permitted-Cross-Domain-Policies',
  'X-XSS-Protection',
];

/** A built file whose name carries a hash of its content: it never changes. Everything else is asked for anew each time. */
const HASHED = /-[A-Z0-9]{8}\.\w+(\.br)?$/;

/** The parts of a page, some eighty of them, go without the headers of pages. */
function headersOfFile(
  res: { setHeader(name: string, value: string): void; removeHeader(name: string): void },
  path: string,
): void {
  if (!HASHED.test(path)) res.setHeader('Cache-Control', 'no-cache');
  // A worker is a page of its own as far as its policy goes.
  else if (/\.(js|css|woff2)(\.br)?$/.test(path) && !/worker/.test(path))
    for (const name of OF_PAGES) res.removeHeader(name);
}

/** The HTTP application: the interface under /api/v1, the web application for everything else. Keeps no state of its own. */
export function createApp(options: AppOptions): Express {
  const { webRoot, log = () => undefined } = options;
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  // Log, limits, compression and a file's own stream each listen for the end of an answer.
  app.use((_req, res, next) => {
    res.setMaxListeners(25);
    // By this the application knows whose answer it is: no page of a network that wants a sign-in is taken for a save.
    res.set('Nelbo-Api', API);
    next();
  });
  if (options.requests) app.use(requestLog(options.requests));
  app.use(ownHost);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          // PrimeNG and Angular put their style elements into the page; nothing else may.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          // Served on loopback without TLS.
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.use(API, ownPages, requestLimit(options.limits?.rates ?? RATE_LIMITS));
  mount(app, allRoutes(options), options.limits);
  app.use('/api', () => {
    throw new HttpProblem(404, 'No such address', `the interface is described at ${API}/openapi.json`);
  });

  if (webRoot && existsSync(webRoot)) {
    // Built files carry a hash in their name and never change; the page itself is always asked for anew.
    // The build leaves a brotli twin beside each, pressed harder than could be done at every request.
    app.use(
      expressStaticGzip(webRoot, {
        index: false,
        enableBrotli: true,
        orderPreference: ['br'],
        serveStatic: { maxAge: '365d', immutable: true, setHeaders: headersOfFile },
      }),
    );
    const page = pageFor(webRoot);
    app.get('/{*path}', (req, res) => {
      // A file that is not there is not the page: a browser would run it as what it asked for.
      if (/\.\w+$/.test(req.path))
        throw new HttpProblem(404, 'No such file', 'the application was renewed; load the page again');
      res.set('Cache-Control', 'no-cache').type('html').send(page(req.path));
    });
  }
  app.use(problemHandler(log));
  return app;
}
