import type { HullFamily } from '../materials/substrates';
import type { Job } from '../schema/job';
import type { Ledger } from '../trace/ledger';
import { problem } from '../trace/problem';

/** Hulls on which a patch that holds is feathered and coated over; elsewhere a patch is replaced, or left as it is. */
const COATED_OVER: ReadonlySet<HullFamily> = new Set<HullFamily>([
  'frp',
  'frp-cored',
  'smc',
  'wood',
  'thermoplastic',
  'foil',
]);

/**
 * An old patch that holds all over stays: its edges are feathered, its face is renewed, and nothing is stripped.
 *
 * @returns the damage as it is repaired; how an old repair holds is kept of nothing else
 */
export function patchStays(
  { damage, families }: Pick<Job, 'damage'> & { readonly families: readonly HullFamily[] },
  ledger: Ledger,
): Job['damage'] {
  if (damage.holds === undefined) return damage;
  if (damage.kind !== 'old-repair') return { ...damage, holds: undefined };
  if (damage.holds !== 'all' || !families.every((f) => COATED_OVER.has(f))) return damage;
  ledger.report(problem({ severity: 'assumed', stage: 'survey', path: 'damage.holds' }, 'patch-stays'));
  return { ...damage, kind: 'weathered' };
}

/** Whether a face that is renewed is that of an old patch which stays. */
export const isOldPatch = ({ holds }: Job['damage']): boolean => holds === 'all';
