/** What the work at one place of a boat does for its other places. */
export interface Elsewhere {
  /** Face that is coated there from the same cups, m². */
  readonly coated: number;
}
