import type { Figure } from '../../trace/figure';

/** A fill stands so far over the face until it is levelled, m. */
export const PROUD = 0.0003;

/** Lines or a dish, opened to sound material. */
export interface Opened {
  readonly depth: Figure;
  /** How deep of that is filled. */
  readonly filled: Figure;
  readonly volume: Figure;
  readonly face: Figure;
  readonly masking: Figure;
  /** Face of what was opened, without the ground round it. */
  readonly opened: Figure;
  /** The fill stays so far under the face, for the gel coat that goes over it; absent where it stands proud. */
  readonly low?: Figure;
  readonly line?: { readonly length: Figure; readonly width: Figure };
}
