import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { RepairInput, RepairKind, RepairPlan } from './repair';

type Face = { readonly area: Figure; readonly masking: Figure };
type Extra = (input: RepairInput, face: Face, ledger: Ledger) => RepairPlan;

/** What the planner needs for every repair besides laminate in a dish, and for coats that are not paint or gel coat. */
export interface RepairDesk {
  readonly kinds: readonly RepairKind[];
  readonly finishing: Extra;
  readonly underCoats: Extra;
  readonly unfilled: Extra;
}

let laidOut: RepairDesk | undefined;

/** Lays the kinds out for the planner. A page fetches them only when a job needs them; everybody else does so at the start. */
export function layOut(desk: RepairDesk): void {
  laidOut = desk;
}

/** @returns undefined until they are laid out */
export const repairDesk = (): RepairDesk | undefined => laidOut;

/** The kind that a repair is worked out as. @returns undefined for what is ground and laminated */
export const repairKindFor = (
  desk: RepairDesk,
  repair: Pick<RepairInput, 'route' | 'damage' | 'substrate'>,
): RepairKind | undefined => desk.kinds.find((k) => k.takes(repair));
