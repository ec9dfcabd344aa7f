import type { Request, Response } from 'express';
import type { Paper } from '@nelbo/core/papers';
import type { Database } from '../db/connect';
import type { Heavy } from '../heavy/heavy';
import { HttpProblem } from '../http/problem';
import { param, type Route } from '../http/route';
import { uuidOf } from '../http/validate';
import { fileName } from '../jobs/file-name';
import type { JobService, JobView } from '../jobs/service';
import { listEntries } from '../log/queries';
import { logCsv } from './csv';
import type { PaperKind } from './make';
import { PLACE, placeOf } from './place-query';
import { factsOf } from './planned';

/** Files of a job: tables for a spreadsheet, patterns for a printer or a cutter. Made in threads. */
export function paperRoutes(db: Database, jobs: JobService, heavy: Heavy): readonly Route[] {
  const route = (
    file: string,
    type: string,
    summary: string,
    kindOf: (req: Request) => PaperKind,
    query?: Route['query'],
  ): Route => ({
    method: 'get',
    path: `/jobs/{id}/${file}`,
    summary,
    query: { ...query, ...PLACE },
    heavy: true,
    answers: { 200: { description: summary, type } },
    problems: [400, 404, 422],
    handle: async (req: Request, res: Response) => {
      const job = await jobs.get(uuidOf(param(req, 'id')));
      const { body } = await heavy.run({
        kind: 'paper',
        paper: kindOf(req),
        facts: await factsOf(db, job, placeOf(req)),
      });
      attach(res, type, file, job).send(typeof body === 'string' ? body : Buffer.from(body));
    },
  });
  const named = (
    file: Exclude<PaperKind['name'], 'patterns.pdf' | 'work-order.md' | 'work-order.pdf'>,
    type: string,
    summary: string,
  ): Route => route(file, type, summary, () => ({ name: file }));
  return [
    route(
      'patterns.pdf',
      'application/pdf',
      'Patterns at 1:1, tiled to sheets',
      (req) => ({ name: 'patterns.pdf', paper: paperOf(req) }),
      {
        paper: {
          description: 'sheet to print on',
          schema: { type: 'string', enum: ['a4', 'letter'], default: 'a4' },
        },
      },
    ),
    named('patterns.svg', 'image/svg+xml', 'Patterns at 1:1 as drawing, millimetres'),
    named('patterns.dxf', 'image/vnd.dxf', 'Patterns at 1:1 for a cutter, release 12, millimetres'),
    named('patterns.csv', 'text/csv', 'Corners of the patterns'),
    named('rolls.csv', 'text/csv', 'How the pieces lie on their rolls'),
    named('materials.csv', 'text/csv', 'The bill of materials'),
    named('cut-list.csv', 'text/csv', 'Plies to cut, in the order of laying'),
    {
      method: 'get',
      path: '/jobs/{id}/log.csv',
      summary: 'The log',
      answers: { 200: { description: 'CSV with a head', type: 'text/csv' } },
      problems: [400, 404],
      handle: async (req, res) => {
        const job = await jobs.get(uuidOf(param(req, 'id')));
        const text = logCsv(await listEntries(db, job.id));
        attach(res, 'text/csv', 'log.csv', job).send(text);
      },
    },
  ];
}

/** Gives an answer the name of the job's file: "patterns-dunlin.pdf". */
function attach(res: Response, type: string, file: string, job: JobView): Response {
  const [name, ending] = file.split('.');
  return res
    .type(type)
    .attachment(`${name}-${fileName(job.document.boat?.name ?? job.document.title ?? 'job')}.${ending}`);
}

/** The sheet asked for; A4 where none is. */
function paperOf(req: Request): Paper {
  const paper = req.query['paper'] ?? 'a4';
  if (paper !== 'a4' && paper !== 'letter')
    throw new HttpProblem(400, 'The paper is not known', 'paper must be a4 or letter');
  return paper;
}
