import { meritsOf } from '../materials/merits';
import type { Product } from '../materials/product';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { CRITERIA, CRITERION_NAMES, type Criterion, type Weights } from './priorities';
import type { Found } from './found';
import type { Space } from './space';
import type { ChainRole, Verdict } from './rule';

/** Worth of a verdict for the bond itself. */
const BOND_WORTH: Record<Verdict, number> = { bonds: 1, 'bonds if': 0.9, weak: 0.45, 'no bond': 0, harms: 0 };
/** Per product of the chain that is below its minimum: such a chain goes behind, but stays visible. A coat can wait for a warmer day. */
const COLD_PENALTY = 0.15;
const COLD_COAT_PENALTY = 0.05;
const COATS: readonly ChainRole[] = ['prime', 'barrier', 'undercoat', 'finish'];
/** For ending or cleaning otherwise than the yard's school has it: enough to decide between sound chains. */
const SCHOOL_PENALTY = 0.2;
/** Sums that are worth one half, so that every criterion runs from 0 to 1. */
const HALF = { time: 24 * 3600, hands: 120, cost: 60 } as const;
/** Strength that is left where a reinforcement could be and is not. */
const UNREINFORCED = 0.6;
/** How well a repair without a finish comes back to what it was, as a share of what holds it. */
const UNFINISHED = 0.6;
const REFERENCE_TEMPERATURE = 25;
/** Film for which a paint is priced, m³ per m². */
const FILM = 0.0003;

const scoreFormula = {
  id: 'match/score',
  expression: 's = Σ wᵢ·cᵢ − penalties',
  unit: '1',
  source:
    'criteria 0–1, each with the weight beside its name; penalties 0.02 per condition, 0.5 per weak link (0.15 of a quick fix for a weekend), 0.15 per product below its minimum temperature (0.05 for a coat), 0.2 for another way than the school of the yard',
};

export type Criteria = Readonly<Record<Criterion, number>>;

export interface Conditions {
  /** At the work, °C. */
  readonly temperature: number;
  readonly weights: Weights;
  /** Schools of the yard: what goes over epoxy, and whether anything wet follows the abrading. */
  readonly epoxyFinish?: 'paint' | 'gel coat';
  readonly solventWipe: 'wipe' | 'none';
}

/** What one option adds to a chain: least-of criteria, and sums. */
interface Share {
  readonly strength: number;
  readonly water: number;
  readonly life: number;
  readonly ease: number;
  readonly health: number;
  readonly field: number;
  readonly seconds: number;
  readonly minutes: number;
  readonly cost: number;
  readonly cold: number;
  readonly otherSchool: number;
}

/** Families on which practitioners differ over a solvent wipe; fabrics, plastics and metals have rules of their own. */
const SCHOOLED: ReadonlySet<string> = new Set(['frp', 'frp-cored', 'smc', 'wood', 'foil']);

/** Numbers in a row of running criteria: six that are the least of the links, three that are their sum. */
const ROW = 9;
const LEAST = 6;

const HOLDING: readonly ChainRole[] = ['bond', 'coring', 'fill', 'finish'];

/** Price of what a repair takes of a product, in units that can be added up: per kg, per kg of fibre, per m² of film or sheet. */
function costIndex(product: Product): number {
  if (product.role === 'cloth') return product.pricePerM2 / product.arealWeight;
  if ('pricePerKg' in product && product.pricePerKg !== undefined) return product.pricePerKg;
  if ('pricePerM3' in product && product.pricePerM3 !== undefined) return product.pricePerM3 * FILM;
  if ('pricePerM2' in product && product.pricePerM2 !== undefined) return product.pricePerM2 * 0.3;
  return 0;
}

/** Minutes of a link where the product does not say: usual for its role. */
const MINUTES: Readonly<Partial<Record<Product['role'], number>>> = {
  'laminating resin': 60,
  cloth: 15,
  'fairing compound': 45,
  finish: 60,
  coating: 45,
  'barrier coat': 45,
  primer: 20,
  adhesive: 15,
};

