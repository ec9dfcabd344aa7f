import { saidOf } from './support';
import type { Figure, Plan, Problem } from '../src/index';
import { compareOffsets, halfThickness, leadingRadius } from '../src/repairs/edge/foil-profile';
import { timeToPrime } from '../src/repairs/metal/plan';
import { scarfFace, scarfLength } from '../src/repairs/wood/joints';
import { planOf } from './support';

const job = (
  material: string,
  kind: string,
  more: { size?: readonly number[]; damage?: object; hull?: object; repair?: object; rest?: object } = {},
): object => ({
  format: 'nelbo-job/1',
  hull: { material, ...more.hull },
  damage: { kind, size: more.size ?? [0.12, 0.06], ...more.damage },
  conditions: { temperature: 20, humidity: 0.5 },
  ...(more.repair ? { repair: more.repair } : {}),
  ...more.rest,
});
const keyOf = (plan: Plan, stage: string, label: string): Figure | undefined =>
  plan.repair?.sheets.find((s) => s.stage === stage)?.key.find((k) => k.label === label)?.figure;
const problem = (problems: readonly Problem[], path: string): Problem | undefined =>
  problems.find((p) => p.path === path);
const ids = (plan: Plan): string[] => (plan.work?.steps ?? []).map((s) => s.id);
/** What fills, go by go. */
const fills = (plan: Plan) =>
  (plan.work?.steps ?? []).filter((s) => s.action === 'fill' && s.stage === 'mix');

describe('edges and foils', () => {
  it('is as thick as the four-digit series says: half of t at 30 %, a leading radius of 1.1 t²/c', () => {
    expect(halfThickness(0.3, 0.02)).toBeCloseTo(0.01, 4);
    expect(halfThickness(0, 0.02)).toBe(0);
    expect(halfThickness(-1, 0.02)).toBe(0);
    expect(leadingRadius.evaluate({ t: 0.02, c: 0.25 })).toBeCloseTo(0.001763, 6);
  });

  it('holds port against starboard and names the fuller face', () => {
    expect(
      compareOffsets([
        { x: 0.1, port: 0.01, starboard: 0.009 },
        { x: 0.05, port: 0.008, starboard: 0.008 },
      ]).map((o) => Math.round(o.difference * 1e4)),
    ).toEqual([0, 10]);
    const { problems } = planOf(
      job('foil-g10', 'nick', {
        repair: { edge: { offsets: [{ x: 0.05, port: 0.008, starboard: 0.0072 }] } },
      }),
    );
    expect(saidOf(problem(problems, 'repair.edge.offsets'))?.what).toMatch(
      /0\.8 mm at 50 mm: port is fuller/,
    );
  });

  it('bores a worn pivot out past its wear and drills it for the pin', () => {
    const { plan } = planOf(
      job('foil-g10', 'corroded-insert', { repair: { edge: { pin: 0.02, worn: 0.024 } } }),
    );
    expect(keyOf(plan, 'grind', 'Bored')?.value).toBeCloseTo(0.03, 12);
    expect(keyOf(plan, 'grind', 'Drilled again')?.value).toBeCloseTo(0.0202, 12);
    expect(
      problem(
        planOf(job('foil-g10', 'corroded-insert', { repair: { edge: { pin: 0.02, worn: 0.015 } } })).problems,
        'repair.edge.worn',
      )?.severity,
    ).toBe('error');
  });

  it('refuses a bite deeper than half the chord, a coat that jams in its slot, light in a split', () => {
    expect(
      problem(
        planOf(job('foil-g10', 'nick', { damage: { depth: 0.09 }, repair: { edge: { chord: 0.1 } } }))
          .problems,
        'damage.depth',
      )?.severity,
    ).toBe('error');
    expect(
      saidOf(
        problem(
          planOf(job('foil-g10', 'nick', { repair: { edge: { thick: 0.02, slot: 0.0215 } } })).problems,
          'repair.edge.slot',
        ),
      )?.what,
    ).toMatch(/20\.6 mm/);
    expect(
      planOf(job('foil-moulded', 'split-edge')).plan.work?.steps.find((s) => s.action === 'glue')?.people,
    ).toBe(2);
  });
});

