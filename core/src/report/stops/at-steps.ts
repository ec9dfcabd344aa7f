import type { Plan } from '../../plan/plan';
import type { Job } from '../../schema/job';
import type { Problem } from '../../trace/problem';
import { productsOf } from '../../work/pots';
import type { Step } from '../../work/step';
import { liftOf, tentFor, type Lift } from './lifts';
import { overridable, stops, toldOnce } from './which';

/** Who took it on himself to go on all the same, and why. */
export type Override = NonNullable<Job['overrides']>[number];

/** Where the work stops, why, and what lifts it. */
export interface Stop {
  /** Code and step: stays the same while the cause stays. */
  readonly id: string;
  readonly problem: Problem;
  /** The step that is not begun; absent where no step is planned. */
  readonly step?: string;
  /** An edit of the job that lifts it. */
  readonly lift?: Lift;
  /** Somebody may override it with a reason; never what can hurt. */
  readonly overridable: boolean;
  readonly override?: Override;
}

/**
 * The STOPs of a plan in the order of its work, each at the step that is not begun.
 *
 * @param overrides what was overridden, as the job has it
 */
export function stopsOf(
  { work, system, repair }: Plan,
  problems: readonly Problem[],
  overrides: readonly Override[] = [],
): readonly Stop[] {
  const stopping = toldOnce(problems).filter(stops);
  if (stopping.length === 0) return [];
  const steps = work?.steps ?? [];
  const names = new Map<string, string>();
  for (const { product } of system?.chosen?.chain.links ?? []) names.set(product.id, product.name);
  for (const { product } of repair?.pots ?? []) names.set(product.id, product.name);
  const laid = productsOf(steps);
  const uses = (step: Step, name: string): boolean => names.get(laid.get(step.id) ?? '') === name;
  const tent = tentFor(problems.filter(stops));
  const order = new Map(steps.map((s, i) => [s.id, i]));
  const found = stopping.map((problem): Stop => {
    const step = spotOf(problem, steps, uses);
    const id = `${problem.code}@${step?.id ?? problem.path}`;
    const lift = liftOf(problem, tent);
    const override = overridable(problem) ? overrides.find((o) => o.stop === id) : undefined;
    return {
      id,
      problem,
      ...(step ? { step: step.id } : {}),
      ...(lift ? { lift } : {}),
      overridable: overridable(problem),
      ...(override ? { override } : {}),
    };
  });
  const at = ({ step }: Stop): number => (step === undefined ? -1 : (order.get(step) ?? -1));
  const once = found.filter((s, i) => found.findIndex((x) => x.id === s.id) === i);
  return once.sort((a, b) => at(a) - at(b));
}

/** The step at which a problem stops the work. */
function spotOf(
  problem: Problem,
  steps: readonly Step[],
  uses: (step: Step, product: string) => boolean,
): Step | undefined {
  if (problem.code === 'broken-gate') return steps.find((s) => s.id === problem.params.step);
  const product = 'product' in problem.params ? problem.params.product : undefined;
  const with_ = typeof product === 'string' ? steps.find((s) => uses(s, product)) : undefined;
  if (with_) return with_;
  if (problem.code === 'wood-too-wet')
    return steps.find((s) => s.action === 'saturate' || s.action === 'glue' || s.action === 'fill');
  return problem.stage === undefined ? steps[0] : (steps.find((s) => s.stage === problem.stage) ?? steps[0]);
}
