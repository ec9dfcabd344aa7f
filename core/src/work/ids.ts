import type { Action, Awaited } from './actions';
import type { Place } from './place';
import type { Layer } from './step';

/** Id of a step or a lag from what it is: never from where it stands in the row. */
export const workId = (place: Place, what: Action | Awaited, serves: string): string =>
  `${place}.${what}@${serves}`;

/** Id of what cures: which of its kind, on which face, of which product; two builders of one plan count their films each from one. */
export const layerId = ({ of, number, face, product }: Layer): string =>
  [of, product, face, number].filter((x) => x !== undefined).join('-');

/** What says which layer something is: its own id where it is a film, what it is and its number otherwise. */
interface Identified {
  readonly of: Layer['of'];
  readonly number?: number;
  readonly film?: string;
}

/** Whether something that is known of a layer is about that one. */
export const isLayer = (known: Identified, layer: Layer): boolean =>
  known.film === undefined
    ? known.of === layer.of && known.number === layer.number
    : known.film === layerId(layer);
