import { Stack, type Layer } from '../cure/conduction';
import { filmStep, freshState, stepCure, type CureState } from '../cure/kinetics';
import type { CureField, CureSeries, MilestoneId } from '../plan/cure-forecast';
import { Watch, type Reached, type Ripening } from './ripening';
import type { Surroundings } from './surroundings';

const DAY = 86_400;
/** What a chart shows at least, s, and beyond sanding as a share of the time to it. */
export const SHOWN_LEAST = 3 * 3600;
const SHOWN_AFTER = 0.4;
/** Nothing is waited for longer than this before work goes on, s; and before the boat is used. */
export const HORIZON = 14 * DAY;
export const LAST = 60 * DAY;

/** How finely a run is worked out. */
export interface Fineness {
  /** Cells of a stack, wanted error of a step, K, and share of the cells of a thick pour. */
  readonly cells: number;
  readonly tolerance: number;
  readonly fine: number;
  /** Most that a place may cure in a step. */
  readonly cureStep?: number;
  /** Whether its moments are kept for charts. */
  readonly kept?: boolean;
}

/** Longest step of a stack that cures, and of a bare hull, s: the air of a day is not stepped over. */
const LONGEST_WET = 1800;
const LONGEST_BARE = 5400;
/** Longest step of a film while its hull warms or cools, s, and what is no change, K. */
const FILM_STEP = 600;
const STEADY = 0.3;
const NEAR_MINIMUM = 0.5;

/** One step of the run. */
interface Sample {
  readonly t: number;
  readonly T: Float64Array;
  readonly a: Float64Array;
  readonly active: number;
  readonly face: number;
  readonly behind: number;
}

/** What is watched: the newest layer of the stack, or a film on its face, which has the temperature of that. */
interface Watched {
  readonly watch: Watch;
  readonly first: number;
  readonly film?: { readonly state: CureState; readonly percent: number };
}

/** A stack under way, with the moments at which what was laid on it last reached its milestones. Seconds from the origin. */
export class CureRun {
  readonly stack: Stack;
  readonly #samples: Sample[] = [];
  readonly #kept: boolean;
  #at: number;
  #watched: Watched | undefined;
  #face: number;
  peak = { value: -Infinity, at: 0 };
  corePeak = -Infinity;
  behindPeak = -Infinity;
  /** Called after every step. */
  each: ((run: CureRun) => void) | undefined;

  /**
   * @param layers all layers that will ever lie, from the back
   * @param laid how many lie there at the beginning
   * @param origin ms since 1970 of second 0
   * @param bar warmest temperature of the course of the whole job, °C
   */
  constructor(
    readonly layers: readonly Layer[],
    laid: number,
    readonly origin: number,
    readonly around: Surroundings,
    start: number,
    public bar: number,
    fineness: Fineness,
  ) {
    const { kept = true, ...how } = fineness;
    this.#kept = kept;
    this.stack = new Stack({
      layers,
      laid,
      back: around.back,
      front: around.front,
      temperature: around.air.temperature(origin + start * 1000),
      start,
      ...how,
      longest: layers.some((l) => l.resin) ? LONGEST_WET : LONGEST_BARE,
    });
    this.#face = this.stack.faceTemperature(true);
    this.#at = start;
  }

  get reached(): Reached {
    return this.#watched?.watch.reached ?? {};
  }

  /** State of the film that was laid last. */
  get film(): CureState | undefined {
    return this.#watched?.film?.state;
  }

  /** Lays the next layer at the moment of the run and begins to watch it. */
  lay(ripening: Ripening, temperature: number): void {
    const layer = this.stack.laid;
    this.stack.lay(temperature);
    const [first] = this.stack.cellsOf(layer);
    this.#begin({ watch: new Watch(ripening, this.stack.time, this.bar, false), first });
  }

