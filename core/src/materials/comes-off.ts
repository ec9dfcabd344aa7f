/** How a thing comes off and goes back. */
export type OffWay = 'fitting' | 'lettering' | 'fastenings' | 'hoist';

export interface ComesOff {
  readonly name: string;
  readonly way: OffWay;
  readonly per: 'each' | 'metre';
  /** Minutes for one, or for a metre of it. */
  readonly off: number;
  readonly back: number;
  /** Bead that it is bedded in, m for one or for a metre of it; absent where it is not bedded. */
  readonly bed?: number;
}

/** What is in the way of a repair, with its times off and back. Source: typical hand work by one technician, ±30 %. */
export const COMES_OFF = {
  trim: { name: 'trim or rubbing strake', way: 'fitting', per: 'metre', off: 6, back: 12, bed: 1 },
  keelBand: { name: 'keel band or bow protector', way: 'fitting', per: 'metre', off: 8, back: 20, bed: 1 },
  rail: { name: 'rail, stanchion or pulpit', way: 'fitting', per: 'each', off: 20, back: 40, bed: 0.5 },
  hardware: { name: 'cleat, vent or hinge', way: 'fitting', per: 'each', off: 10, back: 20, bed: 0.3 },
  hatch: { name: 'hatch or window', way: 'fitting', per: 'each', off: 45, back: 75, bed: 2 },
  seat: { name: 'seat or thwart', way: 'fitting', per: 'each', off: 15, back: 20 },
  lettering: { name: 'lettering or decals', way: 'lettering', per: 'metre', off: 15, back: 15 },
  fastenings: { name: 'corroded fastenings', way: 'fastenings', per: 'each', off: 6, back: 4 },
  board: { name: 'centreboard or rudder', way: 'hoist', per: 'each', off: 30, back: 45 },
  keel: { name: 'keel plate', way: 'hoist', per: 'each', off: 60, back: 90 },
  engine: { name: 'engine or outboard', way: 'hoist', per: 'each', off: 60, back: 90 },
} as const satisfies Record<string, ComesOff>;

export type ComesOffKind = keyof typeof COMES_OFF;
