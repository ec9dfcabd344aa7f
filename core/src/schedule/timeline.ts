import type { Figure } from '../trace/figure';
import type { Stage } from '../trace/problem';
import type { Lag } from '../work/step';
import type { WorkingHours } from './working-hours';

/** One stretch of work or of waiting. Times are ms since 1970 UTC; `duration` is in s. */
export interface Task {
  /** Id of the step, or of what is waited for. */
  readonly id: string;
  readonly stage: Stage;
  readonly label: string;
  readonly kind: 'work' | 'wait';
  readonly start: number;
  readonly end: number;
  /** Working time of all hands together, or length of a wait. */
  readonly duration: Figure;
  /** Lay numbers of the plies that the task is about. */
  readonly plies?: readonly number[];
  /** A step that one person must not do alone: how many are needed. */
  readonly people?: number;
  /** The go that it belongs to: one stretch of work that is not meant to be broken off. */
  readonly go?: string;
  /** Put in because a window had shut: the face is washed and abraded before anything bonds on it again. */
  readonly reopens?: true;
  /** When the next layer bonds without abrasion, ms since 1970. */
  readonly window?: { readonly opens: number; readonly closes: number };
  /** Which place of a layer decided when a wait is over, where that is known. */
  readonly place?: 'rim' | 'middle';
}

export interface StageSpan {
  readonly stage: Stage;
  readonly start: number;
  readonly end: number;
  /** When it was reported done, ms since 1970. */
  readonly doneAt?: number;
  readonly tasks: readonly Task[];
}

/** A window that had shut before work went on, how late that was, s, and what was put in first. */
export interface Shut {
  /** Id of the step or wait that left it open. */
  readonly id: string;
  readonly stage: Stage;
  /** What left the window open. */
  readonly after: string;
  readonly late: number;
  readonly first: { readonly task: string; readonly takes: number };
}

export interface Timeline {
  readonly start: number;
  readonly end: number;
  readonly stages: readonly StageSpan[];
  readonly shut: readonly Shut[];
}

/** How long a wait takes when it begins at a moment, in place of the plan's figure. Window in ms since 1970. */
export interface ForecastWait {
  readonly duration: Figure;
  readonly window?: { readonly opens: number; readonly closes: number };
  readonly place?: 'rim' | 'middle';
  /** When it is hard enough to be abraded where its window is missed, ms since 1970; asked only then. */
  readonly hardAt?: () => number | undefined;
}
export type Waits = (lag: Lag, start: number) => ForecastWait | undefined;

/** Who works when. */
export interface Crew {
  /** Round the clock where not given. */
  readonly hours?: WorkingHours;
  /** IANA name of the place whose clock the hours are read from; UTC where it is not given. */
  readonly timeZone?: string;
  readonly hands?: number;
}

/** When hands are at work. */
export interface Days {
  /** Length of a day's work, ms; endless round the clock. */
  readonly longest: number;
  /** The beginning and end of a stretch of work that may not begin before a moment. */
  place(at: number, length: number, whole: boolean): { start: number; end: number };
  /** The beginning of the first shift after a moment. @returns undefined where work goes on round the clock */
  next(after: number): number | undefined;
}

/** How long a wait is expected to take before it is placed, ms from its beginning: what the plan's figures say, or an earlier forecast. */
export interface Expected {
  readonly duration: number;
  readonly closes?: number;
}
