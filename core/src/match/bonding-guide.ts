import { DAMAGE_KINDS, occursOn, type DamageKind } from '../materials/damage-kinds';
import type { Product } from '../materials/product';
import type { Substrate } from '../materials/substrates';
import { linkConditions, linkFacts } from './compile';
import { contextOf } from './facts';
import { NOT_KNOWN } from './space';
import {
  VERDICTS,
  conditionsOf,
  holds,
  type ChainRole,
  type Condition,
  type Rule,
  type Verdict,
} from './rule';
import { RULES } from './rules';

/** The role in a chain that a product of the guide stands in. */
export function guideRole(product: Product): ChainRole {
  switch (product.role) {
    case 'cleaner':
      return 'clean';
    case 'finish':
    case 'coating':
      return 'finish';
    case 'preparation':
      return 'prep';
    case 'patch fabric':
      return 'reinforce';
    default:
      return 'bond';
  }
}

export interface PairVerdict {
  readonly verdict: Verdict;
  /** What decides, worst first. */
  readonly rules: readonly Rule[];
  /** What speaks only under a further condition: below the waterline, over epoxy, after a certain damage. */
  readonly further: readonly Rule[];
}

/** Facts of a hull that hold whatever the job is. */
const HULL_FACTS: ReadonlySet<string> = new Set(['hull', 'family', 'hull.trait', 'matrix', 'fibre']);

/** False for a condition that this kind of hull never meets: damage that does not occur on it, a core that it has not. */
function canBe({ fact, values, negated }: Condition, { family }: Substrate): boolean {
  if (negated) return true;
  if (fact === 'damage') return values.some((v) => v in DAMAGE_KINDS && occursOn(v as DamageKind, family));
  return fact !== 'core' || family === 'frp-cored' || family === 'foil';
}

const byRole = new WeakMap<readonly Rule[], Map<ChainRole, readonly Rule[]>>();

/** Rules that look at a role and at no other link, and those that look at others too. */
function rulesAbout(role: ChainRole, rules: readonly Rule[]): readonly Rule[] {
  const kept = byRole.get(rules) ?? new Map<ChainRole, readonly Rule[]>();
  byRole.set(rules, kept);
  const own = kept.get(role) ?? rules.filter((r) => linkConditions(r).has(role));
  kept.set(role, own);
  return own;
}

/**
 * What one product does on one substrate, whatever else the chain holds. A condition on the job (waterline, duty,
 * damage) or on another link makes a rule a further one: it is told, and does not decide.
 */
export function pairVerdict(
  substrate: Substrate,
  product: Product,
  rules: readonly Rule[] = RULES,
): PairVerdict {
  const role = guideRole(product);
  const link = linkFacts(role, product);
  const hull = contextOf(substrate, { damage: 'hole', position: 'above', duty: 'general', access: 'one' });
  const deciding: Rule[] = [];
  const further: Rule[] = [];
  for (const rule of rulesAbout(role, rules)) {
    if (!(linkConditions(rule).get(role) ?? []).every((c) => holds(c, link))) continue;
    if (!conditionsOf(rule).every((c) => canBe(c, substrate))) continue;
    const context = conditionsOf(rule).filter((c) => HULL_FACTS.has(c.fact));
    if (!context.every((c) => holds(c, hull))) continue;
    const others = conditionsOf(rule).length - context.length - (linkConditions(rule).get(role) ?? []).length;
    (others === 0 ? deciding : further).push(rule);
  }
  const worstFirst = (a: Rule, b: Rule): number =>
    VERDICTS.indexOf(b.verdict) - VERDICTS.indexOf(a.verdict) || (a.id < b.id ? -1 : 1);
  deciding.sort(worstFirst);
  further.sort(worstFirst);
  if (deciding.length === 0) return { verdict: NOT_KNOWN.verdict, rules: [NOT_KNOWN], further };
  return { verdict: deciding[0].verdict, rules: deciding, further };
}

/** Substrates and products of the guide, as a table of verdicts. */
export function bondingGuide(
  substrates: readonly Substrate[],
  products: readonly Product[],
): readonly (readonly PairVerdict[])[] {
  return substrates.map((s) => products.map((p) => pairVerdict(s, p)));
}
