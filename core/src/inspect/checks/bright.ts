import type { Broken } from '../../trace/broken';
import { effectsOf } from '../../work/surfaces';
import { expectedOf } from '../expected';
import type { Check, Scene } from './check';

const HOUR = 3_600_000;
/** Bare metal holds what is laid on it for so long after it was made bright, h. Source: general practice; steel blooms, aluminium grows oxide at once. */
const BRIGHT_FOR = { aluminium: 1, lead: 1, other: 4 } as const;
/** What the plan counts to the minute is not found to be late by less, ms. */
const MINUTE = 60_000;

/** Variants of abrading that leave bare metal. */
const BRIGHT: ReadonlySet<string> = new Set([
  'bright',
  'brightAgain',
  'lead',
  'leadAgain',
  'zinc',
  'zincAgain',
  'underResin',
]);

/** What bonds to bare metal bonds to metal that is bright. */
export const bright: Check = (p, scene) => {
  const [hull] = scene.place.plan.system?.substrates ?? [];
  if (hull?.family !== 'metal' || !expectedOf(p.step).bonds) return [];
  const bare = (scene.faces.get(p.step.id) ?? []).filter((f) => !f.laid);
  return bare.length > 0 ? dulled(p, scene) : [];
};

const dulled = (p: Parameters<Check>[0], { placed, place }: Scene): readonly Broken[] => {
  const [hull] = place.plan.system?.substrates ?? [];
  const made = placed
    .filter((x) => x.step.action === 'abrade' && effectsOf(x.step).includes('abrades') && x.end <= p.start)
    .at(-1);
  if (!made) return [{ gate: 'abraded' }];
  // An old coat that is only keyed does not rust.
  if (!BRIGHT.has(made.step.how)) return [];
  const hours = hull.traits.includes('aluminium')
    ? BRIGHT_FOR.aluminium
    : hull.traits.includes('lead')
      ? BRIGHT_FOR.lead
      : BRIGHT_FOR.other;
  // It begins to be lost as it is made.
  const late = p.start - made.start - hours * HOUR;
  return late > MINUTE && !made.believed ? [{ gate: 'bright', late: late / 1000 }] : [];
};
