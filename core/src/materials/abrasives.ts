/** FEPA P grades: mean grain in m. Source: FEPA 43-1 (macrogrits) and 43-2 (microgrits). */
export const P_GRAIN: Readonly<Record<number, number>> = Object.fromEntries(
  (
    [
      [16, 1324], [20, 1000], [24, 764], [30, 642], [36, 538], [40, 425], [50, 336], [60, 269], [80, 201],
      [100, 162], [120, 125], [150, 100], [180, 82], [220, 68], [240, 58.5], [280, 52.2], [320, 46.2],
      [360, 40.5], [400, 35], [500, 30.2], [600, 25.8], [800, 21.8], [1000, 18.3], [1200, 15.3], [1500, 12.6],
      [2000, 10.3], [2500, 8.4],
    ] as const
  ).map(([p, um]) => [p, um * 1e-6]),
);

/** Papers on a usual shelf. */
export const SHELF: readonly number[] = [40, 60, 80, 120, 180, 240, 320, 400, 600, 800, 1000, 1200, 1500];

/** Removal rate of a 150 mm random orbital sander on cured resin, m³/s by P grade; between them log-interpolated on grain. */
const RATE: readonly (readonly [number, number])[] = (
  [
    [40, 5], [80, 3], [120, 2], [180, 1.3], [240, 0.95], [320, 0.7], [400, 0.5], [600, 0.3], [800, 0.2], [1200, 0.12],
  ] as const
).map(([p, cm3PerMin]) => [P_GRAIN[p], (cm3PerMin * 1e-6) / 60]);

/**
 * Removal rate at a mean grain, m³/s. Log–log interpolation; beyond the ends of the table the end slope is kept.
 * @param grain mean grain, m
 */
export function removalRate(grain: number): number {
  let i = RATE.findIndex(([g]) => g <= grain);
  if (i === -1) i = RATE.length - 1;
  i = Math.max(1, i);
  const [[g0, r0], [g1, r1]] = [RATE[i - 1], RATE[i]];
  const t = Math.log(grain / g0) / Math.log(g1 / g0);
  return r0 * (r1 / r0) ** t;
}

/** Scratch depth left by a paper as a share of its mean grain. */
export const SCRATCH_SHARE = { 'cured resin': 0.25, 'gel coat': 0.3 } as const;
export type AbradedMaterial = keyof typeof SCRATCH_SHARE;

/** Area that one 150 mm disc lasts, m²: 0.6 at P80, 0.9 at P240; log-interpolated on grain, ends kept. */
export function discLife(grain: number): number {
  const t = Math.log(grain / P_GRAIN[80]) / Math.log(P_GRAIN[240] / P_GRAIN[80]);
  return 0.6 + 0.3 * Math.min(1, Math.max(0, t));
}
