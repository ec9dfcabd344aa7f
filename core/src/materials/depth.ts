import type { DamageKind } from './damage-kinds';

const LEAST = 1e-6;

/** Where a skin is opened for what lies behind it, it is opened whole: no depth of it says anything. */
export const ofSkin = (kind: DamageKind | undefined): boolean =>
  kind === 'wet-core' || kind === 'delamination';

/**
 * Whether the damage ends inside the wall, so that a floor of sound laminate is left under it.
 *
 * @param depth from the old surface, m; right through where nobody has measured
 * @param wall laminate with its gel coat, m; of a cored panel the skin
 */
export const leavesFloor = (depth: number | undefined, wall: number): boolean =>
  depth !== undefined && depth > 0 && depth < wall - LEAST;
