import { linkOf } from '../../match/chain';
import type { StageMemo } from '../../trace/stage-memo';
import type { Item } from '../../work/step';
import { joined, paperSteps, repairInput, sandingOf } from '../common/around';
import type { KindInput, Sanding } from '../kind';
import { planUnderCoats } from '../common/undercoats';
import { openedWet, type Face } from '../beside-laminate';
import type { RepairInput, RepairPlan } from '../repair';
import type { GrindPlan } from './dish-plan';
import { planSidePots, type SideNeeds } from './side-pots';

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
  side: Omit<SideNeeds, 'waste'>,
): Beside | 'needs repairs' | undefined {
  const repair = repairInput(input);
  const chain = input.system.chosen?.chain;
  if (!repair || !chain) return undefined;
  const face = { area: grind.finishArea, masking: grind.maskingLength };
  const under = UNDER.some((role) => linkOf(chain, role) !== undefined);
  const wet = input.cored && openedWet(repair);
  const coats = under
    ? memo.run('under', { repair, face }, (i, l) => planUnderCoats(i.repair, i.face, l))
    : undefined;
  // Where a core is opened, what let the water in is seen to as well.
  const cored = repair.route === 'recore';
  const more = unfilled || wet || cored || !chain.finish;
  const others = more ? othersOf(memo, input, { repair, face, unfilled, wet }) : NOTHING;
  if (others === 'needs repairs') return others;
  const pots = memo.run('sidePots', { repair, needs: { ...side, waste: repair.conditions.waste } }, (i, l) =>
    planSidePots(i.repair, i.needs, l),
  );
  const seen = [...others.before, coats, ...others.after].filter((x): x is RepairPlan => x !== undefined);
  // Pots stand in the order of the work; what is told of the whole is what is done besides.
  const [first, ...rest] = [...(pots ?? []), ...seen];
  if (!first) return undefined;
  const { kind, name } = seen[0] ?? first;
  const whole = { ...rest.reduce(joined, first), kind, name };
  return { repair: whole, sanding: sandingOf(memo, whole, input) };
}

interface Others {
  readonly before: readonly (RepairPlan | undefined)[];
  readonly after: readonly (RepairPlan | undefined)[];
}
const NOTHING: Others = { before: [], after: [] };

interface Asked {
  readonly repair: RepairInput;
  readonly face: Face;
  readonly unfilled: boolean;
  readonly wet: boolean;
}

/** What most laminates do without, and a page fetches only where one needs it. */
function othersOf(
  memo: StageMemo,
  { beside, system }: KindInput,
  { repair, face, unfilled, wet }: Asked,
): Others | 'needs repairs' {
  if (!beside) return 'needs repairs';
  return {
    before: [
      wet ? memo.run('drying', { repair }, (i, l) => beside.openedDrying(i.repair, l)) : undefined,
      beside.leaks(repair) ? memo.run('leak', { repair }, (i, l) => beside.leak(i.repair, l)) : undefined,
      unfilled
        ? memo.run('unfilled', { repair, face }, (i, l) => beside.unfilled(i.repair, i.face, l))
        : undefined,
    ],
    after: [
      system.chosen?.chain.finish
        ? undefined
        : memo.run('coating', { repair, face }, (i, l) => beside.finishing(i.repair, i.face, l)),
    ],
  };
}

/** Their steps, with the papers they are sanded with. */
export const besideSteps = (beside: Beside | undefined): readonly Item[] =>
  beside ? [...paperSteps(beside.sanding, 'fair'), ...beside.repair.items] : [];
