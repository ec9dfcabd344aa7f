import fc from 'fast-check';
import { saidOf } from './support';
import {
  DAMAGE_KINDS,
  HULL_FAMILIES,
  LIBRARY,
  PRESETS,
  RULES,
  SUBSTRATES,
  linkOf,
  occursOn,
  refuses,
  routeFor,
  stageSentence,
  substrateOf,
  tradeOf,
  weightsOf,
  CRITERIA,
  type DamageKind,
  type HullFamily,
  type Library,
  type Rule,
  type Substrate,
} from '../src/index';
import { linkFacts } from '../src/match/compile';
import { contextOf } from '../src/match/facts';
import { applies, type Facts } from '../src/match/rule';
import { Scorer, type Conditions } from '../src/match/score';
import { bestPerKey } from '../src/match/search';
import { penaltyOf, absentRoles, type Space } from '../src/match/space';
import { factsFor, sensiblePairs, spaceFor } from './match-support';
import { BASE, planOf } from './support';

const substrate = (id: string): Substrate => substrateOf(id) as Substrate;
const CONDITIONS: Conditions = { temperature: 18, weights: weightsOf(), solventWipe: 'none' };

/** The best chain of each key product, by looking at every single one. */
function byHand(space: Space, scorer: Scorer, rules: readonly Rule[]): Map<string, number> {
  const best = new Map<string, number>();
  const walk = (chosen: number[]): void => {
    const depth = chosen.length;
    if (depth < space.depths.length) {
      for (const o of space.depths[depth].products.keys()) walk([...chosen, o]);
      return;
    }
    const links = [
      ...space.depths.map((d, i) => linkFacts(d.role, d.products[chosen[i]])),
      ...absentRoles(space.route).map((r) => linkFacts(r, undefined)),
    ];
    const speaking = rules.filter((r) => applies(r, Object.assign({}, space.contexts[0], ...links) as Facts));
    if (speaking.some((r) => refuses(r.verdict))) return;
    const tolls = space.depths.reduce((sum, _, d) => sum + scorer.toll(d, chosen), 0);
    const value =
      scorer.worth(scorer.criteria(chosen)) -
      tolls -
      speaking.reduce((sum, r) => sum + penaltyOf(r.verdict, space.stopgaps[chosen[0]]), 0);
    const key = space.depths[0].products[chosen[0]]?.id ?? '';
    best.set(key, Math.max(best.get(key) ?? -Infinity, value));
  };
  walk([]);
  return best;
}

/** A library with only some of its products, so that every chain can be looked at. */
const thinned = (keep: (id: string, i: number) => boolean): Library => ({
  ...LIBRARY,
  products: LIBRARY.products.filter((p, i) => keep(p.id, i)),
});

