import { chordSag } from '../physics/chord-sag';

/** What filler is drawn off with. */
export type Spreader = 'stiff' | 'flexible' | 'shaped';

/** Rounder than this no blade bends true: a strip is cut to the curve, m. Source: usual of bilges and stems. */
const ROUND = 0.25;

/**
 * A stiff blade bridges a flat and digs into a curve: where its chord stands off the hull by more than the tolerance, one
 * that bends is drawn along the straight of the face, and round a bilge a strip that is cut to the curve.
 *
 * @param radius of the hull, m; Infinity where flat or unread
 * @param blade its width, m
 * @param tolerance how far off fair it may be, m
 */
export function spreaderFor(radius: number, blade: number, tolerance: number): Spreader {
  if (!Number.isFinite(radius)) return 'stiff';
  if (radius < ROUND) return 'shaped';
  return chordSag.evaluate({ L: blade, r: radius }) > tolerance ? 'flexible' : 'stiff';
}
