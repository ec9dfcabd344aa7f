import type { Paste } from './pastes';

/** How much of one paste goes into one pot. */
export interface Dose {
  readonly paste: Paste;
  readonly fraction: number;
  /** kg */
  readonly mass: number;
  readonly drops: number;
}

/**
 * Pastes for a pot, by mass and by drops of the yard's dropper bottle.
 * @param base mass of gel coat in the pot, kg
 * @param dropsPerCubicMetre drops in a m³ of the bottle
 */
export function dosesOf(pastes: readonly Paste[], fractions: readonly number[], base: number, dropsPerCubicMetre: number): readonly Dose[] {
  return pastes.map((paste, i) => {
    const mass = fractions[i] * base;
    return { paste, fraction: fractions[i], mass, drops: Math.round((mass / paste.density) * dropsPerCubicMetre) };
  });
}
