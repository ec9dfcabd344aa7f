import type { Plan } from '@nelbo/core';
import { moved, tasksOf, type Operator } from './spoil';

const MINUTE = 60_000;

/** Everything a whole number of weeks later, in air that is the same then. */
const weeksLater: Operator = ({ plan, job }, r) => {
  if (!plan.timeline || (job.conditions?.air ?? 'steady') !== 'steady') return undefined;
  const by = (1 + r.below(4)) * 7 * 24 * 60 * MINUTE;
  const later = moved(plan, () => by);
  const { timeline } = later;
  if (!timeline) return undefined;
  return {
    plan: { ...later, timeline: { ...timeline, start: timeline.start + by, end: timeline.end + by } },
    what: 'weeks later',
  };
};

/** From some step on that no window or pot hurries, all begins a few minutes later. */
const minutesLater: Operator = ({ plan }, r) => {
  const steps = plan.work?.steps ?? [];
  const tasks = tasksOf(plan);
  const hurried = new Set(
    (plan.work?.links ?? []).flatMap(({ to, lags, most }) =>
      to !== undefined && (most || lags.some((l) => l.window)) ? [to] : [],
    ),
  );
  const calm = steps.filter(
    (s, i) => !hurried.has(s.id) && (s.go === undefined || steps[i - 1]?.go !== s.go),
  );
  if (calm.length === 0) return undefined;
  const from = tasks.get(r.of(calm).id);
  if (!from) return undefined;
  const by = (1 + r.below(3)) * MINUTE;
  return { plan: moved(plan, (t) => (t.start >= from.start ? by : 0)), what: `${from.id} minutes later` };
};

/** One more person at a step. */
const morePeople: Operator = ({ plan }, r) => {
  const steps = plan.work?.steps ?? [];
  if (steps.length === 0) return undefined;
  const step = r.of(steps);
  return {
    plan: withSteps(
      plan,
      steps.map((s) => (s === step ? { ...s, people: s.people + 1 } : s)),
    ),
    what: `one more at ${step.id}`,
  };
};

/** Something is looked at or marked less. */
const lessMarked: Operator = ({ plan }, r) => {
  const steps = plan.work?.steps ?? [];
  const idle = steps.filter((s) => s.action === 'survey' || s.action === 'mark' || s.action === 'dye');
  if (idle.length === 0) return undefined;
  const gone = r.of(idle);
  return {
    plan: withSteps(
      plan,
      steps.filter((s) => s !== gone),
    ),
    what: `${gone.id} left out`,
  };
};

/** A face is washed once more before it is worked on at all. */
const washedTwice: Operator = ({ plan }) => {
  const steps = plan.work?.steps ?? [];
  const wash = steps.find((s) => s.action === 'wash');
  const task = wash && tasksOf(plan).get(wash.id);
  if (!wash || !task || !plan.timeline) return undefined;
  const again = `${wash.id}-again`;
  const at = steps.indexOf(wash);
  const doubled = withSteps(plan, [...steps.slice(0, at), { ...wash, id: again }, ...steps.slice(at)]);
  const stages = plan.timeline.stages.map((s) => ({
    ...s,
    tasks: s.tasks.flatMap((t) => (t === task ? [{ ...t, id: again }, t] : [t])),
  }));
  return { plan: { ...doubled, timeline: { ...plan.timeline, stages } }, what: `${wash.id} twice` };
};

const withSteps = (plan: Plan, steps: NonNullable<Plan['work']>['steps']): Plan =>
  plan.work ? { ...plan, work: { ...plan.work, steps } } : plan;

export const HARMLESS: Readonly<Record<string, Operator>> = {
  'weeks later': weeksLater,
  'minutes later': minutesLater,
  'more people': morePeople,
  'less marked': lessMarked,
  'washed twice': washedTwice,
};
