/** Longest that a joint is let rest for, s. */
const LONGEST = 90 * 86_400;
const STEP = 600;
/** Above this a rest is not shortened, °C. */
const REFERENCE = 20;

/**
 * How long a joint rests that has to rest for a time at 20 °C: colder hours count for less by the doubling rule, warmer
 * ones for no more, and below the minimum of its adhesive nothing counts.
 *
 * @param least s at 20 °C and above
 * @param temperature °C, s from the beginning
 * @param minimum of the sheet, °C
 * @returns s; Infinity where it would take longer than a season
 */
export function restUntil(least: number, temperature: (t: number) => number, minimum = -Infinity): number {
  let [rested, t] = [0, 0];
  while (t < LONGEST) {
    const T = temperature(t + STEP / 2);
    const rate = T < minimum ? 0 : Math.min(1, 2 ** ((T - REFERENCE) / 10));
    if (rested + rate * STEP >= least) return t + (least - rested) / rate;
    rested += rate * STEP;
    t += STEP;
  }
  return Infinity;
}
