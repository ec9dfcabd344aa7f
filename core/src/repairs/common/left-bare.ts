import { linkOf } from '../../match/chain';
import type { RepairBuilder } from '../builder';
import type { RepairInput } from '../repair';

/** What neither drinks nor rusts nor fades may stay bare, and so may what no coat holds on. */
const MAY_BE_BARE: ReadonlySet<string> = new Set(['thermoplastic', 'foam-sheet', 'polyolefin', 'inflatable']);
const NOTHING_HOLDS: ReadonlySet<string> = new Set(['foil-thermoplastic', 'lead', 'stainless']);

/** A coat is still owed: what was built up would weather or drink, and nothing covers it. */
const leftOpen = ({ substrate, chain }: RepairInput): boolean =>
  !MAY_BE_BARE.has(substrate.family) &&
  !NOTHING_HOLDS.has(substrate.id) &&
  linkOf(chain, 'barrier') === undefined &&
  linkOf(chain, 'bond')?.family !== 'polyester';

/** What is left for another day is told, and stays told until it is coated. */
export function tellLeftBare(b: RepairBuilder): void {
  if (leftOpen(b.input))
    b.warn('finish', 'system.finish', 'finish-left', { below: b.input.conditions.position === 'below' });
}
