/** Starting values where neither the job nor the shop says otherwise. SI units. Each is shown as assumed. */
export const DEFAULTS = {
  laminateThickness: 0.007,
  gelCoatThickness: 0.0006,
  oldLaminate: 'mat-woven-polyester',
  cloth: 'biax-600',
  safetyFactor: 1.5,
  minimumStep: 0.006,
  waste: 0.15,
  groundCoat: 0.2,
  finishClearance: 0.015,
  maskingClearance: 0.025,
  /** Lower edge of the band for the new laminate, against its upper limit. */
  bandBelow: 0.0005,
  usableShare: 0.7,
  dropsPerMl: 32,
  densityPeroxide: 1120,
  fairingThickness: 0.0003,
  paintThickness: 0.0002,
  fillerOverfill: 0.0005,
  fillerWaste: 0.15,
  brushWaste: 1.15,
  /** Lap of a bonded backing on the inside all round. */
  backingLap: 0.025,
  /** Thin cured laminate bonded inside as a backing. */
  backingThickness: 0.002,
  shopTemperature: 20,
  shopHumidity: 0.6,
  labourPerHour: 65,
  dewMargin: 3,
} as const;

/** Taper ratio by duty. */
export const DUTY_RATIO = { cosmetic: 5, light: 8, general: 12, high: 20 } as const;
export type Duty = keyof typeof DUTY_RATIO;
