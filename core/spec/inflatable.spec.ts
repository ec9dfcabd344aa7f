import fc from 'fast-check';
import { saidOf } from './support';
import type { Figure, Lag, Plan, Problem } from '../src/index';
import { patternPieces } from '../src/papers';
import { LIBRARY } from '../src/index';
import {
  correctedGauge,
  dayLoss,
  decayConstant,
  expectedGauge,
  halfLife,
} from '../src/repairs/inflatable/leak-rate';
import { roundedArea } from '../src/repairs/inflatable/patch';
import { planOf } from './support';

const tear = (
  more: { damage?: object; hull?: string; inflatable?: object; conditions?: object; system?: object } = {},
): { plan: Plan; problems: readonly Problem[] } =>
  planOf({
    format: 'nelbo-job/1',
    hull: { material: more.hull ?? 'pvc-fabric' },
    damage: { kind: 'fabric-tear', size: [0.12, 0.004], ...more.damage },
    conditions: { temperature: 20, humidity: 0.5, ...more.conditions },
    repair: { inflatable: more.inflatable ?? {} },
    ...(more.system ? { system: more.system } : {}),
  });
const reading = (hours: number, mbar: number, temperature: number, barometer = 1013): object => ({
  at: new Date(Date.parse('2026-05-03T08:00:00Z') + hours * 3_600_000).toISOString(),
  pressure: mbar * 100,
  temperature,
  barometer: barometer * 100,
});
const key = (plan: Plan, stage: string, label: string): Figure | undefined =>
  plan.repair?.sheets.find((s) => s.stage === stage)?.key.find((k) => k.label === label)?.figure;

const lagsOf = (plan: Plan): readonly Lag[] => plan.work?.links.flatMap((l) => l.lags) ?? [];

describe('leak test of a tube', () => {
  it('knows how much of a drop is cooling: 220 mbar at 25 °C are 179 mbar at 15 °C', () => {
    // (22 000 + 101 325)·288.15/298.15 − 101 325 = 17 863 Pa
    expect(
      expectedGauge.evaluate({ 'g₁': 22_000, 'b₁': 101_325, 'T₁': 25, 'T₂': 15, 'b₂': 101_325 }),
    ).toBeCloseTo(17_863.6, 0);
    expect(
      correctedGauge.evaluate({ 'g₂': 17_863.6, 'b₂': 101_325, 'T₁': 25, 'T₂': 15, 'b₁': 101_325 }),
    ).toBeCloseTo(22_000, 0);
  });

  it('tells the weather apart: ten hPa on the barometer are ten hPa on the gauge', () => {
    expect(
      expectedGauge.evaluate({ 'g₁': 22_000, 'b₁': 101_000, 'T₁': 20, 'T₂': 20, 'b₂': 102_000 }),
    ).toBeCloseTo(21_000, 6);
  });

  it('calls a tight tube tight whatever temperature and barometer do', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5_000, max: 100_000, noNaN: true }),
        fc.double({ min: -5, max: 40, noNaN: true }),
        fc.double({ min: -5, max: 40, noNaN: true }),
        fc.double({ min: 95_000, max: 105_000, noNaN: true }),
        fc.double({ min: 95_000, max: 105_000, noNaN: true }),
        (g1, T1, T2, b1, b2) => {
          const g2 = expectedGauge.evaluate({ 'g₁': g1, 'b₁': b1, 'T₁': T1, 'T₂': T2, 'b₂': b2 });
          expect(correctedGauge.evaluate({ 'g₂': g2, 'b₂': b2, 'T₁': T1, 'T₂': T2, 'b₁': b1 })).toBeCloseTo(
            g1,
            4,
          );
        },
      ),
    );
  });

  it('finds rate and half-life of an exponential loss', () => {
    const k = Math.LN2 / (24 * 3600);
    const readings = [0, 3, 7, 20].map((h) => ({ t: h * 3600, g: 22_000 * Math.exp(-k * h * 3600) }));
    expect(decayConstant(readings)).toBeCloseTo(k, 12);
    expect(halfLife.evaluate({ k })).toBeCloseTo(24 * 3600, 3);
    expect(dayLoss.evaluate({ k })).toBeCloseTo(0.5, 9);
  });

  it('gives its verdict in words: cooling only, within the mark, or a leak', () => {
    const cooling = tear({ inflatable: { leak: [reading(0, 220, 25), reading(10, 179, 15)] } });
    expect(cooling.problems.filter((p) => p.path.startsWith('repair.inflatable.leak'))).toEqual([]);
    expect(JSON.stringify(cooling.plan.repair?.sheets.find((s) => s.stage === 'survey')?.sentence)).toContain(
      'no loss',
    );
    const leaks = tear({ inflatable: { leak: [reading(0, 220, 20), reading(6, 150, 20)] } });
    expect(saidOf(leaks.problems.find((p) => p.path === 'repair.inflatable.leak.1.pressure'))?.what).toMatch(
      /it loses 78 % in a day/,
    );
    expect(key(leaks.plan, 'survey', 'Half is gone in')?.value).toBeCloseTo(
      (6 * 3600 * Math.LN2) / Math.log(220 / 150),
      0,
    );
  });

  it('refuses a test in which pressure rises, and names the reading', () => {
    const { problems } = tear({ inflatable: { leak: [reading(0, 200, 20), reading(5, 230, 20)] } });
    const found = problems.find((p) => p.path === 'repair.inflatable.leak.1.pressure');
    expect(found?.severity).toBe('error');
    expect(saidOf(found)?.what).toMatch(/rose by 30 mbar/);
    expect(saidOf(found)?.suggestion).toMatch(/topped up/);
  });

  it('asks for more time where a test is short, and says what it took for granted', () => {
    const short = tear({ inflatable: { leak: [reading(0, 220, 20), reading(0.3, 200, 20)] } });
    expect(saidOf(short.problems.find((p) => p.path === 'repair.inflatable.leak.1.at'))?.what).toMatch(
      /18 min/,
    );
    const { barometer: _, ...plain } = reading(0, 220, 20) as { barometer: number };
    expect(
      tear({ inflatable: { leak: [plain, reading(8, 200, 20)] } }).problems.find(
        (p) => p.path === 'repair.inflatable.leak.0.barometer',
      )?.severity,
    ).toBe('assumed');
  });
});

