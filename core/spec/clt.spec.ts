import fc from 'fast-check';
import {
  LIBRARY,
  find,
  proposeForPlan,
  proposedPlies,
  STIFFNESS_BAND,
  type Cloth,
  type Job,
} from '../src/index';
import { abdOf, complianceOf, inverse3, reduced, turned, type Sym3 } from '../src/laminate/abd';
import { elasticOf, elasticPly, isotropic } from '../src/laminate/elastic';
import { fibreVolume, halpinTsai, randomMat, unidirectional } from '../src/laminate/micromechanics';
import { proposeStacks } from '../src/laminate/propose';
import { BASE, CLOCK, planOf, read, planRepair } from './support';

const SHOP = {};
const JOB = read(BASE);

const close = (mine: readonly number[], wanted: readonly number[], share = 1e-3): void => {
  const scale = Math.max(...wanted.map(Math.abs));
  wanted.forEach((w, i) =>
    expect(Math.abs(mine[i] - w))
      .withContext(`term ${i}`)
      .toBeLessThan(Math.max(share * Math.abs(w), 1e-4 * scale)),
  );
};
const DEG = Math.PI / 180;
const cloth = (id: string): Cloth => find(LIBRARY.cloths, id) as Cloth;

describe('classical laminate theory', () => {
  // A textbook graphite/epoxy: three plies of 5 mm at 0, 30 and −45 degrees.
  const lamina = { E1: 181e9, E2: 10.3e9, G12: 7.17e9, nu12: 0.28 };
  const layers = [0, 30, -45].map((angle) => ({ q: turned(reduced(lamina), angle * DEG), thickness: 0.005 }));
  const abd = abdOf(layers);

  it('gives the textbook’s reduced stiffness', () => {
    close(reduced(lamina), [181.8e9, 2.897e9, 0, 10.35e9, 0, 7.17e9]);
    close(turned(reduced(lamina), 30 * DEG), [109.4e9, 32.46e9, 54.19e9, 23.65e9, 20.05e9, 36.74e9]);
  });

  it('gives the textbook’s A, B and D', () => {
    close(abd.A, [1.739e9, 3.884e8, 5.663e7, 4.533e8, -1.141e8, 4.525e8]);
    close(abd.B, [-3.129e6, 9.855e5, -1.072e6, 1.158e6, -1.072e6, 9.855e5]);
    close(abd.D, [3.343e4, 6.461e3, -5.24e3, 9.32e3, -5.596e3, 7.663e3]);
  });

  it('gives the textbook’s strains and curvatures under 1000 N/m both ways', () => {
    const c = complianceOf(abd);
    expect(c).toBeDefined();
    if (!c) return;
    close(
      [c.a[0] + c.a[1], c.a[1] + c.a[3], c.a[2] + c.a[4]].map((v) => v * 1000),
      [3.123e-7, 3.492e-6, -7.598e-7],
    );
    close(
      [0, 1, 2].map((j) => (c.b[0][j] + c.b[1][j]) * 1000),
      [2.971e-5, -3.285e-4, 4.101e-4],
    );
  });

  it('inverts: ABD times its compliance is one', () => {
    const angles = fc.array(fc.double({ min: -90, max: 90, noNaN: true }), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(angles, (list) => {
        const m = abdOf(list.map((a) => ({ q: turned(reduced(lamina), a * DEG), thickness: 0.0005 })));
        const c = complianceOf(m);
        if (!c) return false;
        const full = ([a, b, d, e, f, g]: Sym3): number[][] => [
          [a, b, d],
          [b, e, f],
          [d, f, g],
        ];
        const [A, B, ca] = [full(m.A), full(m.B), full(c.a)];
        // A·a + B·bᵀ = 1
        return [0, 1, 2].every((i) =>
          [0, 1, 2].every(
            (j) =>
              Math.abs(
                [0, 1, 2].reduce((s, k) => s + A[i][k] * ca[k][j] + B[i][k] * c.b[j][k], 0) -
                  (i === j ? 1 : 0),
              ) < 1e-6,
          ),
        );
      }),
      { numRuns: 60 },
    );
    expect(inverse3([0, 0, 0, 0, 0, 0])).toBeUndefined();
  });

  it('turning the whole laminate turns its stiffness', () => {
    const list = fc.array(fc.double({ min: -90, max: 90, noNaN: true }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(list, fc.double({ min: -180, max: 180, noNaN: true }), (angles, by) => {
        const of = (extra: number): ReturnType<typeof abdOf> =>
          abdOf(angles.map((a) => ({ q: turned(reduced(lamina), (a + extra) * DEG), thickness: 0.0004 })));
        const [start, after] = [of(0), of(by)];
        return (['A', 'B', 'D'] as const).every((k) => {
          const wanted = turned(start[k], by * DEG);
          // A coupling that ought to vanish is held against what it is made of.
          const scale =
            Math.max(...start.A.map(Math.abs)) *
            (angles.length * 0.0004) ** (k === 'A' ? 0 : k === 'B' ? 1 : 2);
          return after[k].every((v, i) => Math.abs(v - wanted[i]) < 1e-6 * scale);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('a symmetric stack does not couple, a balanced one does not shear', () => {
    const plies = [0, 45, -45, -45, 45, 0].map((a) => ({
      q: turned(reduced(lamina), a * DEG),
      thickness: 0.0003,
    }));
    const m = abdOf(plies);
    expect(Math.max(...m.B.map(Math.abs)) / m.A[0]).toBeLessThan(1e-9);
    expect(Math.abs(m.A[2]) / m.A[0]).toBeLessThan(1e-9);
  });
});

describe('micromechanics', () => {
  it('gives fibre volume, rule of mixtures and Halpin–Tsai by hand', () => {
    // 0.55/2560 = 2.1484e-4, 0.45/1150 = 3.9130e-4
    expect(fibreVolume.evaluate({ W_f: 0.55, ρ_f: 2560, ρ_r: 1150 })).toBeCloseTo(
      2.1484e-4 / (2.1484e-4 + 3.913e-4),
      4,
    );
    // η = (22 − 1)/(22 + 2) = 0.875 at M_f/M_r = 22; M = (1 + 2·0.875·0.5)/(1 − 0.875·0.5) = 3.3333
    expect(halpinTsai.evaluate({ V_f: 0.5, M_f: 22, M_r: 1, ξ: 2 })).toBeCloseTo(3.33333, 4);
    const of = {
      fibre: { along: 72e9, across: 72e9, shear: 30e9, poisson: 0.22 },
      matrix: { modulus: 3e9, poisson: 0.35 },
      fibreVolume: 0.5,
    };
    expect(unidirectional(of).E1).toBeCloseTo(37.5e9, -5);
    const mat = randomMat(of);
    expect(mat.E1).toBe(mat.E2);
    expect(mat.G12 * 2 * (1 + mat.nu12)).toBeCloseTo(mat.E1, -2);
  });

  it('a mat and a crossed pair are alike along and up the hull, unidirectional cloth is not', () => {
    for (const id of ['mat-300', 'roving-600', 'biax-600', 'carbon-twill-200', 'stitched-mat-800']) {
      const p = elasticPly(cloth(id), 'epoxy', 1150, 0.0005, '0/90');
      expect(p.q[0] / p.q[3])
        .withContext(id)
        .toBeCloseTo(1, 9);
    }
    const uni = elasticOf([elasticPly(cloth('uni-300'), 'epoxy', 1150, 0.0005, '0')]);
    expect((uni?.A[0] ?? 0) / (uni?.A[3] ?? 1)).toBeGreaterThan(2.5);
    expect((uni?.strength.along ?? 0) / (uni?.strength.up ?? 1)).toBeGreaterThan(4);
  });

  it('carbon is stiffer than aramid, aramid than glass; ±45 is softer along the hull than 0/90', () => {
    const along = (id: string, way: '0/90' | '±45' = '0/90'): number =>
      elasticPly(cloth(id), 'epoxy', 1150, 0.001, way).q[0];
    expect(along('carbon-twill-200')).toBeGreaterThan(along('aramid-170'));
    expect(along('aramid-170')).toBeGreaterThan(along('plain-290'));
    expect(along('biax-600', '±45')).toBeLessThan(along('biax-600'));
  });

  it('a data sheet’s modulus of the fibre stands before the usual one', () => {
    const stiff: Cloth = { ...cloth('carbon-twill-200'), fibreModulus: 390e9 };
    const [usual, own] = [cloth('carbon-twill-200'), stiff].map(
      (c) => elasticPly(c, 'epoxy', 1150, 0.0003, '0/90').q[0],
    );
    expect(own / usual).toBeGreaterThan(1.5);
  });

  it('a core between skins stiffens bending, not stretching', () => {
    const skin = elasticPly(cloth('biax-600'), 'epoxy', 1150, 0.002, '0/90');
    const bare = elasticOf([skin, skin]);
    const cored = elasticOf([skin, isotropic(75e6, 0.3, 0.012), skin]);
    expect((cored?.D[0] ?? 0) / (bare?.D[0] ?? 1)).toBeGreaterThan(20);
    expect((cored?.A[0] ?? 0) / (bare?.A[0] ?? 1)).toBeCloseTo(1, 1);
  });
});

describe('stacks', () => {
  const candidates = LIBRARY.cloths.slice(0, 12).map((c) => ({
    cloth: c,
    thickness:
      c.arealWeight / c.densityFibre + (c.arealWeight * (1 - c.fibreFraction)) / c.fibreFraction / 1150,
  }));
  const old = [
    elasticPly(cloth('mat-300'), 'polyester', 1210, 0.0008, 'any'),
    elasticPly(cloth('roving-600'), 'polyester', 1210, 0.0008, '0/90'),
  ];

  it('that are proposed land in the band or say why not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0004, max: 0.012, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        fc.subarray(candidates, { minLength: 1 }),
        (top, times, some) => {
          const layers = Array.from({ length: times }, () => old).flat();
          const proposals = proposeStacks({
            candidates: some,
            resin: 'epoxy',
            densityResin: 1150,
            band: [Math.max(0, top - 0.0005), top],
            old: layers,
            behind: [],
          });
          const possible = some.some((c) => c.thickness <= top);
          if (!possible) return proposals.length === 0;
          return (
            proposals.length > 0 &&
            proposals.every((p) => {
              const total = p.plies.reduce(
                (s, x) => s + (some.find((c) => c.cloth === x.cloth)?.thickness ?? NaN),
                0,
              );
              const fills = total >= top - 0.0005 - 1e-9 && total <= top + 1e-9;
              const stiff = p.ratios.every(
                (r) => r >= STIFFNESS_BAND[0] - 1e-9 && r <= STIFFNESS_BAND[1] + 1e-9,
              );
              return (
                total <= top + 1e-9 &&
                Math.abs(total - p.thickness) < 1e-9 &&
                p.fills === fills &&
                p.inBand === stiff &&
                ((fills && stiff) || (p.why ?? '').length > 0) &&
                p.ratios.every(Number.isFinite)
              );
            })
          );
        },
      ),
      { numRuns: 25, seed: 11 },
    );
  });

  it('near a chopped-mat hull the proposal takes mat in; stitched epoxy alone is too stiff', () => {
    const job: Job = {
      ...JOB,
      hull: { ...JOB.hull, laminate: 'mat-polyester' },
      system: { resin: 'polyester', cloth: 'mat-450' },
    };
    const { plan } = planRepair(job, LIBRARY, SHOP, CLOCK);
    const [face] = proposeForPlan(job, plan ?? (undefined as never), LIBRARY, SHOP);
    expect(face.proposals.length).toBeGreaterThan(1);
    expect(face.proposals[0].fills).toBeTrue();
    expect(face.proposals[0].inBand).toBeTrue();
    const stiff = planOf({ ...BASE, hull: { ...BASE.hull, laminate: 'mat-polyester' } }).plan.dish?.laminate
      ?.stiffness;
    expect(stiff?.A11.value ?? 0).toBeGreaterThan(STIFFNESS_BAND[1]);
    expect(stiff?.why).toContain('mat');
  });

  it('are the same again for the same cloths, and take their place in the plan', () => {
    const { plan } = planOf();
    const once = proposeForPlan(JOB, plan, LIBRARY, SHOP);
    expect(proposeForPlan(JOB, plan, LIBRARY, SHOP)).toEqual(once);
    const [first] = once[0].proposals;
    const next = planOf({
      ...BASE,
      laminate: { ...BASE.laminate, plies: proposedPlies(first, 'outside', plan) },
    }).plan;
    expect(next.dish?.laminate?.plies.map((p) => p.cloth.id)).toEqual(first.plies.map((p) => p.cloth.id));
    expect(next.dish?.laminate?.thickness.value).toBeCloseTo(first.thickness, 9);
    expect(next.dish?.laminate?.inBand).toBeTrue();
    expect(next.dish?.laminate?.stiffness?.A11.value).toBeCloseTo(first.ratios[0], 3);
    expect(next.dish?.laminate?.stiffness?.D22.value).toBeCloseTo(first.ratios[3], 3);
  });
});
