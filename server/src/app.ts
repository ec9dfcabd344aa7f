import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import type { Database } from './db/connect';
import { HttpProblem, problemHandler } from './http/problem';
import { jobRoutes } from './jobs/routes';
import { jobService } from './jobs/service';
import { logRoutes } from './log/routes';
import { shopRoutes } from './shop/routes';
import { workOrderRoutes } from './work-orders/routes';

export interface AppOptions {
  readonly db: Database;
  /** Folder of the built web application; without it only the API is served. */
  readonly webRoot?: string;
  readonly log?: (error: unknown) => void;
}

const BODY_LIMIT = '1mb';

/** The HTTP application: routes under /api/v1, the web application for everything else. Keeps no state of its own. */
export function createApp({ db, webRoot, log = () => undefined }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          // PrimeNG and Angular put their style elements into the page; nothing else may.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
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
  app.use('/api', express.json({ limit: BODY_LIMIT }));

  const jobs = jobService(db);
  app.get('/api/v1/health', async (_req, res) => {
    await db.execute(sql`select 1`);
    res.json({ status: 'ok' });
  });
  app.use('/api/v1/jobs/:id/log', logRoutes(db, jobs));
  app.use('/api/v1/jobs/:id/work-orders', workOrderRoutes(db, jobs));
  app.use('/api/v1/jobs', jobRoutes(jobs));
  app.use('/api/v1/shop', shopRoutes(db));
  app.use('/api', () => {
    throw new HttpProblem(404, 'No such address');
  });

  if (webRoot && existsSync(webRoot)) {
    // Built files carry a hash in their name and never change; the page itself is always asked for anew.
    app.use(express.static(webRoot, { index: false, maxAge: '365d', immutable: true }));
    app.get('/{*path}', (_req, res) => {
      res.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html'));
    });
  }
  app.use(problemHandler(log));
  return app;
}
