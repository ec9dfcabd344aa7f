import { sayIn, type Reader } from '@nelbo/core';
import { ratioErrorOf, type BenchClocks } from '@nelbo/core/cure';
import type { BenchRun } from './run';

/** Kilograms as a scale shows them. */
export const grams = (kg: number, reader: Reader = {}, decimals = 1): string =>
  sayIn({ value: kg }, 'g', decimals, reader);

/** "31–36 min". */
export function minutes([low, , high]: BenchClocks['life']): string {
  const [a, b] = [Math.max(1, Math.round(low / 60)), Math.max(1, Math.round(high / 60))];
  if (b > 120) return `${(low / 3600).toFixed(1)}–${(high / 3600).toFixed(1)} h`;
  return a === b ? `${a} min` : `${a}–${b} min`;
}

/** The ratio as a person on the bench says it. */
export function ratioWords(first: number, second: number, run: BenchRun): string {
  if (run.batch.parts.kind === 'two-part')
    return second <= 0 ? 'no hardener yet' : `${(first / second).toFixed(2)} : 1`;
  return second <= 0 ? 'no catalyst yet' : `${((100 * second) / first).toFixed(2)} %`;
}

/** "−0.6 %" against what is wanted. */
export function offBy(error: number): string {
  const p = Math.round(error * 1000) / 10;
  return p === 0 ? 'exact' : `${p > 0 ? '+' : '−'}${Math.abs(p).toFixed(1)} %`;
}

/** Names of the two parts. */
export const partNames = (run: BenchRun): readonly [string, string] => run.batch.parts.names;

/** What went into the pot and how warm it was, for the log. */
export function mixedWords(run: BenchRun, reader: Reader, clocks: BenchClocks): string {
  const [a, b] = partNames(run);
  const [first, second] = [run.first ?? run.batch.first, run.second ?? run.batch.second];
  const weighed = run.first !== undefined && run.second !== undefined;
  const off = weighed ? ` (${offBy(ratioErrorOf(first, second, run.batch.ratio))})` : ', as planned';
  const powder = run.batch.powder
    ? `, ${grams(run.batch.powder.mass, reader)} ${run.batch.powder.name.toLowerCase()}`
    : '';
  const degrees = (v: number | undefined, name: 'pot' | 'air'): string =>
    v === undefined
      ? ''
      : `, ${name} ${sayIn({ value: v }, '°C', 1, reader)}${run.unread?.includes(name) ? ' (assumed)' : ''}`;
  const damp = run.humidity === undefined ? '' : `, ${Math.round(run.humidity * 100)} %`;
  return `${run.batch.title} mixed for ${run.batch.about}: ${grams(first, reader)} ${a}, ${grams(second, reader, second < 0.02 ? 2 : 1)} ${b}${off}${powder}; ${run.batch.product}${run.lot ? `, lot ${run.lot}` : ', lot not noted'}${degrees(run.pot, 'pot')}${degrees(run.air, 'air')}${damp}${run.simulated ? ' (simulated device)' : ''}. Pot life ${minutes(clocks.life)}.`;
}
