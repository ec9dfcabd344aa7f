import { formula } from '../trace/formula';

const B = 17.62;
const C = 243.12;

/** Dew point in °C from air temperature T (°C) and relative humidity RH (0–1], Magnus form over water. */
export const dewPoint = formula({
  id: 'physics/dew-point',
  expression: 'T_d = c·γ/(b − γ), γ = ln(RH) + b·T/(c + T), b = 17.62, c = 243.12',
  unit: '°C',
  source: 'Magnus formula, WMO guide coefficients',
  inputs: { T: 'temperature', RH: 'relative humidity' },
  evaluate: (x) => {
    const gamma = Math.log(x.RH) + (B * x.T) / (C + x.T);
    return (C * gamma) / (B - gamma);
  },
});
