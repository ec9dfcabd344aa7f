import type { Finish, Library } from '../materials/product';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { Chain } from './chains';
import type { Rule } from './rules';

/** Weights of the criteria, sum 1: a sound bond counts for half; then time in hand, speed and price. */
export const WEIGHTS = { bond: 0.5, 'working time': 0.2, speed: 0.15, price: 0.15 } as const;
export type Criterion = keyof typeof WEIGHTS;

/** Taken off the score per rule by its verdict: a condition costs care, a weak link costs trust. */
const PENALTY: Record<Rule['verdict'], number> = { bonds: 0, 'bonds if': 0.03, weak: 0.15, 'no bond': 1, harms: 1 };
/** Per product of the chain that is below its minimum: such a chain goes behind, but stays visible. */
const COLD_PENALTY = 0.25;

const scoreFormula = formula({
  id: 'match/score',
  expression: 's = 0.5·bond + 0.2·working time + 0.15·speed + 0.15·price − penalties',
  unit: '1',
  source: 'shares of the best in the library; penalties 0.03 per condition, 0.15 per weak link, 0.25 per product below its minimum temperature, 0.2 for another finish over epoxy than the school of the yard',
  evaluate: (x: Record<'bond' | 'time' | 'speed' | 'price' | 'penalty', number>) =>
    WEIGHTS.bond * x.bond + WEIGHTS['working time'] * x.time + WEIGHTS.speed * x.speed + WEIGHTS.price * x.price - x.penalty,
});

export interface Score {
  readonly value: number;
  readonly criteria: Record<Criterion, number>;
  readonly penalty: number;
  readonly tooCold: boolean;
}

/** Taken off a chain over epoxy that ends otherwise than the yard's school has it: enough to decide between sound finishes. */
const SCHOOL_PENALTY = 0.2;

/**
 * How good a chain is against the best of the library at a temperature (°C).
 * @param epoxyFinish the finish that the yard puts over epoxy, where it has settled on one
 */
export function scorer(library: Library, temperature: number, epoxyFinish?: Finish['kind']): (chain: Chain) => Score {
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
    const otherSchool = epoxyFinish !== undefined && filler.family === 'epoxy' && finish.kind !== epoxyFinish;
    const penalty = chain.rules.reduce((sum, r) => sum + PENALTY[r.verdict], 0) + cold * COLD_PENALTY + (otherSchool ? SCHOOL_PENALTY : 0);
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

/** The score as a traced figure. */
export function traceScore(s: Score & { chain: Chain }, library: Library, temperature: number, ledger: Ledger): Figure {
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
