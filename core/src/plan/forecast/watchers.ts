import { dewPointOf } from '../../cure/air';
import type { Problem, Stage } from '../../trace/problem';
import type { CureSheet } from '../../materials/product';
import { LIMITS } from './limits';
import type { CureRun } from './run';

export interface WatchedLayer {
  readonly stage: Stage;
  readonly title: string;
  readonly product: string;
  readonly sheet: CureSheet;
  readonly amine: boolean;
  readonly limit: number;
}

/** Notes what the air and the face go through while a layer cures, and tells what of it does harm. */
export class Watchers {
  #cold = { value: Infinity, at: 0 };
  #below: { from: number; to: number } | undefined;
  #dew = { margin: Infinity, at: 0 };
  #damp = { value: 0, at: 0 };

  constructor(readonly layer: WatchedLayer, private readonly clock: (ms: number) => string) {}

  /** To be called after every step until the layer can be sanded. */
  look(run: CureRun): void {
    if (run.reached.sand !== undefined) return;
    const ms = run.origin + run.stack.time * 1000;
    const face = run.stack.faceTemperature(true);
    const air = run.around.air;
    const humidity = air.humidity(ms);
    if (face < this.#cold.value) this.#cold = { value: face, at: ms };
    if (face < this.layer.sheet.minimumTemperature) this.#below = { from: this.#below?.from ?? ms, to: ms };
    const margin = face - dewPointOf(air.temperature(ms), humidity);
    // Once it has gelled, dew does no more than dull it.
    if (run.reached.closes === undefined && margin < this.#dew.margin) this.#dew = { margin, at: ms };
    if (run.reached.closes === undefined && humidity > this.#damp.value) this.#damp = { value: humidity, at: ms };
  }

  problems(run: CureRun, done: boolean): Problem[] {
    const { layer, clock } = this;
    const found: Problem[] = [];
    const warn = (path: string, what: string, suggestion: string, allowed?: string): void => void found.push({ severity: 'warning', stage: layer.stage, path, what: `${layer.title}: ${what}`, suggestion, allowed });
    const minimum = layer.sheet.minimumTemperature;
    if (this.#below) {
      const night = this.#below.to - this.#below.from > 2 * 3_600_000;
      warn('conditions.temperature', `${night ? `stalls from ${clock(this.#below.from)} to ${clock(this.#below.to)}` : `cools to ${this.#cold.value.toFixed(0)} °C at ${clock(this.#cold.at)}`}, below the minimum of ${layer.product}`, 'hold it warmer: tent and heater, or start so that it is hard before the night', `${minimum} °C and above`);
    }
    if (this.#dew.margin < LIMITS.dewMargin) warn('conditions.humidity', `the face comes within ${Math.max(0, this.#dew.margin).toFixed(1)} °C of the dew point at ${clock(this.#dew.at)}, before it is hard`, 'cover it, warm it, or lay it earlier in the day', `at least ${LIMITS.dewMargin} °C above`);
    if (layer.amine && this.#damp.value > LIMITS.amineHumidity) warn('conditions.humidity', `air as damp as ${Math.round(this.#damp.value * 100)} % at ${clock(this.#damp.at)} makes amine hardener blush`, 'peel ply over the last ply, wash before anything goes on, or drier air', `up to ${LIMITS.amineHumidity * 100} %`);
    if (run.peak.value > layer.limit) warn('mix.perGo', `heats itself to ${run.peak.value > 150 ? 'over 150' : run.peak.value.toFixed(0)} °C at ${clock(run.origin + run.peak.at * 1000)}${run.peak.value > 100 ? ': it smokes, cracks and may take fire' : ''}`, 'less in one go, a slower hardener, or a cooler hour', `up to ${layer.limit} °C`);
    if (run.corePeak > LIMITS.foam) warn('mix.perGo', `the core reaches ${run.corePeak.toFixed(0)} °C, where foam softens`, 'less in one go, and no heat on it until it has gelled', `up to ${LIMITS.foam} °C`);
    if (!done) warn('conditions.temperature', 'does not get hard enough to sand within two weeks at this temperature', 'warm it: cure goes twice as fast per 10 °C');
    return found;
  }
}