function shareOf(role: ChainRole, product: Product | undefined, c: Conditions, schools: boolean): Share {
  if (!product) {
    const strength = role === 'reinforce' ? UNREINFORCED : 1;
    return {
      strength,
      water: 1,
      life: 1,
      ease: 1,
      health: 1,
      field: 1,
      seconds: 0,
      minutes: 0,
      cost: 0,
      cold: 0,
      otherSchool: 0,
    };
  }
  const m = meritsOf(product);
  const holdsUp = HOLDING.includes(role);
  const cure = 'cure' in product ? product.cure : undefined;
  return {
    strength: role === 'bond' || role === 'reinforce' || role === 'coring' ? m.strength : 1,
    water: holdsUp ? m.water : 1,
    life: holdsUp ? m.life : 1,
    ease: m.ease,
    health: m.health,
    field: m.field,
    seconds: cure?.sand ?? 0,
    minutes: product.minutes ?? MINUTES[product.role] ?? 0,
    cost: costIndex(product),
    cold: cure && c.temperature < cure.minimumTemperature ? 1 : 0,
    otherSchool:
      schools &&
      role === 'clean' &&
      (product.traits?.includes('solvent') ?? false) !== (c.solventWipe === 'wipe')
        ? 1
        : 0,
  };
}

/** The options of a space with what each adds to a score, for one temperature and one set of priorities. */
export class Scorer {
  readonly shares: readonly (readonly Share[])[];
  readonly bond: readonly number[];
  readonly finish: number;
  readonly #filler: number;
  readonly #overEpoxy: readonly boolean[];
  readonly #otherFinish: readonly boolean[];
  readonly #finishMatch: readonly number[];
  readonly #ownMatch: readonly number[];
  readonly #slowdown: number;

