import { reached, type Calibration } from '../cure/calibrate';
import { Stack, type Layer } from '../cure/conduction';
import type { CureSheet } from '../materials/product';
import { DOUBLING_RANGE } from '../physics/doubling-rule';
import type { CureField, CureSeries, MilestoneId } from '../plan/cure-forecast';
import type { Surroundings } from './surroundings';

/** What ripens in a layer: a law of cure, or, for products that no class describes, time by the doubling rule. */
export type Ripening =
  { readonly kind: 'law'; readonly law: Calibration } | { readonly kind: 'clock'; readonly sheet: CureSheet };

export type Reached = Partial<Record<MilestoneId, number>>;

/** After gelling an edge is trimmed and tape is pulled until the film is as hard as this share of the way to sanding. */
const TRIM_END = 0.6;
const DAY = 86_400;
/** What a chart shows at least, s, and beyond sanding as a share of the time to it. */
export const SHOWN_LEAST = 3 * 3600;
const SHOWN_AFTER = 0.4;
/** Nothing is waited for longer than this, s. */
export const HORIZON = 14 * DAY;

/** One step of the run. */
interface Sample {
  readonly t: number;
  readonly T: Float64Array;
  readonly a: Float64Array;
  readonly active: number;
  readonly face: number;
  readonly behind: number;
}

/** A stack under way, with the moments at which its newest layer reached its milestones. Seconds from the origin. */
export class CureRun {
  readonly stack: Stack;
  readonly #samples: Sample[] = [];
  #watched:
    | { layer: number; first: number; laid: number; ripening: Ripening; age: number; reached: Reached }
    | undefined;
  #last = { t: 0, alpha: 0, slowest: 0 };
  peak = { value: -Infinity, at: 0 };
  corePeak = -Infinity;
  behindPeak = -Infinity;
  /** Called after every step. */
  each: ((run: CureRun) => void) | undefined;

  /**
   * @param layers all layers that will ever lie, from the back
   * @param laid how many lie there at the beginning
   * @param origin ms since 1970 of second 0
   */
  constructor(
    readonly layers: readonly Layer[],
    laid: number,
    readonly origin: number,
    readonly around: Surroundings,
    start: number,
    cells: number,
    tolerance: number,
  ) {
    const temperature = around.air.temperature(origin + start * 1000);
    this.stack = new Stack({
      layers,
      laid,
      back: around.back,
      front: around.front,
      temperature,
      start,
      cells,
      tolerance,
      longest: 1800,
    });
  }

  get reached(): Reached {
    return this.#watched?.reached ?? {};
  }

  /** Lays the next layer at the moment of the run and begins to watch it. */
  lay(ripening: Ripening, temperature: number): void {
    const layer = this.stack.laid;
    this.stack.lay(temperature);
    const [first] = this.stack.cellsOf(layer);
    this.#watched = { layer, first, laid: this.stack.time, ripening, age: 0, reached: {} };
    this.#last = { t: this.stack.time, alpha: 0, slowest: 0 };
    this.peak = { value: -Infinity, at: this.stack.time };
    this.#sample();
  }

  /** Runs on to a moment, or until a milestone of the newest layer. @returns the milestone's moment, s, where it came */
  until(end: number, what?: MilestoneId): number | undefined {
    if (what !== undefined && this.reached[what] !== undefined) return this.reached[what];
    this.stack.run(end, () => {
      this.#step();
      return what !== undefined && this.reached[what] !== undefined;
    });
    return what === undefined ? undefined : this.reached[what];
  }

  /**
   * Runs on to the moment at which work is taken up again. What was left for longer than anything is waited for has
   * cured as far as its air lets it and lies still in between: its first and its last fortnight are worked out.
   */
  takeUp(at: number): void {
    const { stack } = this;
    if (at - stack.time > 2 * HORIZON) {
      this.until(stack.time + HORIZON);
      stack.time = at - HORIZON;
    }
    this.until(at);
  }

