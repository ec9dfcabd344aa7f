import { common, type Region } from '../geometry/region';
import type { Outline, Point } from '../geometry/outline';
import { DEFAULTS } from '../materials/defaults';

/** Farther than any hull is wide, m. */
const FAR = 12;

/**
 * A ply in two halves along a stem or keel. By turns the one half and the other reaches over the line by the lap, so
 * that laps alternate from port and from starboard and do not pile up.
 *
 * @param index of the ply among all
 * @returns the ply itself where the line does not cross it
 */
export function stemHalves(region: Region, line: readonly Point[], index: number): Region {
  const lap = DEFAULTS.stemLap;
  const [a, b] = [line[0], line[line.length - 1]];
  const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  // Across the line to its left, as seen along it.
  const n = { x: -(b.y - a.y) / d, y: (b.x - a.x) / d };
  const shifted = (by: number): Point[] => line.map((p) => ({ x: p.x + n.x * by, y: p.y + n.y * by }));
  const beyond = (sign: 1 | -1, reach: number): Outline => {
    const edge = shifted(-sign * reach);
    const back = [...edge].reverse().map((p) => ({ x: p.x + n.x * sign * FAR, y: p.y + n.y * sign * FAR }));
    return sign === 1 ? [...edge, ...back] : [...edge, ...back].reverse();
  };
  const [left, right] = index % 2 === 0 ? [lap, 0] : [0, lap];
  const halves = [...common(region, [beyond(1, left)]), ...common(region, [beyond(-1, right)])];
  return halves.length > 0 ? halves : region;
}
