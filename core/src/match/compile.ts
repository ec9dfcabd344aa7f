import { modelOf, type Product } from '../materials/product';
import {
  CHAIN_ROLES,
  CONTEXT_FACTS,
  conditionsOf,
  holds,
  type ChainRole,
  type Condition,
  type ContextFact,
  type FactName,
  type Facts,
  type Rule,
} from './rule';

/** The facts of one candidate hull, and of the damage and duty. */
export type ContextFacts = Readonly<Partial<Record<ContextFact, readonly string[]>>>;

/** The products that may stand in one role; `undefined` leaves the link out. */
export interface Options {
  readonly role: ChainRole;
  readonly products: readonly (Product | undefined)[];
}

/** Which options of a depth a rule looks for. */
export interface Look {
  readonly depth: number;
  readonly fits: Uint8Array;
}

/** A rule made ready for a search: what it looks for at each depth that it has a say in, in order. */
export interface Looking {
  readonly rule: Rule;
  readonly looks: readonly Look[];
}

/** A rule at the last of its depths: what must have been chosen before for it to speak. */
export interface CompiledRule {
  readonly rule: Rule;
  readonly earlier: readonly Look[];
}

/** A pot that lives no longer is gone before a row of holes is filled, s. Source: judged. */
const SHORT_LIFE = 15 * 60;

/** What a product tells the rules, in a role. */
export function linkFacts(role: ChainRole, product: Product | undefined): Facts {
  if (!product) return { [role]: ['none'] };
  const kind = 'kind' in product ? { [`${role}.kind`]: [product.kind] } : {};
  const binder = 'binder' in product && product.binder ? { [`${role}.binder`]: [product.binder] } : {};
  const life = 'cure' in product && product.cure && product.cure.potLife <= SHORT_LIFE;
  return {
    [role]: [modelOf(product)],
    [`${role}.role`]: [product.role],
    [`${role}.family`]: [product.family],
    [`${role}.trait`]: product.traits ?? [],
    ...kind,
    ...binder,
    ...(life ? { [`${role}.life`]: ['short'] } : {}),
  };
}

const CONTEXT: ReadonlySet<string> = new Set(CONTEXT_FACTS);
/** A fact of the hull or the job, not of a link. */
export const isContext = (fact: FactName): boolean => CONTEXT.has(fact);
const roleOf = (fact: FactName): ChainRole =>
  CHAIN_ROLES.find((r) => fact === r || fact.startsWith(`${r}.`)) as ChainRole;

/** True when every condition on the hull and the duty holds for one of the candidates. */
export function concerns(rule: Rule, contexts: readonly ContextFacts[]): boolean {
  const { context } = partsOf(rule);
  return contexts.some((facts) => context.every((c) => holds(c, facts)));
}

const split = new WeakMap<
  Rule,
  { readonly context: readonly Condition[]; readonly links: ReadonlyMap<ChainRole, readonly Condition[]> }
>();

/** Conditions of a rule: those on the hull and the job, and those on each link. */
function partsOf(rule: Rule): {
  readonly context: readonly Condition[];
  readonly links: ReadonlyMap<ChainRole, readonly Condition[]>;
} {
  const before = split.get(rule);
  if (before) return before;
  const made = { context: conditionsOf(rule).filter((c) => isContext(c.fact)), links: byRole(rule) };
  split.set(rule, made);
  return made;
}

/** Conditions of a rule by the role that they look at. */
export const linkConditions = (rule: Rule): ReadonlyMap<ChainRole, readonly Condition[]> =>
  partsOf(rule).links;

function byRole(rule: Rule): ReadonlyMap<ChainRole, readonly Condition[]> {
  const links = new Map<ChainRole, Condition[]>();
  for (const c of conditionsOf(rule)) {
    if (isContext(c.fact)) continue;
    const role = roleOf(c.fact);
    links.set(role, [...(links.get(role) ?? []), c]);
  }
  return links;
}

const sorted = new WeakMap<readonly Rule[], readonly Rule[]>();

function byName(rules: readonly Rule[]): readonly Rule[] {
  const before = sorted.get(rules);
  if (before) return before;
  const made = [...rules].sort((a, b) => (a.id < b.id ? -1 : 1));
  sorted.set(rules, made);
  return made;
}

/**
 * The rules that may speak about chains of these options, by name, so that nothing depends on the order of the list.
 * A role that the chains lack counts as left out.
 */
export function compileRules(
  rules: readonly Rule[],
  contexts: readonly ContextFacts[],
  depths: readonly Options[],
): readonly Looking[] {
  const facts = depths.map((d) => d.products.map((p) => linkFacts(d.role, p)));
  const roles = new Set(depths.map((d) => d.role));
  return byName(rules).flatMap((rule): Looking[] => {
    if (!concerns(rule, contexts)) return [];
    const conditions = linkConditions(rule);
    for (const [role, list] of conditions) {
      if (!roles.has(role) && !list.every((c) => holds(c, linkFacts(role, undefined)))) return [];
    }
    const looks = depths.flatMap((d, depth): Look[] => {
      const own = conditions.get(d.role);
      return own
        ? [{ depth, fits: Uint8Array.from(facts[depth], (f) => Number(own.every((c) => holds(c, f)))) }]
        : [];
    });
    return [{ rule, looks }];
  });
}

/**
 * Facts of the hull and the job that a rule about these options turns on: were the fact another, the rule might speak,
 * or be silent.
 */
export function factsInPlay(
  rules: readonly Rule[],
  contexts: readonly ContextFacts[],
  depths: readonly Options[],
): readonly ContextFact[] {
  const found = new Set<ContextFact>();
  const among = new Map(depths.map((d) => [d.role, d.products.map((p) => linkFacts(d.role, p))]));
  for (const rule of rules) {
    // What bonds plainly bonds without the rule as well.
    if (rule.verdict === 'bonds') continue;
    const { context, links } = partsOf(rule);
    const turns = context.filter((c) =>
      contexts.some((facts) => context.every((other) => other.fact === c.fact || holds(other, facts))),
    );
    const possible = [...links].every(([role, list]) =>
      (among.get(role) ?? [linkFacts(role, undefined)]).some((facts) => list.every((c) => holds(c, facts))),
    );
    if (possible) for (const c of turns) found.add(c.fact as ContextFact);
  }
  return [...found];
}

/** The rules by the depth and option at which each can be decided. A rule about the hull alone is decided at once. */
export function decidedBy(
  compiled: readonly Looking[],
  depths: readonly Options[],
): readonly (readonly (readonly CompiledRule[])[])[] {
  const decided: CompiledRule[][][] = depths.map((d) => d.products.map(() => []));
  for (const { rule, looks } of compiled) {
    const last = looks.at(-1);
    const at = last?.depth ?? 0;
    const own = { rule, earlier: looks.slice(0, -1) };
    decided[at].forEach((list, option) => {
      if (!last || last.fits[option] === 1) list.push(own);
    });
  }
  return decided;
}
