import { DEFAULTS } from '../materials/defaults';
import { dewPoint } from '../physics/dew-point';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { problemAt, type Told } from '../trace/problem';
import type { Method } from './application';

export interface CoatWeather {
  readonly temperature: Figure;
  readonly humidity: Figure;
  readonly wind?: 'calm' | 'breeze' | 'wind';
  readonly sun?: 'no' | 'yes';
  readonly method: Method;
}

/** Damp air dulls a coat from here on, as a share. Source: usual of paint sheets. */
const DAMP = 0.85;

/**
 * Weather that spoils a coat, whatever it is of: dew, damp, sun that skins it, wind that brings dust and carries spray.
 *
 * @returns the dew point of the air, °C
 */
export function coatWeather(air: CoatWeather, ledger: Ledger): Figure {
  const { temperature, humidity, wind, sun, method } = air;
  const dew = ledger.compute('dewPoint', 'dew point', dewPoint, { T: temperature, RH: humidity });
  const warn = (path: string, ...told: Told): void =>
    ledger.report(problemAt({ severity: 'warning', stage: 'finish', path }, told));
  if (temperature.value - dew.value < DEFAULTS.dewMargin)
    warn('conditions.humidity', 'dew-on-surface', { dewPoint: dew.value, margin: DEFAULTS.dewMargin });
  if (humidity.value > DAMP) warn('conditions.humidity', 'damp-dulls', { humidity: humidity.value });
  if (sun === 'yes') warn('conditions.sun', 'sun-on-wet-coat');
  if (wind === 'wind') warn('coat.wind', 'wind-on-coat', { sprayed: method === 'spray' });
  else if (method === 'spray' && wind === 'breeze') warn('coat.wind', 'overspray-drifts');
  return dew;
}
