import type { CureClass } from './cure-classes';

/** Molar gas constant, J/(mol·K). */
export const GAS = 8.314462618;
export const KELVIN = 273.15;
/** Temperature at which rates are stated, °C. */
export const RATE_AT = 25;
/** Degree of cure when the parts have just been mixed: the law needs a seed. */
export const SEED = 1e-4;
/** Share of peroxide at which data sheets of styrene resins state their times. */
export const SHEET_PERCENT = 0.015;
/** Steepness of the diffusion limit, and how far above the work the glass temperature may rise before it bites, K. */
const STEEP = 30;
const LEAD = 10;
const FAR = -16;

/** A cure class with the rates that a data sheet gave it. */
export interface Kinetics {
  readonly shape: CureClass;
  /** k2 at 25 °C, 1/s. */
  readonly rate: number;
  /** E, J/mol. */
  readonly activation: number;
  /** Induction at 25 °C and 1.5 % peroxide, s; 0 where there is none. */
  readonly induction: number;
  /** E of k1, J/mol, where the reaction starts with another energy than it goes on with; `activation` otherwise. */
  readonly startActivation?: number;
  /** A law of its own in the place of the class's: dα/dt, 1/s, at a degree of cure and a temperature, °C; the whole of it. */
  readonly custom?: (alpha: number, temperature: number) => number;
  /** Below this, °C, nothing is counted: what the sheet does not speak of is not extrapolated. */
  readonly minimum?: number;
}

/**
 * Arrhenius factor against 25 °C.
 * @param temperature °C
 * @param activation J/mol
 * Source: Arrhenius, k = A·exp(−E/RT).
 */
export const arrhenius = (temperature: number, activation: number): number =>
  Math.exp((-activation / GAS) * (1 / (temperature + KELVIN) - 1 / (RATE_AT + KELVIN)));

/**
 * Glass temperature of a resin cured to α, °C.
 * Source: DiBenedetto, (Tg − Tg0)/(Tg∞ − Tg0) = λα/(1 − (1 − λ)α).
 */
export function glassTemperature({ glass: g }: CureClass, alpha: number): number {
  return g.liquid + ((g.cured - g.liquid) * g.lambda * alpha) / (1 - (1 - g.lambda) * alpha);
}

/** Degree of cure at which the glass temperature is a given one, °C; the inverse of {@link glassTemperature}. */
export function cureAtGlass({ glass: g }: CureClass, temperature: number): number {
  const rise = temperature - g.liquid;
  return rise / ((g.cured - g.liquid) * g.lambda + (1 - g.lambda) * rise);
}

/** Degree of cure at which diffusion halves the rate: there the glass temperature is 10 K above the work. */
export const diffusionLimit = (shape: CureClass, temperature: number): number =>
  cureAtGlass(shape, temperature + LEAD);

/** k1/k2 at a temperature, °C: constant where both have one energy. */
const startShare = (k: Kinetics, temperature: number): number =>
  k.startActivation === undefined
    ? k.shape.start
    : k.shape.start * arrhenius(temperature, k.startActivation - k.activation);

/** Step of the difference that gives the slope of a law that is not known, and how near to 1 it is taken. */
const NUDGE = 1e-6;

/** Rate of a law, 1/s, and how it changes with α, 1/s. Written into one object: it is asked some ten thousand times a run. */
const law = { rate: 0, slope: 0 };

function rateAndSlope(k: Kinetics, alpha: number, temperature: number, speed: number, limit: number): void {
  if (k.custom) {
    law.rate = k.custom(alpha, temperature);
    law.slope = (k.custom(Math.min(1, alpha + NUDGE), temperature) - law.rate) / NUDGE;
    return;
  }
  const { shape } = k;
  const start = startShare(k, temperature);
  const power = alpha ** shape.m;
  const near = STEEP * (alpha - limit);
  // Far from where diffusion bites it is one to seven figures.
  const free = near < FAR ? 1 : 1 / (1 + Math.exp(near));
  law.rate = speed * (start + power) * (1 - alpha) ** shape.n * free;
  // d ln f/dα of the law, term by term.
  law.slope =
    law.rate * ((shape.m * power) / (alpha * (start + power)) - shape.n / (1 - alpha) - STEEP * (1 - free));
}

