import { ACTIONS } from './actions';
import type { ActionEntry, Thing } from './entry';
import type { Step } from './step';

/** Something that stands, lies or is away from one step to another. */
export interface Hold {
  /** `thing@the step that set it`. */
  readonly id: string;
  readonly thing: Thing;
  readonly from: string;
  /** The step after which it is gone; absent where it stays. */
  readonly until?: string;
}

/** What stays behind when a step is done. */
export const setBy = ({ action, how }: Pick<Step, 'action' | 'how'>): Thing | undefined =>
  (ACTIONS[action] as ActionEntry).sets?.[how];

/** What a step takes away. */
export const freedBy = ({ action, how }: Pick<Step, 'action' | 'how'>): readonly Thing[] =>
  (ACTIONS[action] as ActionEntry).frees?.[how] ?? [];

/** What holds while a job goes on, from its steps in the order of the work. A fitting or a prop goes by what it serves, the rest by what it is. */
export function holdsOf(steps: readonly Step[]): readonly Hold[] {
  const holds: { -readonly [K in keyof Hold]: Hold[K] }[] = [];
  const open = new Map<string, (typeof holds)[number]>();
  for (const step of steps) {
    for (const thing of freedBy(step))
      for (const key of freedKeys(thing, step)) {
        const held = open.get(key);
        if (!held) continue;
        held.until = step.id;
        open.delete(key);
      }
    const thing = setBy(step);
    if (!thing) continue;
    const hold = { id: `${thing}@${step.id}`, thing, from: step.id };
    holds.push(hold);
    open.set(keyOf(thing, step), hold);
  }
  return holds;
}

/** Several fittings and props are away at once, each of its own; tape lies on either face. */
const keyOf = (thing: Thing, { place, serves }: Step): string =>
  thing === 'fitting' || thing === 'props'
    ? `${thing}@${serves}`
    : thing === 'tape'
      ? tapeOn(place === 'inside')
      : thing;

const tapeOn = (inside: boolean): string => (inside ? 'tape@inside' : 'tape');

/** Where only one face was taped, whatever is done to the finish takes that tape. */
const freedKeys = (thing: Thing, step: Step): readonly string[] =>
  thing === 'tape' && step.place !== 'inside' ? [tapeOn(false), tapeOn(true)] : [keyOf(thing, step)];
