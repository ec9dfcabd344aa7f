import { tzOffset } from '@date-fns/tz';
import { airAtWork, type PlacedAir } from '../forecast/air-course';
import { warmestFace } from '../forecast/surroundings';
import { withCatalyst } from '../materials/own-catalyst';
import type { Library, Product } from '../materials/product';
import type { Clock } from '../plan/clock';
import type { Plan } from '../plan/plan';
import type { Problem } from '../trace/problem';
import type { Inputs } from '../resolve/inputs';
import type { Job } from '../schema/job';
import type { Shop } from '../schema/shop-fields';

/** What an inspection looks at: a plan with its time line along the course of the air, and what it was made from. */
export interface Inspected {
  readonly job: Job;
  readonly plan: Plan;
  /** What the plan itself says is wrong. */
  readonly problems: readonly Problem[];
  readonly library: Library;
  readonly shop: Shop;
  readonly clock: Clock;
}

/** The place as the inspector sees it. */
export interface Place extends Inspected {
  readonly inputs: Inputs;
  readonly air: PlacedAir;
  /** Offset of the place against UTC, min. */
  readonly offset: number;
  /** Warmest of the course of the work, °C. */
  readonly bar: number;
  readonly product: (id: string | undefined) => Product | undefined;
}

const HOUR = 3_600_000;
/** The course is looked over for so long from the beginning of the work, h. */
const OVER = 14 * 24;

/** @returns undefined where nothing is known of the place yet */
export function placeOf(inspected: Inspected): Place | undefined {
  const { job, plan, clock } = inspected;
  const library = withCatalyst(inspected.library, job.mix?.catalyst);
  const { inputs, timeline, system } = plan;
  if (!inputs || !timeline) return undefined;
  const air = airAtWork(job, inputs, clock);
  const zone = tzOffset(clock.timeZone ?? 'UTC', new Date(clock.now));
  const warmest = Math.max(
    ...Array.from({ length: OVER + 1 }, (_, h) => air.air.temperature(timeline.start + h * HOUR)),
  );
  const products = new Map<string, Product>(library.products.map((p) => [p.id, p]));
  for (const { product } of system?.chosen?.chain.links ?? []) products.set(product.id, product);
  return {
    ...inspected,
    library,
    inputs,
    air,
    offset: Number.isFinite(zone) ? zone : 0,
    bar: warmestFace(job, warmest),
    product: (id) => (id === undefined ? undefined : products.get(id)),
  };
}
