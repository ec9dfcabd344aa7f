import { desc, eq } from 'drizzle-orm';
import type { Request } from 'express';
import * as yup from 'yup';
import type { Database } from '../db/connect';
import { workOrders } from '../db/schema';
import type { Heavy } from '../heavy/heavy';
import { HttpProblem } from '../http/problem';
import { param, type Route } from '../http/route';
import { components as c } from '../http/schemas';
import { uuidOf } from '../http/validate';
import { fileName } from '../jobs/file-name';
import type { JobService, JobView } from '../jobs/service';
import type { PaperKind } from '../papers/make';
import { PLACE, placeOf } from '../papers/place-query';
import { factsOf } from '../papers/planned';

const printBody = yup.object({ id: yup.string().uuid().required() });

/** Whether a paper ends with where its figures come from. */
const REASONS: Route['query'] = {
  reasons: {
    description: 'whether it ends with where every figure comes from',
    schema: { type: 'string', enum: ['no', 'yes'], default: 'no' },
  },
};

function reasonsOf(req: Request): boolean {
  const reasons = req.query['reasons'] ?? 'no';
  if (reasons !== 'no' && reasons !== 'yes')
    throw new HttpProblem(400, 'The request cannot be answered', 'reasons must be yes or no');
  return reasons === 'yes';
}

export function workOrderRoutes(db: Database, jobs: JobService, heavy: Heavy): readonly Route[] {
  const jobOf = (req: Request) => jobs.get(uuidOf(param(req, 'id')));
  const name = (job: JobView): string =>
    `work-order-${fileName(job.document.boat?.name ?? job.document.title ?? 'job')}`;
  const made = async (job: JobView, paper: PaperKind, place?: string) =>
    heavy.run({ kind: 'paper', paper, facts: await factsOf(db, job, place) });
  return [
    {
      method: 'get',
      path: '/jobs/{id}/work-orders',
      summary: 'Work orders that were printed, the newest first',
      answers: {
        200: { description: 'kept work orders', schema: { type: 'array', items: c.ref('KeptWorkOrder') } },
      },
      problems: [400, 404],
      handle: async (req, res) => {
        const job = await jobOf(req);
        const rows = await db
          .select({
            id: workOrders.id,
            jobVersion: workOrders.jobVersion,
            madeAt: workOrders.madeAt,
            engine: workOrders.engine,
            library: workOrders.library,
          })
          .from(workOrders)
          .where(eq(workOrders.jobId, job.id))
          .orderBy(desc(workOrders.madeAt));
        res.json(rows.map((r) => ({ ...r, madeAt: new Date(r.madeAt).toISOString() })));
      },
    },
    {
      method: 'post',
      path: '/jobs/{id}/work-orders',
      summary:
        'Keeps the plan as it stands when a work order is printed; sent again under one id, it is kept once',
      body: {
        description: 'client-made id',
        schema: { type: 'object', properties: { id: { type: 'string', format: 'uuid' } }, required: ['id'] },
      },
      heavy: true,
      answers: { 201: { description: 'kept', schema: c.ref('WorkOrder') } },
      problems: [400, 404, 409, 422],
      handle: async (req, res) => {
        const job = await jobOf(req);
        if (!printBody.isValidSync(req.body, { strict: true }))
          throw new HttpProblem(400, 'The request body cannot be used', 'id must be a UUID');
        const id = uuidOf((req.body as { id: string }).id);
        const { body, engine, library } = await made(job, { name: 'kept plan' });
        const kept = await keepWorkOrder(db, {
          id,
          jobId: job.id,
          jobVersion: job.version,
          document: job.document,
          plan: JSON.parse(String(body)) as unknown,
          engine,
          library,
        });
        // The same id for another job is not a repeat: nothing would be kept of this one.
        if (kept.jobId !== job.id)
          throw new HttpProblem(409, 'Another work order has this id', 'make a new id for a new work order');
        res.status(201).json({ id, jobVersion: kept.jobVersion });
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}/work-orders/current.md',
      heavy: true,
      summary: 'The work order as Markdown with drawings inside',
      query: { ...REASONS, ...PLACE },
      answers: { 200: { description: 'Markdown', type: 'text/markdown' } },
      problems: [400, 404, 422],
      handle: async (req, res) => {
        const job = await jobOf(req);
        const { body } = await made(job, { name: 'work-order.md', reasons: reasonsOf(req) }, placeOf(req));
        res
          .type('text/markdown')
          .attachment(`${name(job)}.md`)
          .send(body);
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}/work-orders/current.pdf',
      heavy: true,
      summary: 'The work order as PDF, drawings as vectors',
      query: { ...REASONS, ...PLACE },
      answers: { 200: { description: 'PDF', type: 'application/pdf' } },
      problems: [400, 404, 422],
      handle: async (req, res) => {
        const job = await jobOf(req);
        const { body } = await made(job, { name: 'work-order.pdf', reasons: reasonsOf(req) }, placeOf(req));
        res
          .type('application/pdf')
          .attachment(`${name(job)}.pdf`)
          .send(Buffer.from(body as Uint8Array));
      },
    },
  ];
}

/** Keeps a printed work order once. @returns what is kept under its id */
async function keepWorkOrder(
  db: Database,
  order: typeof workOrders.$inferInsert,
): Promise<{ readonly jobId: string; readonly jobVersion: number }> {
  await db.insert(workOrders).values(order).onConflictDoNothing();
  const [kept] = await db
    .select({ jobId: workOrders.jobId, jobVersion: workOrders.jobVersion })
    .from(workOrders)
    .where(eq(workOrders.id, order.id));
  return kept;
}
