import { isDeepStrictEqual } from 'node:util';
import type { Request } from 'express';
import { LOG_ENTRY_FIELDS } from '@nelbo/core';
import type { Database } from '../db/connect';
import { HttpProblem } from '../http/problem';
import { param, type Route } from '../http/route';
import { components as c } from '../http/schemas';
import { bodyOf, uuidOf } from '../http/validate';
import type { JobService } from '../jobs/service';
import { appendEntry, listEntries, type LogRow, type NewLogEntry } from './queries';

const entryBody = bodyOf(LOG_ENTRY_FIELDS);

const sameEntry = (a: LogRow, b: NewLogEntry): boolean =>
  a.jobId === b.jobId &&
  a.text === b.text &&
  a.stage === b.stage &&
  a.who === b.who &&
  Date.parse(a.at) === Date.parse(b.at) &&
  isDeepStrictEqual(a.event ?? undefined, b.event ?? undefined);

const view = (row: LogRow) => ({
  id: row.id,
  stage: row.stage,
  at: new Date(row.at).toISOString(),
  who: row.who,
  text: row.text,
  ...(row.event ? { event: row.event } : {}),
  receivedAt: new Date(row.receivedAt).toISOString(),
});

export function logRoutes(db: Database, jobs: JobService): readonly Route[] {
  const jobOf = (req: Request) => jobs.get(uuidOf(param(req, 'id')));
  return [
    {
      method: 'get',
      path: '/jobs/{id}/log',
      summary: 'The log in the order of receipt',
      answers: { 200: { description: 'entries', schema: { type: 'array', items: c.ref('StoredLogEntry') } } },
      problems: [400, 404],
      handle: async (req, res) => {
        const { id } = await jobOf(req);
        res.json((await listEntries(db, id)).map(view));
      },
    },
    {
      method: 'post',
      path: '/jobs/{id}/log',
      summary: 'Adds an entry under a client-made id; sent again, it is stored once',
      body: { description: 'the entry', schema: c.ref('LogEntry') },
      answers: {
        200: { description: 'was there already', schema: c.ref('StoredLogEntry') },
        201: { description: 'added', schema: c.ref('StoredLogEntry') },
      },
      problems: [400, 404, 409, 413, 422],
      handle: async (req, res) => {
        const { id: jobId } = await jobOf(req);
        const body = entryBody(req.body);
        // One way of writing an instant: the database and the browsers read others differently.
        const entry = { ...body, id: uuidOf(body.id), at: new Date(body.at).toISOString(), jobId };
        const { row, stored } = await appendEntry(db, entry);
        // The same id with other words is not a repeat but a mistake; the log never changes what it holds.
        if (!stored && !sameEntry(row, entry)) {
          throw new HttpProblem(409, 'Another log entry has this id', 'make a new id for a new entry');
        }
        res.status(stored ? 201 : 200).json(view(row));
      },
    },
  ];
}
