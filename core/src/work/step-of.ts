import type { Figure } from '../trace/figure';
import type { Stage } from '../trace/problem';
import { ACTIONS, type Action, type How } from './actions';
import { workId } from './ids';
import type { Place } from './place';
import type { Fields, Step } from './step';

/**
 * A step of the work; who does it is what the action book says, unless more people are needed.
 *
 * @param work working time of all hands together, s
 * @param people people without whom it is not begun
 */
export function stepOf<A extends Action>(
  stage: Stage,
  action: A,
  how: How<A>,
  where: { readonly place: Place; readonly serves: string; readonly fields?: Fields },
  work: Figure,
  people = 1,
): Step {
  const { place, serves, fields } = where;
  const { who } = ACTIONS[action];
  const least = who === 'two' ? Math.max(2, people) : people;
  return {
    id: workId(place, action, serves),
    stage,
    action,
    how,
    place,
    serves,
    ...(fields ? { fields } : {}),
    work,
    people: least,
    shared: least === 1 && who !== 'one',
  } as Step;
}