describe('match', () => {
  it('finds the very best chain of every key product, as a search through all of them does', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...sensiblePairs()),
        fc.integer({ min: 0, max: 6 }),
        fc.double({ min: 2, max: 32, noNaN: true }),
        fc.constantFrom(...(Object.keys(PRESETS) as (keyof typeof PRESETS)[])),
        (pair, salt, temperature, preset) => {
          const space = spaceFor(
            pair.substrate,
            pair.damage,
            {},
            thinned((_, i) => (i + salt) % 5 < 2),
          );
          fc.pre(space.depths.reduce((n, d) => n * d.products.length, 1) < 900);
          const scorer = new Scorer(space, { ...CONDITIONS, temperature, weights: weightsOf({ preset }) });
          const found = [...bestPerKey(space, scorer, {})].map(
            ([o, f]) => [space.depths[0].products[o]?.id ?? '', f.value] as const,
          );
          const hand = byHand(space, scorer, RULES);
          expect(new Map(found).size).toBe(hand.size);
          for (const [id, value] of found)
            expect(value)
              .withContext(id)
              .toBeCloseTo(hand.get(id) ?? NaN, 9);
        },
      ),
      { numRuns: 16, seed: 4, interruptAfterTimeLimit: 30_000 },
    );
  });

  const FEW = new Set([
    'epoxy-slow',
    'polyester',
    'vinyl-ester',
    'biax-600',
    'mat-450',
    'abrade-coarse',
    'abrade-pad',
    'dry-brush',
    'acetone',
    'epoxy-bubbles',
    'polyester-putty',
    'paint-2k',
    'gel-coat',
    'enamel-1k',
    'barrier-epoxy',
    'tie-coat',
  ]);
  it('counts every accepted chain', () => {
    const space = spaceFor(
      substrate('frp-solid'),
      'hole',
      {},
      thinned((id) => FEW.has(id)),
    );
    const count = (chosen: number[]): number => {
      if (chosen.length < space.depths.length)
        return [...space.depths[chosen.length].products.keys()].reduce(
          (n, o) => n + count([...chosen, o]),
          0,
        );
      const links = [
        ...space.depths.map((d, i) => linkFacts(d.role, d.products[chosen[i]])),
        ...absentRoles(space.route).map((r) => linkFacts(r, undefined)),
      ];
      return RULES.some(
        (r) => refuses(r.verdict) && applies(r, Object.assign({}, space.contexts[0], ...links) as Facts),
      )
        ? 0
        : 1;
    };
    expect(space.accepted).toBeGreaterThan(0);
    expect(space.accepted).toBe(count([]));
  });

  it('never lets a refusing fact add a chain, and never proposes a refused pair', () => {
    const facts = fc.record({
      matrix: fc.option(fc.constantFrom('polyester', 'vinyl ester', 'epoxy'), { nil: undefined }),
      core: fc.option(fc.constantFrom('balsa', 'pvc foam', 'polystyrene foam'), { nil: undefined }),
      wet: fc.option(fc.constantFrom('dry', 'damp', 'wet'), { nil: undefined }),
      position: fc.constantFrom('above', 'below'),
      duty: fc.constantFrom('general', 'high'),
      contaminant: fc.constantFrom('none', 'wax', 'silicone'),
      clear: fc.constantFrom('yes', 'no'),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...sensiblePairs()),
        facts,
        fc.constantFrom(...RULES),
        (pair, more, refusing) => {
          const before = spaceFor(pair.substrate, pair.damage, more);
          // One more fact that some chains cannot stand: a rule like another one that refuses.
          const stricter: Rule = { ...refusing, id: `${refusing.id}-stricter`, verdict: 'no bond' };
          const after = spaceFor(pair.substrate, pair.damage, more, LIBRARY, [...RULES, stricter]);
          expect(after.accepted).toBeLessThanOrEqual(before.accepted);
          const scorer = new Scorer(before, CONDITIONS);
          const context = contextOf(pair.substrate, factsFor(pair.damage, more));
          for (const { chosen } of bestPerKey(before, scorer, {}).values()) {
            const links = before.depths.map((d, i) => linkFacts(d.role, d.products[chosen[i]]));
            const all = Object.assign(
              {},
              context,
              ...links,
              ...absentRoles(before.route).map((r) => linkFacts(r, undefined)),
            ) as Facts;
            expect(RULES.filter((r) => refuses(r.verdict) && applies(r, all)).map((r) => r.id)).toEqual([]);
          }
        },
      ),
      { numRuns: 60, seed: 7, interruptAfterTimeLimit: 45_000 },
    );
  });

  it('does not depend on the order of the rules', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...sensiblePairs()),
        fc.shuffledSubarray([...RULES], { minLength: RULES.length }),
        (pair, shuffled) => {
          const [a, b] = [
            spaceFor(pair.substrate, pair.damage),
            spaceFor(pair.substrate, pair.damage, {}, LIBRARY, shuffled),
          ];
          expect([b.accepted, b.refused.map((r) => [r.rule.id, r.chains])]).toEqual([
            a.accepted,
            a.refused.map((r) => [r.rule.id, r.chains]),
          ]);
          const best = (s: Space): unknown =>
            [...bestPerKey(s, new Scorer(s, CONDITIONS), {})].map(([o, f]) => [o, [...f.chosen], f.value]);
          expect(best(b)).toEqual(best(a));
        },
      ),
      { numRuns: 20, seed: 9, interruptAfterTimeLimit: 30_000 },
    );
  });

  it('gives every hull family and damage that make sense a ranked match or a reasoned refusal (printed)', () => {
    const families = Object.keys(HULL_FAMILIES) as HullFamily[];
    const lines: string[] = [];
    for (const damage of Object.keys(DAMAGE_KINDS) as DamageKind[]) {
      const cells = families.map((family) => {
        expect(routeFor(family, damage) !== undefined)
          .withContext(`${family} ${damage}`)
          .toBe(occursOn(damage, family));
        if (!occursOn(damage, family)) return '·';
        const outcomes = SUBSTRATES.filter((s) => s.family === family).map((s) => {
          const { plan, problems } = planOf({
            ...BASE,
            hull: { material: s.id },
            damage: { kind: damage, size: ['100 mm', '60 mm'] },
          });
          const { system } = plan;
          if (system?.chosen) {
            expect(system.ranked.length).toBeGreaterThan(0);
            expect(system.chosen.chain.rules.some((r) => !refuses(r.verdict)))
              .withContext(`${s.id} ${damage}`)
              .toBeTrue();
            return system.ranked.length;
          }
          expect(problems.some((p) => p.severity === 'error' && p.stage === 'system'))
            .withContext(`${s.id} ${damage}`)
            .toBeTrue();
          expect(system?.refused.length).withContext(`${s.id} ${damage}`).toBeGreaterThan(0);
          return 'refused';
        });
        return [...new Set(outcomes)].join('/');
      });
      lines.push(`${damage.padEnd(16)} ${cells.map((c) => c.padStart(8)).join(' ')}`);
    }
    // For whoever reads the tests; the core itself knows no console.
    (globalThis as unknown as { console: { log(line: string): void } }).console.log(
      [
        `ranked matches by hull family (· does not occur)\n${''.padEnd(16)} ${families.map((f) => f.slice(0, 8).padStart(8)).join(' ')}`,
        ...lines,
      ].join('\n'),
    );
  });

  it('offers an epoxy, a vinyl ester and a polyester chain, ranked, with the refused beside them', () => {
    const s = planOf().plan.system;
    expect(new Set(s?.ranked.map((r) => r.chain.resin?.family))).toEqual(
      new Set(['epoxy', 'vinyl ester', 'polyester']),
    );
    const scores = s?.ranked.map((r) => r.score.value) ?? [];
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
    expect(s?.refused.map((r) => r.rule.id)).toContain('epoxy-emulsion-mat');
    expect(
      s?.ranked.every((r) => r.chain.rules.length > 0 && linkOf(r.chain, 'prep') && linkOf(r.chain, 'clean')),
    ).toBeTrue();
    expect(s?.examined ?? 0).toBeGreaterThan(10_000);
    for (const preset of Object.keys(PRESETS) as (keyof typeof PRESETS)[])
      expect(CRITERIA.reduce((sum, c) => sum + weightsOf({ preset })[c], 0)).toBeCloseTo(1, 12);
  });

  it('says what the runner-up gains and loses', () => {
    const [first, second] = planOf({ ...BASE, hull: { material: 'hdpe' } }).plan.system?.ranked ?? [];
    const trade = tradeOf(second, first);
    expect(trade.losses.length).toBeGreaterThan(0);
    expect(trade.gains.every((t) => t.by > 0) && trade.losses.every((t) => t.by < 0)).toBeTrue();
  });

  it('re-ranks when what matters changes, and labels a quick fix with what must come off later', () => {
    const chosen = (priorities?: object): string | undefined =>
      planOf({
        ...BASE,
        damage: { ...BASE.damage, kind: 'scratch' },
        hull: { material: 'wood-ply' },
        priorities,
      } as never).plan.system?.chosen?.chain.id;
    expect(chosen({ preset: 'good as new' })).not.toBe(chosen({ preset: 'get home' }));
    const home = planOf({
      ...BASE,
      hull: { material: 'pvc-fabric' },
      damage: { kind: 'fabric-puncture', size: [0.01, 0.01] },
      priorities: { preset: 'get home' },
    }).plan.system;
    const fix = home?.ranked.find((r) => r.quickFixes.length > 0);
    expect(fix?.quickFixes[0].quickFix?.remove.length).toBeGreaterThan(10);
    expect(home?.chosen?.quickFixes.length).toBe(1);
  });

  it('keeps chains for several hulls that it may be, and says what holds on each', () => {
    const evidence = [
      { test: 'kind', outcome: 'tube' },
      { test: 'feel', outcome: 'vinyl' },
    ];
    const { plan } = planOf({
      ...BASE,
      hull: { evidence },
      damage: { kind: 'fabric-puncture', size: [0.01, 0.01] },
    });
    expect(plan.system?.substrates.map((s) => s.id).sort()).toEqual(['drop-stitch', 'pvc-fabric']);
    expect(linkOf(plan.system?.chosen?.chain ?? ({ links: [] } as never), 'bond')?.id).toBe('pu-fabric-2k');
    // PVC or rubber: no glue holds on both, and each has its own.
    const unsure = planOf({
      ...BASE,
      hull: {
        evidence: [
          { test: 'kind', outcome: 'tube' },
          { test: 'seams', outcome: 'glued' },
        ],
      },
      damage: { kind: 'fabric-puncture', size: [0.01, 0.01] },
    });
    expect(unsure.plan.system?.perCandidate.length).toBeGreaterThan(1);
    const glues = unsure.plan.system?.perCandidate.map((c) => c.best && linkOf(c.best.chain, 'bond')?.id);
    expect(glues).toContain('cr-fabric-2k');
    expect(glues).toContain('pu-fabric-2k');
  });

  it('takes a carbon hull for what it is: carbon cloth, epoxy, and the longer taper that its strength asks for', () => {
    const carbon = planOf({
      ...BASE,
      hull: { material: 'frp-solid', fibre: 'carbon', matrix: 'epoxy', thickness: 0.004 },
    });
    expect(carbon.plan.system?.chosen?.chain.cloth?.family).toBe('carbon');
    expect(carbon.plan.system?.ranked.every((r) => r.chain.resin?.family === 'epoxy')).toBeTrue();
    expect(carbon.plan.inputs?.oldLaminate.id).toBe('carbon-epoxy');
    expect(carbon.plan.dish?.grind?.taper.used.value).toBe(Math.ceil((1.5 * 400) / 14));
  });

  it('puts a chain that is too cold behind one that is not', () => {
    const s = planOf({ ...BASE, conditions: { temperature: 10.5, humidity: 0.5 } }).plan.system;
    expect(s?.chosen?.chain.resin?.id).toBe('epoxy-fast');
    expect(s?.ranked.find((r) => r.chain.resin?.id === 'epoxy-slow')?.tooCold).toBeTrue();
    expect(
      planOf({ ...BASE, conditions: { temperature: 7, humidity: 0.5 } }).plan.system?.chosen?.chain.resin?.id,
    ).toBe('epoxy-fast');
  });

  it('refuses a chain asked for that cannot bond, names the rule’s reason, and plans the nearest sound one', () => {
    const { plan, problems } = planOf({ ...BASE, system: { resin: 'epoxy-slow', cloth: 'mat-450' } });
    const p = problems.find((x) => x.path === 'system');
    expect(p?.severity).toBe('error');
    expect(saidOf(p)?.what).toContain('binder');
    expect(saidOf(p)?.suggestion).toContain('stitched');
    expect(plan.system?.chosen?.chain.resin?.id).toBe('epoxy-slow');
    expect(plan.dish?.laminate).toBeDefined();
  });

  it('lets polyester use mat, and gel coat go over epoxy as the weaker school', () => {
    expect(
      planOf({ ...BASE, system: { resin: 'polyester', cloth: 'mat-450' } }).plan.system?.chosen?.chain.cloth
        ?.id,
    ).toBe('mat-450');
    const school = planOf({ ...BASE, system: { resin: 'epoxy-slow', finish: 'gel-coat', prime: 'none' } })
      .plan.system?.chosen;
    expect(school?.chain.rules.map((r) => r.verdict)).toContain('weak');
  });

  it('works a coat out by its sheet where it is neither the paint nor the gel coat', () => {
    const { plan } = planOf({ ...BASE, system: { resin: 'epoxy-slow', finish: 'enamel-1k' } });
    expect(plan.finish).toBeUndefined();
    expect(plan.dish?.laminate?.plies.length).toBe(planOf().plan.dish?.laminate?.plies.length);
    expect(
      plan.timeline?.stages
        .find((s) => s.stage === 'finish')
        ?.tasks.filter((t) => t.id.startsWith('face.coat@')).length,
    ).toBe(2);
    expect(plan.materials?.find((m) => m.id === 'coating')?.cost?.value).toBeGreaterThan(0);
    const bare = planOf({ ...BASE, system: { resin: 'epoxy-slow', finish: 'none' } }).plan;
    expect(stageSentence('finish', bare)).toContain('no coat');
  });

  it('plans a tear in a tube to the end, with every figure finite and priced', () => {
    const { plan } = planOf({
      ...BASE,
      hull: { material: 'csm-fabric' },
      damage: { kind: 'fabric-tear', size: [0.08, 0.002] },
    });
    expect(plan.stages).toEqual(['survey', 'system', 'mix', 'log']);
    expect(plan.repair?.kind).toBe('inflatable');
    expect(plan.dish?.grind ?? plan.dish?.laminate ?? plan.dish?.mix).toBeUndefined();
    expect(plan.productTimes?.length).toBeGreaterThan(0);
    expect(plan.totals?.handsOn.value).toBeGreaterThan(3600);
  });
});
