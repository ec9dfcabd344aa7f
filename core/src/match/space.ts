import type { Library, Product } from '../materials/product';
import {
  compileRules,
  concerns,
  decidedBy,
  factsInPlay,
  isContext,
  linkConditions,
  linkFacts,
  type CompiledRule,
  type ContextFacts,
  type Options,
} from './compile';
import {
  CHAIN_ROLES,
  VERDICTS,
  conditionsOf,
  holds,
  refuses,
  type ChainRole,
  type ContextFact,
  type Rule,
  type Verdict,
} from './rule';
import type { Choice } from './links';
import type { Route } from './routes';
import { RULES } from './rules';

/**
 * Taken off the score per rule by its verdict: a condition costs care. A weak link costs more than any cold: a shed is
 * warmed before a product is taken that its own rule calls weak.
 */
const PENALTY: Record<Verdict, number> = {
  bonds: 0,
  'bonds if': 0.02,
  weak: 0.5,
  'no bond': 1,
  harms: 1,
};
/** A weak link of a quick fix that has to hold for a weekend: it is meant for that. */
const STOPGAP = 0.15;

/** @param stopgap the key product is a quick fix, and nothing more is asked of it */
export const penaltyOf = (verdict: Verdict, stopgap: boolean): number =>
  stopgap && verdict === 'weak' ? STOPGAP : PENALTY[verdict];

/** What one rule refuses: the products that it names, each combination once, and in how many chains they stand. */
export interface Refusal {
  readonly rule: Rule;
  readonly chains: number;
  readonly examples: readonly (readonly Product[])[];
}

/** Everything that may be put together for one hull and job, and what the rules say of it. */
export interface Space {
  readonly route: Route;
  readonly contexts: readonly ContextFacts[];
  /** The key link first. Products that a rule refuses on this hull whatever stands beside them are left out. */
  readonly depths: readonly Options[];
  /** Rules that can be decided at each depth and option. */
  readonly decided: readonly (readonly (readonly CompiledRule[])[])[];
  /** Every combination of the products, refused ones included. */
  readonly examined: number;
  readonly accepted: number;
  /** How each key product holds on the hull by itself: the worst that a rule says. */
  readonly keyVerdicts: readonly Verdict[];
  readonly refused: readonly Refusal[];
  /** Key products that are quick fixes, where a weekend is all that is asked. */
  readonly stopgaps: readonly boolean[];
  /** Facts of the hull and the job that some rule about these products turns on. */
  readonly inPlay: readonly ContextFact[];
}

export interface SpaceInput {
  readonly library: Library;
  readonly route: Route;
  /** One set of facts per hull that it may be; a chain must hold on all of them. */
  readonly contexts: readonly ContextFacts[];
  readonly defaultCloth: string;
  readonly wantedCloth?: string;
  readonly rules?: readonly Rule[];
}

/** Nothing is proposed on a face of which no rule knows how the product holds there. */
export const NOT_KNOWN: Rule = {
  id: 'not-known',
  when: {},
  verdict: 'no bond',
  reason: 'no rule says how this product holds on this face',
  remedy: 'ask the maker, make a test patch, and take a product that is known meanwhile',
  source: 'Nelbo proposes only what it knows',
};

/** Cloths that stand for their kind: the one asked for or the default, and of every other kind and fibre the nearest in weight. */
export function clothsToTry(
  products: readonly Product[],
  defaultCloth: string,
  wanted?: string,
): readonly Product[] {
  const cloths = products.flatMap((p) => (p.role === 'cloth' ? [p] : []));
  const usual = cloths.find((c) => c.id === defaultCloth) ?? cloths[0];
  const asked = cloths.find((c) => c.id === wanted);
  const nearest = new Map<string, (typeof cloths)[number]>();
  for (const c of cloths) {
    const key = `${c.kind}/${c.family}`;
    const best = nearest.get(key);
    if (!best || Math.abs(c.arealWeight - usual.arealWeight) < Math.abs(best.arealWeight - usual.arealWeight))
      nearest.set(key, c);
  }
  return [...new Set([...(asked ? [asked] : []), ...(usual ? [usual] : []), ...nearest.values()])];
}

