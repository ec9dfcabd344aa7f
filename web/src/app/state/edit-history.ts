import type { FieldChange, JobDocument } from '@nelbo/core';
import { documentChanges, revert } from '@nelbo/core/document';

/** One step back: the fields that an edit changed. */
export interface Edit {
  readonly changes: readonly FieldChange[];
  /** ms since 1970 */
  readonly at: number;
}

export interface EditLog {
  readonly done: readonly Edit[];
  readonly undone: readonly Edit[];
}

export const NO_EDITS: EditLog = { done: [], undone: [] };

/** Typing in one field within this time is one edit. */
const TYPING_MS = 1500;
const MOST = 100;

/** Remembers an edit. Typing on in one field extends the last one; a new edit makes the undone ones unreachable. */
export function remember(log: EditLog, before: JobDocument, after: JobDocument, at: number): EditLog {
  const changes = documentChanges(before, after);
  if (changes.length === 0) return log;
  const last = log.done.at(-1);
  const [change] = changes;
  const typingOn =
    last &&
    changes.length === 1 &&
    last.changes.length === 1 &&
    last.changes[0].path === change.path &&
    at - last.at < TYPING_MS &&
    !Array.isArray(change.after);
  if (typingOn)
    return {
      done: [...log.done.slice(0, -1), { changes: [{ ...change, before: last.changes[0].before }], at }],
      undone: [],
    };
  return { done: [...log.done, { changes, at }].slice(-MOST), undone: [] };
}

/** Takes the last edit back. Fields that others changed meanwhile stay as they are. */
export function undo(
  log: EditLog,
  document: JobDocument,
): { log: EditLog; document: JobDocument } | undefined {
  const edit = log.done.at(-1);
  return (
    edit && {
      log: { done: log.done.slice(0, -1), undone: [...log.undone, edit] },
      document: revert(document, edit.changes, 'before'),
    }
  );
}

export function redo(
  log: EditLog,
  document: JobDocument,
): { log: EditLog; document: JobDocument } | undefined {
  const edit = log.undone.at(-1);
  return (
    edit && {
      log: { done: [...log.done, edit], undone: log.undone.slice(0, -1) },
      document: revert(document, edit.changes, 'after'),
    }
  );
}
