import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { wetnessOf } from '../survey/wetness';
import type { RepairInput, RepairPlan } from './repair';

export type Face = { readonly area: Figure; readonly masking: Figure };
type Extra = (input: RepairInput, face: Face, ledger: Ledger) => RepairPlan;

/** What goes beside the plies of some laminates: a page of plain ones does without. */
export interface BesideLaminate {
  readonly finishing: Extra;
  readonly unfilled: Extra;
  /** What a core that was opened wet waits for. */
  readonly openedDrying: (input: RepairInput, ledger: Ledger) => RepairPlan;
  /** What let the water into a core. */
  readonly leak: (input: RepairInput, ledger: Ledger) => RepairPlan;
  readonly leaks: (input: RepairInput) => boolean;
}

/** Whether a core that is opened has to dry before anything is laid on it, by what was found. */
export function openedWet({
  damage,
  job,
  substrate,
}: Pick<RepairInput, 'damage' | 'job' | 'substrate'>): boolean {
  const wet = wetnessOf(job.damage, damage, substrate.family);
  return wet === undefined ? damage === 'wet-core' : wet !== 'dry';
}
