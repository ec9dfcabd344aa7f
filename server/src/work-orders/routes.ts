import { Router } from 'express';
import * as yup from 'yup';
import {
  LIBRARY,
  findingHistory,
  planRepair,
  publicPlan,
  readJob,
  workOrder,
  workOrderDrawings,
  workOrderMarkdown,
  type Shop,
} from '@nelbo/core';
import type { Database } from '../db/connect';
import { workOrders } from '../db/schema';
import { HttpProblem } from '../http/problem';
import { uuidOf } from '../http/validate';
import type { JobService, JobView } from '../jobs/service';
import { readShop } from '../shop/routes';

const printBody = yup.object({ id: yup.string().uuid().required() });

async function planned(db: Database, job: JobView) {
  const shop = (await readShop(db)) as Shop;
  const { job: read, problems } = readJob(job.document);
  if (!read) throw new HttpProblem(422, 'The job cannot be planned');
  const clock = { now: Date.now() };
  const result = planRepair(read, LIBRARY, shop, clock);
  if (!result.plan) throw new HttpProblem(422, 'The job cannot be planned');
  return { read, shop, clock, plan: result.plan, problems: [...problems, ...result.problems] };
}

export function workOrderRoutes(db: Database, jobs: JobService): Router {
  const router = Router({ mergeParams: true });

  /** Keeps the plan as it stands when a work order is printed. Printing twice with one id keeps it once. */
  router.post('/', async (req, res) => {
    const job = await jobs.get(uuidOf((req.params as { id?: string }).id));
    if (!printBody.isValidSync(req.body, { strict: true })) throw new HttpProblem(400, 'The request body cannot be used', 'id must be a UUID');
    const id = uuidOf((req.body as { id: string }).id);
    const { plan } = await planned(db, job);
    await db
      .insert(workOrders)
      .values({ id, jobId: job.id, jobVersion: job.version, document: job.document, plan: publicPlan(plan), engine: plan.engine, library: plan.library })
      .onConflictDoNothing();
    res.status(201).json({ id, jobVersion: job.version });
  });

  router.get('/current.md', async (req, res) => {
    const job = await jobs.get(uuidOf((req.params as { id?: string }).id));
    const { read, shop, clock, plan, problems } = await planned(db, job);
    const order = workOrder(read, plan, problems, findingHistory(read, LIBRARY, shop, clock), { currency: shop.currency, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone });
    res.type('text/markdown').attachment('work-order.md').send(workOrderMarkdown(order, workOrderDrawings(plan)));
  });
  return router;
}
