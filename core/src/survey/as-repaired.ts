import type { HullFamily } from '../materials/substrates';
import type { Job } from '../schema/job';
import type { Ledger } from '../trace/ledger';
import { gouged } from './gouged';
import { keptDry } from './kept-dry';
import { noCore } from './no-core';
import { patchStays } from './patch-stays';
import { plugged } from './plugged';
import { asTold } from './told';

/** What makes another damage of one than it was called, one after another. */
const TURNS = [noCore, plugged, gouged, patchStays, keptDry] as const;

interface Entered {
  readonly job: Job;
  /** Of the hulls that it may be. */
  readonly families: readonly HullFamily[];
}

/** The job as it is planned: the hull with what its owners told of it, the damage as it is repaired where that is another than it was called. */
export function asRepaired({ job: entered, families }: Entered, ledger: Ledger): Job {
  const job = { ...entered, hull: asTold({ hull: entered.hull, families }, ledger) };
  const { boat, hull, repair } = job;
  return {
    ...job,
    damage: TURNS.reduce(
      (damage, turn) => turn({ damage, boat, hull, repair, families }, ledger),
      entered.damage,
    ),
  };
}
