import type { HullFamily } from '../materials/substrates';
import type { Job } from '../schema/job';
import type { Ledger } from '../trace/ledger';
import { problem } from '../trace/problem';
import { notSaid } from './wetness';

/** How a boat is kept. */
export type Kept = NonNullable<NonNullable<Job['boat']>['kept']>;

/** A boat that lives out of the water: her bottom dries between trips. */
export const dryKept = (kept: Kept | undefined): boolean => kept === 'trailer' || kept === 'ashore';

/**
 * The bottom of a boat that is kept out of the water is taken as dry where nobody has said how wet it is.
 *
 * @returns the damage as it is repaired
 */
export function keptDry(
  { damage, boat, families }: Pick<Job, 'damage' | 'boat'> & { readonly families: readonly HullFamily[] },
  ledger: Ledger,
): Job['damage'] {
  const { kind } = damage;
  if (!dryKept(boat?.kept) || kind === undefined || !families.some((f) => notSaid(damage, kind, f)))
    return damage;
  ledger.report(problem({ severity: 'assumed', stage: 'survey', path: 'boat.kept' }, 'kept-dry'));
  return { ...damage, wet: 'dry' };
}
