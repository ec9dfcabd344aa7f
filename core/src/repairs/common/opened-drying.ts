import { RATES } from '../../rates/book';
import type { Ledger } from '../../trace/ledger';
import { RepairBuilder } from '../builder';
import type { RepairInput, RepairPlan } from '../repair';
import { dryUntilRead, planDrying } from './drying';

/** A core that was opened wet: left bare in warm dry air, read day by day, closed when it is dry. */
export function planOpenedDrying(input: RepairInput, ledger: Ledger): RepairPlan {
  const b = new RepairBuilder(input, ledger);
  const drying = planDrying(b, 'survey', 'opened');
  const at = { place: 'core', serves: 'drying' } as const;
  if (drying.wait) {
    const tent = input.job.warmth?.kind === 'tent';
    const by = input.job.repair?.drying?.by ?? 'warm';
    // A tent has its heater and its dehumidifier already.
    const how = by === 'vacuum' ? 'vacuum' : tent ? 'tent' : by === 'warm' ? 'open' : undefined;
    if (how) b.step('grind', 'air', how, at, RATES.airCore);
    dryUntilRead(b, how === 'tent' ? 'driesUnderTent' : 'driesOpened', at, drying, {
      every: 'day',
      opened: true,
    });
    // A tent stays for what is laid; a heater in the open has done its work.
    if (how && how !== 'tent') b.step('grind', 'strike', 'heater', at, RATES.strike);
    b.at('grind').note([
      'Nothing is laid on a damp core or inner skin: it keeps the water, and the new skin lets go of it.',
    ]);
  } else dryUntilRead(b, 'driesOpened', at, drying, { every: 'day', opened: true });
  const found = b.at('survey').ask('damage.core');
  if (input.job.damage.core === 'soft')
    found.note([
      'The core is soft: cut back until it is bright and hard all round, whatever the meter says.',
    ]);
  if (input.job.damage.core === 'firm')
    found.note(['The core is firm: what dries may stay, and the skin over it be bonded by injection.']);
  b.accept('grind', 'meter at the marked places', 'dry, and no longer falling', 'read');
  return b.done('drying', 'drying');
}
