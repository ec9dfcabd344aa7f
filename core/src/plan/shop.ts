import type { OwnPaste } from '../colour/yard-pastes';
import type { Instruments } from '../materials/instruments';
import type { LayOrder } from '../schema/job';
import type { UnitPreferences } from '../units/preferences';
import type { WorkingHours } from './working-hours';

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
  readonly units?: UnitPreferences;
  readonly crew?: readonly string[];
  /** How many work on one repair at once; 1 until it is set. */
  readonly hands?: number;
  /** Round the clock until they are set. */
  readonly hours?: WorkingHours;
  /** Schools: the ways of this yard where good practitioners differ. */
  readonly order?: LayOrder;
  readonly epoxyFinish?: 'paint' | 'gel coat';
  readonly solventWipe?: 'wipe' | 'none';
  /** What stands on the bench; typical instruments until they are entered. */
  readonly instruments?: Instruments;
  /** Papers on the shelf; the usual FEPA papers and the yard's own until they are named. */
  readonly papers?: readonly { readonly id: string }[];
  /** The row of papers that this yard goes through out of habit, as written: "80 120 180 240". */
  readonly habit?: string;
  /** Pastes that the yard has read let-downs of. */
  readonly ownPastes?: readonly OwnPaste[];
  /** Pastes on the shelf; all that are characterised until they are named. */
  readonly pastes?: readonly { readonly id: string }[];
}

/** Time comes in from outside: the core never looks at a clock. */
export interface Clock {
  /** Milliseconds since 1970-01-01 UTC. */
  readonly now: number;
  /** IANA name of the place whose working hours count; UTC where it is not given. */
  readonly timeZone?: string;
}