/** Factor of both rates at a temperature, 1/s. */
const speedAt = (k: Kinetics, temperature: number): number =>
  k.custom ? 0 : k.rate * arrhenius(temperature, k.activation);
const limitAt = (k: Kinetics, temperature: number): number =>
  k.custom ? 1 : diffusionLimit(k.shape, temperature);

/** A thermometer does not tell a minimum more closely, K. */
export const COLD_BY = 0.1;

/** Whether it is too cold for anything to be counted. */
const stands = (k: Kinetics, temperature: number): boolean =>
  k.minimum !== undefined && temperature < k.minimum - COLD_BY;

/**
 * Rate of cure dα/dt, 1/s, at a degree of cure and a temperature (°C).
 * Source: autocatalytic (Kamal) law, k1 and k2 each by Arrhenius, with a diffusion factor 1/(1 + exp(30·(α − α_c))).
 */
export function cureRate(k: Kinetics, alpha: number, temperature: number): number {
  if (alpha >= 1 || stands(k, temperature)) return 0;
  rateAndSlope(k, alpha, temperature, speedAt(k, temperature), limitAt(k, temperature));
  return law.rate;
}

/** Rate at which the inhibitor is used up, 1/s: proportional to the peroxide, with the energy of the cure. */
export const inductionRate = (k: Kinetics, temperature: number, percent: number): number =>
  k.induction > 0
    ? ((percent / SHEET_PERCENT) * arrhenius(temperature, k.activation)) / k.induction
    : Infinity;

/** State of one place of a resin: degree of cure, and how much of the inhibitor is used up (0–1). */
export interface CureState {
  alpha: number;
  used: number;
}

export const freshState = (): CureState => ({ alpha: SEED, used: 0 });

/**
 * One step of the cure at a temperature that runs straight from one value to another. Second order; stable where the
 * diffusion limit makes it stiff. Changes the state.
 *
 * @param percent share of peroxide by mass; without meaning where there is no induction
 */
export function stepCure(
  k: Kinetics,
  state: CureState,
  from: number,
  to: number,
  seconds: number,
  percent: number,
): void {
  let dt = seconds;
  let middle = (from + to) / 2;
  if (stands(k, middle)) return;
  if (k.induction > 0 && state.used < 1) {
    const rate = inductionRate(k, middle, percent);
    const left = (1 - state.used) / rate;
    if (left >= dt) {
      state.used += dt * rate;
      return;
    }
    state.used = 1;
    middle = from + (to - from) * ((left + dt) / 2 / dt);
    dt -= left;
  }
  const a = state.alpha;
  if (a >= 1) return;
  const [speed, limit] = [speedAt(k, middle), limitAt(k, middle)];
  rateAndSlope(k, a, middle, speed, limit);
  const { rate, slope } = law;
  if (slope <= 0) {
    // Decaying: linearly implicit midpoint, which cannot overshoot.
    state.alpha = Math.min(1, a + (dt * rate) / (1 - (dt / 2) * slope));
    return;
  }
  // Growing: explicit midpoint.
  const b = Math.min(1, a + (dt / 2) * rate);
  if (b < 1) rateAndSlope(k, b, middle, speed, limit);
  state.alpha = b >= 1 ? 1 : Math.min(1, a + dt * law.rate);
}

/** (k1/k2 + α^m)·(1 − α)^n. */
const form = (s: CureClass, alpha: number): number => (s.start + alpha ** s.m) * (1 - alpha) ** s.n;

/** Largest change of α in one step of a film. */
const FINE = 0.004;
/** Near nothing the law bends without end: steps are a share of α there, but not below this. */
const LEAST_STEP = 5e-6;

/** How long a film may go in one step, s, from where it stands at a temperature, °C. */
export function filmStep(k: Kinetics, state: CureState, temperature: number, percent: number): number {
  return k.induction > 0 && state.used < 1
    ? Math.max(1, (1 - state.used) / inductionRate(k, temperature, percent))
    : Math.min(FINE, Math.max(LEAST_STEP, 0.03 * state.alpha)) /
        Math.max(cureRate(k, state.alpha, temperature), 1e-12);
}

