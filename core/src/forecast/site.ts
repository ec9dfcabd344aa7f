import { tzOffset } from '@date-fns/tz';
import type { Inputs } from '../resolve/inputs';
import type { Plan } from '../plan/plan';
import type { Job } from '../schema/job';
import type { Library } from '../materials/product';
import type { Ledger } from '../trace/ledger';
import type { Clock } from '../plan/clock';
import { airAtWork, type PlacedAir } from './air-course';
import { percentOf, ripeningOf, type Curing } from './product-cure';
import { HORIZON, type Fineness } from './run';
import { spans } from './span';
import { warmestFace } from './surroundings';

/** How much sooner and later than reckoned a milestone may come, as factors. */
export type Range = ReturnType<typeof spans>;

/** What all that is laid in one forecast shares. */
export interface Site {
  readonly job: Job;
  readonly plan: Plan;
  readonly inputs: Inputs;
  readonly library: Library;
  readonly placed: PlacedAir;
  /** Time zone of the place, and its offset, min. */
  readonly zone: string;
  readonly offset: number;
  /** Warmest temperature of the course of the work, °C. */
  readonly bar: number;
  readonly ledger: Ledger;
  readonly fineness: Fineness;
  /** Whether runs go on to full cure, with likely ranges and what charts show. */
  readonly detail: boolean;
  /** Likely ranges that were worked out, by product: in steady air they are the same whenever it is laid. */
  readonly ranges: Map<string, Range>;
}

const HOUR = 3_600_000;

/**
 * The warmest that the work comes to, °C, from its beginning for as long as anything is waited for: the air, and what
 * warms the face over it. How hard a resin is, is judged against it for the whole job, and not against the cold of a night.
 *
 * @param start ms since 1970
 */
export function warmestOf(job: Job, { air }: PlacedAir, start: number): number {
  let warmest = -Infinity;
  for (let ms = start; ms <= start + HORIZON * 1000; ms += HOUR)
    warmest = Math.max(warmest, air.temperature(ms));
  return warmestFace(job, warmest);
}

export function siteOf(
  job: Job,
  plan: Plan,
  inputs: Inputs,
  library: Library,
  clock: Clock,
  start: number,
  how: Pick<Site, 'ledger' | 'fineness' | 'detail'>,
): Site {
  const placed = airAtWork(job, inputs, clock);
  const known = clock.timeZone !== undefined && Number.isFinite(tzOffset(clock.timeZone, new Date(0)));
  const zone = known ? (clock.timeZone as string) : 'UTC';
  return {
    job,
    plan,
    inputs,
    library,
    placed,
    zone,
    offset: tzOffset(zone, new Date(clock.now)),
    bar: warmestOf(job, placed, start),
    ranges: new Map(),
    ...how,
  };
}

/**
 * Likely range of a product's milestones when it is laid at a moment.
 * @param air °C at seconds from laying
 */
export function rangeOf(site: Site, curing: Curing, air: (t: number) => number): Range {
  const { job, placed, inputs, bar, ranges } = site;
  const steady = (job.conditions?.air ?? 'steady') === 'steady' && (job.warmth?.kind ?? 'none') === 'none';
  const kept = steady ? ranges.get(curing.name) : undefined;
  if (kept) return kept;
  const percent = percentOf(curing, inputs.temperature.value);
  const range = spans(ripeningOf(curing).ripening, air, placed.band, percent, bar);
  if (steady) ranges.set(curing.name, range);
  return range;
}
