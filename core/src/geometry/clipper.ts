// The parts of the clipping library that plans need, by their own files: its front door loads triangulation and
// rectangle clipping too, a tenth of what a page fetches.
import { ClipType, FillRule, PathType, type Paths64 } from 'clipper2-ts/dist/Core.js';
import { Clipper64 } from 'clipper2-ts/dist/Engine.js';
import { ClipperOffset, EndType, JoinType } from 'clipper2-ts/dist/Offset.js';

export { EndType, FillRule, JoinType, type Paths64 };
export { Minkowski } from 'clipper2-ts/dist/Minkowski.js';

function combined(type: ClipType, subject: Paths64, clip: Paths64 | undefined): Paths64 {
  const solution: Paths64 = [];
  const clipper = new Clipper64();
  clipper.addPaths(subject, PathType.Subject);
  if (clip) clipper.addPaths(clip, PathType.Clip);
  clipper.execute(type, FillRule.NonZero, solution);
  return solution;
}

/** Union of overlapping paths, non-zero winding. */
export const union = (paths: Paths64): Paths64 => combined(ClipType.Union, paths, undefined);
export const intersect = (a: Paths64, b: Paths64): Paths64 => combined(ClipType.Intersection, a, b);
export const difference = (a: Paths64, b: Paths64): Paths64 => combined(ClipType.Difference, a, b);

/** Paths moved outward by a distance (inward where negative), in the library's steps. */
export function inflatePaths(
  paths: Paths64,
  distance: number,
  join: JoinType,
  end: EndType,
  miterLimit: number,
  arcTolerance: number,
): Paths64 {
  const solution: Paths64 = [];
  const offset = new ClipperOffset(miterLimit, arcTolerance);
  offset.addPaths(paths, join, end);
  offset.execute(distance, solution);
  return solution;
}
