import type { BesideLaminate } from './beside-laminate';
import type { RepairKind } from './kind';

/** The kinds of repair that are handed to the planner; of those the first that takes a repair works it out. */
export interface RepairKinds {
  readonly kinds: readonly RepairKind[];
  readonly beside?: BesideLaminate;
}
