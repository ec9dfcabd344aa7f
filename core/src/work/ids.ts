import type { Action, Awaited } from './actions';
import type { Place } from './place';

/** Id of a step or a lag from what it is: never from where it stands in the row. */
export const workId = (place: Place, what: Action | Awaited, serves: string): string =>
  `${place}.${what}@${serves}`;
