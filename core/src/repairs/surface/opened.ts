import type { Figure } from '../../trace/figure';

/** A fill stands so far over the face until it is levelled, m. */
export const PROUD = 0.0003;

/** Lines or a dish, opened to sound material. */
export interface Opened {
  readonly depth: Figure;
  readonly volume: Figure;
  readonly face: Figure;
  readonly masking: Figure;
  readonly line?: { readonly length: Figure; readonly width: Figure };
}
