import type { FieldConflict, JobDocument } from '@nelbo/core';
import { mergeDocuments, sameData } from '@nelbo/core/document';
import type { StoredJob } from '../api/api';
import type { EditLog } from './edit-history';

/** A save that was sent and not answered: until it is, it is sent again to the letter, so that it is stored once. */
export interface Unanswered {
  readonly saveId: string;
  readonly document: JobDocument;
  /** What the server was known to have when it was sent; 0 creates the job. */
  readonly version: number;
  readonly epoch?: string;
}

/** One tab's state of one job: what the server acknowledged last, what is on its way, and what stands on the screen. */
export interface Draft {
  readonly jobId: string;
  /** 0 while the server has not heard of the job. */
  readonly version: number;
  /** Of the yard that the version counts in. */
  readonly epoch?: string;
  readonly base: JobDocument;
  readonly document: JobDocument;
  readonly history: EditLog;
  readonly unanswered?: Unanswered;
  /** ms since 1970 */
  readonly at: number;
}

/** A draft after something was heard of its job: one state, or fields that two people changed differently. */
export type Merged =
  | { readonly kind: 'merged'; readonly draft: Draft }
  | {
      readonly kind: 'conflict';
      readonly draft: Draft;
      readonly theirs: StoredJob;
      readonly conflicts: readonly FieldConflict[];
    };

/** Whether the server may lack anything of a draft. */
export const isUnsaved = (d: Draft): boolean =>
  d.version === 0 || d.unanswered !== undefined || !sameData(d.document, d.base);

/** Whether a state of the server is another one than the draft rests on: a later one, or one of a restored yard. */
export const isNews = (d: Draft, stored: StoredJob): boolean =>
  stored.epoch !== d.epoch || stored.version > d.version;

/** What is to be sent next of a draft, noted in it: it must be kept before it is sent. */
export function nextSave(d: Draft, newId: () => string): Draft & { readonly unanswered: Unanswered } {
  return {
    ...d,
    unanswered: d.unanswered ?? { saveId: newId(), document: d.document, version: d.version, epoch: d.epoch },
  };
}

/** The draft once the server has answered a save with the job as it stands. */
export function answered(d: Draft, sent: Unanswered, stored: StoredJob): Merged {
  // Both started from what was sent: somebody may have saved on top of it already.
  return heard({ ...withoutUnanswered(d), base: sent.document }, stored);
}

/** Merges a state of the server into a draft, field by field. */
export function heard(d: Draft, stored: StoredJob): Merged {
  const { document, conflicts } = mergeDocuments(d.base, d.document, stored.document);
  if (conflicts.length > 0) return { kind: 'conflict', draft: d, theirs: stored, conflicts };
  const same = sameData(document, d.document);
  return {
    kind: 'merged',
    draft: {
      ...d,
      version: stored.version,
      epoch: stored.epoch,
      base: stored.document,
      document: same ? d.document : document,
    },
  };
}

/** The draft when a save was refused: what was sent is on the server nowhere. */
export function withoutUnanswered({ unanswered: _, ...d }: Draft): Draft {
  return d;
}

/** What an answer means for what was sent. `away`: send it again to the letter; `gone`: the yard does not know the job. */
export type Verdict = 'away' | 'changed' | 'gone' | 'refused';

export function verdictOf(failure: { readonly status: number; readonly current?: unknown }): Verdict {
  const { status } = failure;
  if (status === 0 || status === 408 || status === 425 || status === 429 || status >= 500) return 'away';
  if (status === 409 && failure.current !== undefined) return 'changed';
  return status === 404 ? 'gone' : 'refused';
}