describe('patch of a tube', () => {
  const rows = (plan: Plan): readonly (readonly unknown[])[] =>
    plan.repair?.sheets.find((s) => s.stage === 'mix')?.tables.find((t) => t.caption === 'Patch')?.rows ?? [];
  const size = (plan: Plan): readonly number[] =>
    (rows(plan)[0]?.[1] as { figure: Figure }[])
      .filter((w) => typeof w === 'object')
      .map((w) => w.figure.value);

  it('reaches 50 mm past a tear, 30 mm on a small tube, corners rounded', () => {
    expect(size(tear().plan)).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(size(tear().plan)[0]).toBeCloseTo(0.22, 9);
    expect(size(tear().plan)[1]).toBeCloseTo(0.104, 9);
    expect(size(tear({ inflatable: { tube: 0.25 } }).plan)[0]).toBeCloseTo(0.18, 9);
    expect(roundedArea.evaluate({ L: 0.22, W: 0.104, r: 0.025 })).toBeCloseTo(
      0.22 * 0.104 - (4 - Math.PI) * 0.000625,
      12,
    );
  });

  it('goes on across a seam that it would end on', () => {
    const { plan } = tear({ damage: { seam: 0.05 } });
    // 4 mm + 50 mm on one side, 50 + 25 + 25 mm on the other.
    expect(size(plan)[1]).toBeCloseTo(0.154, 9);
  });

  it('stitches a long tear, a stitch every 6 mm and one more, and lays a patch inside', () => {
    const { plan } = tear();
    const stitch = plan.repair?.sheets
      .find((s) => s.stage === 'mix')
      ?.tables.find((t) => t.caption === 'Drawn together first');
    expect((stitch?.rows[0][0][0] as Figure).value).toBe(21);
    expect(rows(plan).length).toBe(2);
    expect(rows(tear({ inflatable: { inside: 'no' } }).plan).length).toBe(1);
    expect(rows(tear({ damage: { size: [0.03, 0.002] } }).plan).length).toBe(1);
  });

  it('prints both patches at 1:1', () => {
    const pieces = patternPieces(tear().plan, LIBRARY);
    expect(pieces.map((p) => p.id)).toEqual(['patch', 'patch-inside']);
    expect(pieces[0].length).toBeCloseTo(0.22, 6);
  });

  it('says that a patch is larger than the tube', () => {
    const found = tear({ damage: { size: [0.2, 0.15] }, inflatable: { tube: 0.12 } }).problems.find(
      (p) => p.severity === 'error',
    );
    expect(found?.path).toBe('damage.size');
    expect(saidOf(found)?.what).toMatch(/larger than the tube/);
    expect(saidOf(found)?.allowed).toMatch(/188 mm/);
  });

  it('waits a day before air and three before load at 20 °C, longer in the cold, never shorter', () => {
    const waits = (T: number): number[] =>
      lagsOf(tear({ conditions: { temperature: T } }).plan)
        .filter((lag) => lag.awaited === 'noAir' || lag.awaited === 'noLoad')
        .map((lag) => lag.least.value / 3600);
    expect(waits(20)).toEqual([24, 48]);
    expect(waits(28)).toEqual([24, 48]);
    expect(waits(15)[0]).toBeCloseTo(24 * Math.SQRT2, 3);
  });

  it('dries longer when damp or cold, and warns of too much hardener', () => {
    const flash = (more: object): number =>
      lagsOf(tear({ conditions: more, system: { bond: 'pu-fabric-2k' } }).plan).find(
        (lag) => lag.awaited === 'dull',
      )?.least.value ?? 0;
    expect(flash({ humidity: 0.8 })).toBeGreaterThan(flash({ humidity: 0.4 }));
    expect(flash({ temperature: 10 })).toBeCloseTo(2 * flash({ temperature: 20 }), 6);
    expect(
      saidOf(
        tear({ inflatable: { hardener: 0.09 } }).problems.find(
          (p) => p.path === 'repair.inflatable.hardener',
        ),
      )?.allowed,
    ).toMatch(/3 to 6 %/);
  });

  it('takes a valve apart before it glues anything, and labels a field fix as temporary', () => {
    const valve = tear({ damage: { kind: 'valve-leak', valve: 'cap' } });
    expect(valve.plan.repair?.pots).toEqual([]);
    expect(valve.plan.work?.steps.map((s) => s.id)).toContain('valve.putBack@valve');
    const field = tear({ inflatable: { where: 'field', working: 22_000 } });
    expect(JSON.stringify(field.plan.repair?.sheets.find((s) => s.stage === 'mix')?.notes)).toContain(
      'TEMPORARY',
    );
    expect(field.plan.trace['repair.field.pressure'].value).toBe(11_000);
  });
});
