import { outsideOf, type Outside } from './face';
import { gridOf } from './grid';
import type { Layer, StackInput } from './layer';
import { eliminate } from './thomas';
import { advanceFilm, cureRate, freshState, inductionRate, stepCure, type CureState } from './kinetics';

export type { Face } from './face';
export type { Layer, StackInput } from './layer';

const TOLERANCE = 0.05;
const CURE_STEP = 0.02;
const LONGEST = 1200;
const SHORTEST = 0.02;
/** Length of the first step after anything sudden, s. */
const FIRST = 5;
/** Where in the step its first part ends, the weights of the flows at its beginning and at that, and of the end. */
const GAMMA = 2 - Math.SQRT2;
const EARLY = Math.SQRT2 / 4;
const LATE = GAMMA / 2;
/** Local error of the step by the third derivative, T'''·dt³ times this. */
const ERROR = ((3 * GAMMA - 4) * GAMMA + 2) / (12 * (2 - GAMMA));
/** No closer than this is the end of an inhibitor met, s. */
const BEGINS = 15;
/** A place that cures by less in a part of a step hardly moves. */
const HARDLY = 5e-5;
/** Rounds in which heat and cure of a part of a step are brought to agree. */
const ROUNDS = 6;
/** They agree when a round moves nothing by more than this share of the wanted error. */
const AGREED = 0.1;

/**
 * One-dimensional conduction with reaction through a stack that may grow:
 * ρc·∂T/∂t = ∂/∂z(k·∂T/∂z) + ρ_r·H·∂α/∂t, faces h·(T − T_air), radiation and a flux.
 * Finite volumes; second order in time, and what is stiff dies out at once: the trapezium to a point within the step, then
 * backward differences over both parts, with the reaction iterated in each. What leaves one cell enters the next, and the
 * heat of a step is that of the cure it made, so that energy balances to rounding. Steps are as long as the wanted error
 * lets them be. Source: control-volume method; TR-BDF2 of Bank and others.
 */
