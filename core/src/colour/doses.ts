import type { Paste } from './pastes';

/** How much of one paste goes into one pot. */
export interface Dose {
  readonly paste: Paste;
  readonly fraction: number;
  /** kg */
  readonly mass: number;
  readonly drops: number;
  /** Where a drop is too coarse: the paste let down first, and how much of that. */
  readonly letDown?: { readonly parts: number; readonly mass: number; readonly drops: number };
}

/** Density of the base that it is let down in, kg/m³; typical gel coat. */
const BASE_DENSITY = 1250;
/** Fewer drops than this cannot be counted closely enough. */
const COUNTABLE = 4;
/** A paste that is too strong is stirred into nine parts of the base first. */
const LET_DOWN = 10;

/**
 * Pastes for a pot, by mass and by drops of the yard's dropper bottle.
 * @param base mass of gel coat in the pot, kg
 * @param dropsPerCubicMetre drops in a m³ of the bottle
 */
export function dosesOf(
  pastes: readonly Paste[],
  fractions: readonly number[],
  base: number,
  dropsPerCubicMetre: number,
): readonly Dose[] {
  return pastes.map((paste, i) => {
    const mass = fractions[i] * base;
    const drops = (mass / paste.density) * dropsPerCubicMetre;
    const thin = {
      parts: LET_DOWN,
      mass: mass * LET_DOWN,
      drops: Math.round(((mass * LET_DOWN) / BASE_DENSITY) * dropsPerCubicMetre),
    };
    return {
      paste,
      fraction: fractions[i],
      mass,
      drops: Math.round(drops),
      ...(drops > 0 && drops < COUNTABLE ? { letDown: thin } : {}),
    };
  });
}
