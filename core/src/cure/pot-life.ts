import type { CureSheet } from '../materials/product';
import { SHEET_PERCENT, whenPassed, type Kinetics } from './kinetics';
import { potRun, type PotInput } from './pot';

/** The pot that data sheets state, kg. */
export const SHEET_POT = 0.1;
/** Liquid of a product whose density is not known, kg/m³. */
export const USUAL_DENSITY = 1150;
/** No pot is spread that has cured further, and a film that gels sooner no further than that. Source: its thickness has doubled several times. */
const THICK = 0.15;
/** Least factor on a pot's rate, and how near the sheet's time it is sought, as a share. */
const LEAST_FACTOR = 1e-4;
const NEAR = 1e-3;

/** How a pot of a product goes off against the law of its film. */
export interface PotLaw {
  /** Degree of cure at which its life ends. */
  readonly mark: number;
  /**
   * Factor on the rate in the pot. 1 where the film's own law leaves the sheet's pot alive for as long as the sheet says;
   * less where it would have run away by then: the times of a film say little of the first minutes.
   */
  readonly factor: number;
}

/** A law with all its rates so many times as fast. */
export const hastened = (k: Kinetics, factor: number): Kinetics => ({
  ...k,
  rate: k.rate * factor,
  induction: k.induction / factor,
  ...(k.custom ? { custom: (a: number, T: number): number => factor * (k.custom?.(a, T) ?? 0) } : {}),
});

/** The law of what is in the cup. Nothing stands still there because the sheet would not have it laid so cold. */
export const potKinetics = (k: Kinetics, pot: PotLaw): Kinetics => ({
  ...hastened(k, pot.factor),
  minimum: undefined,
});

/**
 * The mark and the factor with which the simulated pot of the sheet, 100 g at the sheet's temperature, ends its life at
 * the sheet's time.
 *
 * @param density of the liquid, kg/m³: the cup that holds it loses heat over its wall
 */
export function potLawOf(k: Kinetics, sheet: CureSheet, density = USUAL_DENSITY): PotLaw {
  const T = sheet.referenceTemperature;
  const thick = Math.min(k.shape.gel, THICK);
  const run = (factor: number): ReturnType<typeof potRun> =>
    potRun({
      kinetics: potKinetics(k, { mark: 0, factor }),
      mass: SHEET_POT,
      density,
      temperature: T,
      air: T,
      percent: SHEET_PERCENT,
      end: sheet.potLife,
    });
  const { times, alphas } = run(1);
  const [end, alpha] = [times[times.length - 1], alphas[alphas.length - 1]];
  // A run that ended before its time has burnt out.
  if (end >= sheet.potLife * (1 - NEAR) && alpha <= thick) return { mark: alpha, factor: 1 };
  let [low, high] = [LEAST_FACTOR, 1];
  while (high / low > 1 + NEAR) {
    const middle = Math.sqrt(low * high);
    const r = run(middle);
    if (whenPassed(r.times, r.alphas, thick) === undefined) low = middle;
    else high = middle;
  }
  return { mark: thick, factor: high };
}

/**
 * Pot life, s, of a mass at a temperature; self-heating included.
 * @returns undefined beyond `end`
 */
export function potLife(
  c: { readonly kinetics: Kinetics; readonly pot: PotLaw },
  p: Omit<PotInput, 'kinetics' | 'end'> & { readonly end?: number },
): number | undefined {
  const run = potRun({ end: LONGEST, ...p, kinetics: potKinetics(c.kinetics, c.pot) });
  return whenPassed(run.times, run.alphas, c.pot.mark);
}

/** No pot is looked at for longer, s. */
const LONGEST = 48 * 3600;