/** The products of one link, in the order of Stores. */
export function optionsOf(choice: Choice, input: SpaceInput): Options {
  const offered = !choice.below || input.contexts.some((c) => c.position?.includes('below'));
  const fits = input.library.products.filter(
    (p) => offered && choice.from.includes(p.role) && (choice.only?.(p) ?? true),
  );
  const cloths = choice.from.includes('cloth')
    ? clothsToTry(fits, input.defaultCloth, input.wantedCloth)
    : [];
  const products = [...cloths, ...fits.filter((p) => p.role !== 'cloth')];
  return {
    role: choice.role,
    products: choice.orNone || products.length === 0 ? [undefined, ...products] : products,
  };
}

const HULL_FACTS: ReadonlySet<string> = new Set(['hull', 'family', 'hull.trait']);

/** A rule that no other fact of the job changes. */
const byHullAlone = (rule: Rule): boolean =>
  conditionsOf(rule).every((c) => HULL_FACTS.has(c.fact) || !isContext(c.fact));

/** True where some rule, looking at this link and the hull alone, says how it holds on every candidate. */
function isKnown(
  role: ChainRole,
  product: Product,
  contexts: readonly ContextFacts[],
  rules: readonly Rule[],
): boolean {
  const facts = linkFacts(role, product);
  return contexts.every((context) =>
    rules.some((rule) => {
      if (!conditionsOf(rule).some((c) => HULL_FACTS.has(c.fact) && !c.negated)) return false;
      const links = linkConditions(rule);
      return (
        links.size === 1 &&
        links.has(role) &&
        concerns(rule, [context]) &&
        [...links.values()].flat().every((c) => holds(c, facts))
      );
    }),
  );
}

/** The key link first; then what most rules look at together with it, so that a refusal cuts off most; others last. */
const ORDER: readonly ChainRole[] = [
  'bond',
  'finish',
  'undercoat',
  'reinforce',
  'prep',
  'fill',
  'barrier',
  'coring',
  'prime',
  'clean',
];

/** Gathers the products of a route, takes out what is refused by itself, and counts what is left. */
export function makeSpace(input: SpaceInput): Space {
  const { route, contexts, rules = RULES } = input;
  const rank = (role: ChainRole): number => {
    if (role === route.key) return -1;
    const at = ORDER.indexOf(role);
    return at < 0 ? ORDER.length : at;
  };
  const all = [...route.choices].sort((a, b) => rank(a.role) - rank(b.role)).map((c) => optionsOf(c, input));
  const examined = all.reduce((n, d) => n * d.products.length, 1);
  const share = (depths: readonly number[], combinations: number): number =>
    depths.reduce((n, d) => n / all[d].products.length, examined * combinations);
  const refusals: Refusal[] = [];
  const refuse = (rule: Rule, chains: number, examples: readonly (readonly Product[])[]): void =>
    void refusals.push({ rule, chains, examples });

  const compiled = compileRules(rules, contexts, all);
  const dropped = all.map(() => new Set<number>());
  const strangers = all[0].products.flatMap((p, i) =>
    p && isKnown(route.key, p, contexts, rules) ? [] : [i],
  );
  if (strangers.length > 0) {
    for (const i of strangers) dropped[0].add(i);
    refuse(
      NOT_KNOWN,
      share([0], strangers.length),
      strangers.flatMap((i) => (all[0].products[i] ? [[all[0].products[i]]] : [])),
    );
  }
  for (const { rule, looks } of compiled) {
    if (!refuses(rule.verdict)) continue;
    const fits = looks.map((l) => Array.from(l.fits.keys()).filter((o) => l.fits[o] === 1));
    if (fits.some((f) => f.length === 0)) continue;
    if (looks.length === 1) for (const o of fits[0]) dropped[looks[0].depth].add(o);
    if (looks.length === 0) for (const o of all[0].products.keys()) dropped[0].add(o);
    const products = looks.map((l, i) => fits[i].flatMap((o) => all[l.depth].products[o] ?? []));
    refuse(
      rule,
      share(
        looks.map((l) => l.depth),
        fits.reduce((n, f) => n * f.length, 1),
      ),
      combine(products),
    );
  }

  const never = all.map((_, depth) => new Set(depth === 0 ? strangers : []));
  for (const { rule, looks } of compiled) {
    if (looks.length !== 1 || !refuses(rule.verdict) || !byHullAlone(rule)) continue;
    for (const [o, fits] of looks[0].fits.entries()) if (fits === 1) never[looks[0].depth].add(o);
  }
  const everTaken = all.map((d, i) => ({ ...d, products: d.products.filter((_, o) => !never[i].has(o)) }));

  const depths = all.map((d, i): Options => ({
    role: d.role,
    products: d.products.filter((_, o) => !dropped[i].has(o)),
  }));
  const left = compileRules(rules, contexts, depths);
  const decided = decidedBy(left, depths);
  return {
    route,
    contexts,
    stopgaps: depths[0].products.map(
      (p) =>
        (p?.traits?.includes('quick fix') ?? false) && contexts.every((c) => c.lasts?.includes('weekend')),
    ),
    inPlay: factsInPlay(rules, contexts, everTaken),
    depths,
    decided,
    examined,
    keyVerdicts: depths[0].products.map((_, o) =>
      worst(
        left.flatMap(({ rule, looks }) =>
          looks.length === 1 && looks[0].depth === 0 && looks[0].fits[o] === 1 ? [rule.verdict] : [],
        ),
      ),
    ),
    accepted: countAccepted(depths, decided),
    refused: refusals.sort(
      (a, b) =>
        closeness(a.rule, route) - closeness(b.rule, route) ||
        b.chains - a.chains ||
        (a.rule.id < b.rule.id ? -1 : 1),
    ),
  };
}

