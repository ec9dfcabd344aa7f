import { dewPointOf } from '../cure/air';
import { COLD_BY } from '../cure/kinetics';
import { problemAt, type Problem, type Stage, type Told } from '../trace/problem';
import type { Moment } from '../trace/problem-codes';
import type { CureSheet } from '../materials/product';
import { LIMITS } from './limits';
import type { Places } from './places';
import type { CureRun } from './run';

export interface WatchedLayer {
  readonly stage: Stage;
  readonly title: string;
  readonly product: string;
  readonly sheet: CureSheet;
  readonly amine: boolean;
  readonly limit: number;
}

/** Below its minimum for longer than this a layer is said to stall, ms. */
const STALL_MS = 2 * 3_600_000;

/** Notes what the air and the face go through while a layer cures, and tells what of it does harm. */
export class Watchers {
  #cold = { value: Infinity, at: 0 };
  #below: { from: number; to: number } | undefined;
  #dew = { margin: Infinity, at: 0 };
  #damp = { value: 0, at: 0 };

  constructor(
    readonly layer: WatchedLayer,
    private readonly zone: string,
  ) {}

  /** To be called after every step until the layer can be sanded. */
  look(run: CureRun): void {
    if (run.reached.sand !== undefined) return;
    const ms = run.origin + run.stack.time * 1000;
    const face = run.stack.faceTemperature(true);
    const air = run.around.air;
    const humidity = air.humidity(ms);
    if (face < this.#cold.value) this.#cold = { value: face, at: ms };
    if (face < this.layer.sheet.minimumTemperature - COLD_BY)
      this.#below = { from: this.#below?.from ?? ms, to: ms };
    const margin = face - dewPointOf(air.temperature(ms), humidity);
    // Once it has gelled, dew does no more than dull it.
    if (run.reached.closes === undefined && margin < this.#dew.margin) this.#dew = { margin, at: ms };
    if (run.reached.closes === undefined && humidity > this.#damp.value)
      this.#damp = { value: humidity, at: ms };
  }

  problems(places: Places, done: boolean): Problem[] {
    const { layer } = this;
    const found: Problem[] = [];
    const warn = (path: string, ...told: Told): void =>
      void found.push(problemAt({ severity: 'warning', stage: layer.stage, path }, told));
    const at = (ms: number): Moment => ({ ms, zone: this.zone });
    const { title, product } = layer;
    const minimum = layer.sheet.minimumTemperature;
    if (places.keptAt !== undefined)
      warn('conditions.temperature', 'never-sets', {
        layer: title,
        product,
        minimum,
        kept: places.keptAt,
      });
    else if (this.#below) {
      const { from, to } = this.#below;
      if (to - from > STALL_MS)
        warn('conditions.temperature', 'stalls', {
          layer: title,
          product,
          minimum,
          from: at(from),
          to: at(to),
        });
      else
        warn('conditions.temperature', 'cools', {
          layer: title,
          product,
          minimum,
          coldest: this.#cold.value,
          at: at(this.#cold.at),
        });
    }
    if (this.#dew.margin < LIMITS.dewMargin)
      warn('conditions.humidity', 'dew-while-curing', {
        layer: title,
        margin: this.#dew.margin,
        least: LIMITS.dewMargin,
        at: at(this.#dew.at),
      });
    if (layer.amine && this.#damp.value > LIMITS.amineHumidity)
      warn('conditions.humidity', 'blush', {
        layer: title,
        humidity: this.#damp.value,
        limit: LIMITS.amineHumidity,
        at: at(this.#damp.at),
      });
    const { peak } = places;
    if (peak.value > layer.limit)
      warn('mix.perGo', 'heats-itself', {
        layer: title,
        peak: peak.value,
        limit: layer.limit,
        at: at(places.rim.origin + peak.at * 1000),
      });
    const corePeak = places.middle?.corePeak ?? -Infinity;
    if (corePeak > LIMITS.foam)
      warn('mix.perGo', 'foam-softens', { layer: title, peak: corePeak, limit: LIMITS.foam });
    if (!done) warn('conditions.temperature', 'stays-soft', { layer: title });
    return found;
  }
}
