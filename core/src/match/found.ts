/** A chain that was found: one option number per link, and its score. */
export interface Found {
  readonly chosen: Uint8Array;
  readonly value: number;
}
