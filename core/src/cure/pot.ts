import { cureRate, freshState, inductionRate, stepCure, type Kinetics } from './kinetics';

/** Neat mixed resin. Source: typical of liquid resins. */
export const RESIN_HEAT_CAPACITY = 1400;
/** A plastic cup in still air, wall and film together, W/(m²·K). Source: still air 8–10, thin wall. */
const CUP_LOSS = 9;
/** A pot that is this hot smokes and gives off vapours, °C. Source: boiling water and amines; styrene's flash point is far below. */
export const SMOKES_AT = 100;

export interface PotInput {
  readonly kinetics: Kinetics;
  /** kg, and density of the liquid, kg/m³ */
  readonly mass: number;
  readonly density: number;
  /** Temperature of the parts when they are mixed, and of the air, °C. */
  readonly temperature: number;
  readonly air: number;
  readonly percent: number;
  /** Share of the mass that is resin; the rest is filler that only soaks up heat. */
  readonly resinShare?: number;
  /** s */
  readonly end: number;
}

export interface PotRun {
  readonly times: readonly number[];
  readonly temperatures: readonly number[];
  readonly alphas: readonly number[];
  readonly peak: number;
  readonly peakAt: number;
}

/** Surface of a cup as wide as it is full, m²: V = πd³/4, A = 1.5·π·d². */
export function cupSurface(volume: number): number {
  const d = Math.cbrt((4 * volume) / Math.PI);
  return 1.5 * Math.PI * d * d;
}

/**
 * A pot of mixed resin as one lump that heats itself: m·c·dT/dt = m_r·H·dα/dt − h·A·(T − T_air).
 * Steps so small that neither T moves more than 0.5 K nor α more than 0.004. Source: energy balance of a lump.
 */
export function potRun(p: PotInput): PotRun {
  const share = p.resinShare ?? 1;
  const heat = share * p.kinetics.shape.heat;
  const loss = (CUP_LOSS * cupSurface(p.mass / p.density)) / p.mass;
  const state = freshState();
  let T = p.temperature;
  const [times, temperatures, alphas] = [[0], [T], [state.alpha]];
  let [peak, peakAt] = [T, 0];
  for (let t = 0; t < p.end;) {
    const waiting = p.kinetics.induction > 0 && state.used < 1;
    const rate = waiting ? 0 : cureRate(p.kinetics, state.alpha, T);
    const slope = (heat * rate - loss * (T - p.air)) / RESIN_HEAT_CAPACITY;
    const soon = waiting
      ? (1 - state.used) / inductionRate(p.kinetics, T, p.percent)
      : 0.004 / Math.max(rate, 1e-12);
    const dt = Math.max(0.05, Math.min(60, soon, 0.5 / Math.max(Math.abs(slope), 1e-9), p.end - t));
    const before = state.alpha;
    stepCure(p.kinetics, state, T, T + slope * dt, dt, p.percent);
    // Heat of the step exactly, loss by the trapezium.
    const half = (loss * dt) / (2 * RESIN_HEAT_CAPACITY);
    T =
      (T * (1 - half) + 2 * half * p.air + (heat * (state.alpha - before)) / RESIN_HEAT_CAPACITY) /
      (1 + half);
    t += dt;
    times.push(t);
    temperatures.push(T);
    alphas.push(state.alpha);
    if (T > peak) [peak, peakAt] = [T, t];
    // Spent and falling: nothing more happens.
    if (T < peak - 5 && state.alpha > 0.6) break;
  }
  return { times, temperatures, alphas, peak, peakAt };
}
