import type { Plan } from '../plan/plan';
import { readyOf, type Ready } from './order/ready';

/** What the places of a boat come to together. */
export interface BoatTotals {
  /** Time of all hands, s; steps that are done once for several places counted once. */
  readonly handsOn: number;
  /** At the least and at the worst, s. */
  readonly span: readonly [number, number];
  /** Materials with a known price, in the money of the yard. */
  readonly materials: number;
  /** In the money of the yard. */
  readonly labour: number;
  /** When the last of the places holds the boat back no more; absent while nothing is placed. */
  readonly ready?: Ready;
}

const sum = (values: readonly number[]): number => values.reduce((all, v) => all + v, 0);

/**
 * Sums over the places of a boat. A boat is ready when its last place is.
 *
 * @param plans of its places as they were planned together, with their forecasts where these are known
 */
export function boatTotals(plans: readonly Plan[]): BoatTotals {
  const totals = plans.flatMap((p) => p.totals ?? []);
  const readies = plans.flatMap((p) => readyOf(p) ?? []);
  const last = readies.reduce<Ready | undefined>((a, b) => (a && a.at >= b.at ? a : b), undefined);
  return {
    handsOn: sum(totals.map((t) => t.handsOn.value)),
    span: [
      sum(totals.map(({ handsOn: h }) => h.span?.[0] ?? h.value)),
      sum(totals.map(({ handsOn: h }) => h.span?.[1] ?? h.value)),
    ],
    materials: sum(totals.map((t) => t.materials.value)),
    labour: sum(totals.map((t) => t.labour.value)),
    ...(last ? { ready: last } : {}),
  };
}
