import { spreaderFor } from '../../src/fair/spreader';
import { LIBRARY } from '../../src/index';
import { flashOff } from '../../src/physics/flash-off';
import type { Step } from '../../src/work/step';
import { codes, doneIn, line, planned, waits, type Planned } from './lines';

const stepsOf = ({ plan }: Planned): readonly Step[] => plan.work?.steps ?? [];
const flat = ({ text }: Planned): string => text.replace(/\s+/g, ' ');
const material = ({ plan }: Planned, id: string): number | undefined =>
  plan.materials?.find((m) => m.id === id)?.quantity.value;
const HOUR = 3600;

describe('the foreman: means of a yard', () => {
  line(12, 'what several owners tell of a hull stands in for what nobody has read, the worse of it', () => {
    const told = (more: object, hull: object = {}): Planned =>
      planned('frp-solid', 'hole', { hull: { told: more, ...hull }, system: { finish: 'gel-coat' } });
    const one = told([{ by: 'owner', coat: 'paint' }]);
    expect(codes(one)).toContain('taken-as-told');
    expect(codes(one)).toContain('chain-refused');
    const two = told([
      { by: 'owner', coat: 'gel coat', matrix: 'polyester' },
      { by: 'before', when: '2009', coat: 'paint', matrix: 'epoxy' },
    ]);
    expect(two.problems.filter((p) => p.code === 'told-differently').length).toBe(2);
    expect(two.text.replace(/\s+/g, ' ')).toContain('owners and papers tell different things of the coat');
    expect(two.plan.system?.chosen?.chain.resin?.family).toBe('epoxy');
    // What was read goes before what was told, and that it goes unused is said.
    const read = told([{ by: 'papers', coat: 'paint' }], { coat: 'gel coat' });
    expect(codes(read)).not.toContain('taken-as-told');
    expect(
      read.problems.some((p) => p.code === 'not-used-here' && p.params.paths.includes('hull.told')),
    ).toBeTrue();
  });

  line(12, 'pigmented epoxy: paste into the resin, weighed and bought; never where the sun comes', () => {
    const bottom = planned('frp-solid', 'hole', {
      boat: { kept: 'trailer' },
      damage: { position: 'below' },
      system: { finish: 'epoxy-pigmented' },
    });
    const coats = stepsOf(bottom).filter((s) => s.action === 'coat');
    expect(doneIn(bottom).filter((d) => d === 'mix tint').length).toBe(coats.length);
    const paste = material(bottom, 'coating-paste') ?? 0;
    const mix = bottom.plan.repair?.pots.find((p) => p.id === 'coating');
    expect(paste).toBeCloseTo(0.05 * (mix?.need.value ?? 0) * coats.length, 9);
    expect(flat(bottom)).toContain('of paste into the resin of one coat');
    expect(flat(bottom)).toContain('Pigmented epoxy, coat 1');
    const above = planned('frp-solid', 'hole', { system: { finish: 'epoxy-pigmented' } });
    expect((above.plan.system?.chosen?.chain.rules ?? []).map((r) => r.id)).toContain(
      'pigmented-epoxy-in-the-sun',
    );
  });

  line(12, 'a solvent flashes off before anything is mixed: longer in the cold', () => {
    const wiped = (clean: string, temperature = 20): Planned =>
      planned('frp-solid', 'hole', { system: { clean }, conditions: { temperature } });
    const flash = (of: Planned): number | undefined => waits(of).find((w) => w.awaited === 'flashesOff')?.s;
    expect(flash(wiped('alcohol'))).toBeCloseTo(600, 6);
    // ΔH/R·(1/278.15 − 1/293.15) = 4811·1.8396e-4 = 0.885: e^0.885 = 2.42.
    expect(flash(wiped('alcohol', 5))).toBeCloseTo(600 * 2.423, -1);
    expect(flashOff.evaluate({ 't₂₀': 600, T: 20 })).toBe(600);
    // What goes off while the pot is mixed is told at the wipe.
    const acetone = wiped('acetone');
    expect(flash(acetone)).toBeUndefined();
    expect(flat(acetone)).toContain('acetone, two-rag wipe, 3 min to flash off');
    expect(flash(wiped('dry-brush'))).toBeUndefined();
  });

  line(
    12,
    'foam out of a cartridge: a fresh nozzle purged, its waste bought, trimmed when it is hard',
    () => {
      const foam = (medium: string): Planned =>
        planned('frp-cored', 'delamination', {
          damage: { size: [0.4, 0.3] },
          repair: { way: 'inject', core: { medium } },
        });
      const cartridge = foam('foamCartridge');
      expect(doneIn(cartridge)).toContain('mix cartridge');
      const nozzles = material(cartridge, 'nozzles') ?? 0;
      expect(nozzles).toBeGreaterThan(1);
      expect((material(cartridge, 'foam') ?? 0) - (material(foam('foam'), 'foam') ?? 0)).toBeCloseTo(
        nozzles * 8e-6,
        9,
      );
      for (const of of [cartridge, foam('foam')]) {
        const done = doneIn(of);
        expect(waits(of).find((w) => w.awaited === 'foamSets')?.s).toBe(2 * HOUR);
        expect(done.indexOf('cut foam')).toBeGreaterThan(done.indexOf('strike weights'));
        expect(done).not.toContain('clean wept');
        expect(flat(of)).not.toMatch(/syringes/);
      }
    },
  );

  line(12, 'what is injected is driven in by syringe, drawn by vacuum or worked in with a squeegee', () => {
    const by = (means: string): Planned =>
      planned('frp-cored', 'delamination', {
        damage: { size: [0.4, 0.3] },
        repair: { way: 'inject', core: { by: means } },
      });
    const [syringe, vacuum, squeegee] = ['syringe', 'vacuum', 'squeegee'].map(by);
    expect(doneIn(syringe)).toContain('inject holes');
    expect(doneIn(vacuum)).toContain('inject vacuum');
    expect(doneIn(squeegee)).toContain('inject squeegee');
    // More stays in hoses and on the face than in a syringe.
    const [a, b, c] = [syringe, vacuum, squeegee].map(
      (of) => of.plan.repair?.pots.find((p) => p.id === 'inject')?.need.value ?? 0,
    );
    expect([b / a, c / a].map((x) => Math.round(x * 1000) / 1000)).toEqual([1.125, 1.25]);
    const done = doneIn(vacuum);
    expect(done.indexOf('weight vacuum')).toBeGreaterThan(done.indexOf('inject vacuum'));
    expect(done.indexOf('strike vacuum')).toBeGreaterThan(done.indexOf('weight vacuum'));
    expect(stepsOf(vacuum).find((s) => s.action === 'inject')?.people).toBe(1);
    expect(stepsOf(syringe).find((s) => s.action === 'inject')?.people).toBe(2);
    expect(flat(vacuum)).not.toMatch(/syringes of/);
    expect(flat(squeegee)).toContain('Only where the face lies level');
  });

  line(12, 'fresh filler is drawn level under peel ply or film, and less of it is sanded off', () => {
    const under = (how: string): Planned =>
      planned('frp-solid', 'hole', { fairing: { under: how } as unknown as object });
    const [open, ply, film] = ['open', 'peelPly', 'film'].map(under);
    for (const [of, how] of [
      [ply, 'peelPly'],
      [film, 'film'],
    ] as const) {
      const done = doneIn(of);
      expect(done.indexOf(`cover ${how}`)).toBe(done.indexOf('fill spread') + 1);
      expect(done.indexOf('strike cover')).toBeGreaterThan(done.indexOf(`cover ${how}`));
      expect(done.indexOf('strike cover')).toBeLessThan(done.indexOf('sand grit'));
      expect(of.plan.dish?.fair?.sandingTotal.value).toBeLessThan(
        open.plan.dish?.fair?.sandingTotal.value ?? 0,
      );
    }
    expect(doneIn(open)).not.toContain('strike cover');
    expect(material(ply, 'fillerPeelPly')).toBeCloseTo(ply.plan.dish?.fair?.spreadArea.value ?? 0, 9);
    expect(material(film, 'fillerPeelPly')).toBeUndefined();
  });

  line(12, 'warmed filler is sliced off while it is rubbery, before it is hard', () => {
    const warm = planned('frp-solid', 'hole', { warmth: { kind: 'lamp' } });
    const done = doneIn(warm);
    expect(done.indexOf('dress rubbery')).toBeGreaterThan(done.indexOf('fill spread'));
    expect(done.indexOf('dress rubbery')).toBeLessThan(done.indexOf('sand grit'));
    const at = (awaited: string): number => {
      const lag = warm.plan.work?.links
        .flatMap((l) => l.lags)
        .find((l) => l.awaited === awaited && l.cures?.layer.of === 'filler');
      return warm.plan.timeline?.stages.flatMap((s) => s.tasks).find((t) => t.id === lag?.id)?.end ?? NaN;
    };
    expect(at('rubbery')).toBeLessThan(at('fillerSandable'));
    expect(flat(warm)).toMatch(/rubbery[^[]*Blade: away from hand/);
    expect(doneIn(planned('frp-solid', 'hole'))).not.toContain('dress rubbery');
    const proud = warm.plan.dish?.fair?.sandingTotal.value ?? NaN;
    expect(proud).toBeLessThan(planned('frp-solid', 'hole').plan.dish?.fair?.sandingTotal.value ?? 0);
  });

  line(12, 'filler is drawn off with what follows the hull: stiff on a flat, bending on a curve', () => {
    expect(spreaderFor(Infinity, 0.15, 0.0003)).toBe('stiff');
    // 0.15²/(8·1.5) = 1.9 mm off in the middle; over 10 m only 0.28 mm.
    expect(spreaderFor(1.5, 0.15, 0.0003)).toBe('flexible');
    expect(spreaderFor(10, 0.15, 0.0003)).toBe('stiff');
    expect(spreaderFor(0.2, 0.15, 0.0003)).toBe('shaped');
    const readings = [-0.2, -0.1, 0, 0.1, 0.2].flatMap((x) =>
      [-0.1, 0, 0.1].map((y) => ({ x, y, gap: x ** 2 / (2 * 1.5) + (Math.abs(x) < 0.05 ? 0.001 : 0) })),
    );
    const curved = planned('frp-solid', 'hole', {
      fairing: { edge: 'straight edge', rounds: [{ at: '2026-11-23T08:00:00Z', readings }] } as object,
    });
    expect(flat(curved)).toContain('flexible blade, drawn along the straight of the face');
    expect(flat(planned('frp-solid', 'hole'))).not.toMatch(/stiff wide blade|flexible blade/);
  });

  line(12, 'antifouling says from when and until when she floats on it', () => {
    const bottom = planned('frp-solid', 'hole', {
      boat: { kept: 'afloat' },
      damage: { position: 'below' },
      system: { finish: 'antifouling-copper' },
    });
    const product = LIBRARY.products.find((p) => p.id === 'antifouling-copper');
    expect(product && 'floatsAfter' in product && product.floatsAfter).toBe(16 * HOUR);
    const rests = waits(bottom);
    const dry = rests.findIndex((w) => w.awaited === 'handled');
    expect(rests[dry + 1].awaited).toBe('floats');
    // 10 h at 25 °C are 14.1 h at 20: the rest of the sheet's 16.
    expect(rests[dry].s + rests[dry + 1].s).toBeCloseTo(16 * HOUR, 0);
    expect(flat(bottom)).toMatch(/Afloat 16 h to 60 d after the last coat/);
    expect(flat(planned('frp-solid', 'hole'))).not.toContain('Afloat');
  });
});
