import type { CureSheet } from '../materials/product';
import type { CureClass } from './cure-classes';
import {
  arrhenius,
  cureAtGlass,
  GAS,
  glassTemperature,
  KELVIN,
  RATE_AT,
  reducedTime,
  type Kinetics,
} from './kinetics';
import { potLawOf, type PotLaw } from './pot-life';
import { anchor, type Thresholds } from './thresholds';

/** Share of the sheet's pot life that the inhibitor of a styrene resin takes. Source: these resins stay liquid, then gel at once. */
const INDUCTION_SHARE = 0.8;
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

export interface Calibration {
  readonly kinetics: Kinetics;
  readonly thresholds: Thresholds;
  readonly pot: PotLaw;
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
 * @param density of the liquid, kg/m³, for its pot
 * @returns undefined where the sheet's times contradict one another so far that no law can be meant
 */
export function calibrate(shape: CureClass, sheet: CureSheet, density?: number): Calibration | undefined {
  const induction = shape.peroxide ? INDUCTION_SHARE * sheet.potLife : 0;
  const wanted = wantedPoints(shape, sheet);
  if (
    wanted.some((w) => !(w.time > 0) || !Number.isFinite(w.time)) ||
    !(sheet.potLife > 0) ||
    !(sheet.full > 0)
  )
    return undefined;
  const temperatures = new Set(wanted.map((w) => w.temperature));
  const waitAt = (T: number, E: number): number =>
    (induction * arrhenius(sheet.referenceTemperature, E)) / arrhenius(T, E);
  const fit = (activation?: number, waiting = shape.activation): { rate: number; activation: number } => {
    // y = ln θ − ln t = ln k − E/R·x, with the induction taken off at its own temperature.
    const rows = wanted.map((w) => {
      const wait = waitAt(w.temperature, activation ?? waiting);
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
  // The inhibitor goes by the energy that is sought: it is found in a few rounds.
  for (let i = 0; i < 4 && temperatures.size > 1 && induction > 0; i += 1)
    result = fit(undefined, result.activation);
  let refused: string | undefined;
  const fittedActivation =
    temperatures.size > 1 &&
    result.activation >= ACTIVATION_RANGE[0] &&
    result.activation <= ACTIVATION_RANGE[1];
  if (temperatures.size > 1 && !fittedActivation) {
    refused = `the times at ${sheet.second?.temperature} °C do not go with those at ${sheet.referenceTemperature} °C: they would need ${Math.round(result.activation / 1000)} kJ/mol`;
    return { ...(calibrate(shape, { ...sheet, second: undefined }, density) as Calibration), refused };
  }
  if (!Number.isFinite(result.rate)) result = { rate: 0, activation: shape.activation };
  if (!(result.rate > 0)) return undefined;
  const kinetics: Kinetics = {
    shape,
    rate: result.rate,
    activation: result.activation,
    induction: induction * arrhenius(sheet.referenceTemperature, result.activation),
    minimum: sheet.minimumTemperature,
  };
  const points = wanted.map((w): CalibrationPoint => {
    const fitted =
      reducedTime(shape, w.alpha, w.temperature) /
        (kinetics.rate * arrhenius(w.temperature, kinetics.activation)) +
      waitAt(w.temperature, kinetics.activation);
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
    pot: potLawOf(kinetics, sheet, density),
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
