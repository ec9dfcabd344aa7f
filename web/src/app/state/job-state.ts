import type { Change, FieldChange, FieldConflict, Job, JobDocument, Plan, Problem } from '@nelbo/core';
import type { PlannedPlace } from '@nelbo/core/boat';
import type { StoredJob } from '../api/api';
import type { PlaceTold } from './boat-planner';

/** How far what was typed has got. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'offline' }
  /** Nothing is unsaved, but what others save cannot be seen. */
  | { readonly kind: 'away' }
  | { readonly kind: 'refused'; readonly detail: string }
  | { readonly kind: 'conflict'; readonly theirs: StoredJob; readonly conflicts: readonly FieldConflict[] };

export interface JobState {
  readonly id: string;
  /** Of the boat, with all its places. */
  readonly whole: JobDocument;
  readonly places: readonly PlaceTold[];
  /** Id of the place that is looked at. */
  readonly place: string;
  /** Of that place. */
  readonly document: JobDocument;
  readonly job?: Job;
  /** The moment that the plan counts from, ms since 1970. */
  readonly now?: number;
  readonly plan?: Plan;
  /** Every place of the boat, planned, where it has several. */
  readonly all?: readonly PlannedPlace[];
  readonly problems: readonly Problem[];
  /** What the edits of the last moments moved, in plan terms. */
  readonly changes: readonly Change[];
  /** The fields that those edits changed: the reason. */
  readonly fields: readonly FieldChange[];
  /** Whether the edits were made on another screen. */
  readonly elsewhere: boolean;
  /** What held the repair before those edits, when they changed it. */
  readonly resinBefore?: string;
}
