import { forecastCure } from '../forecast/cure-forecast';
import { refinePlan, refineProblems } from '../forecast/refine';
import type { CureForecast } from '../plan/cure-forecast';
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
  if (!cure || !planned.plan) return cure;
  const plan = refinePlan(planned.plan, cure);
  const problems = refineProblems(planned.problems, cure);
  const found = inspectPlan({ job, plan, problems, library, shop, clock });
  if (found.length === 0) return cure;
  const stages = new Map((plan.work?.steps ?? []).map((s) => [s.id, s.stage]));
  return {
    ...cure,
    problems: [...cure.problems, ...found.map((f) => asProblem((id) => stages.get(id), f))],
  };
}
