import type { Library } from '../materials/product';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { enumerateChains, type Chain, type HullFacts } from './chains';
import type { Rule } from './rules';

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

/** Weights of the criteria, sum 1: a sound bond counts for half; then time in hand, speed and price. */
export const WEIGHTS = { bond: 0.5, 'working time': 0.2, speed: 0.15, price: 0.15 } as const;
export type Criterion = keyof typeof WEIGHTS;

/** Taken off the score per rule by its verdict: a condition costs care, a weak link costs trust. */
const PENALTY: Record<Rule['verdict'], number> = { bonds: 0, 'bonds if': 0.03, weak: 0.15, 'no bond': 1, harms: 1 };
/** Per product of the chain that is below its minimum: such a chain goes behind, but stays visible. */
const COLD_PENALTY = 0.25;

const scoreFormula = formula({
  id: 'match/rank',
  expression: 's = 0.5·bond + 0.2·working time + 0.15·speed + 0.15·price − penalties',
  unit: '1',
  source: 'shares of the best in the library; penalties 0.03 per condition, 0.15 per weak link, 0.25 per product below its minimum temperature',
  evaluate: (x: Record<'bond' | 'time' | 'speed' | 'price' | 'penalty', number>) =>
    WEIGHTS.bond * x.bond + WEIGHTS['working time'] * x.time + WEIGHTS.speed * x.speed + WEIGHTS.price * x.price - x.penalty,
});

export interface MatchInput {
  readonly library: Library;
  readonly hull: HullFacts;
  readonly wanted: Wanted;
  readonly defaultCloth: string;
  readonly temperature: number;
}

/**
 * Ranks every chain the rules accept and chooses the best that has what was asked for.
 * When a rule refuses what was asked for, the problem names the rule and the best chain with the same resin is taken.
 */
export function matchSystem(input: MatchInput, ledger: Ledger): MatchResult {
  const { library, wanted, temperature } = input;
  const defaultCloth = library.cloths.filter((c) => c.id === input.defaultCloth);
  const wantedCloth = library.cloths.filter((c) => c.id === wanted.cloth);
  const cloths = wantedCloth.length > 0 ? wantedCloth : defaultCloth;
  // Mat is in every catalogue of refusals: a technician will ask for it.
  const mats = library.cloths.filter((c) => c.binder).slice(-1);
  const considered = enumerateChains(library, [...new Set([...cloths, ...mats])], input.hull);

  const accepted = considered.filter((c) => c.refusedBy.length === 0 && cloths.includes(c.cloth));
  const fallback = enumerateChains(library, defaultCloth, input.hull).filter((c) => c.refusedBy.length === 0);
  const pool = [...accepted, ...fallback.filter((f) => !accepted.some((a) => a.id === f.id))];
  const scores = scorer(library, temperature);
  const scored = pool
    .map((chain) => ({ chain, ...scores(chain) }))
    .sort((a, b) => b.value - a.value || a.chain.id.localeCompare(b.chain.id));

  const has = (c: Chain): boolean =>
    (!wanted.resin || c.resin.id === wanted.resin) &&
    (!wanted.cloth || c.cloth.id === wanted.cloth) &&
    (!wanted.filler || c.filler.id === wanted.filler) &&
    (!wanted.finish || c.finish.id === wanted.finish);
  let pick = scored.find((s) => has(s.chain));
  if (!pick) {
    pick = scored.find((s) => s.chain.resin.id === wanted.resin) ?? scored[0];
    const refusing = considered.filter(has).flatMap((c) => c.refusedBy)[0];
    ledger.report({
      severity: 'error',
      stage: 'system',
      path: 'system',
      what: `the chain asked for is refused: ${refusing?.reason ?? 'no product of the library fits'}`,
      allowed: scored.slice(0, 3).map((s) => `${s.chain.resin.name} · ${s.chain.finish.name}`).join('; '),
      suggestion: refusing?.remedy ?? 'leave a part of the chain out',
    });
  }

  const toRanked = (s: (typeof scored)[number]): RankedChain => ({
    chain: s.chain,
    criteria: s.criteria,
    tooCold: s.tooCold,
    score: traceScore(s, library, temperature, ledger),
  });
  const bestOfEach = library.resins.flatMap((r) => {
    const own = scored.find((s) => s.chain.resin === r && s.chain === pick.chain) ?? scored.find((s) => s.chain.resin === r && (!wanted.finish || s.chain.finish.id === wanted.finish)) ?? scored.find((s) => s.chain.resin === r);
    return own ? [own] : [];
  });
  const ranked = bestOfEach.sort((a, b) => b.value - a.value).map(toRanked);
  const refused: RefusedChain[] = [];
  for (const chain of considered) {
    const rule = chain.refusedBy[0];
    if (rule && !refused.some((r) => r.rule === rule)) refused.push({ chain, rule });
  }
  return { chosen: ranked.find((r) => r.chain === pick.chain) ?? toRanked(pick), ranked, refused };
}