  /** Runs on until the newest layer is half cured and no more than 10 K above the air. @returns that moment, s, or the end */
  untilCooled(end: number): number {
    const first = this.#watched?.first ?? 0;
    this.stack.run(end, (s) => {
      this.#step();
      let [cured, hottest] = [1, -Infinity];
      for (let i = first; i < s.active; i += 1) {
        cured = Math.min(cured, s.alphas[i]);
        hottest = Math.max(hottest, s.temperatures[i]);
      }
      return cured >= 0.5 && hottest <= this.around.air.temperature(this.origin + s.time * 1000) + 10;
    });
    return this.stack.time;
  }

  #step(): void {
    const { stack } = this;
    const w = this.#watched;
    this.around.tick(this.origin + stack.time * 1000, stack.faceTemperature(true));
    this.#sample();
    const behind = stack.faceTemperature(false);
    this.behindPeak = Math.max(this.behindPeak, behind);
    for (let i = 0; i < stack.active; i += 1)
      if (stack.input.layers[stack.layerOf[i]].name === 'core')
        this.corePeak = Math.max(this.corePeak, stack.temperatures[i]);
    if (w) {
      let hottest = -Infinity;
      for (let i = w.first; i < stack.active; i += 1) hottest = Math.max(hottest, stack.temperatures[i]);
      if (hottest > this.peak.value) this.peak = { value: hottest, at: stack.time };
      if (w.ripening.kind === 'law') this.#ripen(w.ripening.law);
      else this.#age(w.ripening.sheet);
    }
    this.each?.(this);
  }

  #ripen({ kinetics, thresholds: t }: Calibration): void {
    const w = this.#watched;
    if (!w) return;
    const { stack } = this;
    const surface = stack.alphas[stack.active - 1];
    let slowest = 1;
    for (let i = w.first; i < stack.active; i += 1) slowest = Math.min(slowest, stack.alphas[i]);
    const between = (mark: number, before: number, now: number): number =>
      this.#last.t +
      (now > before ? Math.min(1, Math.max(0, (mark - before) / (now - before))) : 1) *
        (stack.time - this.#last.t);
    const pass = (id: MilestoneId, mark: number | undefined, before: number, now: number): void => {
      if (mark !== undefined && w.reached[id] === undefined && now >= mark)
        w.reached[id] = between(mark, before, now);
    };
    pass('opens', t.opens, this.#last.alpha, surface);
    pass('gel', t.gel, this.#last.alpha, surface);
    pass('trim', Math.min(t.gel + TRIM_END * (t.sand - t.gel), t.closes ?? 1), this.#last.alpha, surface);
    pass('closes', t.closes, this.#last.alpha, surface);
    if (t.closesAfter !== undefined && w.reached.closes === undefined && stack.time >= w.laid + t.closesAfter)
      w.reached.closes = w.laid + t.closesAfter;
    for (const id of ['sand', 'load', 'full'] as const) {
      if (w.reached[id] !== undefined) continue;
      let all = id === 'sand' || stack.time >= w.laid + t.least[id];
      for (let i = w.first; all && i < stack.active; i += 1)
        all = reached(kinetics, t, id, stack.alphas[i], stack.temperatures[i]);
      if (!all) continue;
      const crossed =
        slowest >= t[id] && this.#last.slowest < t[id]
          ? between(t[id], this.#last.slowest, slowest)
          : stack.time;
      w.reached[id] = id === 'sand' ? crossed : Math.max(crossed, Math.min(stack.time, w.laid + t.least[id]));
    }
    this.#last = { t: stack.time, alpha: surface, slowest };
  }

  #age(sheet: CureSheet): void {
    const w = this.#watched;
    if (!w) return;
    const { stack } = this;
    const before = w.age;
    // No further than the rule reaches.
    w.age +=
      (stack.time - this.#last.t) *
      2 ** ((Math.min(stack.faceTemperature(true), DOUBLING_RANGE[1]) - sheet.referenceTemperature) / 10);
    const pass = (id: MilestoneId, mark: number | undefined): void => {
      if (mark !== undefined && w.reached[id] === undefined && w.age >= mark)
        w.reached[id] = this.#last.t + ((stack.time - this.#last.t) * (mark - before)) / (w.age - before);
    };
    const { window } = sheet;
    pass('opens', window && (window.open === 'gel' ? sheet.potLife : window.open));
    if (window?.closesBy === 'cure') pass('closes', window.close);
    else if (window && w.reached.closes === undefined && stack.time >= w.laid + window.close)
      w.reached.closes = w.laid + window.close;
    pass('sand', sheet.sand);
    pass('load', Math.max(sheet.sand, sheet.full / 2));
    pass('full', sheet.full);
    this.#last = { ...this.#last, t: stack.time };
  }

  #sample(): void {
    const s = this.stack;
    this.#samples.push({
      t: s.time,
      T: s.temperatures.slice(0, s.active),
      a: s.alphas.slice(0, s.active),
      active: s.active,
      face: s.faceTemperature(true),
      behind: s.faceTemperature(false),
    });
  }

  /** What a chart shows of the run: no more than so many moments, the hottest among them. */
  series(fromLayer: number, most = 160): CureSeries {
    const keep = this.#thin(most);
    const [first] = this.stack.cellsOf(fromLayer);
    const at = (s: Sample): readonly [number, number, number] => [
      s.active - 1,
      Math.min(s.active - 1, (first + s.active - 1) >> 1),
      Math.min(first, s.active - 1),
    ];
    const round = (x: number): number => Math.round(x * 100) / 100;
    const wet = this.layers.some((l) => l.resin);
    const cure = (k: 0 | 1 | 2): number[] => keep.map((s) => Math.round(s.a[at(s)[k]] * 1000) / 1000);
    return {
      t: keep.map((s) => Math.round(this.origin + s.t * 1000)),
      air: keep.map((s) => round(this.around.air.temperature(this.origin + s.t * 1000))),
      surface: keep.map((s) => round(s.face)),
      middle: keep.map((s) => round(s.T[at(s)[1]])),
      back: keep.map((s) => round(s.T[at(s)[2]])),
      ...(wet ? { cure: { surface: cure(0), middle: cure(1), back: cure(2) } } : {}),
    };
  }

  field(wetFrom: number, most = 96): CureField {
    const keep = this.#thin(most);
    let z = 0;
    const layers = this.layers.map((l, i) => {
      const from = z;
      z += l.thickness;
      return { name: l.name, from, to: z, wet: i >= wetFrom };
    });
    const n = this.stack.depths.length;
    return {
      t: keep.map((s) => Math.round(this.origin + s.t * 1000)),
      depth: Array.from(this.stack.depths),
      rows: keep.map((s) =>
        Array.from({ length: n }, (_, i) => (i < s.active ? Math.round(s.T[i] * 10) / 10 : -300)),
      ),
      layers,
    };
  }

  /** Moments up to a while after it can be sanded: the last percent of a cure takes days and shows nothing. */
  #thin(most: number): readonly Sample[] {
    const w = this.#watched;
    const hard = w?.reached.sand ?? w?.reached.full;
    const until =
      w && hard !== undefined
        ? Math.max(w.laid + SHOWN_LEAST, hard + SHOWN_AFTER * (hard - w.laid))
        : Infinity;
    const all = this.#samples.filter((_, i, list) => i === 0 || list[i - 1].t <= until);
    if (all.length <= most) return all;
    const [start, end] = [all[0].t, all[all.length - 1].t];
    const kept: Sample[] = [];
    let next = start;
    for (const s of all) {
      if (s.t < next && s !== all[all.length - 1]) continue;
      kept.push(s);
      next = s.t + (end - start) / most;
    }
    return kept;
  }
}
