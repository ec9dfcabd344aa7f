import { formula } from '../trace/formula';

const KELVIN = 273.15;
/** ΔH/R, K: heat of vaporisation of wiping solvents, some 40 kJ/mol (acetone 31, toluene 38, isopropyl alcohol 45), by the gas constant. */
const SLOPE = 4811;
const AT = 20;

/** How long a solvent takes to go off a wiped face, from what it takes at 20 °C. Still air; moving air is quicker. */
export const flashOff = formula({
  id: 'physics/flash-off',
  expression: 't = t₂₀·e^(4811·(1/(T + 273.15) − 1/293.15))',
  unit: 's',
  source: 'evaporation follows the vapour pressure, which follows the temperature by Clausius and Clapeyron',
  inputs: { 't₂₀': 'until it has flashed off at 20 °C', T: 'temperature at the work' },
  evaluate: (x) => x['t₂₀'] * Math.exp(SLOPE * (1 / (x.T + KELVIN) - 1 / (AT + KELVIN))),
});
