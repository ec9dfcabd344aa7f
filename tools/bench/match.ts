import { performance } from 'node:perf_hooks';
import {
  DAMAGE_KINDS,
  LIBRARY,
  Ledger,
  SUBSTRATES,
  contextOf,
  matchSystem,
  occursOn,
  routeFor,
  type DamageKind,
  type MatchResult,
  type Route,
  type Substrate,
} from '@nelbo/core';
import { rowOf, type Row } from './rows';

const RUNS = 80;
const WARM_UP = 25;

/** A whole match with nothing kept from before: a library of its own every time. */
function match(substrate: Substrate, damage: DamageKind, route: Route, temperature: number): MatchResult {
  const contexts = [
    contextOf(substrate, { damage, position: 'above', duty: 'general', access: 'one', lasts: 'for good' }),
  ];
  return matchSystem(
    {
      library: { ...LIBRARY },
      route,
      contexts,
      wanted: {},
      defaultCloth: 'biax-600',
      temperature,
      solventWipe: 'none',
    },
    new Ledger('bench'),
  );
}

/** The whole match, all chains and all rules, for the pair that has most chains and for the one that took longest. */
export function measureMatch(): readonly Row[] {
  const pairs = SUBSTRATES.flatMap((substrate) =>
    (Object.keys(DAMAGE_KINDS) as DamageKind[])
      .filter((d) => occursOn(d, substrate.family))
      .map((damage) => ({ substrate, damage, route: routeFor(substrate.family, damage) as Route })),
  );
  // Every pair once, so that none is measured cold; then again, to find the slowest.
  for (const p of pairs) match(p.substrate, p.damage, p.route, 18);
  const tried = pairs.map((p) => {
    const began = performance.now();
    const { examined } = match(p.substrate, p.damage, p.route, 18);
    return { ...p, examined, took: performance.now() - began };
  });
  const most = tried.reduce((a, b) => (b.examined > a.examined ? b : a));
  const slowest = tried.reduce((a, b) => (b.took > a.took ? b : a));
  return [
    ['whole match, most chains', most],
    ['whole match, slowest pair', slowest],
  ].map(([name, p]) => {
    const pair = p as typeof most;
    const values: number[] = [];
    for (let i = 0; i < WARM_UP + RUNS; i += 1) {
      const began = performance.now();
      match(pair.substrate, pair.damage, pair.route, 15 + i / 20);
      if (i >= WARM_UP) values.push(performance.now() - began);
    }
    return rowOf(
      name as string,
      `${pair.examined.toLocaleString('en-GB')} chains, ${pair.substrate.id} ${pair.damage}`,
      values,
      10,
    );
  });
}
