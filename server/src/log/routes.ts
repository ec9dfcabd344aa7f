import { Router } from 'express';
import { LOG_ENTRY_FIELDS } from '@nelbo/core';
import type { Database } from '../db/connect';
import { HttpProblem } from '../http/problem';
import { bodyOf, uuidOf } from '../http/validate';
import type { JobService } from '../jobs/service';
import { appendEntry, listEntries, type LogRow } from './queries';

interface LogBody {
  id: string;
  stage: string;
  at: string;
  who: string;
  text: string;
}

const entryBody = bodyOf<LogBody>(LOG_ENTRY_FIELDS);

const view = (row: LogRow) => ({
  id: row.id,
  stage: row.stage,
  at: new Date(row.at).toISOString(),
  who: row.who,
  text: row.text,
  receivedAt: new Date(row.receivedAt).toISOString(),
});

export function logRoutes(db: Database, jobs: JobService): Router {
  const router = Router({ mergeParams: true });
  router.get('/', async (req, res) => {
    const { id } = await jobs.get(uuidOf((req.params as { id?: string }).id));
    res.json((await listEntries(db, id)).map(view));
  });
  router.post('/', async (req, res) => {
    const { id: jobId } = await jobs.get(uuidOf((req.params as { id?: string }).id));
    const entry = entryBody(req.body);
    const { row, stored } = await appendEntry(db, { ...entry, id: uuidOf(entry.id), jobId });
    // The same id with other words is not a repeat but a mistake; the log never changes what it holds.
    if (!stored && (row.jobId !== jobId || row.text !== entry.text || row.stage !== entry.stage)) {
      throw new HttpProblem(409, 'Another log entry has this id', 'make a new id for a new entry');
    }
    res.status(stored ? 201 : 200).json(view(row));
  });
  return router;
}
