import fc from 'fast-check';
import { saidOf, findingHistory } from './support';
import {
  IDENTIFICATION_TESTS,
  SUBSTRATES,
  againstFirstLook,
  area,
  damageData,
  DAMAGE_KINDS,
  identify,
  nextTest,
  readJob,
  LIBRARY,
  type DamageKind,
  type Evidence,
} from '../src/index';
import { belief } from '../src/survey/identify';
import { mapReadings } from '../src/survey/readings';
import { Ledger } from '../src/trace/ledger';
import { BASE, CLOCK, planOf, read } from './support';

const ledger = (): Ledger => new Ledger('spec');
const found = (evidence: readonly Evidence[]) => identify(evidence, ledger());

describe('the guide that names a hull', () => {
  it('names each material from what a technician would find on it', () => {
    const cases: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
      [
        'csm-fabric',
        [
          ['kind', 'tube'],
          ['colours', 'two'],
          ['solvent', 'dulls'],
        ],
      ],
      [
        'pvc-fabric',
        [
          ['kind', 'tube'],
          ['feel', 'vinyl'],
          ['solvent', 'tacky'],
          ['seams', 'glued'],
        ],
      ],
      [
        'tpu-fabric',
        [
          ['kind', 'tube'],
          ['feel', 'thin'],
          ['seams', 'welded'],
        ],
      ],
      [
        'drop-stitch',
        [
          ['kind', 'tube'],
          ['seams', 'sides'],
          ['feel', 'vinyl'],
        ],
      ],
      [
        'hdpe',
        [
          ['feel', 'waxy'],
          ['float', 'floats'],
          ['mark', 'two'],
        ],
      ],
      [
        'pe-crosslinked',
        [
          ['feel', 'waxy'],
          ['float', 'floats'],
          ['warm', 'keeps'],
        ],
      ],
      [
        'pp',
        [
          ['feel', 'waxy'],
          ['mark', 'five'],
          ['solvent', 'nothing'],
        ],
      ],
      [
        'abs',
        [
          ['solvent', 'smears'],
          ['edge', 'even'],
          ['float', 'sinks'],
        ],
      ],
      [
        'smc',
        [
          ['edge', 'pale'],
          ['knock', 'rings'],
        ],
      ],
      [
        'frp-cored',
        [
          ['edge', 'skins'],
          ['solvent', 'nothing'],
          ['knock', 'drum'],
          ['kind', 'shell'],
        ],
      ],
      [
        'foil-g10',
        [
          ['kind', 'blade'],
          ['seeThrough', 'green'],
        ],
      ],
      [
        'aluminium',
        [
          ['kind', 'metal'],
          ['magnet', 'no'],
          ['face', 'white'],
        ],
      ],
    ];
    for (const [id, evidence] of cases) {
      const result = found(evidence.map(([test, outcome]) => ({ test, outcome })));
      expect(result?.candidates[0].substrate.id).withContext(id).toBe(id);
    }
  });

  it('keeps several alive while it is unsure, and its beliefs add up to one', () => {
    const unsure = found([{ test: 'kind', outcome: 'tube' }]);
    expect(unsure?.sure).toBe('unsure');
    expect(unsure?.candidates.length).toBe(4);
    expect(unsure?.next).toBeDefined();
    const tests = Object.entries(IDENTIFICATION_TESTS).flatMap(([test, t]) =>
      Object.keys(t.outcomes).map((outcome) => ({ test, outcome })),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...tests), { selector: (e) => e.test, maxLength: 6 }),
        (evidence) => {
          const shares = belief(evidence);
          expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
          expect(shares.every((p) => p > 0)).toBeTrue();
          // The order of the tests means nothing.
          belief([...evidence].reverse()).forEach((p, i) => expect(p).toBeCloseTo(shares[i], 12));
          const next = nextTest(evidence);
          if (next !== undefined) expect(evidence.some((e) => e.test === next)).toBeFalse();
        },
      ),
      { numRuns: 60, seed: 3 },
    );
  });

  it('passes over tests and outcomes that it does not know, inherited names among them', () => {
    expect(
      found([
        { test: 'lick', outcome: 'salty' },
        { test: 'constructor', outcome: 'name' },
        { test: 'kind', outcome: 'toString' },
      ]),
    ).toBeUndefined();
    expect(found([])).toBeUndefined();
  });

  it('has only safe tests: no flame, and a caution where there is heat or solvent', () => {
    for (const [id, t] of Object.entries(IDENTIFICATION_TESTS)) {
      expect(t.how).not.toMatch(/\b(burn|light it|flame)\b/i);
      if (id === 'warm' || id === 'solvent') expect(t.caution).toBeTruthy();
      const names = Object.values(t.outcomes).flatMap((o) => [...o.likely, ...(o.possible ?? [])]);
      const known = new Set([...SUBSTRATES.map((s) => s.id), ...SUBSTRATES.map((s) => s.family)]);
      expect(names.filter((n) => !known.has(n as never)))
        .withContext(id)
        .toEqual([]);
    }
  });
});