/** What a technician asks about first: why not this glue, then why not with that, then the rest. */
function closeness(rule: Rule, route: Route): number {
  const links = linkConditions(rule);
  return rule === NOT_KNOWN || (links.has(route.key) && links.size === 1) ? 0 : links.has(route.key) ? 1 : 2;
}

const worst = (verdicts: readonly Verdict[]): Verdict =>
  VERDICTS[Math.max(0, ...verdicts.map((v) => VERDICTS.indexOf(v)))];

const MOST_EXAMPLES = 24;

/** Every combination of one product per list; lists whose link is left out add nothing. */
function combine(lists: readonly (readonly Product[])[]): readonly (readonly Product[])[] {
  return lists
    .filter((l) => l.length > 0)
    .reduce<readonly (readonly Product[])[]>(
      (all, list) => all.flatMap((a) => list.map((p) => [...a, p])).slice(0, MOST_EXAMPLES),
      [[]],
    );
}

/** Chains that no rule refuses, counted without writing them down: links that no refusal looks at only multiply. */
function countAccepted(depths: readonly Options[], decided: Space['decided']): number {
  const refusing = decided.map((options) =>
    options.map((list) => list.filter((r) => refuses(r.rule.verdict))),
  );
  const looked = depths.map(
    (_, d) =>
      refusing[d].some((l) => l.length > 0) ||
      refusing.some((options) => options.some((l) => l.some((r) => r.earlier.some((e) => e.depth === d)))),
  );
  const chosen = new Uint8Array(depths.length);
  const count = (d: number): number => {
    if (d === depths.length) return 1;
    if (!looked[d]) return depths[d].products.length * count(d + 1);
    let sum = 0;
    for (let o = 0; o < depths[d].products.length; o += 1) {
      chosen[d] = o;
      if (refusing[d][o].every((r) => !r.earlier.every((e) => e.fits[chosen[e.depth]] === 1)))
        sum += count(d + 1);
    }
    return sum;
  };
  return count(0);
}

/** Roles that a route has no link for: rules see them as left out. */
export const absentRoles = (route: Route): readonly ChainRole[] =>
  CHAIN_ROLES.filter((r) => !route.choices.some((c) => c.role === r));
