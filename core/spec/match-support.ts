import {
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  occursOn,
  routeFor,
  type DamageKind,
  type Library,
  type Rule,
  type Substrate,
} from '../src/index';
import type { ContextFacts } from '../src/match/compile';
import { contextOf, type JobFacts } from '../src/match/facts';
import type { Route } from '../src/match/routes';
import { makeSpace, optionsOf, type Space } from '../src/match/space';

/** Every hull with every damage that occurs on it. */
export function sensiblePairs(): readonly { substrate: Substrate; damage: DamageKind }[] {
  return SUBSTRATES.flatMap((substrate) =>
    (Object.keys(DAMAGE_KINDS) as DamageKind[])
      .filter((damage) => occursOn(damage, substrate.family))
      .map((damage) => ({ substrate, damage })),
  );
}

export const factsFor = (damage: DamageKind, more: Partial<JobFacts> = {}): JobFacts => ({
  damage,
  position: 'above',
  duty: 'general',
  access: 'one',
  lasts: 'for good',
  ...more,
});

/** The space of chains of a pair, with all its options before anything was refused. */
export function spaceFor(
  substrate: Substrate,
  damage: DamageKind,
  more: Partial<JobFacts> = {},
  library: Library = LIBRARY,
  rules?: readonly Rule[],
): Space & { readonly all: Space['depths'] } {
  const route = routeFor(substrate.family, damage) as Route;
  const contexts: readonly ContextFacts[] = [contextOf(substrate, factsFor(damage, more))];
  const input = { library, route, contexts, defaultCloth: 'biax-600', rules };
  return { ...makeSpace(input), all: route.choices.map((c) => optionsOf(c, input)) };
}
