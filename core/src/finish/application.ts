import { formula } from '../trace/formula';

/** How a coat is put on. */
export type Method = 'brush' | 'roller' | 'spray';

export interface Application {
  readonly name: string;
  /** Mass bought for mass that stays on the work. */
  readonly waste: number;
  /** Thinner that it takes at the most, by volume of the mixed coat, where the sheet states none. */
  readonly mostThinner: number;
  readonly source: string;
}

/**
 * Source: typical losses: in the brush and tin, in the sleeve and tray, past the edge and in the air. Thinner: usual
 * reduction of two-part paints, a tenth by hand and a quarter through a gun; beyond it a film runs, and stays thin.
 */
export const APPLICATIONS: Readonly<Record<Method, Application>> = {
  brush: { name: 'brush', waste: 1.15, mostThinner: 0.1, source: 'brush 1.15' },
  roller: { name: 'roller', waste: 1.2, mostThinner: 0.1, source: 'roller 1.2' },
  spray: { name: 'spray gun', waste: 1.4, mostThinner: 0.25, source: 'spray 1.4' },
};

/** What a cup gun holds, m³. */
export const GUN_LOAD = 0.0006;
/** A sprayed gel coat is built up in passes, the next before the last has set. */
export const SPRAY_PASSES = { least: 2, most: 3 } as const;
/** Wax solution in the last coat of gel coat, by mass. Source: typical 5 % paraffin in styrene, 2 % of it. */
export const WAX_SHARE = 0.02;

/** What the comb reads while it is wet: thinner and solvent still in it. */
export const wetGauge = formula({
  id: 'finish/application',
  expression: 'w = DFT·(1 + thinner)/solids',
  unit: 'm',
  source: 'share by volume of what stays; thinner added by volume',
  inputs: { DFT: 'dry film', thinner: 'share of thinner', solids: 'solids by volume' },
  evaluate: (x) => (x.DFT * (1 + x.thinner)) / x.solids,
});

/** Theoretical spread: m² from a m³. */
export const spreadRate = formula({
  id: 'finish/application',
  expression: 's = solids/DFT',
  unit: 'm',
  source: '1000·solids/DFT in µm gives m² per litre',
  inputs: { solids: 'solids by volume', DFT: 'dry film' },
  evaluate: (x) => x.solids / x.DFT,
});

export const gunLoads = formula({
  id: 'finish/application',
  expression: 'n = max(1, ⌈V/V_gun⌉)',
  unit: 'count',
  source: 'a cup gun of 600 ml',
  inputs: { V: 'volume', V_gun: 'what the gun holds' },
  evaluate: (x) => Math.max(1, Math.ceil(x.V / x.V_gun - 1e-9)),
});

/** Thinner for a volume of coat, m³. */
export const thinnerVolume = formula({
  id: 'finish/application',
  expression: 'V_t = share·V',
  unit: 'm³',
  source: 'by volume of the mixed coat',
  inputs: { share: 'share of thinner', V: 'volume' },
  evaluate: (x) => x.share * x.V,
});

/** Where the tape of each coat runs, m inside the masking line, the first coat the smallest: each edge feathers on fresh ground. */
export function tapeSteps(coats: number, room: number): readonly number[] {
  if (coats < 2) return [0];
  const step = Math.min(0.008, room / (coats - 1));
  return Array.from({ length: coats }, (_, i) => (coats - 1 - i) * step);
}
