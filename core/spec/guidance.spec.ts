import { GENERAL_CAUTION, LIBRARY, standingCautions, type JobDocument, type Plan } from '../src/index';
import { isAntifouling } from '../src/materials/product';
import { guidanceBySteps } from '../src/report/guidance';
import { touchedBy } from '../src/drawing/touched';
import { BASE, planOf } from './support';

const job = (material: string, kind: string, more: object = {}): JobDocument =>
  ({
    format: 'nelbo-job/1',
    hull: { material },
    damage: { kind, size: [0.3, 0.2] },
    ...more,
  }) as JobDocument;
const card = (document: JobDocument): string => standingCautions(planOf(document).plan).join(' ');
/** Steps at which something is said, with what is said there. */
const at = (plan: Plan, words: RegExp): readonly string[] =>
  [...guidanceBySteps(plan)].filter(([, g]) => g.cautions.some((c) => words.test(c))).map(([id]) => id);

describe('the card of what holds all the time', () => {
  it('speaks of the dust of this hull, and of old paint only where there may be some', () => {
    expect(card(BASE)).toMatch(/Glass and filler dust.*lead, copper or tin/);
    expect(card(job('wood-solid', 'rot'))).toMatch(/Wood dust and mould.*lead/);
    expect(card(job('pvc-fabric', 'fabric-tear'))).not.toContain('lead');
    expect(card(job('pe-rotomoulded', 'crack'))).not.toContain('lead');
  });

  it('speaks of a smoking pot and of vapour where more than a cupful is mixed', () => {
    const large = { ...BASE, damage: { kind: 'hole', size: [0.9, 0.6] } } as JobDocument;
    expect(card(large)).toMatch(/vapour sinks.*A pot that smokes/);
    const chip = job('frp-solid', 'gel-coat-chip', {
      damage: { kind: 'gel-coat-chip', size: [0.003, 0.002] },
    });
    expect(card(chip)).not.toMatch(/pot that smokes|vapour sinks/);
    expect(card(job('pvc-fabric', 'valve-leak'))).toBe('');
  });

  it('forbids what harms in so many words', () => {
    const large = { ...BASE, damage: { kind: 'hole', size: [0.9, 0.6] } } as JobDocument;
    for (const words of [
      /Nitrile gloves/,
      /soap on skin, no solvent/,
      /never dry-sanded/,
      /before they heat; never bin them\./,
    ])
      expect(card(large)).toMatch(words);
    const glue = job('csm-fabric', 'fabric-tear', { system: { bond: 'cr-2k' } });
    expect(card(glue)).toMatch(/no ignition source/);
  });

  it('is never longer than five, and Nelbo never takes the place of a sheet or a surveyor', () => {
    for (const document of [
      BASE,
      job('wood-ply', 'rot'),
      job('frp-cored', 'wet-core'),
      job('steel', 'weathered'),
    ])
      expect(standingCautions(planOf(document).plan).length).toBeLessThanOrEqual(5);
    expect(GENERAL_CAUTION).toMatch(/does not inspect.*licensed practice/);
  });
});

describe('a caution', () => {
  const polyester = planOf({ ...BASE, system: { resin: 'polyester', finish: 'gel-coat' } }).plan;

  it('stands at the first pot of what it warns of', () => {
    expect(at(polyester, /MEKP is a peroxide/)).toEqual(['bench.mix@outside-batch-1']);
    expect(at(polyester, /Gel coat holds styrene/)).toEqual(['bench.mix@coat-1']);
    expect(at(planOf(BASE).plan, /isocyanates/)).toEqual(['bench.mix@coat-1']);
  });

  it('stands where the dewaxer is used and where the hull is cut', () => {
    expect(at(polyester, /Dewaxer: gloves/)).toEqual(['outside.wash@ground']);
    expect(at(polyester, /Look what lies behind/)).toEqual(['outside.grind@ground']);
    const hole = planOf(job('abs', 'hole')).plan;
    expect(at(hole, /Look what lies behind/)).toEqual(['hole.bevel@ground']);
  });

  it('of antifouling stands at the antifouling, not at the barrier under it', () => {
    const bottom = planOf({
      ...job('frp-solid', 'blisters'),
      damage: { kind: 'blisters', position: 'below', size: [0.6, 0.4] },
    }).plan;
    const [found] = at(bottom, /Antifouling poisons/);
    const step = bottom.work?.steps.find((s) => s.id === found);
    const product = LIBRARY.products.find((p) => p.id === step?.pot?.product);
    expect(product && isAntifouling(product)).toBeTrue();
  });

  it('of green epoxy stands where paper first meets it, in whatever stage that is', () => {
    const recored = planOf({
      ...BASE,
      hull: { material: 'frp-cored', thickness: 0.004, core: 'balsa' },
      access: 'one',
      damage: { kind: 'wet-core', wet: 'dry', size: [0.4, 0.3] },
      system: { resin: 'epoxy-slow' },
    }).plan;
    expect(at(recored, /No dry sanding of green epoxy/)).toEqual(['core.abrade@core']);
    expect(at(planOf(BASE).plan, /No dry sanding of green epoxy/)).toEqual(['face.abrade@fill']);
  });

  it('is not there where nothing of it is done', () => {
    const valve = planOf(job('pvc-fabric', 'valve-leak')).plan;
    expect(at(valve, /Toluene|isocyanates|Styrene/)).toEqual([]);
    expect(at(planOf(BASE).plan, /Styrene|MEKP|Methacrylate|Wet sanding/)).toEqual([]);
  });
});

describe('what a step is done on, in the drawings', () => {
  const steps = planOf(BASE).plan.work?.steps ?? [];

  it('is its plies, and nothing for what is done at the bench', () => {
    const lay = steps.find((s) => s.action === 'lay');
    expect([...(lay ? touchedBy(lay).plies : [])]).toEqual([...(lay?.plies ?? [0])]);
    const mix = steps.find((s) => s.action === 'mix');
    expect(mix && [touchedBy(mix).plies.size, touchedBy(mix).classes.size]).toEqual([0, 0]);
  });

  it('is the line that is masked to and the ground that is ground', () => {
    const of = (action: string): ReadonlySet<string> => {
      const step = steps.find((s) => s.action === action);
      return step ? touchedBy(step).classes : new Set();
    };
    expect(of('mask').has('masking-line')).toBeTrue();
    expect(of('grind').has('grind-limit')).toBeTrue();
    expect(of('coat').has('paint')).toBeTrue();
  });
});
