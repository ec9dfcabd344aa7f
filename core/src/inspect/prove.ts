import { forecastCure } from '../forecast/cure-forecast';
import { refinePlan, refineProblems } from '../forecast/refine';
import type { Library } from '../materials/product';
import type { Clock } from '../plan/clock';
import type { CureForecast } from '../plan/cure-forecast';
import type { PlanResult } from '../plan/plan';
import type { Job } from '../schema/job';
import type { Shop } from '../schema/shop-fields';
import { problem, type Problem } from '../trace/problem';
import type { Finding } from '../trace/broken';
import { inspectPlan } from './inspect';

/** A finding of the inspector as a problem of the plan: it stands as a STOP at its step. */
const asProblem = (stageOf: (step: string) => Problem['stage'], { step, broken }: Finding): Problem =>
  problem({ severity: 'warning', stage: stageOf(step), path: 'schedule.start' }, 'broken-gate', {
    step,
    broken,
  });

/**
 * The forecast of a plan, with everything that the inspector finds in it: a gate that is broken is told like any other
 * problem of the forecast. Takes what {@link forecastCure} takes.
 *
 * @returns undefined where nothing is placed yet
 */
export function provenForecast(...asked: Parameters<typeof forecastCure>): CureForecast | undefined {
  const [job, planned, library, shop, clock] = asked;
  const cure = forecastCure(...asked);
  return cure && inspectedForecast(job, planned, cure, { library, shop, clock });
}

/** A forecast with what the inspector finds in the plan that it refines. */
export function inspectedForecast(
  job: Job,
  planned: PlanResult,
  cure: CureForecast,
  yard: { readonly library: Library; readonly shop: Shop; readonly clock: Clock },
): CureForecast {
  if (!planned.plan) return cure;
  const plan = refinePlan(planned.plan, cure);
  const problems = refineProblems(planned.problems, cure);
  const found = inspectPlan({ job, plan, problems, ...yard });
  if (found.length === 0) return cure;
  const stages = new Map((plan.work?.steps ?? []).map((s) => [s.id, s.stage]));
  return {
    ...cure,
    problems: [...cure.problems, ...found.map((f) => asProblem((id) => stages.get(id), f))],
  };
}
