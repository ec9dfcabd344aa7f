import { CHAIN_ROLES, type ChainRole } from './links';

export { CHAIN_ROLES, type ChainRole };

export type Verdict = 'bonds' | 'bonds if' | 'weak' | 'no bond' | 'harms';
/** From the best to the worst. */
export const VERDICTS: readonly Verdict[] = ['bonds', 'bonds if', 'weak', 'no bond', 'harms'];
export const refuses = (verdict: Verdict): boolean => verdict === 'no bond' || verdict === 'harms';

/** Facts of the hull, the damage and the duty that a rule may look at. */
export const CONTEXT_FACTS = [
  'hull',
  'family',
  'hull.trait',
  'matrix',
  'fibre',
  'core',
  'damage',
  'position',
  'duty',
  'access',
  'contaminant',
  'clear',
  'wet',
  'core.found',
  'into',
  'coat',
  'lasts',
  'place',
  'grade',
  'kept',
  'sheathed',
  'old.filler',
  'spots',
] as const;
export type ContextFact = (typeof CONTEXT_FACTS)[number];

/** What a rule may look at of a link: the product of the library that it behaves as, its role, its chemistry, its traits, whether it is soon over. */
export type LinkFact = `${ChainRole}${'' | '.role' | '.family' | '.kind' | '.binder' | '.trait' | '.life'}`;
export type FactName = ContextFact | LinkFact;
/** A name with `!` behind it asks for none of the values. */
export type ConditionName = FactName | `${FactName}!`;

/** Several values where a fact has several, such as traits; a fact that is not known has none. */
export type Facts = Readonly<Partial<Record<FactName, readonly string[]>>>;

/**
 * What a verdict rests on, as codes: a step of the work does it, or the sheet of the product asks for it anyway.
 * `choice` is advice for whoever chooses, and nothing that a step could do.
 */
export const NEEDS = [
  'washed',
  'dewaxed',
  'dewaxed-again',
  'wiped',
  'blotted',
  'cut-off',
  'raked',
  'abraded',
  'bright',
  'dry',
  'hard',
  'full',
  'trial',
  'clamped',
  'grid',
  'rest',
  'warmth',
  'light',
  'air',
  'thickness',
  'choice',
] as const;
export type Need = (typeof NEEDS)[number];

export interface Rule {
  readonly id: string;
  /** Every named fact must have one of the listed values (with `!`: none of them). */
  readonly when: Readonly<Partial<Record<ConditionName, readonly string[]>>>;
  readonly verdict: Verdict;
  readonly reason: string;
  /** What makes it good, or what to do instead. */
  readonly remedy?: string;
  /** What that asks of the work. */
  readonly needs?: readonly Need[];
  readonly source: string;
}

export interface Condition {
  readonly fact: FactName;
  readonly values: readonly string[];
  readonly negated: boolean;
}

const parsed = new WeakMap<Rule, readonly Condition[]>();

/** The conditions of a rule, one by one. */
export function conditionsOf(rule: Rule): readonly Condition[] {
  const before = parsed.get(rule);
  if (before) return before;
  const conditions = Object.entries(rule.when).map(([name, values]) => {
    const negated = name.endsWith('!');
    return {
      fact: (negated ? name.slice(0, -1) : name) as FactName,
      values: values as readonly string[],
      negated,
    };
  });
  parsed.set(rule, conditions);
  return conditions;
}

/** True when a condition holds. A fact that is not known fits no condition that asks for a value. */
export function holds({ fact, values, negated }: Condition, facts: Facts): boolean {
  return (facts[fact] ?? []).some((v) => values.includes(v)) !== negated;
}

/** True when every condition of the rule holds for the facts. */
export function applies(rule: Rule, facts: Facts): boolean {
  return conditionsOf(rule).every((c) => holds(c, facts));
}

type Row = readonly [
  id: string,
  when: Rule['when'],
  verdict: Verdict,
  reason: string,
  remedy?: string,
  needs?: readonly Need[],
];

/** Rules of one subject that share a source. */
export const rulesFrom = (source: string, rows: readonly Row[]): readonly Rule[] =>
  rows.map(([id, when, verdict, reason, remedy, needs]) => ({
    id,
    when,
    verdict,
    reason,
    source,
    ...(remedy ? { remedy } : {}),
    ...(needs ? { needs } : {}),
  }));
