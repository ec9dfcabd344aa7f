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
  paintOverPrimer: 0.0001,
  primerThickness: 0.0001,
  fillerOverfill: 0.0005,
  /** The same under film or peel ply that was drawn over it. */
  fillerOverfillCovered: 0.0002,
  fillerWaste: 0.15,
  /** Neat resin under a filler, kg/m². */
  neatCoat: 0.1,
  /** Pits of light filler once it is levelled, m. */
  pitDepth: 0.0001,
  /** Lap of a bonded backing on the inside all round. */
  backingLap: 0.025,
  /** Thin cured laminate bonded inside as a backing. */
  backingThickness: 0.002,
  /** Skin and core of a cored panel. */
  skinThickness: 0.003,
  coreThickness: 0.012,
  /** Bedding under and round a new core, thickened resin, and resin that open cells and end grain drink first, kg/m². */
  coreBedding: 1.2,
  corePriming: 0.35,
  /** Lap of a cover ply past the outermost ply. */
  coverLap: 0.025,
  /** Lap of two panels of one ply, and how far joints of neighbouring plies lie apart. */
  panelLap: 0.03,
  jointStagger: 0.06,
  /** Lap of the two halves of a ply over a stem or keel. */
  stemLap: 0.05,
  /** Distance between pieces on the roll. */
  nestGap: 0.004,
  /** Wet-out of upright and overhead work against flat work. */
  lie: { flat: 1, vertical: 1.4, overhead: 2 },
  shopTemperature: 20,
  shopHumidity: 0.6,
  labourPerHour: 65,
  dewMargin: 3,
} as const;

/** Taper ratio by duty. */
export const DUTY_RATIO = { cosmetic: 5, light: 8, general: 12, high: 20 } as const;
export type Duty = keyof typeof DUTY_RATIO;
