import type { LayOrder } from '../schema/job';

/** What the yard knows of itself. Anything missing falls back to a default and is shown as assumed. */
export interface Shop {
  readonly name?: string;
  readonly currency?: string;
  /** Currency units per hour. */
  readonly labourPerHour?: number;
  /** Reading in the shop, °C and 0–1, with the time it was taken. */
  readonly temperature?: number;
  readonly humidity?: number;
  readonly readAt?: string;
  readonly order?: LayOrder;
  readonly crew?: readonly string[];
}

/** Time comes in from outside: the core never looks at a clock. */
export interface Clock {
  /** Milliseconds since 1970-01-01 UTC. */
  readonly now: number;
}
