import fc from 'fast-check';
import { correct } from '../src/colour/correction';
import { mixInto } from '../src/colour/kubelka-munk';
import { labOf } from '../src/colour/lab';
import { BANDS } from '../src/colour/observer';
import { COLOUR_BASES, PASTES } from '../src/colour/pastes';
import { matchColour } from '../src/colour/recipe';
import { bands } from '../src/fair/contours';
import { fairnessOf, type FairnessQuestion } from '../src/fair/fairness';
import { heightField } from '../src/fair/height-field';
import type { Gap } from '../src/fair/hull-curve';
import { checksFor, type Grade } from '../src/finish/check';
import { SCRATCH_SHARE, paperOf, papersOf } from '../src/materials/abrasives';
import { LIBRARY } from '../src/materials/library';
import type { Sheet } from '../src/materials/product';
import { yardLibrary } from '../src/materials/yard-library';
import { type Plan } from '../src/index';
import { BASE, CLOCK, figuresOf, planOf, read, createPlanner } from './support';

const [WHITE] = COLOUR_BASES;
const places = (columns: number, rows: number): { x: number; y: number }[] =>
  Array.from({ length: columns * rows }, (_, k) => ({
    x: (k % columns) / 10 - 0.3,
    y: Math.floor(k / columns) / 10 - 0.2,
  }));
const gapsOf = (values: readonly number[], columns: number): Gap[] =>
  places(columns, values.length / columns).map((p, i) => ({ ...p, gap: values[i] }));
const ask = (gaps: readonly Gap[], more: Partial<FairnessQuestion> = {}): FairnessQuestion => ({
  gaps,
  edge: 'batten',
  tolerance: 0.0005,
  cutLimit: 0.001,
  ...more,
});
const values = fc.array(fc.double({ min: 0, max: 0.008, noNaN: true }), { minLength: 35, maxLength: 35 });

