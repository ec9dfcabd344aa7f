import { problem } from '../trace/problem';
import type { Library, Product } from '../materials/product';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { NONE_ID, makeChain, type Chain } from './chain';
import { linkFacts, type ContextFacts } from './compile';
import { weightsOf, type Criterion, type Priorities } from './priorities';
import type { Route } from './routes';
import { applies, conditionsOf, refuses, type ChainRole, type ContextFact, type Facts } from './rule';
import { RULES } from './rules';
import { Scorer, type Criteria } from './score';
import type { Found } from './found';
import { bestPerKey } from './search';
import { makeSpace, type Refusal, type Space, type SpaceInput } from './space';

/** What the person asked for, by role; anything not named is left to the ranking. */
export type Wanted = Readonly<Partial<Record<ChainRole, string>>>;

export interface RankedChain {
  readonly chain: Chain;
  readonly score: Figure;
  /** Where it is good or poor against the others, each 0–1. */
  readonly criteria: Criteria;
  readonly tooCold: boolean;
  /** Products that hold for a while only, and what must come off before the repair is made permanent. */
  readonly quickFixes: readonly Product[];
}

export interface Trade {
  readonly criterion: Criterion;
  readonly by: number;
}

export interface MatchResult {
  readonly route: Route;
  /** Absent where every chain is refused. */
  readonly chosen?: RankedChain;
  /** Best chain of each key product, best first; the chosen one among them. */
  readonly ranked: readonly RankedChain[];
  readonly refused: readonly Refusal[];
  /** Chains looked at, and those of them that the rules accept. */
  readonly examined: number;
  readonly accepted: number;
  /** Facts of the hull and the job that some rule about its products turns on. */
  readonly inPlay: readonly ContextFact[];
}

export interface MatchInput {
  readonly library: Library;
  readonly route: Route;
  readonly contexts: readonly ContextFacts[];
  readonly wanted: Wanted;
  readonly defaultCloth: string;
  readonly temperature: number;
  readonly priorities?: Priorities;
  /** Schools of the yard. */
  readonly epoxyFinish?: 'paint' | 'gel coat';
  readonly solventWipe: 'wipe' | 'none';
}

/** Spaces made before, per library: a new temperature or new priorities rank the same chains anew. */
const known = new WeakMap<Library, Map<string, Space>>();
const MOST_KEPT = 40;

function spaceOf(input: SpaceInput): Space {
  const kept = known.get(input.library) ?? new Map<string, Space>();
  known.set(input.library, kept);
  const key = JSON.stringify([input.route.id, input.contexts, input.defaultCloth, input.wantedCloth]);
  const before = kept.get(key);
  if (before) return before;
  if (kept.size >= MOST_KEPT) kept.clear();
  const made = makeSpace(input);
  kept.set(key, made);
  return made;
}

/**
 * Ranks the chains that the rules accept and chooses the best that has what was asked for. When a rule refuses what
 * was asked for, the problem names the rule, and the best chain with the same key product is taken.
 */
export function matchSystem(input: MatchInput, ledger: Ledger): MatchResult {
  const { library, route, contexts, wanted, temperature } = input;
  const space = spaceOf({
    library,
    route,
    contexts,
    defaultCloth: input.defaultCloth,
    wantedCloth: wanted.reinforce,
  });
  const scorer = new Scorer(space, {
    temperature,
    weights: weightsOf(input.priorities),
    epoxyFinish: input.epoxyFinish,
    solventWipe: input.solventWipe,
  });
  const { refused, examined, accepted, inPlay } = space;
  const result = { route, refused, examined, accepted, inPlay };

  const asked = Object.keys(wanted).length > 0 ? bestOf(bestPerKey(space, scorer, wanted)) : undefined;
  // A chain of another key product is shown with the finish that was asked for, where it can have it.
  const free = bestPerKey(space, scorer, {});
  const alike =
    wanted.finish === undefined
      ? free
      : new Map([...free, ...bestPerKey(space, scorer, { finish: wanted.finish })]);
  const pick =
    asked ??
    (Object.keys(wanted).length > 0 && free.size > 0 ? refuse(input, space, alike, ledger) : bestOf(alike));
  if (!pick) return { ...result, ranked: [] };

  const rank = (found: Found): RankedChain => {
    const chain = chainOf(space, found);
    return {
      chain,
      criteria: scorer.criteria(found.chosen),
      tooCold: scorer.cold(found.chosen) > 0,
      quickFixes: chain.links.flatMap((l) => (l.product.quickFix ? [l.product] : [])),
      score: scorer.trace(
        found,
        `score.${chain.id}`,
        `score of ${chain.links.find((l) => l.role === route.key)?.product.name ?? 'the chain'}`,
        ledger,
      ),
    };
  };
  const shown = [...alike.values()]
    .map((found) => (found.chosen[0] === pick.chosen[0] ? pick : found))
    .sort((a, b) => b.value - a.value);
  const ranked = shown.map(rank);
  return { ...result, chosen: ranked[shown.indexOf(pick)], ranked };
}

