import type { Request, Response } from 'express';
import type { Database } from '../db/connect';
import { param, type Route } from '../http/route';
import { uuidOf } from '../http/validate';
import { fileName } from '../jobs/routes';
import type { JobService, JobView } from '../jobs/service';
import { listEntries } from '../log/queries';
import { cutListCsv, logCsv, materialsCsv } from './csv';
import { planned } from './planned';

/** Tables of a job as files for a spreadsheet. */
export function paperRoutes(db: Database, jobs: JobService): readonly Route[] {
  const route = (file: string, summary: string, make: (job: JobView) => Promise<string>): Route => ({
    method: 'get',
    path: `/jobs/{id}/${file}.csv`,
    summary,
    answers: { 200: { description: 'CSV with a head', type: 'text/csv' } },
    problems: [400, 404, 422],
    handle: async (req: Request, res: Response) => {
      const job = await jobs.get(uuidOf(param(req, 'id')));
      const text = await make(job);
      res.type('text/csv').attachment(`${file}-${fileName(job.document.boat?.name ?? job.document.title ?? 'job')}.csv`).send(text);
    },
  });
  return [
    route('materials', 'The bill of materials', async (job) => {
      const { plan, reader } = await planned(db, job);
      return materialsCsv(plan, reader.currency ?? '');
    }),
    route('cut-list', 'Plies to cut, in the order of laying', async (job) => cutListCsv((await planned(db, job)).plan)),
    route('log', 'The log', async (job) => logCsv(await listEntries(db, job.id))),
  ];
}