  constructor(
    readonly space: Space,
    readonly conditions: Conditions,
  ) {
    const { depths, contexts } = space;
    const at = (role: ChainRole): number => depths.findIndex((d) => d.role === role);
    this.finish = at('finish');
    this.#filler = Math.max(0, at('fill'));
    const schools = contexts.every((c) => c.family?.some((f) => SCHOOLED.has(f)));
    this.shares = depths.map((d) => d.products.map((p) => shareOf(d.role, p, conditions, schools)));
    this.bond = depths[0].products.map((p, o) =>
      p ? BOND_WORTH[space.keyVerdicts[o]] * meritsOf(p).strength : 0,
    );
    const finishes = depths[this.finish]?.products ?? [];
    const { epoxyFinish } = conditions;
    this.#overEpoxy = depths[this.#filler].products.map((p) => p?.family === 'epoxy');
    this.#otherFinish = finishes.map(
      (p) => epoxyFinish !== undefined && (p?.role !== 'finish' || p.kind !== epoxyFinish),
    );
    this.#finishMatch = finishes.map((p) => (p ? meritsOf(p).match : 0));
    this.#ownMatch = depths[0].products.map((p) => (p ? meritsOf(p).match : 0));
    this.#slowdown = 2 ** ((REFERENCE_TEMPERATURE - conditions.temperature) / 10);
  }

  /** Criteria of a whole chain, each 0–1. */
  criteria(chosen: ArrayLike<number>): Criteria {
    const own = chosen.length === 0 ? [] : this.shares.map((options, d) => options[chosen[d]]);
    const least = (of: (s: Share) => number): number => own.reduce((least, s) => Math.min(least, of(s)), 1);
    const sum = (of: (s: Share) => number): number => own.reduce((total, s) => total + of(s), 0);
    return {
      bond: this.bond[chosen[0]],
      strength: least((s) => s.strength),
      water: least((s) => s.water),
      life: least((s) => s.life),
      time: HALF.time / (HALF.time + sum((s) => s.seconds) * this.#slowdown),
      hands: HALF.hands / (HALF.hands + sum((s) => s.minutes)),
      cost: HALF.cost / (HALF.cost + sum((s) => s.cost)),
      skill: least((s) => s.ease),
      health: least((s) => s.health),
      match: this.#match(chosen, chosen.length),
      field: least((s) => s.field),
    };
  }

  /** How well the first `length` links come back to what the surface was; open while the finish is not chosen. */
  #match(chosen: ArrayLike<number>, length: number): number {
    if (this.finish >= length) return 1;
    const finish = this.finish >= 0 ? this.#finishMatch[chosen[this.finish]] : 0;
    return finish > 0 ? finish : this.#ownMatch[chosen[0]] * UNFINISHED;
  }

  /** Room for the running criteria of a search: one row of nine numbers per depth, and one before the first. */
  rows(): Float64Array {
    const rows = new Float64Array((this.space.depths.length + 1) * ROW);
    rows.fill(1, 0, LEAST);
    return rows;
  }

  /**
   * Adds one link to the running criteria, and gives the weighted sum of the chain so far. It can only fall as links
   * are added, which is what the search leans on. Runs thousands of times for one match, so it makes no objects.
   */
  extend(rows: Float64Array, depth: number, chosen: ArrayLike<number>): number {
    const s = this.shares[depth][chosen[depth]];
    const [from, to] = [depth * ROW, (depth + 1) * ROW];
    const w = this.conditions.weights;
    rows[to] = Math.min(rows[from], s.strength);
    rows[to + 1] = Math.min(rows[from + 1], s.water);
    rows[to + 2] = Math.min(rows[from + 2], s.life);
    rows[to + 3] = Math.min(rows[from + 3], s.ease);
    rows[to + 4] = Math.min(rows[from + 4], s.health);
    rows[to + 5] = Math.min(rows[from + 5], s.field);
    rows[to + 6] = rows[from + 6] + s.seconds;
    rows[to + 7] = rows[from + 7] + s.minutes;
    rows[to + 8] = rows[from + 8] + s.cost;
    return (
      w.bond * this.bond[chosen[0]] +
      w.strength * rows[to] +
      w.water * rows[to + 1] +
      w.life * rows[to + 2] +
      w.skill * rows[to + 3] +
      w.health * rows[to + 4] +
      w.field * rows[to + 5] +
      (w.time * HALF.time) / (HALF.time + rows[to + 6] * this.#slowdown) +
      (w.hands * HALF.hands) / (HALF.hands + rows[to + 7]) +
      (w.cost * HALF.cost) / (HALF.cost + rows[to + 8]) +
      w.match * this.#match(chosen, depth + 1)
    );
  }

  /** Weighted sum of the criteria. */
  worth(criteria: Criteria): number {
    const { weights } = this.conditions;
    let sum = 0;
    for (const name of CRITERIA) sum += weights[name] * criteria[name];
    return sum;
  }

  /** Number of products of a chain that are colder than they may be. */
  cold(chosen: ArrayLike<number>): number {
    return this.shares.reduce((n, own, d) => n + own[chosen[d]].cold, 0);
  }

  /** What an option takes off besides the rules: a product too cold, another school than the yard's. */
  toll(depth: number, chosen: ArrayLike<number>): number {
    const s = this.shares[depth][chosen[depth]];
    const school =
      depth === Math.max(this.finish, this.#filler) &&
      this.finish >= 0 &&
      this.#overEpoxy[chosen[this.#filler]] &&
      this.#otherFinish[chosen[this.finish]];
    return (
      s.cold * (COATS.includes(this.space.depths[depth].role) ? COLD_COAT_PENALTY : COLD_PENALTY) +
      (s.otherSchool ? SCHOOL_PENALTY : 0) +
      (school ? SCHOOL_PENALTY : 0)
    );
  }

  /** The score as a traced figure. */
  trace(chain: Found, id: string, label: string, ledger: Ledger): Figure {
    const criteria = this.criteria(chain.chosen);
    const { weights } = this.conditions;
    const source = 'judged from the merits of the products; orders chains, says nothing absolute';
    const inputs: Record<string, Figure> = {};
    for (const name of CRITERIA) {
      if (weights[name] > 0)
        inputs[`${CRITERION_NAMES[name]} · ${weights[name].toFixed(2)}`] = ledger.given(
          `${id}.${name}`,
          CRITERION_NAMES[name],
          criteria[name],
          '1',
          'assumed',
          source,
        );
    }
    const cold = this.cold(chain.chosen);
    inputs['penalties'] = ledger.given(
      `${id}.penalty`,
      'penalties',
      this.worth(criteria) - chain.value,
      '1',
      'assumed',
      cold > 0
        ? `conditions of the rules, and ${cold} too cold at ${this.conditions.temperature.toFixed(1)} °C`
        : 'conditions of the rules, and the schools of the yard',
    );
    return ledger.record(id, label, scoreFormula, chain.value, inputs);
  }
}
