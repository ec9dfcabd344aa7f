import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { RepairInput, RepairPlan } from './repair';

export type Face = { readonly area: Figure; readonly masking: Figure };
type Extra = (input: RepairInput, face: Face, ledger: Ledger) => RepairPlan;

/** What goes beside the plies of some laminates: a page of plain ones does without. */
export interface BesideLaminate {
  readonly finishing: Extra;
  readonly underCoats: Extra;
  readonly unfilled: Extra;
  /** What a core that was opened wet waits for. */
  readonly openedDrying: (input: RepairInput, ledger: Ledger) => RepairPlan;
}

/** Whether a core that is opened has to dry before anything is laid on it, by what was found. */
export const openedWet = ({ damage, job }: Pick<RepairInput, 'damage' | 'job'>): boolean =>
  job.damage.wet === undefined ? damage === 'wet-core' : job.damage.wet !== 'dry';
