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
  /** What a core that was opened wet waits for. */
  readonly openedDrying: (input: RepairInput, ledger: Ledger) => RepairPlan;
}

/** The kind that a repair is worked out as. @returns undefined for what is ground and laminated */
export const repairKindFor = (
  { kinds }: RepairKinds,
  repair: Pick<RepairInput, 'route' | 'damage' | 'substrate'>,
): RepairKind | undefined => kinds.find((k) => k.takes(repair));

/** Whether a core that is opened has to dry before anything is laid on it, by what was found. */
export const openedWet = ({ damage, job }: Pick<RepairInput, 'damage' | 'job'>): boolean =>
  job.damage.wet === undefined ? damage === 'wet-core' : job.damage.wet !== 'dry';
