import { airOf, heated, standInForecast, warmth, dewPointOf } from '../src/cure/air';
import { dry, dryingRate, throughCure } from '../src/cure/drying';
import { sunUva, timeToDepth, TYPICAL_LIGHT, doseAt } from '../src/cure/light';

const H = 3600;

describe('air', () => {
  it('is coldest before sunrise, warmest after noon, and damper in the night', () => {
    expect(warmth(5)).toBeCloseTo(0, 9);
    expect(warmth(15)).toBeCloseTo(1, 9);
    const air = airOf({ kind: 'day and night', low: 4, high: 16, humidity: 0.7, zone: () => 0 });
    const at = (hour: number): number => Date.UTC(2026, 4, 1, hour);
    expect(air.temperature(at(5))).toBeCloseTo(4, 6);
    expect(air.temperature(at(15))).toBeCloseTo(16, 6);
    expect(air.humidity(at(5))).toBeGreaterThan(air.humidity(at(15)));
    expect(air.humidity(at(5))).toBeLessThanOrEqual(1);
  });

  it('goes through the readings by straight lines, and on as the last day did', () => {
    const t0 = Date.UTC(2026, 4, 1);
    const readings = Array.from({ length: 49 }, (_, i) => ({
      at: t0 + i * H * 1000,
      temperature: 10 + (i % 24),
    }));
    const air = airOf({ kind: 'readings', readings, humidity: 0.6 });
    expect(air.temperature(t0 + 1.5 * H * 1000)).toBeCloseTo(11.5, 9);
    expect(air.temperature(t0 + 48 * H * 1000 + 5 * H * 1000)).toBeCloseTo(15, 9);
    expect(air.humidity(t0)).toBe(0.6);
  });

  it('a heated tent is never colder than it is held, and drier', () => {
    const air = heated(airOf({ kind: 'steady', temperature: 8, humidity: 0.9 }), 22, 0, 1000);
    expect(air.temperature(500)).toBe(22);
    expect(air.temperature(1500)).toBe(8);
    expect(air.humidity(500)).toBeLessThan(0.5);
    expect(dewPointOf(17.4, 0.61)).toBeCloseTo(9.8, 1);
  });

  it('a stand-in forecast begins at the reading of now and never jumps', () => {
    const f = standInForecast(Date.UTC(2026, 10, 25, 13), 12, 60);
    expect(f.length).toBe(73);
    expect(f[0].temperature).toBeCloseTo(12, 1);
    for (let i = 1; i < f.length; i += 1)
      expect(Math.abs(f[i].temperature - f[i - 1].temperature)).toBeLessThan(2.5);
  });
});

describe('drying and light', () => {
  const sheet = {
    kind: 'solvent',
    open: 600,
    closed: 2400,
    temperature: 20,
    humidity: 0.5,
    film: 200e-6,
    humidityLimit: 0.65,
  } as const;
  it('is as the sheet at its conditions, slower cold, damp and thick', () => {
    const run = dry(sheet, 200e-6, () => [20, 0.5], 4 * H);
    expect(run.opens ?? 0).toBeCloseTo(600, 0);
    expect(run.closes ?? 0).toBeCloseTo(2400, 0);
    expect(dryingRate(sheet, 30, 0.5, 200e-6)).toBeCloseTo(2, 9);
    expect(dryingRate(sheet, 20, 0.85, 200e-6)).toBeLessThan(0.5);
    expect(dryingRate(sheet, 20, 0.5, 400e-6)).toBeCloseTo(0.25, 9);
  });
  it('moisture cures faster in damp air: three millimetres in a day at 23 °C and 50 %', () => {
    expect(throughCure(0.003, 23, 0.5)).toBeCloseTo(86_400, 6);
    expect(throughCure(0.006, 23, 0.5)).toBeCloseTo(4 * 86_400, 6);
    expect(throughCure(0.003, 23, 0.8)).toBeLessThan(86_400);
    expect(dryingRate({ ...sheet, kind: 'moisture' }, 20, 0.7, 200e-6)).toBeCloseTo(1.4, 9);
  });
  it('light goes in as Beer and Lambert have it, and what is not lit does not cure', () => {
    const t = timeToDepth(TYPICAL_LIGHT, 0.002, sunUva(50));
    expect(t / timeToDepth(TYPICAL_LIGHT, 0, sunUva(50))).toBeCloseTo(
      Math.exp(TYPICAL_LIGHT.absorption * 0.002),
      9,
    );
    expect(doseAt(TYPICAL_LIGHT, 0.002, sunUva(50), t)).toBeCloseTo(TYPICAL_LIGHT.dose, 6);
    expect(sunUva(-5)).toBe(0);
    expect(timeToDepth(TYPICAL_LIGHT, 0.001, 0)).toBe(Infinity);
  });
});
