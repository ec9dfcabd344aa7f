import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { count } from 'drizzle-orm';
import * as yup from 'yup';
import type pg from 'pg';
import type { Database } from '../db/connect';
import { jobRevisions, jobs, logEntries, workOrders } from '../db/schema';
import type { Heavy } from '../heavy/heavy';
import type { Route } from '../http/route';
import { components as c } from '../http/schemas';
import { queryOf, yesOrNo } from '../http/validate';
import { fileName } from '../jobs/file-name';
import { readShop } from '../shop/queries';
import { restoreBackup } from './restore';
import { spool } from './spool';
import { writeBackup } from './write';

/** A download of which nothing was read for so long is given up, ms. */
const UNREAD_MS = 60_000;

const restoreQuery = yup.object({ replace: yesOrNo('replace').default(false) });

export function backupRoutes(db: Database, pool: pg.Pool, heavy: Heavy): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/yard',
      summary: 'How much the yard holds',
      answers: { 200: { description: 'rows by table', schema: c.ref('YardContents') } },
      handle: async (_req, res) => {
        const tables = {
          jobs,
          job_revisions: jobRevisions,
          log_entries: logEntries,
          work_orders: workOrders,
        };
        const counts = await Promise.all(
          Object.entries(tables).map(
            async ([name, t]) => [name, (await db.select({ n: count() }).from(t))[0].n] as const,
          ),
        );
        res.json({ counts: Object.fromEntries(counts) });
      },
    },
    {
      method: 'get',
      path: '/backup',
      heavy: true,
      atOnce: 6,
      summary: 'The whole yard as one file (gzipped lines of JSON), as it stands at this moment',
      answers: { 200: { description: 'a *.nelbo-backup file', type: 'application/octet-stream' } },
      problems: [507],
      handle: async (_req, res) => {
        const now = new Date();
        const name = fileName(String((await readShop(db))['name'] ?? 'yard'));
        // Written beside first: whoever reads slowly, or stops reading, holds a file and no connection to the database.
        const file = await spool((out) => writeBackup(pool, out, now));
        res.once('close', () => void file.drop());
        res.setTimeout(UNREAD_MS, () => res.destroy());
        res
          .status(200)
          .set({
            'Content-Type': 'application/octet-stream',
            'Cache-Control': 'no-store, no-transform',
            'Content-Length': String(file.bytes),
          })
          .attachment(`${name}-${now.toISOString().slice(0, 10)}.nelbo-backup`);
        await pipeline(createReadStream(file.path), res).catch(() => undefined);
      },
    },
    {
      method: 'post',
      path: '/restore',
      heavy: true,
      atOnce: 2,
      summary: 'Replaces the whole yard by a backup, or changes nothing',
      query: { replace: { description: 'replace a yard that holds anything', schema: { type: 'boolean' } } },
      body: { description: 'a *.nelbo-backup file of any size', type: 'application/octet-stream' },
      answers: { 200: { description: 'restored and read back the same', schema: c.ref('Restored') } },
      problems: [400, 409, 422, 507],
      handle: async (req, res) => {
        const { replace } = queryOf(restoreQuery, req.query);
        try {
          // The request must outlive a refusal, so that its answer can be read.
          const bytes = req.iterator({ destroyOnReturn: false }) as AsyncIterableIterator<Buffer>;
          res.json(await restoreBackup(pool, bytes, replace, heavy));
        } finally {
          req.resume();
        }
      },
    },
  ];
}
