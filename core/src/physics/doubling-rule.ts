import { formula } from '../trace/formula';

/**
 * Time factor at temperature T against the reference of the data sheet: rate doubles per +10 °C.
 * Good between about 10 and 40 °C; beyond, the figure is an extrapolation and the plan says so.
 */
export const timeFactor = formula({
  id: 'physics/doubling-rule',
  expression: 'f = 2^((T_ref − T)/10)',
  unit: '1',
  source: 'doubling rule near room temperature (E ≈ 50–60 kJ/mol)',
  inputs: { T: 'temperature', T_ref: 'temperature of the sheet' },
  evaluate: (x) => 2 ** ((x.T_ref - x.T) / 10),
});

export const timeAtTemperature = formula({
  id: 'physics/doubling-rule',
  expression: 't = f·t_ref',
  unit: 's',
  source: 'time of the data sheet, scaled',
  inputs: { f: 'time factor', t_ref: 'time of the sheet' },
  evaluate: (x) => x.f * x.t_ref,
});

/** Temperatures between which the rule may be used, °C. */
export const DOUBLING_RANGE: readonly [number, number] = [10, 40];
