import type { Job } from '../schema/job';
import type { Ledger } from '../trace/ledger';
import { problem } from '../trace/problem';

/** Foils that are one plate all through. */
const SOLID: ReadonlySet<string> = new Set(['foil-g10', 'foil-thermoplastic']);

/**
 * A plate has no core that could be wet: what sounds hollow in it is a ply that has let go.
 *
 * @returns the damage as it was called; that it cannot be so is said
 */
export function noCore({ damage, hull }: Pick<Job, 'damage' | 'hull'>, ledger: Ledger): Job['damage'] {
  if (damage.kind === 'wet-core' && hull.material !== undefined && SOLID.has(hull.material))
    ledger.report(problem({ severity: 'error', stage: 'survey', path: 'damage.kind' }, 'no-core-in-it'));
  return damage;
}
