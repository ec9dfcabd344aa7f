import {
  LIBRARY,
  findingHistory,
  createPlanner,
  planRepair,
  readJob,
  refinePlan,
  refineProblems,
  tellProblem,
  yardLibrary,
  type FindingEffect,
  type Job,
  type Library,
  type Plan,
  type Problem,
  type Reader,
} from '@nelbo/core';
import { provenForecast } from '@nelbo/core/cure';
import { workOrder, type WorkOrder } from '@nelbo/core/papers';
import { REPAIRS } from '@nelbo/core/repairs';
import type { Database } from '../db/connect';
import type { PlanFacts } from './plan-facts';
import { HttpProblem } from '../http/problem';
import type { JobView } from '../jobs/service';
import { readShop } from '../shop/queries';
import { listProducts, yardProducts } from '../stores/queries';

export interface Planned {
  readonly job: Job;
  readonly plan: Plan;
  readonly problems: readonly Problem[];
  readonly history: readonly FindingEffect[];
  readonly reader: Reader;
  /** The stores as they stand. */
  readonly library: Library;
}

/** What a stored job is planned from, as the yard stands now. */
export async function factsOf(db: Database, job: JobView): Promise<PlanFacts> {
  const [shop, products] = await Promise.all([readShop(db), listProducts(db)]);
  return {
    document: job.document,
    shop,
    products,
    now: Date.now(),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  };
}

/** Plans a job from its facts, its cures along the course of the air. Takes up to seconds: run it in a thread. */
export function planned({ document, shop, products, now, timeZone }: PlanFacts): Planned {
  const library = yardLibrary(LIBRARY, yardProducts(products));
  const { job: read, problems } = readJob(document);
  const clock = { now, timeZone };
  const result = read && planRepair(read, library, shop, clock, REPAIRS);
  if (!read || !result?.plan)
    throw new HttpProblem(
      422,
      'The job cannot be planned',
      (result?.problems ?? []).filter((p) => p.severity === 'error').map((p) => tellProblem(p).what)[0],
    );
  const cure = provenForecast(read, result, library, shop, clock);
  return {
    job: read,
    plan: cure ? refinePlan(result.plan, cure) : result.plan,
    problems: [...problems, ...(cure ? refineProblems(result.problems, cure) : result.problems)],
    library,
    history: findingHistory(read, library, shop, clock, () => createPlanner(REPAIRS)),
    reader: { currency: shop.currency, units: shop.units, timeZone },
  };
}

export const orderOf = ({ job, plan, problems, history, reader }: Planned): WorkOrder =>
  workOrder(job, plan, problems, history, reader);
