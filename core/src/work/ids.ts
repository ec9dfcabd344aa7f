import type { Action, Awaited } from './actions';
import type { Place } from './place';
import type { Layer } from './step';

/** Id of a step or a lag from what it is: never from where it stands in the row. */
export const workId = (place: Place, what: Action | Awaited, serves: string): string =>
  `${place}.${what}@${serves}`;

/** Id of what cures: which of its kind, on which face, of which product; two builders of one plan count their films each from one. */
export const layerId = ({ of, number, face, product }: Layer): string =>
  [of, product, face, number].filter((x) => x !== undefined).join('-');
