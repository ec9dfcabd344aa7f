import compression from 'compression';
import { sql } from 'drizzle-orm';
import express, { type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { ENGINE_VERSION } from '@nelbo/core';
import type pg from 'pg';
import { backupRoutes } from './backup/routes';
import type { Database } from './db/connect';
import { openApi } from './http/openapi';
import { builtFiles, pageFor } from './http/page';
import { HttpProblem, problemHandler } from './http/problem';
import { API, mount, type Route } from './http/route';
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
  readonly pool: pg.Pool;
  readonly listener: Listener;
  /** Folder of the built web application; without it only the API is served. */
  readonly webRoot?: string;
  readonly log?: (error: unknown) => void;
}

/** Every address of the interface. */
export function allRoutes({ db, pool, listener }: Pick<AppOptions, 'db' | 'pool' | 'listener'>): readonly Route[] {
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
    ...workOrderRoutes(db, jobs),
    ...paperRoutes(db, jobs),
    ...shopRoutes(db),
    ...colourRoutes(db),
    ...storesRoutes(db),
    ...photoRoutes(db, jobs),
    ...backupRoutes(db, pool),
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
const OF_PAGES = ['Content-Security-Policy', 'Cross-Origin-Opener-Policy', 'Origin-Agent-Cluster', 'X-DNS-Prefetch-Control', 'X-Download-Options', 'X-Frame-Options', 'X-Permitted-Cross-Domain-Policies', 'X-XSS-Protection'];

/** A service worker is always asked for anew; the parts of a page, some eighty of them, go without the headers of pages. */
function headersOfFile(res: { setHeader(name: string, value: string): void; removeHeader(name: string): void }, path: string): void {
  if (/sw\.js(\.br)?$/.test(path)) res.setHeader('Cache-Control', 'no-cache');
  // A worker is a page of its own as far as its policy goes.
  else if (/\.(js|css|woff2)(\.br)?$/.test(path) && !/worker/.test(path)) for (const name of OF_PAGES) res.removeHeader(name);
}

/** The HTTP application: the interface under /api/v1, the web application for everything else. Keeps no state of its own. */
export function createApp(options: AppOptions): Express {
  const { webRoot, log = () => undefined } = options;
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
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
  mount(app, allRoutes(options));
  app.use('/api', () => {
    throw new HttpProblem(404, 'No such address', `the interface is described at ${API}/openapi.json`);
  });

  if (webRoot && existsSync(webRoot)) {
    // Built files carry a hash in their name and never change; the page itself is always asked for anew.
    // The build leaves a brotli twin beside each, pressed harder than could be done at every request.
    app.use(expressStaticGzip(webRoot, { index: false, enableBrotli: true, orderPreference: ['br'], serveStatic: { maxAge: '365d', immutable: true, setHeaders: headersOfFile } }));
    const files = ['/', ...builtFiles(webRoot)];
    app.get('/files.json', (_req, res) => {
      res.set('Cache-Control', 'no-cache').json(files);
    });
    const page = pageFor(webRoot);
    app.get('/{*path}', (req, res) => {
      res.set('Cache-Control', 'no-cache').type('html').send(page(req.path));
    });
  }
  app.use(problemHandler(log));
  return app;
}
