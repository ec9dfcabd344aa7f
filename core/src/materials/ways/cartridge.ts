import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { Measure } from './measuring';

/** What goes through the static mixer of a cartridge: so much onto card first, and so much in all, m³. */
export interface Through {
  readonly purged: Figure;
  readonly all: Figure;
}

/**
 * A cartridge doses by itself: no scale has a line for it. Its pistons are levelled until both parts come, a fresh mixer
 * is purged onto card, and after a pause as long as the pot lives it gets a new one.
 */
export const byCartridge = (ledger: Ledger, id: string, { purged, all }: Through): Measure => ({
  way: 'cartridge',
  instrument: 'cartridge, fresh static mixer',
  readings: [
    { part: 'onto card', figure: purged },
    { part: 'through the mixer', figure: all },
  ],
  error: ledger.given(
    `${id}.cartridgeError`,
    'possible error of the ratio, by cartridge',
    0,
    'fraction',
    'assumed',
    'its pistons dose it, once both parts come',
  ),
  meets: true,
});
