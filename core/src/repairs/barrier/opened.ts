import type { Figure } from '../../trace/figure';

/** The blisters of a face as they are opened, or the face as it is peeled. */
export interface Opened {
  readonly count: Figure;
  readonly depth: Figure;
  readonly diameter: Figure;
  readonly volume: Figure;
  readonly face: Figure;
  readonly peel: boolean;
}
