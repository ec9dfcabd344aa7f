import type { Library } from '../materials/product';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { enumerateChains, type Chain, type HullFacts } from './chains';
import type { Rule } from './rules';
import { scorer, traceScore, type Criterion, type Score } from './score';

/** What the person asked for; anything not named is left to the ranking. */
export interface Wanted {
  readonly resin?: string;
  readonly cloth?: string;
  readonly filler?: string;
  readonly finish?: string;
}

export interface RankedChain {
  readonly chain: Chain;
  readonly score: Figure;
  /** Where it is good or poor against the others, each 0–1. */
  readonly criteria: Readonly<Record<Criterion, number>>;
  readonly tooCold: boolean;
}

export interface RefusedChain {
  readonly chain: Chain;
  readonly rule: Rule;
}

export interface MatchResult {
  readonly chosen: RankedChain;
  /** Best chain of each resin, best first. */
  readonly ranked: readonly RankedChain[];
  /** One refused chain for each rule that refuses any. */
  readonly refused: readonly RefusedChain[];
}

export interface MatchInput {
  readonly library: Library;
  readonly hull: HullFacts;
  readonly wanted: Wanted;
  readonly defaultCloth: string;
  readonly temperature: number;
  /** School of the yard: what goes over epoxy. */
  readonly epoxyFinish?: 'paint' | 'gel coat';
}

type Scored = Score & { readonly chain: Chain };

/**
 * Ranks every chain the rules accept and chooses the best that has what was asked for.
 * When a rule refuses what was asked for, the problem names the rule and the best chain with the same resin is taken.
 */
export function matchSystem(input: MatchInput, ledger: Ledger): MatchResult {
  const { library, wanted, temperature } = input;
  const considered = considerChains(input);
  const scored = rankAccepted(input, considered);
  const pick = scored.find((s) => has(s.chain, wanted)) ?? refuse(scored, considered, wanted, ledger);

  const toRanked = (s: Scored): RankedChain => ({
    chain: s.chain,
    criteria: s.criteria,
    tooCold: s.tooCold,
    score: traceScore(s, library, temperature, ledger),
  });
  const ranked = bestOfEachResin(scored, pick, input).map(toRanked);
  return {
    chosen: ranked.find((r) => r.chain === pick.chain) ?? toRanked(pick),
    ranked,
    refused: oneForEachRule(considered),
  };
}

/** Chains with the cloth asked for (else the default), and with mat: a technician will ask why not. */
function considerChains({ library, hull, wanted, defaultCloth }: MatchInput): readonly Chain[] {
  const cloth = library.cloths.filter((c) => c.id === (wanted.cloth ?? defaultCloth));
  const mat = library.cloths.filter((c) => c.binder).slice(-1);
  return enumerateChains(library, [...new Set([...cloth, ...mat])], hull);
}

/** What the rules accept, best first. Chains of the default cloth stand by for a cloth that no resin may take. */
function rankAccepted(input: MatchInput, considered: readonly Chain[]): readonly Scored[] {
  const { library, hull, wanted, defaultCloth, temperature } = input;
  const sound = (c: Chain): boolean => c.refusedBy.length === 0;
  const asked = considered.filter((c) => sound(c) && c.cloth.id === (wanted.cloth ?? defaultCloth));
  const standby = enumerateChains(library, library.cloths.filter((c) => c.id === defaultCloth), hull).filter(sound);
  const score = scorer(library, temperature, input.epoxyFinish);
  return [...asked, ...standby.filter((s) => !asked.some((a) => a.id === s.id))]
    .map((chain) => ({ chain, ...score(chain) }))
    .sort((a, b) => b.value - a.value || a.chain.id.localeCompare(b.chain.id));
}

function has(chain: Chain, wanted: Wanted): boolean {
  return (['resin', 'cloth', 'filler', 'finish'] as const).every((part) => wanted[part] === undefined || chain[part].id === wanted[part]);
}

function refuse(scored: readonly Scored[], considered: readonly Chain[], wanted: Wanted, ledger: Ledger): Scored {
  const refusing = considered.filter((c) => has(c, wanted)).flatMap((c) => c.refusedBy)[0];
  ledger.report({
    severity: 'error',
    stage: 'system',
    path: 'system',
    what: `the chain asked for is refused: ${refusing?.reason ?? 'no product of the library fits'}`,
    allowed: scored.slice(0, 3).map((s) => `${s.chain.resin.name} · ${s.chain.finish.name}`).join('; '),
    suggestion: refusing?.remedy ?? 'leave a part of the chain out',
  });
  return scored.find((s) => s.chain.resin.id === wanted.resin) ?? scored[0];
}

/** For each resin the chosen chain, else the best with the finish asked for, else the best. */
function bestOfEachResin(scored: readonly Scored[], pick: Scored, { library, wanted }: MatchInput): readonly Scored[] {
  return library.resins
    .flatMap((resin) => {
      const own = scored.filter((s) => s.chain.resin === resin);
      const finish = own.filter((s) => wanted.finish === undefined || s.chain.finish.id === wanted.finish);
      return own.includes(pick) ? [pick] : [...finish, ...own].slice(0, 1);
    })
    .sort((a, b) => b.value - a.value);
}

function oneForEachRule(considered: readonly Chain[]): readonly RefusedChain[] {
  const refused = new Map<Rule, Chain>();
  for (const chain of considered) {
    const [rule] = chain.refusedBy;
    if (rule && !refused.has(rule)) refused.set(rule, chain);
  }
  return [...refused].map(([rule, chain]) => ({ rule, chain }));
}
