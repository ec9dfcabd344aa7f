import type { Trace, TraceEntry } from '../trace/figure';
import type { Problem } from '../trace/problem';
import type { Plan } from '../plan/plan';
import { missedWindows } from '../schedule/placement';
import type { CureForecast } from '../plan/cure-forecast';

/** Problems of the plan and of its forecast; windows are judged by the forecast's time line. */
export function refineProblems(problems: readonly Problem[], cure: CureForecast): readonly Problem[] {
  const missed = cure.timeline ? missedWindows(cure.timeline) : [];
  return [
    ...problems.filter((p) => !cure.timeline || p.code !== 'window-missed'),
    ...missed,
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
      timeline: cure.timeline ?? plan.timeline,
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
