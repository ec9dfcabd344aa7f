import { findingHistory, planRepair, readJob, refinePlan, refineProblems, type FindingEffect, type Job, type Library, type Plan, type Problem, type Reader, type Shop } from '@nelbo/core';
import { forecastCure } from '@nelbo/core/cure';
import { workOrder, type WorkOrder } from '@nelbo/core/papers';
import { useRepairs } from '@nelbo/core/repairs';
import type { Database } from '../db/connect';
import { HttpProblem } from '../http/problem';
import type { JobView } from '../jobs/service';
import { readShop } from '../shop/queries';
import { readLibrary } from '../stores/queries';

useRepairs();

export interface Planned {
  readonly job: Job;
  readonly plan: Plan;
  readonly problems: readonly Problem[];
  readonly history: readonly FindingEffect[];
  readonly reader: Reader;
  /** The stores as they stand. */
  readonly library: Library;
}

/** Yard as the planner takes it: the crew by name. */
export const shopOf = (document: Record<string, unknown>): Shop => ({ ...document, crew: (document['crew'] as { name: string }[] | undefined)?.map((p) => p.name) }) as Shop;

/** Plans a stored job with the yard as it stands, its cures along the course of the air. */
export async function planned(db: Database, job: JobView): Promise<Planned> {
  const [shop, library] = [shopOf(await readShop(db)), await readLibrary(db)];
  const { job: read, problems } = readJob(job.document);
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const clock = { now: Date.now(), timeZone };
  const result = read && planRepair(read, library, shop, clock);
  if (!read || !result?.plan) throw new HttpProblem(422, 'The job cannot be planned');
  const cure = forecastCure(read, result, library, shop, clock);
  return {
    job: read,
    plan: cure ? refinePlan(result.plan, cure) : result.plan,
    problems: [...problems, ...(cure ? refineProblems(result.problems, cure) : result.problems)],
    library,
    history: findingHistory(read, library, shop, clock),
    reader: { currency: shop.currency, units: shop.units, timeZone },
  };
}

export const orderOf = ({ job, plan, problems, history, reader }: Planned): WorkOrder => workOrder(job, plan, problems, history, reader);