describe('kinds of damage', () => {
  it('each ask few questions and have a growth that makes sense', () => {
    expect(Object.keys(DAMAGE_KINDS).length).toBe(22);
    for (const kind of Object.keys(DAMAGE_KINDS) as DamageKind[]) {
      const d = damageData(kind);
      expect(d.asks.length).withContext(kind).toBeLessThanOrEqual(3);
      expect(d.growth[0]).toBeGreaterThanOrEqual(1);
      expect(d.growth[1]).toBeGreaterThanOrEqual(d.growth[0]);
    }
    expect(damageData('hole').growth).toEqual([1.5, 3]);
  });

  it('state the difference against the first look in area, plies, hours and cost', () => {
    const job = read({
      ...BASE,
      damage: {
        kind: 'hole',
        findings: [
          { at: '2026-11-20T08:00:00Z', extent: 'first look', size: [0.03, 0.02] },
          { at: '2026-11-20T09:00:00Z', extent: 'true extent', size: [0.09, 0.06], method: 'grind' },
          { at: '2026-11-20T10:00:00Z', extent: 'true extent', size: [0.12, 0.06], method: 'grind' },
        ],
      },
    });
    const difference = againstFirstLook(findingHistory(job, LIBRARY, {}, CLOCK));
    expect(difference?.changes.map((c) => c.key)).toEqual(
      jasmine.arrayContaining(['area', 'hours', 'materials', 'labour', 'resin']),
    );
    expect(difference?.changes.find((c) => c.key === 'area')?.after.value).toBeCloseTo(
      Math.PI * 0.06 * 0.03,
      4,
    );
    expect(againstFirstLook([])).toBeUndefined();
  });
});

describe('readings placed on the outline', () => {
  const grid = (state: (x: number, y: number) => object) =>
    [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((j) => ({ x: i * 0.1, y: j * 0.1, ...state(i, j) })));

  it('count each place to its nearest reading', () => {
    const m = mapReadings(
      { readings: grid((i, j) => ({ tap: i === 0 && j === 0 ? ('dull' as const) : ('sound' as const) })) },
      ledger(),
    );
    expect(m.bad?.value).toBeCloseTo(0.01, 9);
    expect(m.cells.reduce((sum, c) => sum + area(c.cell), 0)).toBeCloseTo(0.26 ** 2, 9);
  });

  it('take a moisture reading against the known dry spot, or by the wood scale', () => {
    const readings = grid((i) => ({ moisture: i === 1 ? 24 : 14 }));
    expect(
      mapReadings({ readings, meter: { dry: 12 } }, ledger()).cells.filter((c) => c.state === 'wet').length,
    ).toBe(3);
    expect(
      mapReadings({ readings, meter: { scale: 'wood' } }, ledger()).cells.filter((c) => c.state === 'wet')
        .length,
    ).toBe(3);
    const l = ledger();
    expect(mapReadings({ readings }, l).limit).toBeUndefined();
    expect(saidOf(l.problems[0]).what).toContain('dry spot');
    const carbon = ledger();
    mapReadings({ readings, fibre: 'carbon', meter: { dry: 12 } }, carbon);
    expect(saidOf(carbon.problems[0]).what).toContain('carbon');
  });

  it('stand being on one spot, in one line, or few', () => {
    for (const readings of [
      [],
      [{ x: 0, y: 0, tap: 'dull' as const }],
      [0, 1, 2, 3].map((i) => ({ x: i / 10, y: 0, tap: 'dead' as const })),
      [0, 1, 2].map(() => ({ x: 0, y: 0, tap: 'dull' as const })),
    ]) {
      const m = mapReadings({ readings }, ledger());
      expect(Number.isFinite(m.bad?.value ?? 0)).toBeTrue();
      expect(m.cells.length).toBe(readings.length);
    }
    const { plan } = planOf({ ...BASE, damage: { ...BASE.damage, readings: grid(() => ({ tap: 'dull' })) } });
    expect(plan.planView?.readings.length).toBe(9);
  });

  it('outside the limits of the job file are named', () => {
    const { problems } = readJob({
      ...BASE,
      damage: { ...BASE.damage, readings: [{ x: '9 m', y: 0, tap: 'loud' }] },
    });
    expect(problems.map((p) => p.path)).toEqual(
      jasmine.arrayContaining(['damage.readings.0.x', 'damage.readings.0.tap']),
    );
  });
});