interface Score {
  readonly value: number;
  readonly criteria: Record<Criterion, number>;
  readonly penalty: number;
  readonly tooCold: boolean;
}

function scorer(library: Library, temperature: number): (chain: Chain) => Score {
  const best = (values: number[]): number => Math.max(...values);
  const shear = best(Object.values(library.bondShear));
  const life = best(library.resins.map((r) => r.cure.potLife));
  const quickest = Math.min(...enumerateWaits(library));
  const price = best(library.resins.map((r) => 1 / r.pricePerKg));
  return (chain) => {
    const { resin, filler, finish } = chain;
    const criteria: Record<Criterion, number> = {
      bond: library.bondShear[resin.family] / shear,
      'working time': resin.cure.potLife / life,
      speed: quickest / waits(chain),
      price: 1 / resin.pricePerKg / price,
    };
    const cold = [resin.cure, filler.cure, finish.cure].filter((c) => c && temperature < c.minimumTemperature).length;
    const tooCold = cold > 0;
    const penalty = chain.rules.reduce((sum, r) => sum + PENALTY[r.verdict], 0) + cold * COLD_PENALTY;
    const value = scoreFormula.evaluate({
      bond: criteria.bond,
      time: criteria['working time'],
      speed: criteria.speed,
      price: criteria.price,
      penalty,
    });
    return { value, criteria, penalty, tooCold };
  };
}

/** Waits of a chain at 25 °C, s: resin, filler and finish each until it can be sanded. */
function waits({ resin, filler, finish }: Pick<Chain, 'resin' | 'filler' | 'finish'>): number {
  return resin.cure.sand + (filler.cure ?? resin.cure).sand + finish.cure.sand;
}

function enumerateWaits(library: Library): number[] {
  return library.resins.flatMap((resin) =>
    library.fillers.flatMap((filler) => library.finishes.map((finish) => waits({ resin, filler, finish }))),
  );
}

function traceScore(s: Score & { chain: Chain }, library: Library, temperature: number, ledger: Ledger): Figure {
  const id = `score.${s.chain.id}`;
  const give = (key: string, label: string, value: number, source: string): Figure => ledger.given(`${id}.${key}`, label, value, '1', 'assumed', source);
  const { resin } = s.chain;
  return ledger.compute(id, `score of ${resin.name}`, scoreFormula, {
    bond: give('bond', 'bond, share of the best', s.criteria.bond, `ultimate shear ${(library.bondShear[resin.family] / 1e6).toFixed(0)} MPa`),
    time: give('time', 'working time, share of the best', s.criteria['working time'], `pot life ${resin.cure.potLife / 60} min at 25 °C`),
    speed: give('speed', 'speed, share of the best', s.criteria.speed, `waits of resin, filler and finish: ${(waits(s.chain) / 3600).toFixed(1)} h at 25 °C`),
    price: give('price', 'price, share of the best', s.criteria.price, `${resin.pricePerKg} per kg`),
    penalty: give('penalty', 'penalties', s.penalty, s.tooCold ? `conditions, and too cold at ${temperature.toFixed(1)} °C` : 'one per condition of a rule'),
  });
}
