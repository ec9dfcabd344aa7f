import type { Plan } from '../plan/plan';
import type { Link, Step } from '../work/step';

/** A step as it is placed; ms since 1970. One of a stage that was reported done has no time of its own: it is believed. */
export interface Placed {
  readonly step: Step;
  readonly start: number;
  readonly end: number;
  readonly believed: boolean;
  /** Id of the product that it lays or bonds with. */
  readonly product?: string;
  /** The step that mixed its pot. */
  readonly pot?: Placed;
}

type Part = Pick<Plan, 'work' | 'timeline'>;

/** Steps that were put in because something had come too late. */
const putIn = (links: readonly Link[]): readonly Step[] =>
  links.flatMap(({ lags, most }) => [
    ...lags.flatMap(({ window }) => window?.missed ?? []),
    ...(most ? [most.missed] : []),
  ]);

/**
 * The work of a plan in the order of the clock, each step with what it is done with. Of two that begin together the one
 * that stands first in the work comes first.
 */
export function replayOf({ work, timeline }: Part): readonly Placed[] {
  if (!work || !timeline) return [];
  const stages = new Map(timeline.stages.map((s) => [s.stage, s]));
  const tasks = new Map(timeline.stages.flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const own = new Set(work.steps.map((s) => s.id));
  const all = [...putIn(work.links).filter((s) => !own.has(s.id) && tasks.has(s.id)), ...work.steps];
  // What stands before a stage that was reported done was done before it.
  const order = timeline.stages.map((s) => s.stage);
  const last = timeline.stages.reduce((found, s, i) => (s.doneAt === undefined ? found : i), -1);
  const placed = all.flatMap((step): Placed[] => {
    const task = tasks.get(step.id);
    const at = order.indexOf(step.stage);
    if (at <= last) {
      const doneAt = stages.get(order[last])?.doneAt ?? timeline.start;
      return [{ step, start: doneAt, end: doneAt, believed: true }];
    }
    return task ? [{ step, start: task.start, end: task.end, believed: false }] : [];
  });
  const early = (p: Placed): number => (p.believed ? -Infinity : p.start);
  placed.sort((a, b) => (early(a) === early(b) ? 0 : early(a) - early(b)));
  return withPots(placed);
}

/** What each step lays is what was mixed last in its go, unless it says so itself. */
function withPots(placed: readonly Placed[]): readonly Placed[] {
  const mixed = new Map<string, Placed>();
  const lastOf = new Map<string, Placed>();
  return placed.map((p): Placed => {
    const { step } = p;
    const held = step.go === undefined ? undefined : mixed.get(step.go);
    const own: Placed = step.pot ? { ...p, product: step.pot.product } : p;
    if (step.pot && step.go !== undefined) mixed.set(step.go, own);
    if (step.pot) lastOf.set(step.pot.product, own);
    // A pot may serve a second coat when the first has dried: that is no longer its go.
    const from = held ?? lastOf.get(step.product ?? '');
    if (step.product !== undefined) return { ...p, product: step.product, ...(from ? { pot: from } : {}) };
    return step.pot ? own : held ? { ...p, product: held.product, pot: held } : p;
  });
}
