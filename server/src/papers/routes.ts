import type { Request, Response } from 'express';
import type { Database } from '../db/connect';
import { param, type Route } from '../http/route';
import { uuidOf } from '../http/validate';
import { fileName } from '../jobs/routes';
import type { JobService, JobView } from '../jobs/service';
import { listEntries } from '../log/queries';
import { setImmediate as breathe } from 'node:timers/promises';
import { drawnPatterns, nestFor, patternPieces, patternsDxf, patternsSvg, rollCuts, TRIES_WHILE_OTHERS_WAIT, type Paper } from '@nelbo/core/papers';
import { HttpProblem } from '../http/problem';
import { cutListCsv, logCsv, materialsCsv, patternPointsCsv, rollsCsv } from './csv';
import { patternsPdf } from './patterns-pdf';
import { planned, type Planned } from './planned';

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
  const patterns = (ending: string, type: string, summary: string, make: (found: Planned, req: Request) => string | Promise<string | Buffer>, query?: Route['query']): Route => ({
    method: 'get',
    path: `/jobs/{id}/patterns.${ending}`,
    summary,
    query,
    answers: { 200: { description: summary, type } },
    problems: [400, 404, 422],
    handle: async (req: Request, res: Response) => {
      const job = await jobs.get(uuidOf(param(req, 'id')));
      const found = await planned(db, job);
      if (patternPieces(found.plan, found.library).length === 0) throw new HttpProblem(422, 'This job has no patterns', 'nothing to be cut is planned for it');
      const body = await make(found, req);
      res.type(type).attachment(`patterns-${fileName(job.document.boat?.name ?? job.document.title ?? 'job')}.${ending}`).send(body);
    },
  });
  const titleOf = ({ job }: Planned): string => [job.title, job.boat?.name].filter(Boolean).join(' · ');
  const drawn = (found: Planned): ReturnType<typeof drawnPatterns> => drawnPatterns(found.plan, found.library, titleOf(found));
  return [
    patterns('pdf', 'application/pdf', 'Patterns at 1:1, tiled to sheets', (found, req) => patternsPdf(found, found.library, paperOf(req)), {
      paper: { description: 'sheet to print on', schema: { type: 'string', enum: ['a4', 'letter'], default: 'a4' } },
    }),
    patterns('svg', 'image/svg+xml', 'Patterns at 1:1 as drawing, millimetres', (found) => patternsSvg(drawn(found))),
    patterns('dxf', 'image/vnd.dxf', 'Patterns at 1:1 for a cutter, release 12, millimetres', (found) => patternsDxf(drawn(found))),
    patterns('csv', 'text/csv', 'Corners of the patterns', (found) => patternPointsCsv(drawn(found))),
    route('rolls', 'How the pieces lie on their rolls', async (job) => {
      const found = await planned(db, job);
      const laid = [];
      for (const cut of rollCuts(patternPieces(found.plan, found.library), found.library)) {
        await breathe();
        if (cut.nest) laid.push({ cut, layout: nestFor(cut.nest, TRIES_WHILE_OTHERS_WAIT) });
      }
      return rollsCsv(laid);
    }),
    route('materials', 'The bill of materials', async (job) => {
      const { plan, reader } = await planned(db, job);
      return materialsCsv(plan, reader.currency ?? '');
    }),
    route('cut-list', 'Plies to cut, in the order of laying', async (job) => cutListCsv((await planned(db, job)).plan)),
    route('log', 'The log', async (job) => logCsv(await listEntries(db, job.id))),
  ];
}

/** The sheet asked for; A4 where none is. */
function paperOf(req: Request): Paper {
  const paper = req.query['paper'] ?? 'a4';
  if (paper !== 'a4' && paper !== 'letter') throw new HttpProblem(400, 'The paper is not known', 'paper must be a4 or letter');
  return paper;
}
