import { freshState, stepCure, type CureState, type Kinetics } from './kinetics';

/** One layer of a stack, from the back to the face that is worked on. SI; temperatures in °C. */
export interface Layer {
  readonly name: string;
  readonly thickness: number;
  readonly conductivity: number;
  readonly density: number;
  readonly heatCapacity: number;
  /** Resin that still reacts: its law and its mass per volume of the layer, kg/m³. */
  readonly resin?: { readonly kinetics: Kinetics; readonly massPerVolume: number; readonly percent: number };
}

/** What a face of the stack sees: heat transfer coefficient, air, and the heat that falls on it, W/m². */
export interface Face {
  readonly h: number;
  readonly air: (t: number) => number;
  readonly flux?: (t: number) => number;
}

export interface StackInput {
  readonly layers: readonly Layer[];
  /** How many of the layers lie there at the beginning. */
  readonly laid: number;
  readonly back: Face;
  readonly front: Face;
  readonly temperature: number;
  /** s */
  readonly start: number;
  /** Cells of the whole stack; each layer has at least three. */
  readonly cells?: number;
  /** Wanted local error of a step, K. */
  readonly tolerance?: number;
  /** Longest step, s. */
  readonly longest?: number;
}

/** A moment of the run: temperature and cure at the cells, and at the two faces. */
export interface Moment {
  readonly t: number;
  readonly face: number;
  readonly behind: number;
}

const TOLERANCE = 0.25;
const LONGEST = 1200;
/** Steps of backward Euler after anything sudden, which would ring otherwise. */
const DAMPED = 3;
/** A little beyond one half: damps what is left of the ringing. */
const THETA = 0.51;

/**
 * One-dimensional conduction with reaction through a stack that may grow:
 * ρc·∂T/∂t = ∂/∂z(k·∂T/∂z) + ρ_r·H·∂α/∂t, faces h·(T − T_air) and a flux.
 * Finite volumes, implicit in time, with the reaction iterated in each step: what leaves one cell enters the next, and
 * the heat of a step is that of the cure it made, so that energy balances to rounding. Steps are as long as the wanted
 * error lets them be. Source: control-volume method; Crank–Nicolson begun with backward Euler.
 */
export class Stack {
  readonly temperatures: Float64Array;
  readonly alphas: Float64Array;
  readonly #used: Float64Array;
  /** Depth of the cells' middles from the back, m. */
  readonly depths: Float64Array;
  /** Layer of each cell. */
  readonly layerOf: Int16Array;
  readonly #width: Float64Array;
  readonly #capacity: Float64Array;
  /** Conductance to the next cell, W/(m²·K). */
  readonly #link: Float64Array;
  readonly #half: Float64Array;
  readonly #heat: Float64Array;
  readonly #resin: (Layer['resin'] | undefined)[];
  readonly #scratch: readonly Float64Array[];
  readonly #slope: Float64Array;
  #active = 0;
  #laid: number;
  #damped = DAMPED;
  #dt = 5;
  time: number;
  /** J/m² since the beginning: made by the cure, let in by the faces, kept in the stack; and all that crossed, either way. */
  reaction = 0;
  inflow = 0;
  stored = 0;
  exchanged = 0;
  steps = 0;

