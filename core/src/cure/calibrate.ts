import type { CureSheet } from '../materials/product';
import { DOUBLING_RANGE } from '../physics/doubling-rule';
import type { CureClass } from './cure-classes';
import {
  arrhenius,
  cureAfter,
  cureAtGlass,
  GAS,
  glassTemperature,
  KELVIN,
  RATE_AT,
  reducedTime,
  whenPassed,
  SHEET_PERCENT,
  type Kinetics,
} from './kinetics';
import { potRun } from './pot';

/** Share of the sheet's pot life that the inhibitor of a styrene resin takes. Source: these resins stay liquid, then gel at once. */
const INDUCTION_SHARE = 0.8;
/** The pot that data sheets state, kg. */
export const SHEET_POT = 0.1;
/** Activation energies that a cure near room temperature can have, J/mol. Source: 52 kJ/mol doubles the rate per 10 K. */
export const ACTIVATION_RANGE: readonly [number, number] = [25_000, 110_000];

/** One time of the data sheet against the fitted law. */
export interface CalibrationPoint {
  readonly name: 'opens' | 'closes' | 'sand';
  readonly temperature: number;
  /** s */
  readonly sheet: number;
  readonly fitted: number;
  /** ln(fitted/sheet). */
  readonly residual: number;
}

/** Degrees of cure at which this product reaches its milestones: those that the law has at the times of the sheet. */
export interface Thresholds {
  readonly pot: number;
  readonly opens?: number;
  readonly closes?: number;
  readonly gel: number;
  readonly sand: number;
  /** Half of the sheet's time to full cure: load and launching, usual practice. */
  readonly load: number;
  readonly full: number;
  /** How far the glass temperature stands above the work when it can be sanded, loaded, and is fully cured, K. */
  readonly lead: Readonly<Record<'sand' | 'load' | 'full', number>>;
  /**
   * Soonest after laying, s: the sheet's times at 40 °C. Hotter than that no rule reaches, and a resin that a hot hour has
   * hardened is not therefore fit for load or water.
   */
  readonly least: Readonly<Record<'load' | 'full', number>>;
  /** Seconds after laying at which time alone shuts the window. */
  readonly closesAfter?: number;
}

export interface Calibration {
  readonly kinetics: Kinetics;
  readonly thresholds: Thresholds;
  readonly points: readonly CalibrationPoint[];
  /** Root mean square of the residuals: 0.2 is about 20 %. */
  readonly spread: number;
  /** Whether E came from a second temperature of the sheet; otherwise it is that of the class, near the doubling rule. */
  readonly fittedActivation: boolean;
  /** What of the sheet could not be used, and why. */
  readonly refused?: string;
}

interface Wanted {
  readonly name: CalibrationPoint['name'];
  readonly alpha: number;
  readonly temperature: number;
  readonly time: number;
}

/**
 * Fits a cure law to the times of a data sheet: ln t_i = ln θ(α_i, T_i) − ln k + E/R·(1/T_i − 1/T_25), linear least
 * squares in ln k, and in E where the sheet has a second temperature.
 *
 * @returns undefined where the sheet's times contradict one another so far that no law can be meant
 */
export function calibrate(shape: CureClass, sheet: CureSheet): Calibration | undefined {
  const induction = shape.peroxide ? INDUCTION_SHARE * sheet.potLife : 0;
  const wanted = wantedPoints(shape, sheet);
  if (
    wanted.some((w) => !(w.time > 0) || !Number.isFinite(w.time)) ||
    !(sheet.potLife > 0) ||
    !(sheet.full > 0)
  )
    return undefined;
  const temperatures = new Set(wanted.map((w) => w.temperature));
  const fit = (activation?: number): { rate: number; activation: number } => {
    // y = ln θ − ln t = ln k − E/R·x, with the induction taken off at its own temperature.
    const rows = wanted.map((w) => {
      const wait = induction > 0 ? induction / arrhenius(w.temperature, activation ?? shape.activation) : 0;
      return {
        x: 1 / (w.temperature + KELVIN) - 1 / (RATE_AT + KELVIN),
        y:
          Math.log(reducedTime(shape, w.alpha, w.temperature)) -
          Math.log(Math.max(w.time - wait, w.time * 0.1)),
      };
    });
    const mean = (f: (r: { x: number; y: number }) => number): number =>
      rows.reduce((s, r) => s + f(r), 0) / rows.length;
    const [mx, my] = [mean((r) => r.x), mean((r) => r.y)];
    const E = activation ?? (-GAS * mean((r) => (r.x - mx) * (r.y - my))) / mean((r) => (r.x - mx) ** 2);
    return { rate: Math.exp(my + (E / GAS) * mx), activation: E };
  };
  let result = fit(temperatures.size > 1 ? undefined : shape.activation);
  let refused: string | undefined;
  const fittedActivation =
    temperatures.size > 1 &&
    result.activation >= ACTIVATION_RANGE[0] &&
    result.activation <= ACTIVATION_RANGE[1];
  if (temperatures.size > 1 && !fittedActivation) {
    refused = `the times at ${sheet.second?.temperature} °C do not go with those at ${sheet.referenceTemperature} °C: they would need ${Math.round(result.activation / 1000)} kJ/mol`;
    return { ...(calibrate(shape, { ...sheet, second: undefined }) as Calibration), refused };
  }
  if (!Number.isFinite(result.rate)) result = { rate: 0, activation: shape.activation };
  if (!(result.rate > 0)) return undefined;
  const kinetics: Kinetics = { shape, rate: result.rate, activation: result.activation, induction };
  const points = wanted.map((w): CalibrationPoint => {
    const fitted =
      reducedTime(shape, w.alpha, w.temperature) /
        (kinetics.rate * arrhenius(w.temperature, kinetics.activation)) +
      induction / arrhenius(w.temperature, kinetics.activation);
    return {
      name: w.name,
      temperature: w.temperature,
      sheet: w.time,
      fitted,
      residual: Math.log(fitted / w.time),
    };
  });
  return {
    kinetics,
    thresholds: anchor(kinetics, sheet),
    points,
    spread: Math.sqrt(points.reduce((s, p) => s + p.residual ** 2, 0) / points.length),
    fittedActivation,
    refused,
  };
}

