import type { CureSheet, DryingSheet } from '../product';

export const MINUTE = 60;
export const HOUR = 3600;
export const DAY = 86400;

/** A data sheet's cure times at 25 °C, in minutes and hours as sheets print them. */
export const cureRow = (
  potMinutes: number,
  sandHours: number,
  fullHours: number,
  minimumTemperature: number,
  window?: CureSheet['window'],
): CureSheet => ({
  referenceTemperature: 25,
  potLife: potMinutes * MINUTE,
  sand: sandHours * HOUR,
  full: fullHours * HOUR,
  minimumTemperature,
  ...(window ? { window } : {}),
});

/** A sheet's drying times at 20 °C and 50 %, in minutes, for a film in µm. */
export const dryingRow = (
  kind: DryingSheet['kind'],
  openMinutes: number,
  closedMinutes: number,
  filmMicrons: number,
  humidityLimit: number,
): DryingSheet => ({
  kind,
  open: openMinutes * MINUTE,
  closed: closedMinutes * MINUTE,
  temperature: 20,
  humidity: 0.5,
  film: filmMicrons * 1e-6,
  humidityLimit,
});