/** Brings a film forward along a straight line of temperature, in as many steps as it asks for. Changes the state. */
export function advanceFilm(
  k: Kinetics,
  state: CureState,
  from: number,
  to: number,
  seconds: number,
  percent: number,
): void {
  const slope = (to - from) / seconds;
  for (let t = 0; t < seconds - 1e-9;) {
    const T = from + t * slope;
    const dt = Math.min(seconds - t, Math.max(0.5, 4 * filmStep(k, state, T, percent)));
    stepCure(k, state, T, T + dt * slope, dt, percent);
    t += dt;
  }
}

/**
 * Cure of a thin film that has the temperature it is given: α at times, from freshly mixed.
 *
 * @param temperature °C at seconds from the beginning
 * @param until seconds, or a condition that ends it
 * @param longest largest step, s
 * @returns times (s) and degrees of cure; the last pair is the end
 */
export function filmCure(
  k: Kinetics,
  temperature: (t: number) => number,
  end: number,
  percent = SHEET_PERCENT,
  until: (alpha: number, t: number) => boolean = () => false,
  longest = 300,
): { readonly times: readonly number[]; readonly alphas: readonly number[] } {
  const state = freshState();
  const [times, alphas] = [[0], [SEED]];
  for (let t = 0; t < end;) {
    const T = temperature(t);
    const dt = Math.min(longest, filmStep(k, state, T, percent), end - t);
    stepCure(k, state, T, temperature(t + dt), dt, percent);
    t += dt;
    times.push(t);
    alphas.push(state.alpha);
    if (until(state.alpha, t)) break;
  }
  return { times, alphas };
}

/** First time at which a rising series passes a value, by straight lines. @returns undefined where it never does */
export function whenPassed(
  times: readonly number[],
  values: readonly number[],
  value: number,
): number | undefined {
  const i = values.findIndex((v) => v >= value);
  if (i < 0) return undefined;
  if (i === 0) return times[0];
  const [v0, v1] = [values[i - 1], values[i]];
  return times[i - 1] + ((times[i] - times[i - 1]) * (value - v0)) / (v1 - v0);
}

/**
 * Time from freshly mixed to a degree of cure at one temperature, in units of 1/k2 at that temperature: t = θ/k2(T).
 * Simpson's rule on dα/((k1/k2 + α^m)(1 − α)^n·f_d).
 */
export function reducedTime(shape: CureClass, alpha: number, temperature: number): number {
  const limit = diffusionLimit(shape, temperature);
  const inverse = (a: number): number => (1 + Math.exp(STEEP * (a - limit))) / form(shape, a);
  const N = 400;
  // Squared spacing: the law bends most at the beginning.
  const span = alpha - SEED;
  if (span <= 0) return 0;
  const g = (u: number): number => inverse(SEED + span * u * u) * 2 * span * u;
  let sum = 0;
  for (let i = 0; i <= N; i += 1) sum += g(i / N) * (i === 0 || i === N ? 1 : i % 2 === 1 ? 4 : 2);
  return sum / (3 * N);
}

/** Degree of cure after a time at one temperature, without induction. Midpoint sums of the same integral, from the beginning on. */
export function cureAfter(k: Kinetics, temperature: number, seconds: number): number {
  const target = seconds * k.rate * arrhenius(temperature, k.activation);
  const limit = diffusionLimit(k.shape, temperature);
  const N = 1500;
  let sum = 0;
  for (let i = 0; i < N; i += 1) {
    const [low, high] = [SEED + (1 - SEED) * (i / N) ** 2, SEED + (1 - SEED) * ((i + 1) / N) ** 2];
    const mid = (low + high) / 2;
    const part = ((high - low) * (1 + Math.exp(STEEP * (mid - limit)))) / form(k.shape, mid);
    if (sum + part >= target) return low + ((high - low) * (target - sum)) / part;
    sum += part;
  }
  return 1;
}
