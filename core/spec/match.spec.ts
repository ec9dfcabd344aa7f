import { LIBRARY, find, type Cloth } from '../src/index';
import { enumerateChains } from '../src/match/chains';
import { RULES, applies, type Facts } from '../src/match/rules';
import { WEIGHTS } from '../src/match/score';
import { BASE, planOf } from './support';

const FACTS: Facts = { hull: 'frp-solid', position: 'above', duty: 'general', resin: 'epoxy', clothKind: 'stitched', binder: 'none', filler: 'epoxy', finish: 'paint' };

/** One case per rule: facts under which it must speak, and a near miss under which it must be silent. */
const CASES: Record<string, [Partial<Facts>, Partial<Facts>]> = {
  'epoxy-on-cured-polyester': [{}, { resin: 'polyester' }],
  'vinyl-ester-on-cured-polyester': [{ resin: 'vinyl ester' }, {}],
  'polyester-on-cured-polyester': [{ resin: 'polyester' }, {}],
  'polyester-high-duty': [{ resin: 'polyester', duty: 'high' }, { resin: 'polyester' }],
  'polyester-below-water': [{ resin: 'polyester', position: 'below' }, { resin: 'polyester' }],
  'epoxy-emulsion-mat': [{ binder: 'emulsion', clothKind: 'mat' }, { binder: 'emulsion', resin: 'polyester' }],
  'polyester-putty-on-epoxy': [{ filler: 'polyester' }, { filler: 'polyester', resin: 'vinyl ester' }],
  'polyester-putty-below-water': [{ filler: 'polyester', resin: 'polyester', position: 'below' }, { filler: 'polyester', resin: 'polyester' }],
  'epoxy-filler-on-styrene-laminate': [{ resin: 'vinyl ester' }, {}],
  'polyester-putty-on-styrene-laminate': [{ resin: 'polyester', filler: 'polyester' }, { resin: 'polyester', filler: 'polyester', position: 'below' }],
  'gel-coat-over-epoxy': [{ finish: 'gel coat' }, { finish: 'gel coat', position: 'below' }],
  'gel-coat-over-epoxy-below-water': [{ finish: 'gel coat', position: 'below' }, { finish: 'gel coat' }],
  'paint-over-epoxy': [{}, { finish: 'gel coat' }],
  'paint-over-putty': [{ resin: 'polyester', filler: 'polyester' }, {}],
  'gel-coat-over-putty': [{ resin: 'polyester', filler: 'polyester', finish: 'gel coat' }, { finish: 'gel coat' }],
};

describe('rules', () => {
  for (const rule of RULES) {
    it(`${rule.id} speaks when it should and only then`, () => {
      const [speaks, silent] = CASES[rule.id];
      expect(applies(rule, { ...FACTS, ...speaks })).toBeTrue();
      expect(applies(rule, { ...FACTS, ...silent })).toBeFalse();
    });
  }

  it('have unique ids, reasons, and a way out where they refuse', () => {
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length);
    for (const r of RULES) {
      expect(r.reason.length).toBeGreaterThan(10);
      expect(r.source.length).toBeGreaterThan(5);
      if (r.verdict !== 'bonds') expect(r.remedy).withContext(r.id).toBeTruthy();
    }
  });
});

describe('match', () => {
  it('accepts or refuses every chain of the library, and leaves a sound one for each resin', () => {
    const cloths = [find(LIBRARY.cloths, 'biax-600') as Cloth];
    for (const position of ['above', 'below'] as const) {
      const chains = enumerateChains(LIBRARY, cloths, { hull: 'frp-solid', position, duty: 'general' });
      expect(chains.length).toBe(LIBRARY.resins.length * LIBRARY.fillers.length * LIBRARY.finishes.length);
      for (const resin of LIBRARY.resins) expect(chains.some((c) => c.resin === resin && c.refusedBy.length === 0)).withContext(`${resin.id} ${position}`).toBeTrue();
    }
  });

  it('offers an epoxy, a vinyl ester and a polyester chain, ranked, with the refused beside them', () => {
    const s = planOf().plan.system;
    expect(new Set(s?.ranked.map((r) => r.chain.resin.family))).toEqual(new Set(['epoxy', 'vinyl ester', 'polyester']));
    const scores = s?.ranked.map((r) => r.score.value) ?? [];
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
    expect(s?.refused.map((r) => r.rule.id)).toContain('epoxy-emulsion-mat');
    expect(s?.ranked.every((r) => r.chain.rules.length > 0)).toBeTrue();
    expect(Object.values(WEIGHTS).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });

  it('puts a chain that is too cold behind one that is not', () => {
    const s = planOf({ ...BASE, conditions: { temperature: 10.5, humidity: 0.5 } }).plan.system;
    expect(s?.chosen.chain.resin.id).toBe('epoxy-fast');
    expect(s?.ranked.find((r) => r.chain.resin.id === 'epoxy-slow')?.tooCold).toBeTrue();
    // Too cold for every finish: the chain with the fewest products out of their limits still leads.
    expect(planOf({ ...BASE, conditions: { temperature: 7, humidity: 0.5 } }).plan.system?.chosen.chain.resin.id).toBe('epoxy-fast');
  });

  it('refuses a chain asked for that cannot bond, names the rule’s reason, and plans the nearest sound one', () => {
    const { plan, problems } = planOf({ ...BASE, system: { resin: 'epoxy-slow', cloth: 'mat-450' } });
    const p = problems.find((x) => x.path === 'system');
    expect(p?.severity).toBe('error');
    expect(p?.what).toContain('binder');
    expect(p?.suggestion).toContain('stitched');
    expect(plan.system?.chosen.chain.resin.id).toBe('epoxy-slow');
    expect(plan.laminate).toBeDefined();
  });

  it('lets polyester use mat, and gel coat go over epoxy as the weaker school', () => {
    expect(planOf({ ...BASE, system: { resin: 'polyester', cloth: 'mat-450' } }).plan.system?.chosen.chain.cloth.id).toBe('mat-450');
    const school = planOf({ ...BASE, system: { resin: 'epoxy-slow', finish: 'gel-coat' } }).plan.system?.chosen;
    expect(school?.chain.rules.map((r) => r.verdict)).toContain('weak');
  });
});
