import fc from 'fast-check';
import { saidOf } from './support';
import { LIBRARY } from '../src/index';
import { catalystFraction } from '../src/materials/catalyst';
import { groupsByThickness } from '../src/mix/wet-out';
import { BASE, planOf } from './support';

describe('catalyst', () => {
  it('is never less in the cold and stays between 1 and 2.5 %', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (T, d) => {
          const [cold, warm] = [catalystFraction.evaluate({ T }), catalystFraction.evaluate({ T: T + d })];
          return cold >= warm - 1e-15 && warm >= 0.01 && cold <= 0.025;
        },
      ),
    );
  });

  it('is worked out for peroxide systems in g, ml and drops', () => {
    const { plan } = planOf({
      ...BASE,
      conditions: { temperature: 19, humidity: 0.5 },
      system: { resin: 'polyester', finish: 'gel-coat' },
    });
    const parts = plan.dish?.mix?.parts;
    expect(parts?.kind).toBe('peroxide');
    if (parts?.kind !== 'peroxide') return;
    expect(parts.fraction.value).toBeCloseTo(0.0195, 9);
    expect(parts.catalyst.value).toBeCloseTo(0.0195 * parts.resin.value, 12);
    expect(parts.drops.value).toBe(Math.round((parts.catalyst.value / 1120) * 1e6 * 32));
    expect(parts.names).toEqual(['resin', 'MEKP catalyst']);
    const coat = plan.finish?.partsPerCup;
    expect(coat?.kind === 'peroxide' && coat.names[0]).toBe('gel coat');
  });
});

describe('groups and batches', () => {
  it('groups by thickness per go, at least one ply in each, in order', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.0002, max: 0.006, noNaN: true }), { maxLength: 30 }), (t) => {
        const groups = groupsByThickness(t, 0.004);
        return (
          groups.flat().every((x, i) => x === i) &&
          groups.flat().length === t.length &&
          groups.every((g) => g.length === 1 || g.reduce((s, i) => s + t[i], 0) <= 0.004 + 1e-9)
        );
      }),
    );
  });

  it('adds up to the total, whatever the job', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.6, noNaN: true }),
        fc.double({ min: 0.002, max: 0.02, noNaN: true }),
        fc.constantFrom(...LIBRARY.resins.map((r) => r.id)),
        (size, thickness, resin) => {
          const { plan } = planOf({
            ...BASE,
            hull: { ...BASE.hull, thickness },
            damage: {
              ...BASE.damage,
              findings: [{ at: '2026-11-20T08:00:00Z', extent: 'true extent', size: [size, size * 0.7] }],
            },
            system: { resin },
          });
          const mix = plan.dish?.mix;
          if (!mix) return plan.dish?.laminate === undefined;
          const sum = mix.batches.reduce((s, b) => s + b.mass.value, 0);
          const max = LIBRARY.resins.find((r) => r.id === resin)?.maximumPot ?? 0;
          return (
            Math.abs(sum / mix.total.value - 1) < 1e-9 &&
            mix.batches.every(
              (b) => b.mass.value <= max + 1e-9 && b.wetOut.value <= mix.milestones.usable.value + 1e-6,
            ) &&
            mix.batches.filter((b) => b.withGroundCoat).length === (mix.batches[0].share?.of ?? 1)
          );
        },
      ),
      { numRuns: 40 },
    );
  });

  it('splits a ply that one pot cannot wet, and says so', () => {
    const { plan, problems } = planOf({
      ...BASE,
      damage: {
        ...BASE.damage,
        findings: [{ at: '2026-11-20T08:00:00Z', extent: 'true extent', size: [0.9, 0.7] }],
      },
      system: { resin: 'epoxy-fast' },
    });
    expect(plan.dish?.mix?.batches[0].share?.index).toBe(1);
    expect(problems.some((p) => p.stage === 'mix' && saidOf(p).what.includes('one pot'))).toBeTrue();
  });

  it('refuses a laminate of more pots than hands can mix, and lays none of them out', () => {
    const { plan, problems } = planOf({
      ...BASE,
      hull: { material: 'frp-solid', thickness: 0.0156 },
      damage: { kind: 'hole', size: [0.005, 0.3] },
      conditions: { temperature: 0, humidity: 0.24 },
      laminate: { order: 'smallest first', minimumStep: 0.1 },
      system: { resin: 'vinyl-ester', cloth: 'plain-105' },
    });
    expect(plan.dish?.mix).toBeUndefined();
    expect(plan.dish?.laminate?.plies.length).toBeGreaterThan(100);
    const refused = problems.find((p) => p.code === 'pots-beyond-hands');
    expect(refused?.severity).toBe('error');
    expect(saidOf(refused)?.what).toMatch(/takes 1\d{4} pots/);
    expect(plan.work?.steps.length).toBeLessThan(100);
  });

  it('splits a two-part mass by its ratio', () => {
    const parts = planOf().plan.dish?.mix?.parts;
    if (parts?.kind !== 'two-part') return fail('epoxy is two-part');
    expect(parts.resin.value / parts.hardener.value).toBeCloseTo(5.75, 9);
    expect(parts.resinVolume.value / parts.hardenerVolume.value).toBeCloseTo(5, 9);
  });
});

describe('cure', () => {
  it('is never faster in the cold', () => {
    const sand = (temperature: number): number =>
      planOf({ ...BASE, conditions: { temperature, humidity: 0.5 }, system: { resin: 'epoxy-slow' } }).plan
        .dish?.mix?.milestones.sand.value ?? NaN;
    const times = [8, 12, 17, 22, 30].map(sand);
    expect(times).toEqual([...times].sort((a, b) => b - a));
    expect(times[1] / times[3]).toBeCloseTo(2, 9);
  });

  it('latches the window of a styrene resin by time', () => {
    for (const temperature of [16, 24]) {
      const m = planOf({
        ...BASE,
        conditions: { temperature, humidity: 0.5 },
        system: { resin: 'vinyl-ester' },
      }).plan.dish?.mix?.milestones;
      expect(m?.windowCloses?.value).toBe(24 * 3600);
      expect(m?.windowOpens?.value).toBe(m?.potLife.value);
    }
  });

  it('warns on the stage when it is too cold for the product, and plans all the same', () => {
    const { plan, problems } = planOf({
      ...BASE,
      conditions: { temperature: 9, humidity: 0.5 },
      system: { resin: 'epoxy-slow' },
    });
    const cold = problems.find((p) => p.stage === 'mix' && saidOf(p).what.includes('below the minimum'));
    expect(cold?.severity).toBe('warning');
    expect(saidOf(cold)?.allowed).toContain('12 °C');
    expect(plan.dish?.mix).toBeDefined();
    expect(problems.some((p) => saidOf(p).what.includes('extrapolated'))).toBeTrue();
  });
});
