import type { Figure } from '../../trace/figure';

/** Damages that are glued shut, with nothing let in. */
export const GLUED: ReadonlySet<string> = new Set(['crack', 'split-edge']);

/** What is cut out of the wood, or glued. */
export interface Wood {
  readonly thickness: Figure;
  readonly length: Figure;
  readonly width: Figure;
  readonly area: Figure;
  readonly ratio: Figure;
  readonly scarf: Figure;
}
