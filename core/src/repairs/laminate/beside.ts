import { linkOf } from '../../match/chain';
import type { StageMemo } from '../../trace/stage-memo';
import type { Item } from '../../work/step';
import { joined, paperSteps, repairInput, sandingOf } from '../common/around';
import type { KindInput, Sanding } from '../kind';
import { openedWet } from '../beside-laminate';
import type { RepairPlan } from '../repair';
import type { GrindPlan } from './dish-plan';

export interface Beside {
  readonly repair: RepairPlan;
  readonly sanding: Sanding;
}

/** Links that lie under the finish. */
const UNDER = ['prime', 'barrier', 'undercoat'] as const;

/**
 * What a repair has besides plies, filler and paint: a wet core dried, coats under the finish, another finish or none,
 * sanding where nothing is filled.
 */
export function besideOf(
  memo: StageMemo,
  input: KindInput,
  grind: GrindPlan,
  unfilled: boolean,
): Beside | 'needs repairs' | undefined {
  const repair = repairInput(input);
  const chain = input.system.chosen?.chain;
  if (!repair || !chain) return undefined;
  const face = { area: grind.finishArea, masking: grind.maskingLength };
  const under = UNDER.some((role) => linkOf(chain, role) !== undefined);
  const wet = input.cored && openedWet(repair);
  const { beside } = input;
  const cored = repair.route === 'recore';
  if (!unfilled && !under && !wet && !cored && chain.finish) return undefined;
  if (!beside) return 'needs repairs';
  const leak = beside.leaks(repair);
  const all = [
    wet ? memo.run('drying', { repair }, (i, l) => beside.openedDrying(i.repair, l)) : undefined,
    leak ? memo.run('leak', { repair }, (i, l) => beside.leak(i.repair, l)) : undefined,
    unfilled
      ? memo.run('unfilled', { repair, face }, (i, l) => beside.unfilled(i.repair, i.face, l))
      : undefined,
    under ? memo.run('under', { repair, face }, (i, l) => beside.underCoats(i.repair, i.face, l)) : undefined,
    chain.finish
      ? undefined
      : memo.run('coating', { repair, face }, (i, l) => beside.finishing(i.repair, i.face, l)),
  ].filter((x): x is RepairPlan => x !== undefined);
  const [first, ...rest] = all;
  if (!first) return undefined;
  const whole = rest.reduce(joined, first);
  return { repair: whole, sanding: sandingOf(memo, whole, input) };
}

/** Their steps, with the papers they are sanded with. */
export const besideSteps = (beside: Beside | undefined): readonly Item[] =>
  beside ? [...paperSteps(beside.sanding, 'fair'), ...beside.repair.items] : [];
