import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { RepairInput, RepairKind, RepairPlan } from './repair';

type Face = { readonly area: Figure; readonly masking: Figure };
type Extra = (input: RepairInput, face: Face, ledger: Ledger) => RepairPlan;

/**
 * The kinds of repair besides laminate, handed to the planner: what each works out, and what goes beside a laminate.
 * A page of laminate alone does without them.
 */
export interface RepairKinds {
  readonly kinds: readonly RepairKind[];
  readonly finishing: Extra;
  readonly underCoats: Extra;
  readonly unfilled: Extra;
}

/** The kind that a repair is worked out as. @returns undefined for what is ground and laminated */
export const repairKindFor = (
  { kinds }: RepairKinds,
  repair: Pick<RepairInput, 'route' | 'damage' | 'substrate'>,
): RepairKind | undefined => kinds.find((k) => k.takes(repair));
