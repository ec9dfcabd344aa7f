import { COMES_OFF } from '../../src/materials/comes-off';
import { linkOf } from '../../src/match/chain';
import { PRESETS, type Preset } from '../../src/match/priorities';
import type { Step } from '../../src/work/step';
import { effectsOf } from '../../src/work/surfaces';
import { P_GRAIN } from '../../src/materials/grits';
import { doneIn, everyPair, line, planned, type Planned } from './lines';

const stepsOf = ({ plan }: Planned): readonly Step[] => plan.work?.steps ?? [];
const chainOf = ({ plan }: Planned) => plan.system?.chosen?.chain;
/** What flexes too much for a primer, and what is coated as it is. */
const UNPRIMED: ReadonlySet<string> = new Set(['thermoplastic', 'foam-sheet', 'polyolefin', 'inflatable']);
const painted = (of: Planned): boolean => chainOf(of)?.finish?.kind === 'paint';

describe('the foreman: coats', () => {
  line(3, 'two-part paint over filler or bare laminate goes on primer: two coats, sanded P320', () => {
    let primed = 0;
    for (const { name, family, of } of everyPair('above')) {
      const route = of.plan.system?.route.id;
      const chain = chainOf(of);
      if (!painted(of) || !chain || UNPRIMED.has(family) || route === 'renew' || family === 'metal') continue;
      if (linkOf(chain, 'barrier')) continue;
      primed += 1;
      const steps = stepsOf(of);
      const at = (test: (s: Step) => boolean): number => steps.findIndex(test);
      const coats = steps.filter((s) => s.action === 'coat' && s.serves.startsWith('undercoat'));
      expect(coats.length).withContext(name).toBeGreaterThanOrEqual(2);
      const sanded = at((s) => s.action === 'abrade' && s.how === 'primer');
      expect(sanded)
        .withContext(name)
        .toBeGreaterThan(steps.indexOf(coats[coats.length - 1]));
      expect(at((s) => s.action === 'coat' && s.place === 'finish'))
        .withContext(name)
        .toBeGreaterThan(sanded);
    }
    expect(primed).toBeGreaterThan(10);
    // Two coats of paint do over it what four do on bare filler.
    const bare = planned('frp-solid', 'hole', { system: { finish: 'paint-2k', undercoat: 'none' } });
    expect(bare.plan.finish?.coats.value).toBe(4);
    expect(chainOf(bare)?.rules.some((r) => r.id === 'paint-over-repair-unprimed')).toBeTrue();
  });

  line(3, 'what a primer is not for goes without one: gel coat, a clear coat, plastic that flexes', () => {
    for (const [hull, finish] of [
      ['frp-solid', 'gel-coat'],
      ['foil-g10', 'clear-2k'],
      ['abs', 'paint-2k'],
    ] as const) {
      const damage = hull === 'foil-g10' ? 'nick' : 'hole';
      const asked = planned(hull, damage, { system: { finish, undercoat: 'primer-build' } });
      expect(asked.problems.some((p) => p.severity === 'error' && p.path.startsWith('system')))
        .withContext(`${hull}, ${finish}`)
        .toBeTrue();
    }
  });

  line(3, 'enamel over epoxy waits for its full cure, or has a waterborne primer between', () => {
    const waits = (undercoat: string): boolean =>
      (
        planned('frp-solid', 'hole', { system: { resin: 'epoxy-slow', finish: 'enamel-1k', undercoat } }).plan
          .work?.links ?? []
      )
        .flatMap((l) => l.lags)
        .some((l) => l.awaited === 'fullCure');
    expect(waits('none')).toBeTrue();
    expect(waits('primer-water')).toBeFalse();
  });

  line(3, 'only the fill is cut back: the sound coat round it is scuffed by hand, out to the tape', () => {
    for (const { name, of } of everyPair('above')) {
      const steps = stepsOf(of);
      const paint = steps.findIndex((s) => s.action === 'coat' && s.place === 'finish');
      const route = of.plan.system?.route.id;
      // A whole field is keyed anyway.
      if (!painted(of) || paint < 0 || route === 'renew' || route === 'barrier') continue;
      const scuffed = steps.findIndex((s) => s.action === 'abrade' && s.how === 'round');
      expect(scuffed).withContext(name).toBeGreaterThan(-1);
      expect(scuffed).withContext(name).toBeLessThan(paint);
      expect(steps.slice(0, scuffed).some((s) => s.action === 'mask' && s.how === 'finish'))
        .withContext(name)
        .toBeTrue();
    }
  });

  line(3, 'a paper follows one whose scratch it clears: never more than 2.2 times its own', () => {
    for (const { name, of } of everyPair('above')) {
      const rows = [
        ...(of.plan.dish?.fair ? [of.plan.dish.fair.sanding] : []),
        ...(of.plan.finish ? [of.plan.finish.sanding] : []),
        ...Object.values(of.plan.sanding ?? {}),
      ];
      for (const row of rows)
        row.slice(1).forEach((s, i) =>
          expect(row[i].grain / s.grain)
            .withContext(`${name}: ${row[i].grit} to ${s.grit}`)
            .toBeLessThan(2.25),
        );
    }
    // Gel coat goes through the fine papers before compound.
    const gel = planned('frp-solid', 'hole', { system: { resin: 'polyester', finish: 'gel-coat' } });
    const grains = (gel.plan.finish?.sanding ?? []).map((s) => s.grain);
    expect(Math.min(...grains)).toBeLessThanOrEqual(P_GRAIN[1000]);
    expect(grains.length).toBeGreaterThanOrEqual(3);
  });

  line(3, 'wood is sanded along its grain, veneer never coarser than P120, lead wet by hand alone', () => {
    const fair = (hull: string) => planned(hull, 'scratch').plan.sanding?.fair ?? [];
    for (const hull of ['wood-solid', 'wood-ply', 'wood-moulded'])
      for (const s of fair(hull)) expect(s.direction).withContext(hull).toBe('along the grain');
    expect(fair('wood-ply').length).toBeGreaterThan(0);
    for (const s of fair('wood-ply')) expect(s.grain).toBeLessThanOrEqual(P_GRAIN[120] * 1.01);
    const lead = planned('lead', 'scratch');
    for (const s of Object.values(lead.plan.sanding ?? {}).flat()) {
      expect(s.wet).toBeTrue();
      expect(s.tool).toBe('hand block');
    }
    expect(lead.text).not.toMatch(/Sparks/);
    // Nor is it abraded dry anywhere on the way.
    for (const kind of ['scratch', 'nick'])
      for (const s of stepsOf(planned('lead', kind)))
        if (s.action === 'abrade') expect(['lead', 'underResin', 'round']).withContext(kind).toContain(s.how);
  });

  line(3, 'sound zinc is scuffed and gets epoxy primer; it is never ground to bright steel', () => {
    const zinc = planned('steel-galvanised', 'scratch');
    expect(doneIn(zinc)).toContain('abrade zinc');
    expect(doneIn(zinc)).not.toContain('abrade bright');
    expect(doneIn(zinc)).not.toContain('bevel round');
    expect(chainOf(zinc) && linkOf(chainOf(zinc)!, 'prime')?.id).toBe('primer-epoxy');
    expect(zinc.text).not.toMatch(/bright metal/);
  });

  line(3, 'metal that sanding has bared is primed again after fairing', () => {
    for (const hull of ['steel', 'aluminium', 'stainless']) {
      const steps = stepsOf(planned(hull, 'scratch'));
      const sanded = steps.map((s) => s.action === 'sand').lastIndexOf(true);
      const again = steps.findIndex((s) => s.action === 'coat' && s.serves.startsWith('prime-again'));
      expect(again).withContext(hull).toBeGreaterThan(sanded);
      expect(steps.findIndex((s) => s.action === 'coat' && s.place === 'finish'))
        .withContext(hull)
        .toBeGreaterThan(again);
    }
  });

  line(3, 'film is read by the comb or in litres where a gauge finds no metal', () => {
    const film = (hull: string): string | undefined =>
      planned(hull, 'scratch', { system: { finish: 'paint-2k' } }).plan.finish?.checks.find(
        (c) => c.id === 'film',
      )?.how;
    expect(film('steel')).toContain('gauge');
    expect(film('frp-solid')).not.toContain('gauge');
    expect(film('frp-solid')).toMatch(/comb|litres/);
  });

  line(3, 'what is in the way comes off before anything is washed or ground, and goes back last', () => {
    for (const what of Object.keys(COMES_OFF))
      for (const [hull, damage] of [
        ['frp-solid', 'hole'],
        ['wood-solid', 'rot'],
        ['abs', 'crack'],
        ['steel', 'scratch'],
      ] as const) {
        const of = planned(hull, damage, { comesOff: [{ what, count: 2 }] });
        const name = `${what}, ${hull}`;
        const steps = stepsOf(of);
        const off = steps.findIndex((s) => s.serves === 'off-1');
        const back = steps.map((s) => s.serves === 'off-1').lastIndexOf(true);
        expect(off).withContext(name).toBeGreaterThanOrEqual(0);
        expect(back).withContext(name).toBeGreaterThan(off);
        const touched = steps.findIndex((s) => effectsOf(s).length > 0);
        expect(off).withContext(name).toBeLessThan(touched);
        expect(steps.slice(back + 1).every((s) => s.action === 'handOver'))
          .withContext(name)
          .toBeTrue();
        expect(steps[off].work.value).withContext(name).toBeGreaterThan(60);
        expect(of.problems.some((p) => p.code === 'broken-gate'))
          .withContext(name)
          .toBeFalse();
      }
  });

  line(3, 'what is lifted gets slings, two people and a caution; lettering is measured first', () => {
    for (const what of ['board', 'keel', 'engine']) {
      const of = planned('frp-solid', 'hole', { comesOff: [{ what }] });
      expect(of.text)
        .withContext(what)
        .toMatch(/hoist and slings/);
      expect(of.text.replace(/\s+/g, ' '))
        .withContext(what)
        .toMatch(/load in slings.*nobody under it/);
      expect(doneIn(of).filter((d) => d.startsWith('hoist'))).toEqual(['hoist off', 'hoistBack part']);
    }
    const lettered = planned('frp-solid', 'scratch', { comesOff: [{ what: 'lettering', length: 3 }] });
    expect(lettered.text.replace(/\s+/g, ' ')).toMatch(/measure the lettering/);
    expect(lettered.text.replace(/\s+/g, ' ')).toMatch(/again by its measures/);
  });

  line(11, 'a finish left for another day stays an open task until it is coated', () => {
    const left = (system: object, position = 'above'): boolean =>
      planned('frp-solid', 'hole', { system, damage: { position } }).problems.some(
        (p) => p.code === 'finish-left',
      );
    expect(left({ resin: 'epoxy-slow', finish: 'none' })).toBeTrue();
    expect(left({ resin: 'epoxy-slow', finish: 'paint-2k' })).toBeFalse();
    // A barrier is a coat; what neither drinks nor fades owes none.
    expect(left({ resin: 'epoxy-slow', finish: 'none', barrier: 'barrier-epoxy' }, 'below')).toBeFalse();
    expect(planned('hdpe', 'crack').problems.some((p) => p.code === 'finish-left')).toBeFalse();
    const text = planned('wood-ply', 'hole', { system: { finish: 'none' } }).text.replace(/\s+/g, ' ');
    expect(text).toMatch(/the finish is left for another day.*an open task until it is coated/);
    // A filler that is no gel coat is not polished as its own finish.
    const filled = planned('frp-solid', 'scratch', { system: { bond: 'epoxy-surface', finish: 'none' } });
    expect(filled.text).not.toMatch(/the fill is its own finish/);
  });

  line(2, 'show grade never ends bare', () => {
    for (const preset of Object.keys(PRESETS) as Preset[]) {
      if (preset === 'get home') continue;
      for (const [hull, damage] of [
        ['frp-solid', 'hole'],
        ['frp-cored', 'wet-core'],
        ['wood-solid', 'rot'],
        ['foil-g10', 'nick'],
        ['smc', 'crack'],
      ] as const) {
        const of = planned(hull, damage, { grade: 'show', priorities: { preset } });
        const chain = chainOf(of);
        const gel = chain && linkOf(chain, 'bond')?.role === 'surface filler';
        expect((chain && linkOf(chain, 'finish') !== undefined) || gel)
          .withContext(`${hull}, ${damage}, ${preset}`)
          .toBeTrue();
      }
    }
  });
});