  /** Lays a film on the face and begins to watch it: it is as warm as that, and warms nothing. */
  layFilm(ripening: Ripening, percent: number): void {
    this.#begin({
      watch: new Watch(ripening, this.stack.time, this.bar, true),
      first: this.stack.active - 1,
      film: { state: freshState(), percent },
    });
  }

  #begin(watched: Watched): void {
    this.#watched = watched;
    this.peak = { value: -Infinity, at: this.stack.time };
    this.#face = this.stack.faceTemperature(true);
    this.#at = this.stack.time;
    this.#samples.length = watched.film ? 0 : this.#samples.length;
    this.#sample(this.#face);
  }

  /** What was just laid lies on work that has been warmed through, °C: it is judged against that, where it is the warmest. */
  warmedTo(temperature: number): void {
    const { temperatures, active } = this.stack;
    for (let i = 0; i < active; i += 1) temperatures[i] = Math.max(temperatures[i], temperature);
    this.stack.restart();
    this.#face = this.stack.faceTemperature(true);
    this.bar = Math.max(this.bar, temperature);
    const w = this.#watched;
    if (!w) return;
    const { ripening, laid } = w.watch;
    this.#watched = { ...w, watch: new Watch(ripening, laid, this.bar, w.film !== undefined) };
  }

  /** Runs on to a moment, or until a milestone of the newest layer. @returns the milestone's moment, s, where it came */
  until(end: number, what?: MilestoneId): number | undefined {
    if (what !== undefined && this.reached[what] !== undefined) return this.reached[what];
    const came = (): boolean => what !== undefined && this.reached[what] !== undefined;
    // What is switched on or off is met, not stepped over.
    while (this.stack.time < end - 1e-6 && !came()) {
      const change = (this.around.changeAfter(this.origin + this.stack.time * 1000) - this.origin) / 1000;
      this.stack.run(Math.min(end, change), () => {
        this.#step();
        return came();
      });
      if (this.stack.time >= change) this.stack.restart();
    }
    return what === undefined ? undefined : this.reached[what];
  }

  /**
   * When the newest layer comes to a milestone if nothing more is laid on it; the run stays where it is.
   * @returns s, or undefined where it does not come so far by the end
   */
  ahead(end: number, what: MilestoneId): number | undefined {
    const w = this.#watched;
    if (!w || this.reached[what] !== undefined) return this.reached[what];
    const back = this.remember();
    this.each = undefined;
    const found = this.until(end, what);
    back();
    return found;
  }

  /** Remembers where the run stands. @returns what brings it back there, as often as it is called */
  remember(): () => void {
    const back = this.stack.mark();
    const [samples, peak, face, at] = [this.#samples.length, this.peak, this.#face, this.#at];
    const { corePeak, behindPeak, each } = this;
    const copyOf = (w: Watched | undefined): Watched | undefined =>
      w && {
        ...w,
        watch: w.watch.copy(),
        ...(w.film ? { film: { ...w.film, state: { ...w.film.state } } } : {}),
      };
    const watched = copyOf(this.#watched);
    return () => {
      back();
      this.around.tick(this.origin + this.stack.time * 1000, face);
      this.#watched = copyOf(watched);
      this.#samples.length = samples;
      this.#at = at;
      Object.assign(this, { peak, corePeak, behindPeak, each });
      this.#face = face;
    };
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
    const before = { t: this.#at, face: this.#face };
    this.#at = stack.time;
    const face = stack.faceTemperature(true);
    this.#face = face;
    if (this.around.tick(this.origin + stack.time * 1000, face)) stack.restart();
    this.#sample(face);
    this.behindPeak = Math.max(this.behindPeak, stack.faceTemperature(false));
    for (let i = 0; i < stack.active; i += 1)
      if (stack.input.layers[stack.layerOf[i]].name === 'core')
        this.corePeak = Math.max(this.corePeak, stack.temperatures[i]);
    const w = this.#watched;
    if (w?.film) this.#film(w, w.film, before, face);
    else if (w) w.watch.look(this.#layer(w.first, face));
    if (w) this.#hotter(w.film ? face : this.#hottest(w.first));
    this.each?.(this);
  }

  #hotter(hottest: number): void {
    if (hottest > this.peak.value) this.peak = { value: hottest, at: this.stack.time };
  }

  #hottest(first: number): number {
    let hottest = -Infinity;
    for (let i = first; i < this.stack.active; i += 1)
      hottest = Math.max(hottest, this.stack.temperatures[i]);
    return hottest;
  }

  /** The newest layer: its face, and the slowest of its places, both faces among them. */
  #layer(first: number, face: number): Parameters<Watch['look']>[0] {
    const { stack } = this;
    let slowest = Math.min(stack.surface.alpha, stack.under.alpha);
    for (let i = first; i < stack.active; i += 1) slowest = Math.min(slowest, stack.alphas[i]);
    return { t: stack.time, surface: stack.surface.alpha, slowest, face };
  }

  /** A film cures in steps of its own: nothing of it makes those of the stack short. */
  #film(
    { watch }: Watched,
    { state, percent }: NonNullable<Watched['film']>,
    before: { readonly t: number; readonly face: number },
    face: number,
  ): void {
    const { ripening } = watch;
    const end = this.stack.time;
    const at = (t: number): number =>
      before.face + ((t - before.t) / (end - before.t)) * (face - before.face);
    // Near the minimum of its sheet minutes tell whether anything is counted.
    const least = ripening.kind === 'law' ? ripening.law.kinetics.minimum : ripening.sheet.minimumTemperature;
    const near = least !== undefined && Math.abs(face - least) < NEAR_MINIMUM;
    const most = near || Math.abs(face - before.face) > STEADY ? FILM_STEP : Infinity;
    for (let t = before.t; t < end - 1e-9;) {
      const T = at(t);
      const law = ripening.kind === 'law' ? ripening.law.kinetics : undefined;
      const dt = Math.min(end - t, most, law ? Math.max(1, filmStep(law, state, T, percent)) : most);
      if (law) stepCure(law, state, T, at(t + dt), dt, percent);
      t += dt;
      watch.look({ t, surface: state.alpha, slowest: state.alpha, face: at(t) });
    }
    const last = this.#samples.at(-1);
    if (last) last.a[last.active - 1] = state.alpha;
  }

  #sample(face: number): void {
    if (!this.#kept) return;
    const s = this.stack;
    this.#samples.push({
      t: s.time,
      T: s.temperatures.slice(0, s.active),
      a: s.alphas.slice(0, s.active),
      active: s.active,
      face,
      behind: s.faceTemperature(false),
    });
  }

  /**
   * What a chart shows of the run: no more than so many moments, the hottest among them.
   * @param hard when all of the layer can be sanded, s from the origin
   */
  series(fromLayer: number, hard?: number, most = 160): CureSeries {
    const keep = this.#thin(most, hard);
    const [first] = this.stack.cellsOf(Math.min(fromLayer, this.layers.length - 1));
    const at = (s: Sample): readonly [number, number, number] => [
      s.active - 1,
      Math.min(s.active - 1, (first + s.active - 1) >> 1),
      Math.min(first, s.active - 1),
    ];
    const round = (x: number): number => Math.round(x * 100) / 100;
    const film = this.#watched?.film !== undefined;
    const wet = film ? this.#watched?.watch.ripening.kind === 'law' : this.layers.some((l) => l.resin);
    const cure = (k: 0 | 1 | 2): number[] =>
      keep.map((s) => Math.round(s.a[film ? s.active - 1 : at(s)[k]] * 1000) / 1000);
    return {
      t: keep.map((s) => Math.round(this.origin + s.t * 1000)),
      air: keep.map((s) => round(this.around.air.temperature(this.origin + s.t * 1000))),
      surface: keep.map((s) => round(s.face)),
      middle: keep.map((s) => round(s.T[at(s)[1]])),
      back: keep.map((s) => round(s.T[at(s)[2]])),
      ...(wet ? { cure: { surface: cure(0), middle: cure(1), back: cure(2) } } : {}),
    };
  }

  field(wetFrom: number, hard?: number, most = 96): CureField {
    const keep = this.#thin(most, hard);
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
  #thin(most: number, all?: number): readonly Sample[] {
    const w = this.#watched?.watch;
    const hard = all ?? w?.reached.sand ?? w?.reached.full;
    const until =
      w && hard !== undefined
        ? Math.max(w.laid + SHOWN_LEAST, hard + SHOWN_AFTER * (hard - w.laid))
        : Infinity;
    const shown = this.#samples.filter((_, i, list) => i === 0 || list[i - 1].t <= until);
    if (shown.length <= most) return shown;
    const [start, end] = [shown[0].t, shown[shown.length - 1].t];
    const kept: Sample[] = [];
    let next = start;
    for (const s of shown) {
      if (s.t < next && s !== shown[shown.length - 1]) continue;
      kept.push(s);
      next = s.t + (end - start) / most;
    }
    return kept;
  }
}