/** Times of the sheet that the law is fitted to. Pot life fixes the induction and the pot's own threshold instead. */
function wantedPoints(shape: CureClass, sheet: CureSheet): Wanted[] {
  const at = (
    temperature: number,
    opens: number | 'gel' | undefined,
    closes: number | undefined,
    sand: number | undefined,
  ): Wanted[] => [
    ...(shape.window && typeof opens === 'number'
      ? [{ name: 'opens' as const, alpha: shape.window.open, temperature, time: opens }]
      : []),
    ...(shape.window?.close && closes !== undefined
      ? [{ name: 'closes' as const, alpha: shape.window.close, temperature, time: closes }]
      : []),
    // Sandable in the cold means as glassy as it was at the sheet's temperature, not the same degree of cure.
    ...(sand !== undefined
      ? [
          {
            name: 'sand' as const,
            alpha: Math.min(shape.sand, sandable(shape, sheet.referenceTemperature, temperature)),
            temperature,
            time: sand,
          },
        ]
      : []),
  ];
  const { window, second } = sheet;
  // A styrene resin's window says when it gels and how long styrene still dissolves it: neither is a degree of cure of this law.
  const usable = shape.peroxide ? undefined : window;
  const first = at(
    sheet.referenceTemperature,
    usable?.open,
    usable?.closesBy === 'cure' ? usable.close : undefined,
    sheet.sand,
  );
  return second
    ? [
        ...first,
        ...at(
          second.temperature,
          shape.peroxide ? undefined : second.opens,
          shape.peroxide ? undefined : second.closes,
          second.sand,
        ),
      ]
    : first;
}

/** Degree of cure that is as hard at one temperature as the class's sanding cure is at another. */
function sandable(shape: CureClass, reference: number, temperature: number): number {
  const lead = glassTemperature(shape, shape.sand) - reference;
  return lead > 0 ? cureAtGlass(shape, temperature + lead) : shape.sand;
}

/** A time of the sheet at the warmest that its rule reaches, s. */
const hurried = (seconds: number, reference: number): number =>
  seconds * Math.min(1, 2 ** ((reference - DOUBLING_RANGE[1]) / 10));

/** The degrees of cure that the law has at the times of the sheet, at the sheet's temperature. */
function anchor(k: Kinetics, sheet: CureSheet): Thresholds {
  const T = sheet.referenceTemperature;
  const wait = k.induction / arrhenius(T, k.activation);
  const after = (t: number): number => cureAfter(k, T, Math.max(0, t - wait));
  const run = potRun({
    kinetics: k,
    mass: SHEET_POT,
    density: 1150,
    temperature: T,
    air: T,
    percent: SHEET_PERCENT,
    end: sheet.potLife * 1.0001,
  });
  const pot =
    run.alphas[
      Math.min(
        run.alphas.length - 1,
        Math.max(
          1,
          run.times.findIndex((t) => t >= sheet.potLife * 0.9999),
        ),
      )
    ];
  const gel = k.shape.peroxide ? after(sheet.potLife) : k.shape.gel;
  const { window } = sheet;
  const sand = after(sheet.sand);
  const load = Math.max(sand, after(sheet.full / 2));
  const full = Math.max(load, after(sheet.full));
  const lead = (alpha: number): number => glassTemperature(k.shape, alpha) - T;
  return {
    pot,
    gel,
    opens: window && (window.open === 'gel' ? gel : after(window.open)),
    closes: window?.closesBy === 'cure' ? after(window.close) : undefined,
    closesAfter: window?.closesBy === 'time' ? window.close : undefined,
    sand,
    load,
    full,
    lead: { sand: lead(sand), load: lead(load), full: lead(full) },
    least: { load: hurried(sheet.full / 2, T), full: hurried(sheet.full, T) },
  };
}

/**
 * Whether a resin is as far as a milestone asks: cured so far, or as glassy against the work as it was on the sheet
 * (and at least 10 K, where the cure ceases).
 */
export function reached(
  k: Kinetics,
  t: Thresholds,
  what: 'sand' | 'load' | 'full',
  alpha: number,
  temperature: number,
): boolean {
  if (alpha >= t[what]) return true;
  return (
    alpha >= (t.closes ?? t.gel) &&
    glassTemperature(k.shape, alpha) >= temperature + Math.max(t.lead[what], 10)
  );
}

/** Pot life, s, of a mass at a temperature; self-heating included. @returns undefined beyond `end` */
export function potLife(
  c: Calibration,
  mass: number,
  density: number,
  temperature: number,
  air: number,
  percent: number,
  end = 12 * 3600,
): number | undefined {
  const run = potRun({ kinetics: c.kinetics, mass, density, temperature, air, percent, end });
  return whenPassed(run.times, run.alphas, c.thresholds.pot);
}
