import { ACTIONS } from './actions';
import type { ActionEntry, FaceGate } from './entry';
import type { Step } from './step';

const NONE: ReadonlySet<FaceGate> = new Set();
const kept = new Map<readonly FaceGate[], ReadonlySet<FaceGate>>();

/** What a step needs of its face, by the action book. */
export function needsOf({ action, how }: Pick<Step, 'action' | 'how'>): ReadonlySet<FaceGate> {
  const entry: ActionEntry = ACTIONS[action];
  const needs = entry.needsIf?.[how] ?? entry.needs;
  if (!needs) return NONE;
  const found = kept.get(needs) ?? new Set(needs);
  kept.set(needs, found);
  return found;
}
