import {
  LIBRARY,
  planRepair,
  readJob,
  refinePlan,
  refineProblems,
  type Plan,
  type Problem,
} from '@nelbo/core';
import { forecastCure } from '@nelbo/core/cure';
import { REPAIRS } from '@nelbo/core/repairs';
import type { Inspected } from '@nelbo/core/inspect';
import type { Named } from './jobs';

export const CLOCK = { now: Date.parse('2026-11-23T08:00:00Z'), timeZone: 'UTC' };

/** A job with its plan along the course of the air, ready to be inspected. @returns undefined where there is no work to place */
export function planned({ document }: Named): Inspected | undefined {
  const { job } = readJob(document);
  if (!job) return undefined;
  const shop = {};
  const result = planRepair(job, LIBRARY, shop, CLOCK, REPAIRS);
  if (!result.plan?.timeline) return undefined;
  const cure = forecastCure(job, result, LIBRARY, shop, CLOCK, { cells: 20 });
  const plan: Plan = cure ? refinePlan(result.plan, cure) : result.plan;
  const problems: readonly Problem[] = cure ? refineProblems(result.problems, cure) : result.problems;
  return { job, plan, problems, library: LIBRARY, shop, clock: CLOCK };
}
