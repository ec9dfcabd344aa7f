import type { Broken } from '../../trace/broken';
import type { Face } from '../faces';
import type { Clockwork, Moments } from '../moments';
import type { Placed } from '../replay';
import type { Place } from '../site';

/** All that a check may look at. */
export interface Scene {
  readonly place: Place;
  readonly clockwork: Clockwork;
  /** Steps in the order of the clock. */
  readonly placed: readonly Placed[];
  readonly faces: ReadonlyMap<string, readonly Face[]>;
  /** Moments of what a step laid, s from when it was done. */
  readonly moments: (laid: Placed) => Moments;
  /** When what a step laid has cured in full, s from when it was done. */
  readonly full: (laid: Placed) => number | undefined;
}

/** What of one step is broken. */
export type Check = (step: Placed, scene: Scene) => readonly Broken[];

/**
 * What is needed may be so much shorter than the inspector finds it, as a share: two ways of reckoning the same cure do not
 * agree to the minute, and a lag that is cut by a fifth is still seen.
 */
const SLACK = 0.1;
/** A cure of minutes is not found to be early by less, s. */
const LEAST = 180;

/** Whether a layer of an age has come so far, s. A film that dries is timed more closely than a cure. */
export const ready = (age: number, needed: number, dries = false): boolean =>
  age >= needed * (1 - SLACK) || (!dries && age >= needed - LEAST);

/** Whether a layer of an age is still before a moment, s. */
export const before = (age: number, closes: number): boolean => age <= closes * (1 + SLACK);
