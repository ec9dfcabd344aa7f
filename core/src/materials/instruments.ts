/** A scale that is read to a step (kg). */
export interface Scale {
  readonly name?: string;
  readonly resolution: number;
  readonly capacity?: number;
}

/** A cup as a cut cone: inside widths at bottom and top (m), and what it holds (m³). */
export interface Cup {
  readonly name?: string;
  readonly volume: number;
  readonly bottom: number;
  readonly top: number;
}

export interface Syringe {
  readonly name?: string;
  readonly volume: number;
  readonly graduation: number;
}

/** A pair of pumps built for a ratio by volume; one stroke of each gives one stroke of resin (m³) and its share of hardener. */
export interface PumpSet {
  readonly name?: string;
  readonly ratio: number;
  readonly stroke: number;
}

export interface Dropper {
  readonly name?: string;
  readonly dropsPerMl: number;
}

export interface Instruments {
  readonly scales?: readonly Scale[];
  readonly cups?: readonly Cup[];
  readonly syringes?: readonly Syringe[];
  readonly pumps?: readonly PumpSet[];
  readonly droppers?: readonly Dropper[];
}

/** What a bench commonly has, until the yard enters its own. Source: usual for small laminating work. */
export const TYPICAL_INSTRUMENTS: Required<Instruments> = {
  scales: [{ name: 'bench scale', resolution: 0.0001, capacity: 3 }],
  cups: [{ name: '400 ml cup', volume: 400e-6, bottom: 0.066, top: 0.084 }],
  syringes: [{ name: '10 ml syringe', volume: 10e-6, graduation: 0.5e-6 }],
  pumps: [],
  droppers: [{ name: 'dropper bottle', dropsPerMl: 32 }],
};