  constructor(readonly input: StackInput) {
    const wanted = input.cells ?? 60;
    // A layer gets cells by how long heat takes across it; wet ones more, since heat is made there.
    const weights = input.layers.map(
      (l) => (l.thickness / Math.sqrt(l.conductivity / (l.density * l.heatCapacity))) * (l.resin ? 2 : 1),
    );
    const total = weights.reduce((a, b) => a + b, 0);
    const counts = weights.map((w) => Math.max(3, Math.round((wanted * w) / total)));
    const n = counts.reduce((a, b) => a + b, 0);
    const array = (): Float64Array => new Float64Array(n);
    [
      this.temperatures,
      this.alphas,
      this.#used,
      this.depths,
      this.#width,
      this.#capacity,
      this.#link,
      this.#half,
      this.#heat,
      this.#slope,
    ] = Array.from({ length: 10 }, array);
    this.#scratch = Array.from({ length: 6 }, array);
    this.layerOf = new Int16Array(n);
    this.#resin = [];
    let [i, z] = [0, 0];
    input.layers.forEach((l, j) => {
      const dx = l.thickness / counts[j];
      for (let c = 0; c < counts[j]; c += 1, i += 1, z += dx) {
        this.layerOf[i] = j;
        this.#width[i] = dx;
        this.depths[i] = z + dx / 2;
        this.#capacity[i] = l.density * l.heatCapacity * dx;
        this.#half[i] = (2 * l.conductivity) / dx;
        this.#resin.push(l.resin);
        this.#heat[i] = l.resin ? l.resin.massPerVolume * dx * l.resin.kinetics.shape.heat : 0;
      }
    });
    for (let k = 0; k + 1 < n; k += 1) this.#link[k] = 1 / (1 / this.#half[k] + 1 / this.#half[k + 1]);
    this.time = input.start;
    this.#laid = 0;
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
      this.#slope[i] = 0;
      this.alphas[i] = this.#resin[i] ? fresh.alpha : 1;
      this.#used[i] = 0;
    }
    this.#laid += 1;
    this.#active = to + 1;
    this.restart();
  }

  /** To be called when something sudden happens: a lamp is switched on, a tent goes up. */
  restart(): void {
    this.#damped = DAMPED;
    this.#dt = Math.min(this.#dt, 5);
    this.#slope.fill(0);
  }

  /** Temperature of a face, °C. */
  faceTemperature(front: boolean): number {
    const i = front ? this.#active - 1 : 0;
    const face = front ? this.input.front : this.input.back;
    const outside = solAir(face, this.time);
    const U = 1 / (1 / face.h + 1 / this.#half[i]);
    return this.temperatures[i] + (U / this.#half[i]) * (outside - this.temperatures[i]);
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
    const { back, front, tolerance = TOLERANCE, longest = LONGEST } = this.input;
    const n = this.#active;
    const [next, predicted, alpha, used, diag, rhs] = this.#scratch;
    const T = this.temperatures;
    for (;;) {
      const dt = Math.min(this.#dt, most, longest);
      const theta = this.#damped > 0 ? 1 : THETA;
      for (let i = 0; i < n; i += 1) next[i] = predicted[i] = T[i] + dt * this.#slope[i];
      const [U0, U1] = [1 / (1 / back.h + 1 / this.#half[0]), 1 / (1 / front.h + 1 / this.#half[n - 1])];
      const [b0, b1] = [solAir(back, this.time), solAir(back, this.time + dt)];
      const [f0, f1] = [solAir(front, this.time), solAir(front, this.time + dt)];
      let cured = 0;
      for (let round = 0; round < 4; round += 1) {
        cured = this.#react(n, dt, next, alpha, used);
        // Thomas: the matrix is symmetric with -θ·link beside the diagonal.
        for (let i = 0; i < n; i += 1) {
          const left = i === 0 ? 0 : this.#link[i - 1];
          const right = i === n - 1 ? 0 : this.#link[i];
          const flow =
            (i === 0 ? U0 * (b0 - T[0]) : left * (T[i - 1] - T[i])) +
            (i === n - 1 ? U1 * (f0 - T[i]) : right * (T[i + 1] - T[i]));
          diag[i] = this.#capacity[i] / dt + theta * ((i === 0 ? U0 : left) + (i === n - 1 ? U1 : right));
          rhs[i] =
            (this.#capacity[i] / dt) * T[i] +
            (1 - theta) * flow +
            (this.#heat[i] * (alpha[i] - this.alphas[i])) / dt +
            theta * ((i === 0 ? U0 * b1 : 0) + (i === n - 1 ? U1 * f1 : 0));
        }
        for (let i = 1; i < n; i += 1) {
          const w = (theta * this.#link[i - 1]) / diag[i - 1];
          diag[i] -= w * theta * this.#link[i - 1];
          rhs[i] += w * rhs[i - 1];
        }
        let moved = 0;
        for (let i = n - 1; i >= 0; i -= 1) {
          const value = (rhs[i] + (i === n - 1 ? 0 : theta * this.#link[i] * next[i + 1])) / diag[i];
          moved = Math.max(moved, Math.abs(value - next[i]));
          next[i] = value;
        }
        if (moved < 0.01 * tolerance + 1e-9) break;
      }
      let error = 0;
      for (let i = 0; i < n; i += 1) error = Math.max(error, Math.abs(next[i] - predicted[i]));
      const ratio = Math.max(error / tolerance, cured / 0.02);
      if (ratio > 2.5 && dt > 0.05) {
        this.#dt = dt * Math.max(0.2, 0.8 / Math.sqrt(ratio));
        continue;
      }
      this.#accept(n, dt, theta, next, alpha, used, [
        U0 * (theta * (b1 - next[0]) + (1 - theta) * (b0 - T[0])),
        U1 * (theta * (f1 - next[n - 1]) + (1 - theta) * (f0 - T[n - 1])),
      ]);
      this.#dt = dt * Math.min(1.8, Math.max(0.4, 0.9 / Math.sqrt(Math.max(ratio, 1e-3))));
      return;
    }
  }

  /** Cure of a step along straight lines of temperature. @returns the largest change of α */
  #react(n: number, dt: number, next: Float64Array, alpha: Float64Array, used: Float64Array): number {
    let most = 0;
    const state: CureState = { alpha: 0, used: 0 };
    for (let i = 0; i < n; i += 1) {
      const resin = this.#resin[i];
      const a = this.alphas[i];
      if (!resin || a > 0.9995) {
        alpha[i] = a;
        used[i] = this.#used[i];
        continue;
      }
      state.alpha = a;
      state.used = this.#used[i];
      stepCure(resin.kinetics, state, this.temperatures[i], next[i], dt, resin.percent);
      alpha[i] = state.alpha;
      used[i] = state.used;
      most = Math.max(most, state.alpha - a);
    }
    return most;
  }

  #accept(
    n: number,
    dt: number,
    theta: number,
    next: Float64Array,
    alpha: Float64Array,
    used: Float64Array,
    flows: readonly [number, number],
  ): void {
    for (let i = 0; i < n; i += 1) {
      const rise = next[i] - this.temperatures[i];
      this.stored += this.#capacity[i] * rise;
      this.reaction += this.#heat[i] * (alpha[i] - this.alphas[i]);
      this.#slope[i] = rise / dt;
      this.temperatures[i] = next[i];
      this.alphas[i] = alpha[i];
      this.#used[i] = used[i];
    }
    this.inflow += (flows[0] + flows[1]) * dt;
    this.exchanged += (Math.abs(flows[0]) + Math.abs(flows[1])) * dt;
    this.time += dt;
    this.steps += 1;
    if (theta === 1) this.#damped -= 1;
  }
}

/** Temperature of air that would warm a face as air and flux do together, °C. */
const solAir = (face: Face, t: number): number => face.air(t) + (face.flux ? face.flux(t) / face.h : 0);
