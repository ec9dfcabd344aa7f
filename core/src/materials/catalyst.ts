import { formula } from '../trace/formula';
import type { Proportion } from './product';

/** Peroxide percent by mass against temperature for laminating polyester, vinyl ester and gel coat; ends held. */
const CURVE: readonly (readonly [temperature: number, percent: number])[] = [
  [13, 2.5],
  [16, 2.25],
  [21, 1.75],
  [27, 1.25],
  [32, 1.0],
];

/** Share of peroxide by mass of resin at a temperature T (°C). A default by product class; a data sheet overrides it. */
export const catalystFraction = formula({
  id: 'materials/catalyst',
  expression:
    'by T along straight lines through 13 °C 2.5 %, 16 °C 2.25 %, 21 °C 1.75 %, 27 °C 1.25 %, 32 °C 1.0 %',
  unit: 'fraction',
  source: 'usual guide for MEKP in laminating polyester, vinyl ester and gel coat; the data sheet decides',
  inputs: { T: 'temperature' },
  evaluate: (x) => {
    const last = CURVE[CURVE.length - 1];
    if (x.T <= CURVE[0][0]) return CURVE[0][1] / 100;
    for (let i = 1; i < CURVE.length; i += 1) {
      const [[t0, p0], [t1, p1]] = [CURVE[i - 1], CURVE[i]];
      if (x.T <= t1) return (p0 + ((p1 - p0) * (x.T - t0)) / (t1 - t0)) / 100;
    }
    return last[1] / 100;
  },
});

/** Share of catalyst that a product gets at a temperature, °C: as it is stated, else by the curve. */
export const catalystOf = (proportion: Proportion | undefined, T: number): number =>
  (proportion?.kind === 'peroxide' ? proportion.percent : undefined) ?? catalystFraction.evaluate({ T });

export const catalystMass = formula({
  id: 'materials/catalyst',
  expression: 'm_cat = p·m_resin',
  unit: 'kg',
  source: 'percent by mass of resin without filler',
  inputs: { p: 'catalyst by mass', m_resin: 'resin' },
  evaluate: (x) => x.p * x.m_resin,
});

export const catalystVolume = formula({
  id: 'materials/catalyst',
  expression: 'V = m_cat/ρ_cat',
  unit: 'm³',
  source: 'density of MEKP solution, about 1.12',
  inputs: { m_cat: 'catalyst', ρ_cat: 'density of the catalyst' },
  evaluate: (x) => x.m_cat / x.ρ_cat,
});

export const dropCount = formula({
  id: 'materials/catalyst',
  expression: 'n = round(V·k)',
  unit: 'count',
  source: 'drops per ml belong to the bottle: count one millilitre once',
  inputs: { V: 'volume', k: 'drops in a cubic metre' },
  evaluate: (x) => Math.round(x.V * x.k),
});
