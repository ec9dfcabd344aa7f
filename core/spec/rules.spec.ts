import {
  CHAIN_ROLES,
  LIBRARY,
  RULES,
  SUBSTRATES,
  type ChainRole,
  type Product,
  type Rule,
  type Substrate,
} from '../src/index';
import { bondingGuide, guideRole } from '../src/papers';
import { compileRules, linkConditions, linkFacts, type ContextFacts } from '../src/match/compile';
import { contextOf } from '../src/match/facts';
import { ROUTES } from '../src/match/routes';
import { CONTEXT_FACTS, applies, conditionsOf, holds, type Condition, type Facts } from '../src/match/rule';
import { spaceFor, sensiblePairs } from './match-support';

/** Values that each fact of a job may have, an unknown one among them. */
const VALUES: Readonly<Record<string, readonly (string | undefined)[]>> = {
  matrix: [undefined, 'polyester', 'vinyl ester', 'epoxy'],
  fibre: [undefined, 'glass', 'carbon', 'aramid'],
  core: [
    undefined,
    'balsa',
    'plywood',
    'pvc foam',
    'san foam',
    'polystyrene foam',
    'unknown foam',
    'honeycomb',
  ],
  position: ['above', 'below'],
  duty: ['general', 'cosmetic', 'light', 'high'],
  access: ['one', 'both'],
  contaminant: ['none', 'wax', 'silicone', 'oil', 'sealant', 'salt', 'dirt'],
  clear: ['no', 'yes'],
  wet: [undefined, 'dry', 'damp', 'wet'],
  into: [undefined, 'coat', 'laminate'],
  'core.found': [undefined, 'firm', 'soft'],
  coat: [undefined, 'gel coat', 'paint', 'bare'],
  lasts: ['for good', 'weekend', 'season'],
  place: [undefined, 'shop', 'tent', 'open air', 'beach'],
  grade: ['standard', 'workboat', 'show'],
  'old.filler': ['none', 'epoxy', 'polyester', 'unknown'],
  kept: ['afloat', 'trailer', 'ashore'],
  sheathed: ['no', 'yes'],
  spots: ['none', 'few', 'many'],
};
const HULL = new Set(['hull', 'family', 'hull.trait']);

const conditions = (rule: Rule, of: (c: Condition) => boolean): readonly Condition[] =>
  conditionsOf(rule).filter(of);
const isContext = (c: Condition): boolean => (CONTEXT_FACTS as readonly string[]).includes(c.fact);
const roleOf = (c: Condition): ChainRole | undefined =>
  CHAIN_ROLES.find((r) => c.fact === r || c.fact.startsWith(`${r}.`));

/** A real product (or none) for a role under which all of some conditions hold, and one condition, if given, fails. */
function product(role: ChainRole, all: readonly Condition[], failing?: Condition): Facts | undefined {
  const fits = (p: Product | undefined): boolean =>
    all.every((c) => holds(c, linkFacts(role, p)) === (c !== failing));
  const candidates: readonly (Product | undefined)[] = [undefined, ...LIBRARY.products];
  return candidates.some(fits) ? linkFacts(role, candidates.find(fits)) : undefined;
}

/** A real hull and job, and real products, for which a rule speaks; with `failing`, all but that condition hold. */
function witness(rule: Rule, failing?: Condition): Facts | undefined {
  const hulls = conditions(rule, (c) => HULL.has(c.fact));
  const substrate = SUBSTRATES.find((s) => hulls.every((c) => holds(c, hullFacts(s)) === (c !== failing)));
  if (!substrate) return undefined;
  let facts: Record<string, readonly string[] | undefined> = { ...hullFacts(substrate) };
  for (const c of conditions(rule, (x) => isContext(x) && !HULL.has(x.fact))) {
    const values = c.fact === 'damage' ? [...c.values, 'void', 'valve-leak'] : (VALUES[c.fact] ?? []);
    const value = values.find((v) => holds(c, { [c.fact]: v === undefined ? [] : [v] }) === (c !== failing));
    if (!values.some((v) => v === value)) return undefined;
    facts = { ...facts, [c.fact]: value === undefined ? [] : [value] };
  }
  for (const role of CHAIN_ROLES) {
    const own = conditions(rule, (c) => roleOf(c) === role);
    if (own.length === 0) continue;
    const link = product(role, own, failing);
    if (!link) return undefined;
    facts = { ...facts, ...link };
  }
  return facts as Facts;
}
const hullFacts = (s: Substrate): Facts => ({ hull: [s.id], family: [s.family], 'hull.trait': s.traits });

