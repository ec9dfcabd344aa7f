import type { Trace, TraceEntry } from '../trace/figure';
import type { Problem } from '../trace/problem';
import type { Plan } from '../plan/plan';
import { brokenGoes, missedWindows, SAID_BY_PLACING } from '../schedule/placement';
import type { CureForecast } from '../plan/cure-forecast';
import { withMoments } from './moments';

/** A product that the plan finds too cold, and that is warm enough when it is laid: in a tent that stands by then. */
const warmed = (p: Problem, found: readonly Problem[]): boolean =>
  p.code === 'below-minimum' &&
  !found.some(
    (q) => (q.code === 'never-sets' || q.code === 'cold-at-laying') && q.params.product === p.params.product,
  );

/** Problems of the plan and of its forecast; windows are judged by the forecast's time line. */
export function refineProblems(problems: readonly Problem[], cure: CureForecast): readonly Problem[] {
  if (!cure.timeline) return [...problems, ...cure.problems];
  return [
    ...problems.filter((p) => !SAID_BY_PLACING.has(p.code) && !warmed(p, cure.problems)),
    ...missedWindows(cure.timeline),
    ...brokenGoes(cure.timeline),
    ...cure.problems,
  ];
}

/** The plan with its forecast: time line and totals along the course of the air, every figure traced. */
export function refinePlan(plan: Plan, cure: CureForecast): Plan {
  const extra = Object.fromEntries(cure.entries.map((e): [string, TraceEntry] => [e.id, e]));
  let table: Trace | undefined;
  const { trace: _, ...rest } = Object.getOwnPropertyDescriptors(plan);
  const refined = Object.defineProperties({}, rest) as Plan;
  return Object.defineProperty(
    {
      ...refined,
      timeline: plan.timeline,
      ...withMoments(plan, cure),
      totals: cure.totals ?? plan.totals,
      cure,
      trace: {} as Trace,
    },
    'trace',
    {
      enumerable: true,
      get: () => (table ??= { ...plan.trace, ...extra }),
    },
  );
}