describe('wood, metal, gel coat, renewal', () => {
  it('makes a scarf eight times as long as the wood is thick, twelve times in a spar', () => {
    expect(scarfLength.evaluate({ R: 8, t: 0.018 })).toBeCloseTo(0.144, 12);
    expect(scarfFace.evaluate({ w: 0.1, t: 0.018, R: 8 })).toBeCloseTo(0.1 * 0.018 * Math.sqrt(65), 12);
    expect(
      keyOf(
        planOf(job('wood-solid', 'rot', { repair: { wood: { thickness: 0.03, spar: 'yes' } } })).plan,
        'grind',
        'Each scarf',
      )?.value,
    ).toBeCloseTo(0.36, 9);
  });

  it('cuts rot back 50 mm on every side, and shuts the gate on wet wood', () => {
    const { plan, problems } = planOf(
      job('wood-solid', 'rot', { size: [0.3, 0.1], repair: { wood: { moisture: 0.22 } } }),
    );
    expect(keyOf(plan, 'grind', 'Cut out')?.value).toBeCloseTo(0.4, 9);
    expect(saidOf(problem(problems, 'repair.wood.moisture'))?.what).toMatch(/22 % is too wet/);
    expect(
      problem(
        planOf(job('wood-solid', 'rot', { repair: { wood: { moisture: 0.12 } } })).problems,
        'repair.wood.moisture',
      ),
    ).toBeUndefined();
  });

  it('gives bright steel four hours in dry air and less in damp, and fills no part that lost a tenth', () => {
    expect(timeToPrime.evaluate({ t_dry: 4 * 3600, RH: 0.5 })).toBe(4 * 3600);
    expect(timeToPrime.evaluate({ t_dry: 4 * 3600, RH: 0.8 })).toBeCloseTo(2 * 3600, 6);
    expect(
      saidOf(
        problem(
          planOf(
            job('steel', 'corroded-insert', {
              damage: { depth: 0.003 },
              repair: { metal: { thickness: 0.01 } },
            }),
          ).problems,
          'damage.depth',
        ),
      )?.suggestion,
    ).toMatch(/qualified welder/);
  });

  it('opens a star into its rays, and sends a field of crazing to be stripped', () => {
    expect(
      keyOf(
        planOf(job('frp-solid', 'gel-coat-crack', { size: [0.11, 0.09], damage: { pattern: 'star' } })).plan,
        'grind',
        'Cracks',
      )?.value,
    ).toBeCloseTo(0.35, 9);
    expect(
      saidOf(
        problem(
          planOf(job('frp-solid', 'gel-coat-crack', { size: [0.5, 0.4], damage: { pattern: 'crazing' } }))
            .problems,
          'damage.pattern',
        ),
      )?.suggestion,
    ).toMatch(/strip/);
  });

  it('clears as fine as it will, and warns where the gel coat runs out', () => {
    const fine = planOf(job('frp-solid', 'weathered', { rest: { system: { finish: 'polish' } } }));
    const coarse = planOf(
      job('frp-solid', 'weathered', {
        hull: { gelCoat: 0.00026 },
        repair: { renewal: { start: 'P1000' } },
        rest: { system: { finish: 'polish' } },
      }),
    );
    const cleared = (plan: Plan): string[] => ids(plan).filter((id) => id.startsWith('face.polish@P'));
    expect(cleared(fine.plan)).toEqual([]);
    expect(cleared(coarse.plan)).toEqual(['P1000', 'P1500', 'P2000'].map((grit) => `face.polish@${grit}`));
    expect(saidOf(problem(coarse.problems, 'hull.gelCoat'))?.what).toMatch(/231 µm/);
    expect(
      keyOf(
        planOf(job('frp-solid', 'weathered', { size: [2, 1], repair: { area: 30 } })).plan,
        'mix',
        'Stretches',
      )?.value,
    ).toBe(2);
  });

  it('mixes no pot that cannot be measured out true, and prices what is mixed', () => {
    const { plan } = planOf(job('frp-solid', 'gel-coat-chip', { size: [0.01, 0.008] }));
    const pot = plan.repair?.pots[0];
    // Five drops of 32 to the millilitre, 1.12 g/ml, at 1.85 % of the mass at 20 °C: half a drop is a tenth.
    const least = ((5 / 32e6) * 1120) / 0.0185;
    expect(pot?.mass.value).toBeCloseTo(least * 1.0185, 4);
    expect(plan.materials?.find((m) => m.id === 'fill')?.quantity.value).toBeCloseTo(
      pot?.mass.value ?? NaN,
      6,
    );
  });

  it('are mixed again for every go that sets in between: pots, steps and what is paid for agree', () => {
    for (const [material, kind, damage] of [
      ['frp-solid', 'nick', {}],
      ['steel', 'scratch', { depth: 0.012 }],
      ['frp-solid', 'void', { depth: 0.013 }],
    ] as const) {
      const { plan } = planOf(job(material, kind, { size: [0.3, 0.02], damage, hull: { thickness: 0.03 } }));
      const [fill, goes] = [
        plan.repair?.pots.find((p) => p.id === 'fill'),
        keyOf(plan, 'mix', 'Goes')?.value ?? 0,
      ];
      expect(goes).withContext(`${material} ${kind}`).toBeGreaterThan(1);
      expect(fills(plan).length).withContext(`${material} ${kind}`).toBe(goes);
      expect(fill?.count.value).withContext(`${material} ${kind}`).toBeGreaterThanOrEqual(goes);
      // What has set enough to be sanded holds the next go only where it was abraded, and that makes dust.
      const [first, second] = fills(plan);
      const dull = ids(plan).indexOf('fill.abrade@fill-2');
      expect(dull).withContext(`${material} ${kind}`).toBeGreaterThan(ids(plan).indexOf(first.id));
      expect(ids(plan).indexOf(second.id)).withContext(`${material} ${kind}`).toBeGreaterThan(dull);
      // It has set before it is abraded.
      expect(plan.work?.links.find((l) => l.to === 'fill.abrade@fill-2')?.lags.map((lag) => lag.awaited))
        .withContext(`${material} ${kind}`)
        .toEqual(['nextGo']);
      expect(
        plan.repair?.cautions
          .filter((c) => c.stage === 'mix')
          .map((c) => c.text)
          .join(' '),
      )
        .withContext(`${material} ${kind}`)
        .toMatch(/dust.*P3/i);
      const paid = plan.materials?.find((m) => m.product === fill?.product.name)?.quantity.value ?? 0;
      expect(paid)
        .withContext(`${material} ${kind}`)
        .toBeGreaterThan((fill?.count.value ?? 0) * (fill?.mass.value ?? 1) - 1e-9);
    }
  });
});