describe('rules', () => {
  const spaces = sensiblePairs().map(({ substrate, damage }) => spaceFor(substrate, damage));
  for (const rule of RULES) {
    it(`${rule.id} speaks of real hulls and products, and leaves others in peace`, () => {
      const speaking = witness(rule);
      expect(speaking && applies(rule, speaking))
        .withContext('no hull and product of the library fits it')
        .toBeTrue();
      const missed = conditionsOf(rule)
        .map((c) => witness(rule, c))
        .filter((f) => f !== undefined);
      expect(missed.length).withContext('it would speak of everything').toBeGreaterThan(0);
    });
  }

  it('can each speak in a chain that some job has, or in the guide', () => {
    const roles = new Set(LIBRARY.products.map((p) => guideRole(p)));
    const mute = RULES.filter((rule) => {
      const links = [...linkConditions(rule).keys()];
      if (links.length === 1 && roles.has(links[0]) && links[0] !== 'reinforce') return false;
      return !Object.values(ROUTES).some((route) => {
        const depths = spaces.find((s) => s.route.id === route.id)?.all ?? [];
        return SUBSTRATES.some((substrate) =>
          compileRules([rule], [openContext(rule, substrate)], depths).some(({ looks }) =>
            looks.every((l) => l.fits.includes(1)),
          ),
        );
      });
    });
    expect(mute.map((r) => r.id)).toEqual([]);
  });

  it('have unique ids, reasons that say something, and a way out where they warn or refuse', () => {
    expect(RULES.length).toBeGreaterThanOrEqual(120);
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length);
    for (const r of RULES) {
      expect(r.reason.length).withContext(r.id).toBeGreaterThan(10);
      expect(r.source.length).withContext(r.id).toBeGreaterThan(5);
      if (r.verdict !== 'bonds') expect(r.remedy).withContext(r.id).toBeTruthy();
    }
  });

  it('say of every product that may hold a repair how it does on every hull', () => {
    const holding = LIBRARY.products.filter((p) =>
      [
        'laminating resin',
        'adhesive',
        'weld rod',
        'fabric adhesive',
        'finish',
        'coating',
        'cleaner',
      ].includes(p.role),
    );
    const open = bondingGuide(SUBSTRATES, holding).flatMap((row, i) =>
      row.flatMap((v, j) => (v.rules[0].id === 'not-known' ? [`${SUBSTRATES[i].id}: ${holding[j].id}`] : [])),
    );
    expect(open).toEqual([]);
  });
});

/** The context in which a rule is most likely to speak on a substrate. */
function openContext(rule: Rule, substrate: Substrate): ContextFacts {
  const base = contextOf(substrate, { damage: 'hole', position: 'above', duty: 'general', access: 'one' });
  const set = conditions(rule, (c) => isContext(c) && !HULL.has(c.fact)).map((c) => {
    const values = c.fact === 'damage' ? [...c.values, 'void'] : (VALUES[c.fact] ?? []);
    const value = values.find((v) => holds(c, { [c.fact]: v === undefined ? [] : [v] }));
    return [c.fact, value === undefined ? [] : [value]] as const;
  });
  return { ...base, ...Object.fromEntries(set) };
}