const bestOf = (perKey: ReadonlyMap<number, Found>): Found | undefined =>
  [...perKey.values()].reduce<Found | undefined>(
    (best, f) => (best && best.value >= f.value ? best : f),
    undefined,
  );

/** A found chain in full, with every rule that speaks about it. */
function chainOf({ depths, decided, route }: Space, { chosen }: Found): Chain {
  const products = depths.map((d, i) => d.products[chosen[i]]);
  const rules = decided.flatMap((options, d) =>
    options[chosen[d]]
      .filter(({ earlier }) => earlier.every((e) => e.fits[chosen[e.depth]] === 1))
      .map((r) => r.rule),
  );
  return makeChain(
    route.id,
    depths.map((d) => d.role),
    products,
    rules,
    (r) => refuses(r.verdict),
  );
}

function refuse(
  { wanted, library, contexts }: MatchInput,
  { depths, route }: Space,
  found: ReadonlyMap<number, Found>,
  ledger: Ledger,
): Found {
  const roles = depths.map((d) => d.role);
  const asked = roles.flatMap((role) => {
    const product = library.products.find((p) => p.id === wanted[role]);
    return product || wanted[role] === NONE_ID ? [linkFacts(role, product)] : [];
  });
  const facts = Object.assign({}, contexts[0], ...asked) as Facts;
  // Of several, the one that names most of what was asked for.
  const [rule] = RULES.filter(
    (r) =>
      refuses(r.verdict) && applies(r, facts) && conditionsOf(r).some((c) => asked.some((a) => c.fact in a)),
  ).sort((a, b) => Object.keys(b.when).length - Object.keys(a.when).length);
  const names = [...found.values()]
    .slice(0, 3)
    .map(({ chosen }) =>
      depths
        .flatMap((d, i) =>
          d.role === route.key || d.role === 'finish' ? (d.products[chosen[i]]?.name ?? []) : [],
        )
        .join(' · '),
    );
  ledger.report(
    problem({ severity: 'error', stage: 'system', path: 'system' }, 'chain-refused', {
      reason: rule?.reason,
      remedy: rule?.remedy,
      others: names,
    }),
  );
  const same = [...found].find(([option]) => depths[0].products[option]?.id === wanted[route.key]);
  return same?.[1] ?? (bestOf(found) as Found);
}

const WORTH_SAYING = 0.05;

/** What one chain gains and loses against another, largest first. */
export function tradeOf(
  chain: RankedChain,
  against: RankedChain,
): { readonly gains: readonly Trade[]; readonly losses: readonly Trade[] } {
  const trades = (Object.keys(chain.criteria) as Criterion[]).map((criterion) => ({
    criterion,
    by: chain.criteria[criterion] - against.criteria[criterion],
  }));
  const large = (list: Trade[]): Trade[] =>
    list.filter((t) => Math.abs(t.by) >= WORTH_SAYING).sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  return { gains: large(trades.filter((t) => t.by > 0)), losses: large(trades.filter((t) => t.by < 0)) };
}
