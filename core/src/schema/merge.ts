import { documentChanges, withChanges, type FieldChange } from './changes';
import { getIn, setIn } from './document-path';
import type { JobDocument } from './job';
import { sameData } from './same-data';

/** A field that two people changed to different values since the state that both started from. */
export interface FieldConflict {
  readonly path: string;
  readonly label: string;
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export type Side = 'mine' | 'theirs';

export interface Merged {
  /** Both sides' changes together; where they contradict each other, theirs stands until it is chosen. */
  readonly document: JobDocument;
  readonly conflicts: readonly FieldConflict[];
  /** What came from the other side. */
  readonly fromTheirs: readonly FieldChange[];
}

/**
 * Three-way merge of a job document by fields: what only one side changed is taken; what both changed to the same
 * value is no conflict; entries added to a list by both sides are all kept.
 *
 * @param base the state that both sides started from
 * @param choice which side goes on in a field that both changed
 */
export function mergeDocuments(
  base: JobDocument,
  mine: JobDocument,
  theirs: JobDocument,
  choice: Readonly<Record<string, Side>> = {},
): Merged {
  const fromTheirs = documentChanges(base, theirs);
  const theirsByPath = new Map(fromTheirs.map((c) => [c.path, c]));
  const conflicts: FieldConflict[] = [];
  let document = theirs;
  for (const change of documentChanges(base, mine)) {
    const other = theirsByPath.get(change.path) ?? overlapping(change.path, fromTheirs);
    if (!other) {
      document = setIn(document, change.path, change.after);
      continue;
    }
    if (other.path === change.path && sameData(other.after, change.after)) continue;
    const list =
      other.path === change.path ? mergeLists(change.before, change.after, other.after) : undefined;
    if (list) {
      document = setIn(document, change.path, list);
      continue;
    }
    conflicts.push({
      path: change.path,
      label: change.label,
      base: change.before,
      mine: change.after,
      theirs: getIn(theirs, change.path),
    });
    if (choice[change.path] === 'mine') document = setIn(document, change.path, change.after);
  }
  return { document, conflicts, fromTheirs };
}

/** A change of a whole group against a change inside it, or the other way about. */
function overlapping(path: string, changes: readonly FieldChange[]): FieldChange | undefined {
  return changes.find((c) => c.path.startsWith(`${path}.`) || path.startsWith(`${c.path}.`));
}

/** Lists to which entries were added or from which they were taken; undefined where an entry was rewritten on both sides. */
function mergeLists(base: unknown, mine: unknown, theirs: unknown): unknown[] | undefined {
  const lists = [base ?? [], mine ?? [], theirs ?? []];
  if (!lists.every(Array.isArray)) return undefined;
  const [b, m, t] = lists as unknown[][];
  if (![...b, ...m, ...t].every((x) => typeof x === 'object' && x !== null && !Array.isArray(x)))
    return undefined;
  const has = (list: readonly unknown[], entry: unknown): boolean => list.some((x) => sameData(x, entry));
  const removed = (list: readonly unknown[]): unknown[] => b.filter((x) => !has(list, x));
  // Taken out by both and put in again by either is a rewriting, which a person must look at.
  if (removed(m).some((x) => !has(t, x)) && (m.some((x) => !has(b, x)) || t.some((x) => !has(b, x))))
    return undefined;
  const merged = [
    ...t.filter((x) => !removed(m).some((r) => sameData(r, x))),
    ...m.filter((x) => !has(b, x) && !has(t, x)),
  ];
  return merged.every((x) => typeof (x as { at?: unknown }).at === 'string') ? merged.sort(byDate) : merged;
}

const byDate = (a: unknown, b: unknown): number =>
  Date.parse((a as { at: string }).at) - Date.parse((b as { at: string }).at);

/**
 * Takes changes back (or makes them again) on a document that may have moved on since: other fields stay as they are,
 * and entries that others added to a list stay in it.
 */
export function revert(
  document: JobDocument,
  changes: readonly FieldChange[],
  to: 'before' | 'after',
): JobDocument {
  const from = to === 'before' ? 'after' : 'before';
  return withChanges(
    document,
    changes.map((c) => {
      const list = mergeLists(c[from], c[to], getIn(document, c.path));
      return list ? { ...c, [to]: list.length > 0 || c[to] !== undefined ? list : undefined } : c;
    }),
    to,
  );
}
