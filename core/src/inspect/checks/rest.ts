import { linkOf } from '../../match/chain';
import type { Broken } from '../../trace/broken';
import type { Check } from './check';

const HOUR = 3600;
/** A contact bond rests so long before any air, and before working pressure, at 20 °C and above, h. Source: general practice with fabric adhesives. */
const REST = { third: 24, half: 24, valve: 0, oldPatch: 0, pressure: 72 } as const;

/** A glued joint rests before it is blown up, the longer the colder it is. */
export const rest: Check = (p, { placed, place, clockwork }) => {
  if (p.step.action !== 'test') return [];
  const chosen = place.plan.system?.chosen?.chain;
  const joint = placed.filter((x) => x.step.action === 'join' && x.end <= p.start).at(-1);
  const product = place.product(chosen && linkOf(chosen, 'bond')?.id);
  if (!joint || !product || !('drying' in product) || product.traits?.includes('quick fix')) return [];
  const needed = REST[p.step.how] * HOUR;
  const rested = clockwork.rested(product, joint.end, p.start);
  const broken: readonly Broken[] =
    rested < needed * (1 - BY) ? [{ gate: 'rest', product: product.name, early: needed - rested }] : [];
  return broken;
};

/** Two ways of adding a rest up along cold nights differ by a part of it, as a share. */
const BY = 0.1;
