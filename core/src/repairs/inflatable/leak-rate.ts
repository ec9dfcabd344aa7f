import { formula } from '../../trace/formula';

const KELVIN = 273.15;
/** Standard atmosphere, Pa: stands in until a barometer is read. */
export const STANDARD_ATMOSPHERE = 101_325;

/**
 * Gauge pressure that a second reading would have shown at the temperature and barometer of the first, Pa.
 * Constant volume and amount of air: p₁/T₁ = p₂/T₂ with absolute pressures and the temperature of the fabric.
 * Source: gas law (Gay-Lussac).
 */
export const correctedGauge = formula({
  id: 'repairs/inflatable/leak-rate',
  expression: 'g₂′ = (g₂ + b₂)·(T₁ + 273.15)/(T₂ + 273.15) − b₁',
  unit: 'Pa',
  source: 'gas law at constant volume, absolute pressures by the local barometer, temperature of the fabric',
  inputs: {
    'g₂': 'gauge pressure read',
    'b₂': 'its barometer',
    'T₁': 'fabric at the first reading',
    'T₂': 'fabric then',
    'b₁': 'barometer at the first reading',
  },
  evaluate: (x) => ((x['g₂'] + x['b₂']) * (x['T₁'] + KELVIN)) / (x['T₂'] + KELVIN) - x['b₁'],
});

/** What a tight tube would show at the second reading, Pa: the drop that is only cooling. */
export const expectedGauge = formula({
  id: 'repairs/inflatable/leak-rate',
  expression: 'g_tight = (g₁ + b₁)·(T₂ + 273.15)/(T₁ + 273.15) − b₂',
  unit: 'Pa',
  source: 'gas law at constant volume and amount of air',
  inputs: {
    'g₁': 'first gauge pressure',
    'b₁': 'its barometer',
    'T₁': 'fabric then',
    'T₂': 'fabric now',
    'b₂': 'barometer now',
  },
  evaluate: (x) => ((x['g₁'] + x['b₁']) * (x['T₂'] + KELVIN)) / (x['T₁'] + KELVIN) - x['b₂'],
});

/** How far the corrected drop may be a matter of reading, Pa: two gauges read to δg, two temperatures to δT. */
export const dropError = formula({
  id: 'repairs/inflatable/leak-rate',
  expression: 'δ = √(2·δg² + 2·((g₁ + b₁)/(T₁ + 273.15)·δT)²)',
  unit: 'Pa',
  source: 'errors of independent readings add as squares',
  inputs: {
    δg: 'gauge read to',
    δT: 'temperature read to',
    'g₁': 'first gauge pressure',
    'b₁': 'its barometer',
    'T₁': 'fabric then',
  },
  evaluate: (x) => Math.sqrt(2 * x.δg ** 2 + 2 * (((x['g₁'] + x['b₁']) / (x['T₁'] + KELVIN)) * x.δT) ** 2),
});

/** Pressure lost in a time at a rate that goes with the pressure itself, Pa/s at the first reading. */
export const lossRate = formula({
  id: 'repairs/inflatable/leak-rate',
  expression: 'q = k·g₁',
  unit: 'Pa/s',
  source: 'flow through a small leak goes with the gauge pressure: g = g₁·e^(−k·t)',
  inputs: { k: 'share lost in a second', 'g₁': 'first gauge pressure' },
  evaluate: (x) => x.k * x['g₁'],
});

/** Rate constant from corrected gauge readings by least squares on their logarithms, 1/s. @returns 0 where none falls */
export function decayConstant(readings: readonly { readonly t: number; readonly g: number }[]): number {
  const used = readings.filter((r) => r.g > 0);
  const n = used.length;
  if (n < 2) return 0;
  const mt = used.reduce((s, r) => s + r.t, 0) / n;
  const ml = used.reduce((s, r) => s + Math.log(r.g), 0) / n;
  const [sxy, sxx] = used.reduce(
    ([a, b], r) => [a + (r.t - mt) * (Math.log(r.g) - ml), b + (r.t - mt) ** 2],
    [0, 0],
  );
  return sxx > 0 ? Math.max(0, -sxy / sxx) : 0;
}

export const halfLife = formula({
  id: 'repairs/inflatable/leak-rate',
  expression: 't½ = ln 2/k',
  unit: 's',
  source: 'exponential decay',
  inputs: { k: 'share lost in a second' },
  evaluate: (x) => Math.LN2 / x.k,
});

export const dayLoss = formula({
  id: 'repairs/inflatable/leak-rate',
  expression: 'loss = 1 − e^(−k·24 h)',
  unit: 'fraction',
  source: 'exponential decay',
  inputs: { k: 'share lost in a second' },
  evaluate: (x) => 1 - Math.exp(-x.k * 86_400),
});
