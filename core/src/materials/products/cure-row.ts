import type { CureSheet } from '../product';

export const MINUTE = 60;
export const HOUR = 3600;
export const DAY = 86400;

/** A data sheet's cure times at 25 °C, in minutes and hours as sheets print them. */
export const cureRow = (potMinutes: number, sandHours: number, fullHours: number, minimumTemperature: number, window?: CureSheet['window']): CureSheet => ({
  referenceTemperature: 25,
  potLife: potMinutes * MINUTE,
  sand: sandHours * HOUR,
  full: fullHours * HOUR,
  minimumTemperature,
  ...(window ? { window } : {}),
});
