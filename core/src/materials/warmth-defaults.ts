/** What warms the work where nothing is entered: °C, W, m, s. */
export const WARMTH_DEFAULTS = { temperature: 25, power: 500, distance: 0.8, hours: 12 * 3600 } as const;