export class Stack {
  readonly temperatures: Float64Array;
  readonly alphas: Float64Array;
  readonly #used: Float64Array;
  /** Depth of the cells' middles from the back, m. */
  readonly depths: Float64Array;
  /** Layer of each cell. */
  readonly layerOf: Int16Array;
  readonly #capacity: Float64Array;
  /** Conductance to the next cell, and from a cell's middle to its edge, W/(m²·K). */
  readonly #link: Float64Array;
  readonly #half: Float64Array;
  readonly #heat: Float64Array;
  readonly #resin: (Layer['resin'] | undefined)[];
  readonly #s: Readonly<Record<'mid' | 'midAlpha' | 'midUsed' | 'next' | 'alpha' | 'used', Float64Array>>;
  readonly #flow: Float64Array;
  readonly #midFlow: Float64Array;
  readonly #slope: Float64Array;
  /** Rate of cure at the beginning of the step, 1/s. */
  readonly #rate: Float64Array;
  readonly #known: Float64Array;
  readonly #diag: Float64Array;
  readonly #rhs: Float64Array;
  /** What its two ends see in one step. */
  readonly #ends: Readonly<Record<'back' | 'front', Outside>> = {
    back: { h: 0, temperature: 0 },
    front: { h: 0, temperature: 0 },
  };
  readonly #state: CureState = { alpha: 0, used: 0 };
  /** Cure at the face of what was laid last, and at the face that it lies on. */
  readonly surface: CureState = freshState();
  readonly under: CureState = freshState();
  #active = 0;
  #laid = 0;
  #dt = FIRST;
  time: number;
  /** J/m² since the beginning: made by the cure, let in by the faces, kept in the stack; and all that crossed, either way. */
  reaction = 0;
  inflow = 0;
  stored = 0;
  exchanged = 0;

  constructor(readonly input: StackInput) {
    const { widths, layerOf } = gridOf(input.layers, input.cells ?? 60, input.fine ?? 1);
    const n = widths.length;
    const array = (): Float64Array => new Float64Array(n);
    [this.temperatures, this.alphas, this.#used, this.depths, this.#capacity, this.#link, this.#half] =
      Array.from({ length: 7 }, array);
    [this.#heat, this.#flow, this.#midFlow, this.#slope, this.#known, this.#diag, this.#rhs] = Array.from(
      { length: 7 },
      array,
    );
    this.#rate = array();
    this.#s = {
      mid: array(),
      midAlpha: array(),
      midUsed: array(),
      next: array(),
      alpha: array(),
      used: array(),
    };
    this.layerOf = Int16Array.from(layerOf);
    this.#resin = layerOf.map((j) => input.layers[j].resin);
    let z = 0;
    widths.forEach((dx, i) => {
      const l = input.layers[layerOf[i]];
      this.depths[i] = z + dx / 2;
      z += dx;
      this.#capacity[i] = l.density * l.heatCapacity * dx;
      this.#half[i] = (2 * l.conductivity) / dx;
      this.#heat[i] = l.resin
        ? l.resin.massPerVolume * dx * l.resin.kinetics.shape.heat * (l.resin.heats ?? 1)
        : 0;
    });
    for (let k = 0; k + 1 < n; k += 1) this.#link[k] = 1 / (1 / this.#half[k] + 1 / this.#half[k + 1]);
    this.time = input.start;
    for (let j = 0; j < input.laid; j += 1) this.lay(input.temperature);
  }

  /** Cells that lie there by now. */
  get active(): number {
    return this.#active;
  }

  get laid(): number {
    return this.#laid;
  }

  /** First and last cell of a layer. */
  cellsOf(layer: number): readonly [number, number] {
    return [this.layerOf.indexOf(layer), this.layerOf.lastIndexOf(layer)];
  }

  /** Lays the next layer on, freshly mixed and at a temperature. */
  lay(temperature: number): void {
    const [from, to] = this.cellsOf(this.#laid);
    const fresh = freshState();
    for (let i = from; i <= to; i += 1) {
      this.temperatures[i] = temperature;
      this.alphas[i] = this.#resin[i] ? fresh.alpha : 1;
      this.#used[i] = 0;
    }
    for (const face of [this.surface, this.under]) {
      face.alpha = this.#resin[from] ? fresh.alpha : 1;
      face.used = 0;
    }
    this.#laid += 1;
    this.#active = to + 1;
    this.restart();
  }

  /** Remembers where the run stands. @returns what brings it back there, once it has been run on to look ahead */
  mark(): () => void {
    const arrays = [this.temperatures, this.alphas, this.#used];
    const kept = arrays.map((a) => a.slice());
    const [surface, under] = [{ ...this.surface }, { ...this.under }];
    const { time, reaction, inflow, stored, exchanged } = this;
    const dt = this.#dt;
    return () => {
      arrays.forEach((a, i) => a.set(kept[i]));
      Object.assign(this.surface, surface);
      Object.assign(this.under, under);
      Object.assign(this, { time, reaction, inflow, stored, exchanged });
      this.#dt = dt;
    };
  }

  /** To be called when something sudden happens: a lamp is switched on, a tent goes up. */
  restart(): void {
    this.#dt = Math.min(this.#dt, FIRST);
  }

  /** Temperature of a face, °C. */
  faceTemperature(front: boolean): number {
    const i = front ? this.#active - 1 : 0;
    return this.#atFace(front, this.temperatures[i], this.time);
  }

  /** Face temperature over a cell's; the radiation of a face goes by what it comes to. */
  #atFace(front: boolean, T: number, t: number): number {
    const face = front ? this.input.front : this.input.back;
    const half = this.#half[front ? this.#active - 1 : 0];
    const out = front ? this.#ends.front : this.#ends.back;
    let surface = T;
    for (let round = 0; round < (face.emissivity ? 3 : 1); round += 1) {
      outsideOf(face, t, surface, out);
      surface = (half * T + out.h * out.temperature) / (half + out.h);
    }
    return surface;
  }

  /** Temperature where the layer that was laid last lies on what was there before, °C. */
  get underTemperature(): number {
    const T = this.temperatures;
    const [i] = this.cellsOf(this.#laid - 1);
    if (i === 0) return T[0];
    const [a, b] = [this.#half[i - 1], this.#half[i]];
    return (a * T[i - 1] + b * T[i]) / (a + b);
  }

  /** Hottest place among the layers from a given one on, °C. */
  hottest(fromLayer = 0): number {
    let best = -Infinity;
    for (let i = this.cellsOf(fromLayer)[0]; i < this.#active; i += 1)
      best = Math.max(best, this.temperatures[i]);
    return best;
  }

  /**
   * Runs to a time, or until a condition holds.
   * @param each called after every step; true ends the run
   */
  run(end: number, each: (stack: Stack) => boolean | void = () => undefined): void {
    while (this.time < end - 1e-6) {
      this.#step(end - this.time);
      if (each(this) === true) return;
    }
  }

  #step(most: number): void {
    const { tolerance = TOLERANCE, cureStep = CURE_STEP, longest = LONGEST } = this.input;
    const n = this.#active;
    const T = this.temperatures;
    const { mid, midAlpha, midUsed, next, alpha, used } = this.#s;
    const before = [this.faceTemperature(true), this.underTemperature] as const;
    this.#flows(T, this.time, this.#flow);
    for (let i = 0; i < n; i += 1) this.#slope[i] = this.#slopeAt(i);
    this.#dt = Math.min(this.#dt, this.#untilItBegins());
    for (;;) {
      const dt = Math.min(this.#dt, most, longest);
      const part = GAMMA * dt;
      for (let i = 0; i < n; i += 1) {
        mid[i] = T[i] + part * this.#slope[i];
        this.#known[i] = this.#capacity[i] * T[i] + LATE * dt * this.#flow[i];
      }
      let moved = this.#solve(LATE * dt, this.time + part, mid, (guess) =>
        this.#react(part, T, this.alphas, this.#used, guess, midAlpha, midUsed),
      );
      const inMid = this.#crossing(mid);
      this.#flowsBetween(mid, this.#midFlow);
      for (let i = 0; i < n; i += 1) {
        next[i] = mid[i] + ((1 - GAMMA) / GAMMA) * (mid[i] - T[i]);
        this.#known[i] = this.#capacity[i] * T[i] + EARLY * dt * (this.#flow[i] + this.#midFlow[i]);
      }
      moved = Math.max(
        moved,
        this.#solve(LATE * dt, this.time + dt, next, (guess) =>
          this.#react(dt - part, mid, midAlpha, midUsed, guess, alpha, used),
        ),
      );
      let [error, cured] = [0, 0];
      for (let i = 0; i < n; i += 1) {
        // T''' by the difference over beginning (with its slope), part and end.
        const early = ((mid[i] - T[i]) / part - this.#slope[i]) / part;
        const late = ((next[i] - mid[i]) / (dt - part) - (mid[i] - T[i]) / part) / dt;
        error = Math.max(error, Math.abs(late - early) * dt * dt);
        cured = Math.max(cured, alpha[i] - this.alphas[i]);
      }
      const ratio = Math.max((6 * ERROR * error) / tolerance, (cured / cureStep) ** 3, moved / tolerance);
      if (ratio > 2.5 && dt > SHORTEST) {
        this.#dt = dt * Math.max(0.2, 0.85 / Math.cbrt(ratio));
        continue;
      }
      const start = this.#inflowAt;
      this.#accept(dt, EARLY * (start + inMid) + LATE * this.#crossing(next), before);
      this.#dt = dt * Math.min(2, Math.max(0.4, 0.9 / Math.cbrt(Math.max(ratio, 1e-3))));
      return;
    }
  }

  /** dT/dt of a cell from the flows at the beginning of the step and the rate of its cure, K/s. */
  #slopeAt(i: number): number {
    const resin = this.#resin[i];
    const waits = resin && resin.kinetics.induction > 0 && this.#used[i] < 1;
    const rate = resin && !waits ? cureRate(resin.kinetics, this.alphas[i], this.temperatures[i]) : 0;
    this.#rate[i] = waits ? Infinity : rate;
    return (this.#flow[i] + this.#heat[i] * rate) / this.#capacity[i];
  }

  /** How long it is until the inhibitor of the first place is used up, s: that moment is met, not stepped over. */
  #untilItBegins(): number {
    let soonest = Infinity;
    for (let i = 0; i < this.#active; i += 1) {
      const resin = this.#resin[i];
      if (!resin || this.#rate[i] !== Infinity) continue;
      const left = (1 - this.#used[i]) / inductionRate(resin.kinetics, this.temperatures[i], resin.percent);
      soonest = Math.min(soonest, left);
    }
    return Math.max(soonest, BEGINS);
  }

  /** Heat that both faces let in at the beginning of the step, W/m². */
  #inflowAt = 0;

  /** Heat that each cell gets from its neighbours and faces, W/m², at a moment. */
  #flows(T: Float64Array, t: number, into: Float64Array): void {
    this.#atFace(true, T[this.#active - 1], t);
    this.#atFace(false, T[0], t);
    this.#inflowAt = this.#crossing(T);
    this.#flowsBetween(T, into);
  }

  /** The same with the faces as they were last worked out. */
  #flowsBetween(T: Float64Array, into: Float64Array): void {
    const n = this.#active;
    const [U0, U1] = this.#transfer();
    for (let i = 0; i < n; i += 1)
      into[i] =
        (i === 0 ? U0 * (this.#ends.back.temperature - T[0]) : this.#link[i - 1] * (T[i - 1] - T[i])) +
        (i === n - 1 ? U1 * (this.#ends.front.temperature - T[i]) : this.#link[i] * (T[i + 1] - T[i]));
  }

  /** What of it comes through the faces, W/m². */
  #crossing(T: Float64Array): number {
    const [U0, U1] = this.#transfer();
    return (
      U0 * (this.#ends.back.temperature - T[0]) + U1 * (this.#ends.front.temperature - T[this.#active - 1])
    );
  }

  /** From the outside to the middle of the outer cells, W/(m²·K). */
  #transfer(): readonly [number, number] {
    return [
      1 / (1 / this.#ends.back.h + 1 / this.#half[0]),
      1 / (1 / this.#ends.front.h + 1 / this.#half[this.#active - 1]),
    ];
  }

  /**
   * One part of a step: C·T − w·flow(T) = known + H·Δα(T), by Thomas' elimination, cure and radiation brought to agree.
   * @param w weight of the flow at the end of the part, s
   * @param T the guess; the answer
   * @param react works out the cure of the part for a guess, and gives what each cell has cured since the step began
   * @returns how far the last round moved anything, K
   */
  #solve(w: number, t: number, T: Float64Array, react: (guess: Float64Array) => Float64Array): number {
    const n = this.#active;
    const [diag, rhs] = [this.#diag, this.#rhs];
    let moved = 0;
    for (let round = 0; round < ROUNDS; round += 1) {
      const alpha = react(T);
      this.#atFace(false, T[0], t);
      this.#atFace(true, T[n - 1], t);
      const [U0, U1] = this.#transfer();
      for (let i = 0; i < n; i += 1) {
        const left = i === 0 ? U0 : this.#link[i - 1];
        const right = i === n - 1 ? U1 : this.#link[i];
        diag[i] = this.#capacity[i] + w * (left + right);
        rhs[i] = this.#known[i] + this.#heat[i] * (alpha[i] - this.alphas[i]);
      }
      rhs[0] += w * U0 * this.#ends.back.temperature;
      rhs[n - 1] += w * U1 * this.#ends.front.temperature;
      moved = eliminate(n, w, this.#link, diag, rhs, T);
      if (moved < AGREED * (this.input.tolerance ?? TOLERANCE)) break;
    }
    return moved;
  }

  /** Cure of a part of a step along straight lines of temperature. @returns `alpha` */
  #react(
    dt: number,
    from: Float64Array,
    was: Float64Array,
    wasUsed: Float64Array,
    to: Float64Array,
    alpha: Float64Array,
    used: Float64Array,
  ): Float64Array {
    const state = this.#state;
    for (let i = 0; i < this.#active; i += 1) {
      const resin = this.#resin[i];
      state.alpha = was[i];
      state.used = wasUsed[i];
      // What hardly moves any more is brought forward by its rate at the beginning of the step.
      if (!resin || this.#rate[i] * dt < HARDLY) state.alpha = Math.min(1, was[i] + this.#rate[i] * dt);
      else if (state.alpha <= 0.9995) stepCure(resin.kinetics, state, from[i], to[i], dt, resin.percent);
      alpha[i] = state.alpha;
      used[i] = state.used;
    }
    return alpha;
  }

  /** @param crossed heat that came through the faces in the step, W/m² in its mean */
  #accept(dt: number, crossed: number, before: readonly [number, number]): void {
    const { next, alpha, used } = this.#s;
    for (let i = 0; i < this.#active; i += 1) {
      this.stored += this.#capacity[i] * (next[i] - this.temperatures[i]);
      this.reaction += this.#heat[i] * (alpha[i] - this.alphas[i]);
      this.temperatures[i] = next[i];
      this.alphas[i] = alpha[i];
      this.#used[i] = used[i];
    }
    this.inflow += crossed * dt;
    this.exchanged += Math.abs(crossed) * dt;
    this.time += dt;
    const resin = this.#resin[this.#active - 1];
    if (!resin) return;
    // A place in the face has no width: it has the temperature of the face, and is not that of the outer cell's middle.
    const after = [this.faceTemperature(true), this.underTemperature] as const;
    [this.surface, this.under].forEach((face, i) =>
      advanceFilm(resin.kinetics, face, before[i], after[i], dt, resin.percent),
    );
  }
}
