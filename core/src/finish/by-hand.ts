import type { Method } from './application';

/** How a coat is laid: a small face by brush; a larger one cut in at its edges and rolled; a large one of paint tipped behind the roller. */
export type Laying = 'brush' | 'roller' | 'rollTip' | 'spray' | 'can';

/** A brush lays no even film over more than this, m². Source: judged, two arm's lengths. */
const BRUSHED = 0.5;
/** Over more than this the wet edge is lost before one pair of hands has rolled and tipped, m². Source: judged. */
const TIPPED = 4;

/** How a coat of that face is put on where nobody has said. */
export const usualMethod = (area: number): Method => (area > BRUSHED ? 'roller' : 'brush');

/**
 * How a coat is laid, and by how many.
 *
 * @param area face, m²
 * @param flows paint or varnish, that is tipped; barriers, primers and antifouling are rolled by one
 */
export function layingOf(method: Method, area: number, flows: boolean): Laying {
  if (method !== 'roller') return method;
  return flows && area > TIPPED ? 'rollTip' : 'roller';
}

/** As it is told at the coat. */
export const LAYING_WORDS: Readonly<Record<Laying, string>> = {
  brush: 'brush',
  roller: 'edges cut in by brush, roller',
  rollTip: 'edges cut in, one rolls, one tips into the wet edge',
  spray: 'spray gun',
  can: 'from the can, light passes crosswise, 25 cm off, never a wet edge',
};

/** People without whom it is not begun. */
export const layingHands = (laying: Laying): number => (laying === 'rollTip' ? 2 : 1);
