import type { Layer } from '../cure/conduction';
import { stackFor } from '../forecast/stack-for';
import { substrateOf } from '../forecast/substrate';
import type { Step } from '../work/step';
import type { Place } from './site';

/** What a step lays something on, from the back on: the hull as it is, or, over new laminate, that on what lies behind it. */
export function lyingUnder({ job, plan, library }: Place, { stage, action }: Step): readonly Layer[] {
  const of =
    stage === 'finish' && action === 'coat'
      ? 'finish'
      : stage === 'fair' && action === 'fill'
        ? 'filler'
        : undefined;
  const set = of && plan.dish ? stackFor(job, plan, library, { of, number: 1 }) : undefined;
  return set ? (set.rim ?? set.base) : substrateOf(job, plan);
}