describe('a surface, whatever was read', () => {
  it('is the same seen from the other side', () => {
    fc.assert(
      fc.property(values, (v) => {
        const gaps = gapsOf(v, 7);
        const [one, other] = [fairnessOf(ask(gaps)), fairnessOf(ask(gaps.map((g) => ({ ...g, x: -g.x }))))];
        return (
          Math.abs((one?.fill ?? NaN) - (other?.fill ?? NaN)) < 1e-9 + 0.01 * (one?.fill ?? 0) &&
          one?.deepest === other?.deepest
        );
      }),
      { numRuns: 40 },
    );
  });

  it('does not care how far the batten was held off as a whole', () => {
    fc.assert(
      fc.property(values, fc.double({ min: 0, max: 0.01, noNaN: true }), (v, off) => {
        const [one, other] = [
          gapsOf(v, 7),
          gapsOf(
            v.map((x) => x + off),
            7,
          ),
        ].map((g) => fairnessOf(ask(g)));
        return (
          Math.abs((one?.fill ?? NaN) - (other?.fill ?? NaN)) < 1e-9 &&
          Math.abs((one?.deepest ?? NaN) - (other?.deepest ?? NaN)) < 1e-12
        );
      }),
      { numRuns: 40 },
    );
  });

  it('needs no more filler when more may be cut', () => {
    fc.assert(
      fc.property(values, fc.double({ min: 0, max: 0.004, noNaN: true }), (v, cutLimit) => {
        const gaps = gapsOf(v, 7);
        const [none, some] = [fairnessOf(ask(gaps, { cutLimit: 0 })), fairnessOf(ask(gaps, { cutLimit }))];
        return (some?.fill ?? NaN) <= (none?.fill ?? NaN) + 1e-12;
      }),
      { numRuns: 40 },
    );
  });

  it('has no height beyond its readings, on a lattice and off it', () => {
    fc.assert(
      fc.property(values, fc.boolean(), (v, ragged) => {
        const spots = places(7, 5)
          .map((p, i) => ({ ...p, height: v[i] }))
          .filter((_, i) => !ragged || i % 6 !== 3);
        const field = heightField(spots);
        const [low, high] = [
          Math.min(...spots.map((s) => s.height)),
          Math.max(...spots.map((s) => s.height)),
        ];
        return (
          field !== undefined &&
          [...field.heights].every((h) => Number.isNaN(h) || (h >= low - 1e-12 && h <= high + 1e-12))
        );
      }),
      { numRuns: 40 },
    );
  });

  it('has bands that lie within one another, and rings that close', () => {
    fc.assert(
      fc.property(values, (v) => {
        const map = fairnessOf(ask(gapsOf(v, 7), { cutLimit: 0 }));
        if (!map) return false;
        const found = bands(map.field, 'lows', [0.0005, 0.001, 0.002, 0.004]);
        const area = (ring: readonly (readonly [number, number])[]): number =>
          Math.abs(
            ring.reduce(
              (s, [x, y], i) => s + x * ring[(i + 1) % ring.length][1] - ring[(i + 1) % ring.length][0] * y,
              0,
            ),
          ) / 2;
        const areas = found.map((b) =>
          b.polygons.reduce(
            (s, [outer, ...holes]) => s + area(outer) - holes.reduce((t, h) => t + area(h), 0),
            0,
          ),
        );
        return (
          areas.every((a, i) => i === 0 || a <= areas[i - 1] + 1e-9) &&
          found.every((b) =>
            b.polygons.flat().every((r) => r[0][0] === r.at(-1)?.[0] && r[0][1] === r.at(-1)?.[1]),
          )
        );
      }),
      { numRuns: 30 },
    );
  });

  it('plans without a figure that is not finite, under batten and straight edge', () => {
    fc.assert(
      fc.property(
        values,
        fc.constantFrom('batten' as const, 'straight edge' as const),
        fc.constantFrom<Grade>('workboat', 'standard', 'show'),
        (v, edge, grade) => {
          const { plan } = planOf({
            ...BASE,
            grade,
            fairing: { edge, rounds: [{ at: '2026-11-24T08:00:00Z', readings: gapsOf(v, 7) }] },
          });
          return (
            plan.dish?.fair !== undefined &&
            figuresOf(plan.dish?.fair).every(
              ({ figure }) => Number.isFinite(figure.value) && plan.trace[figure.traceId] !== undefined,
            )
          );
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a planner that remembers', () => {
  const measured = {
    ...BASE,
    fairing: {
      rounds: [
        {
          at: '2026-11-24T08:00:00Z',
          readings: gapsOf(
            Array.from({ length: 35 }, (_, i) => (i === 17 ? 0.003 : 0)),
            7,
          ),
        },
      ],
    },
  };

  it('does not map the surface anew for what does not touch it', () => {
    const planner = createPlanner();
    const plan = (more: object): Plan | undefined =>
      planner.plan(read({ ...measured, ...more }), LIBRARY, {}, CLOCK).plan;
    const first = plan({});
    expect(plan({ title: 'another' })?.dish?.fair?.surface).toBe(first?.dish?.fair?.surface as never);
    expect(plan({ conditions: { temperature: 21, humidity: 0.6 } })?.dish?.fair?.surface).toBe(
      first?.dish?.fair?.surface as never,
    );
    expect(plan({ fairing: { ...measured.fairing, tolerance: 0.001 } })?.dish?.fair?.surface).not.toBe(
      first?.dish?.fair?.surface as never,
    );
  });

  it('plans a job read as often and as closely as a document may hold', () => {
    const readings = Array.from({ length: 600 }, (_, k) => ({
      x: (k % 25) / 25 - 0.5,
      y: Math.floor(k / 25) / 24 - 0.5,
      gap: 0.002 + 0.001 * Math.sin(k),
    }));
    const rounds = Array.from({ length: 12 }, (_, i) => ({ at: `2026-11-${10 + i}T08:00:00Z`, readings }));
    const { plan } = planOf({ ...BASE, fairing: { edge: 'straight edge', rounds } });
    expect(plan.dish?.fair?.surface?.round).toBe(12);
    expect(Number.isFinite(plan.dish?.fair?.volume.value)).toBeTrue();
  });
});

describe('papers of Stores', () => {
  it('have the grain of the sheet, and their own name where they are the yard’s', () => {
    const library = yardLibrary(LIBRARY, [
      { id: 'own-film-5', like: 'wet-p2000', name: 'Film disc, 5 µm', values: { grain: 5e-6, life: 1.2 } },
      { id: 'disc-p80', like: 'disc-p80', values: { life: 1 } },
    ]);
    const own = papersOf(library.products, undefined, 'gel coat').find((p) => p.id === 'own-film-5');
    expect(own).toEqual(jasmine.objectContaining({ name: 'Film disc, 5 µm', grain: 5e-6, life: 1.2 }));
    expect(own?.scratch).toBeCloseTo(5e-6 * SCRATCH_SHARE['gel coat'], 15);
    expect(papersOf(library.products, undefined, 'gel coat').find((p) => p.id === 'disc-p80')?.life).toBe(1);
    expect(papersOf(LIBRARY.products, ['wet-cami400'], 'paint').map((p) => p.name)).toEqual(['CAMI 400']);
    expect(papersOf(LIBRARY.products, undefined, 'paint').some((p) => p.scale === 'CAMI')).toBeFalse();
  });

  it('are none without a grain, or of another role', () => {
    const disc = LIBRARY.products.find((p) => p.id === 'disc-p80') as Sheet;
    expect(paperOf({ ...disc, grain: undefined }, 'paint')).toBeUndefined();
    expect(paperOf({ ...disc, grain: 0 }, 'paint')).toBeUndefined();
    expect(paperOf({ ...disc, role: 'powder' }, 'paint')).toBeUndefined();
    expect(paperOf(disc, 'paint', 'rotary')?.rate).toBeCloseTo(
      (paperOf(disc, 'paint')?.rate ?? NaN) * 1.6,
      12,
    );
  });
});

describe('mixing colours', () => {
  const dose = fc.double({ min: 0, max: 0.02, noNaN: true });

  it('gets no lighter with more black, and no darker with more white in a dark pot', () => {
    const black = PASTES.filter((p) => p.id === 'paste-black');
    const both = PASTES.filter((p) => ['paste-black', 'paste-white'].includes(p.id)).sort((a) =>
      a.id === 'paste-black' ? -1 : 1,
    );
    const L = (pastes: typeof black, c: readonly number[]): number =>
      labOf(mixInto(new Float64Array(BANDS), WHITE, pastes, c)).L;
    fc.assert(fc.property(dose, dose, (a, b) => L(black, [a + b]) <= L(black, [a]) + 1e-9));
    fc.assert(fc.property(dose, dose, (a, b) => L(both, [0.01, a + b]) >= L(both, [0.01, a]) - 1e-9));
  });

  it('adds never less than nothing, never past the limit, never darker than it should', () => {
    fc.assert(
      fc.property(
        fc.subarray([...PASTES], { minLength: 2, maxLength: 3 }),
        fc.array(fc.double({ min: 0.0002, max: 0.008, noNaN: true }), { minLength: 3, maxLength: 3 }),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        (pastes, c, share) => {
          const fractions = pastes.map((_, i) => c[i]);
          const mix = (f: readonly number[]) => labOf(mixInto(new Float64Array(BANDS), WHITE, pastes, f));
          const target = mix(fractions);
          const pot = fractions.map((f) => f * share);
          const { add, expected } = correct(
            WHITE,
            { pastes, fractions: pot, measured: mix(pot) },
            target,
            0.06,
          );
          return (
            add.every((a) => a >= 0) &&
            pot.reduce((s, f, i) => s + f + add[i], 0) <= 0.06 * 1.05 &&
            expected.L >= Math.min(target.L, mix(pot).L) - 0.5
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('tells how far the search has come, and tries no more pastes than it may', () => {
    const told: number[] = [];
    const answer = matchColour(
      { base: WHITE, pastes: PASTES.slice(0, 5), target: { L: 60, a: 20, b: 30 }, limit: 0.06, most: 2 },
      (s) => told.push(s),
    );
    expect(told).toEqual([0.5, 1]);
    expect(Math.max(...answer.bySize.map((r) => r.pastes.length))).toBeLessThanOrEqual(2);
  });
});

describe('marks of the finish', () => {
  it('are the stricter the better the grade', () => {
    const marks = (grade: Grade) =>
      checksFor({ grade, film: 0.0006, gelCoat: true }).flatMap((c) =>
        c.reads?.most === undefined ? [] : [c.reads.most],
      );
    const [workboat, standard, show] = (['workboat', 'standard', 'show'] as const).map(marks);
    standard.forEach((m, i) => {
      expect(m).toBeLessThan(workboat[i]);
      expect(show[i]).toBeLessThan(m);
    });
  });
});
