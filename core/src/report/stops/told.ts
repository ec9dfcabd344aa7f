import { tellProblem } from '../../tell/tell-problem';
import type { Lift } from './lifts';
import type { Override, Stop } from './at-steps';

/** A STOP as it is read at its step. */
export interface StopLine {
  readonly id: string;
  /** What is wrong, and the way out. */
  readonly text: string;
  readonly lift?: Lift;
  readonly overridable: boolean;
  readonly override?: Override;
}

export function stopLine({ id, problem, lift, overridable, override }: Stop): StopLine {
  const { what, allowed, suggestion } = tellProblem(problem);
  const limit = allowed ? ` (allowed: ${allowed})` : '';
  return {
    id,
    text: `${what}${limit}${suggestion ? `; ${suggestion}` : ''}`,
    ...(lift ? { lift } : {}),
    overridable,
    ...(override ? { override } : {}),
  };
}

/** "overridden by Ann, 2026-11-30: tent comes at noon" */
export const overriddenBy = ({ who, at, reason }: Override): string =>
  `overridden by ${who}, ${at.slice(0, 10)}: ${reason}`;
