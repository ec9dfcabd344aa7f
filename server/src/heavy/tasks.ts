import type { Made, PaperKind } from '../papers/make';
import type { Shrunk } from '../photos/shrink';
import type { PlanFacts } from '../papers/plan-facts';

export interface PaperTask {
  readonly kind: 'paper';
  readonly paper: PaperKind;
  readonly facts: PlanFacts;
}

export interface PhotoTask {
  readonly kind: 'photo';
  readonly bytes: Uint8Array;
  readonly type: string;
  readonly name: string;
}

/** A photograph of a backup: what it is says its content, not the row. */
export interface CleanTask {
  readonly kind: 'clean photo';
  readonly bytes: Uint8Array;
}

export type HeavyTask = PaperTask | PhotoTask | CleanTask;

/** What a thread answers, by the kind of its task. */
export interface Answers {
  readonly paper: Made;
  readonly photo: Shrunk;
  readonly 'clean photo': Shrunk & { readonly changed: boolean };
}

/** A refusal as data: a class does not survive the way from a thread. */
export interface Refusal {
  readonly status: number;
  readonly title: string;
  readonly detail?: string;
}
export type Outcome<T> = { readonly done: T } | { readonly refused: Refusal };
