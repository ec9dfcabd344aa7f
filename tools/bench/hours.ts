// Holds the hours and the money of ten jobs against what a foreman wrote down for them.
import { LIBRARY, planRepair, readJob } from '@nelbo/core';
import { REPAIRS } from '@nelbo/core/repairs';
import { BAND, ESTIMATED } from '../../core/spec/foreman/check';

const CLOCK = { now: Date.UTC(2026, 10, 23, 8), timeZone: 'UTC' };

/** @returns whether every job lies within its bands */
export function printHours(): boolean {
  let within = true;
  const inBand = (ratio: number, [least, most]: readonly number[]): string => {
    const fits = ratio >= least && ratio <= most;
    within &&= fits;
    return `${ratio.toFixed(2)}${fits ? ' ' : '!'}`;
  };
  console.log(
    `${'job'.padEnd(26)}${'hours'.padStart(8)}${'foreman'.padStart(9)}${'ratio'.padStart(7)} ${'money'.padStart(9)}${'foreman'.padStart(9)}${'ratio'.padStart(7)}`,
  );
  for (const { name, document, hours, money } of ESTIMATED) {
    const { job } = readJob(document);
    const totals = job && planRepair(job, LIBRARY, {}, CLOCK, REPAIRS).plan?.totals;
    const [h, m] = [(totals?.handsOn.value ?? NaN) / 3600, totals?.materials.value ?? NaN];
    console.log(
      `${name.padEnd(26)}${h.toFixed(2).padStart(8)}${String(hours).padStart(9)}${inBand(h / hours, BAND.hours).padStart(8)}${m.toFixed(2).padStart(9)}${String(money).padStart(9)}${inBand(m / money, BAND.money).padStart(8)}`,
    );
  }
  console.log(
    `bands: hours ${BAND.hours.join(' to ')}, money ${BAND.money.join(' to ')} of the foreman's; ! lies outside`,
  );
  return within;
}
