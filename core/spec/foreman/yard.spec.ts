import { linkOf } from '../../src/match/chain';
import type { Step } from '../../src/work/step';
import { codes, doneIn, line, planned, type Planned } from './lines';

const stepsOf = ({ plan }: Planned): readonly Step[] => plan.work?.steps ?? [];
const rulesOf = ({ plan }: Planned): readonly string[] =>
  (plan.system?.chosen?.chain.rules ?? []).map((r) => r.id);
const link = ({ plan }: Planned, role: Parameters<typeof linkOf>[1]): string | undefined =>
  plan.system?.chosen && linkOf(plan.system.chosen.chain, role)?.id;
const flat = ({ text }: Planned): string => text.replace(/\s+/g, ' ');
const refused = (of: Planned): boolean =>
  of.problems.some((p) => p.severity === 'error' && p.path.startsWith('system'));

describe('the foreman: what a yard uses', () => {
  line(12, 'how a boat is kept decides antifouling, barrier and what is taken as wet', () => {
    const kept = (how: string, more: object = {}): Planned =>
      planned('frp-solid', 'hole', { boat: { kept: how }, damage: { position: 'below', ...more } });
    const afloat = kept('afloat');
    expect(link(afloat, 'finish')).toMatch(/^antifouling/);
    expect(link(afloat, 'barrier')).toBeDefined();
    expect(codes(afloat)).toContain('wet-not-said');
    for (const how of ['trailer', 'ashore']) {
      const dry = kept(how);
      expect(link(dry, 'finish')).withContext(how).toBe('paint-2k');
      expect(codes(dry)).withContext(how).toContain('kept-dry');
      expect(codes(dry)).withContext(how).not.toContain('wet-not-said');
      // What somebody has found goes before how she is kept.
      expect(stepsOf(kept(how, { wet: 'wet' })).length)
        .withContext(how)
        .toBeGreaterThan(stepsOf(dry).length);
      expect(doneIn(kept(how, { wet: 'wet' })).some((d) => d.startsWith('read ')))
        .withContext(how)
        .toBeTrue();
    }
    const foul = planned('frp-solid', 'hole', {
      boat: { kept: 'trailer' },
      damage: { position: 'below' },
      system: { finish: 'antifouling-copper' },
    });
    expect(rulesOf(foul)).toContain('antifouling-kept-dry');
  });

  line(12, 'foam of unknown kind is kept from styrene, and a crumb of it is tried', () => {
    const cored = (resin: string): Planned =>
      planned('frp-cored', 'wet-core', {
        hull: { core: 'unknown foam' },
        system: { resin },
        damage: { core: 'soft' },
      });
    expect(refused(cored('polyester'))).toBeTrue();
    expect(JSON.stringify(cored('polyester').order)).toContain('a crumb of the foam');
    const plain = planned('frp-cored', 'hole', { hull: { core: 'unknown foam' } });
    expect(plain.plan.system?.chosen?.chain.resin?.family).toBe('epoxy');
  });

  line(12, 'what an old filler is of decides whether it is raked out, and what goes on it', () => {
    const old = (filler: string, more: object = {}): Planned =>
      planned('frp-solid', 'old-repair', { damage: { filler, position: 'below' }, ...more });
    for (const filler of ['polyester', 'unknown']) {
      const done = doneIn(old(filler));
      expect(done.indexOf('strip putty')).withContext(filler).toBeGreaterThan(0);
      expect(done.indexOf('strip putty'))
        .withContext(filler)
        .toBeLessThan(done.findIndex((d) => d.startsWith('lay ')));
    }
    expect(doneIn(old('epoxy'))).not.toContain('strip putty');
    expect(doneIn(old('none'))).not.toContain('strip putty');
    const gel = planned('frp-solid', 'old-repair', {
      damage: { filler: 'epoxy' },
      system: { resin: 'polyester', finish: 'gel-coat' },
    });
    expect(doneIn(gel)).toContain('rehearse trial');
  });

  line(12, 'a foil is held against the slot that it goes back into, coats and play included', () => {
    const foil = (slot: number): readonly string[] =>
      codes(planned('foil-g10', 'nick', { repair: { edge: { thick: 0.02, slot } } }));
    expect(foil(0.0203)).toContain('slot-too-tight');
    expect(foil(0.03)).not.toContain('slot-too-tight');
  });

  line(12, 'spray cans: by area in cans, in light passes with their wait and caution', () => {
    const canned = (more: object = {}): Planned =>
      planned('frp-solid', 'scratch', {
        hull: { coat: 'paint' },
        damage: { depth: 0.002, size: [0.1, 0.01], ...more },
        system: { bond: 'epoxy-microfibre', finish: 'aerosol-paint', undercoat: 'aerosol-primer' },
      });
    const spot = canned();
    expect(refused(spot)).toBeFalse();
    expect(doneIn(spot).filter((d) => d === 'mix shake').length).toBeGreaterThanOrEqual(5);
    expect(flat(spot)).toContain('from the can, light passes crosswise');
    expect(flat(spot)).toContain('Spray cans: propellant and mist burn');
    expect(flat(spot)).not.toMatch(/from the can[^.]*wet by the comb/);
    const finish = spot.plan.repair?.sheets.filter((s) => s.stage === 'finish').flatMap((s) => s.key) ?? [];
    expect(finish.some((k) => k.label === 'Can' && k.figure.value === 1)).toBeTrue();
    // A face is none for cans, water softens what comes out of them, and two-part paint lifts it.
    const face = planned('frp-solid', 'weathered', {
      damage: { size: [2, 1] },
      hull: { coat: 'paint' },
      system: { finish: 'aerosol-paint' },
    });
    expect(codes(face)).toContain('cans-on-large-face');
    expect(refused(canned({ position: 'below' }))).toBeTrue();
    const under = planned('frp-solid', 'hole', {
      system: { finish: 'paint-2k', undercoat: 'aerosol-primer' },
    });
    expect(refused(under)).toBeTrue();
  });

  line(12, 'what goes back is bedded by the metre, and bands and strips are bought as parts', () => {
    const of = planned('frp-solid', 'hole', {
      comesOff: [
        { what: 'rail', count: 2 },
        { what: 'keelBand', length: 3, back: 'new' },
      ] as unknown as object,
    });
    const lines = new Map((of.plan.materials ?? []).map((m) => [m.id, m]));
    const bedding = lines.get('bedding-back');
    expect(bedding?.use).toContain('4.0 m of bead');
    expect(bedding?.quantity.value).toBeCloseTo(4 * 30e-6 * 1200, 6);
    expect(bedding?.cost?.value).toBeGreaterThan(0);
    expect(lines.get('new-1')?.quantity).toEqual(jasmine.objectContaining({ value: 3, unit: 'm' }));
    const dry = planned('frp-solid', 'hole', {
      comesOff: [{ what: 'lettering', length: 2 }] as unknown as object,
    });
    expect((dry.plan.materials ?? []).some((m) => m.id === 'bedding-back')).toBeFalse();
  });

  line(12, 'a blade is held by a patch that cures in the light, and says for how long', () => {
    const of = planned('foil-g10', 'split-edge', { priorities: { preset: 'get home' } });
    expect(doneIn(of)).toContain('hold lightPatch');
    expect(flat(of)).toContain('sun or lamp on each face for ten minutes');
    expect(JSON.stringify(of.problems)).toContain('lightPatch');
    expect(of.plan.totals?.handsOn.value).toBeLessThan(3600);
  });

  line(12, 'what warms the work stands at its step: how far off, how hot, from when, how long', () => {
    const warmed = (warmth: object): string =>
      flat(planned('frp-solid', 'hole', { warmth, conditions: { temperature: 12 } }));
    expect(warmed({ kind: 'lamp', distance: 0.6, hours: 8 * 3600 })).toContain(
      '600 mm off the face and square to it, 500 W, 8 h from gel on',
    );
    expect(warmed({ kind: 'tent', temperature: 30, from: 'start' })).toContain(
      'held at 30 °C, 12 h from now',
    );
  });

  line(12, 'every coat says what a litre covers, and only paint is tipped behind the roller', () => {
    for (const finish of ['paint-2k', 'enamel-1k'])
      expect(planned('frp-solid', 'hole', { system: { resin: 'polyester', finish } }).text)
        .withContext(finish)
        .toMatch(/\d\.\d m²\/l/);
    const bottom = planned('frp-solid', 'blisters', {
      damage: { position: 'below', size: [3, 3] },
      repair: { area: 8 },
    });
    const coats = stepsOf(bottom).filter((s) => s.action === 'coat');
    expect(coats.length).toBeGreaterThan(3);
    expect(coats.every((s) => s.people === 1)).toBeTrue();
    expect(flat(bottom)).not.toContain('one tips');
  });

  line(
    12,
    'neat epoxy as a prime coat, waterborne primer, steel putty, graphite, bushes and plates are in the plan',
    () => {
      const neat = planned('wood-solid', 'scratch', { damage: { depth: 0.005 } });
      expect(
        stepsOf(neat).some((s) => s.action === 'saturate' || /wet the wood out/i.test(neat.text)),
      ).toBeTrue();
      const water = planned('frp-solid', 'hole', {
        system: { resin: 'epoxy-slow', finish: 'enamel-1k', undercoat: 'primer-water' },
      });
      expect(water.text).toMatch(/Primer, coat 1/);
      const steel = planned('steel', 'scratch', {
        damage: { depth: 0.004 },
        system: { bond: 'epoxy-metal' },
      });
      expect(
        (steel.plan.materials ?? []).some((m) => m.id === 'fill' && /metal|steel/i.test(m.product)),
      ).toBeTrue();
      const bore = planned('foil-g10', 'corroded-insert');
      expect(bore.text).toMatch(/graphite|bush/i);
    },
  );
});
