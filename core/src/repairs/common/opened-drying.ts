import { RATES } from '../../materials/work-rates';
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
    b.step('grind', 'air', tent ? 'tent' : 'open', at, RATES.airCore / 60);
    dryUntilRead(b, tent ? 'driesUnderTent' : 'driesOpened', at, drying, { every: 'day' });
    // A tent stays for what is laid; a heater in the open has done its work.
    if (!tent) b.step('grind', 'strike', 'heater', at, RATES.strike / 60);
    b.caution(
      'grind',
      'Warm air on an opened core: an electric heater with thermostat on a residual-current breaker, clear of film and covers; never a flame or an engine’s exhaust under a tent. Solvent is aired out before anything is switched on. Nobody sleeps or stays in a closed tent.',
      'air',
    );
    b.at('grind').note([
      'Nothing is laid on a damp core or inner skin: it keeps the water, and the new skin lets go of it.',
    ]);
  }
  b.accept('grind', 'meter at the marked places', 'dry, and no longer falling', 'read');
  return b.done('drying', 'drying');
}
