import type { Said } from './say';

/** A table whose cells may hold figures that open to their reasons. */
export interface WorkTable {
  readonly caption: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly Said[])[];
}
