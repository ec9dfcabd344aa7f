import { desc, eq } from 'drizzle-orm';
import type { Request } from 'express';
import * as yup from 'yup';
import { publicPlan, workOrderDrawings, workOrderMarkdown } from '@nelbo/core/papers';
import type { Database } from '../db/connect';
import { workOrders } from '../db/schema';
import { HttpProblem } from '../http/problem';
import { param, type Route } from '../http/route';
import { components as c } from '../http/schemas';
import { uuidOf } from '../http/validate';
import { fileName } from '../jobs/routes';
import type { JobService, JobView } from '../jobs/service';
import { orderOf, planned } from '../papers/planned';
import { workOrderPdf } from '../papers/work-order-pdf';

const printBody = yup.object({ id: yup.string().uuid().required() });

export function workOrderRoutes(db: Database, jobs: JobService): readonly Route[] {
  const jobOf = (req: Request) => jobs.get(uuidOf(param(req, 'id')));
  const name = (job: JobView): string => `work-order-${fileName(job.document.boat?.name ?? job.document.title ?? 'job')}`;
  return [
    {
      method: 'get',
      path: '/jobs/{id}/work-orders',
      summary: 'Work orders that were printed, the newest first',
      answers: { 200: { description: 'kept work orders', schema: { type: 'array', items: c.ref('KeptWorkOrder') } } },
      problems: [400, 404],
      handle: async (req, res) => {
        const job = await jobOf(req);
        const rows = await db
          .select({ id: workOrders.id, jobVersion: workOrders.jobVersion, madeAt: workOrders.madeAt, engine: workOrders.engine, library: workOrders.library })
          .from(workOrders)
          .where(eq(workOrders.jobId, job.id))
          .orderBy(desc(workOrders.madeAt));
        res.json(rows.map((r) => ({ ...r, madeAt: new Date(r.madeAt).toISOString() })));
      },
    },
    {
      method: 'post',
      path: '/jobs/{id}/work-orders',
      summary: 'Keeps the plan as it stands when a work order is printed; sent again under one id, it is kept once',
      body: { description: 'client-made id', schema: { type: 'object', properties: { id: { type: 'string', format: 'uuid' } }, required: ['id'] } },
      answers: { 201: { description: 'kept', schema: c.ref('WorkOrder') } },
      problems: [400, 404, 422],
      handle: async (req, res) => {
        const job = await jobOf(req);
        if (!printBody.isValidSync(req.body, { strict: true })) throw new HttpProblem(400, 'The request body cannot be used', 'id must be a UUID');
        const id = uuidOf((req.body as { id: string }).id);
        const { plan } = await planned(db, job);
        await db
          .insert(workOrders)
          .values({ id, jobId: job.id, jobVersion: job.version, document: job.document, plan: publicPlan(plan), engine: plan.engine, library: plan.library })
          .onConflictDoNothing();
        res.status(201).json({ id, jobVersion: job.version });
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}/work-orders/current.md',
      summary: 'The work order as Markdown with drawings inside',
      answers: { 200: { description: 'Markdown', type: 'text/markdown' } },
      problems: [400, 404, 422],
      handle: async (req, res) => {
        const job = await jobOf(req);
        const found = await planned(db, job);
        res.type('text/markdown').attachment(`${name(job)}.md`).send(workOrderMarkdown(orderOf(found), workOrderDrawings(found.plan, found.reader), found.plan.trace, found.reader));
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}/work-orders/current.pdf',
      summary: 'The work order as PDF, drawings as vectors, figures linked to their reasons',
      answers: { 200: { description: 'PDF', type: 'application/pdf' } },
      problems: [400, 404, 422],
      handle: async (req, res) => {
        const job = await jobOf(req);
        const bytes = await workOrderPdf(await planned(db, job));
        res.type('application/pdf').attachment(`${name(job)}.pdf`).send(bytes);
      },
    },
  ];
}
