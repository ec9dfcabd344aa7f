import type { Outline, Point } from './outline';
import { toSegment, type Region } from './region';

/** The corners of a line that are farther than the tolerance from what the others draw. Source: Ramer 1972, Douglas and Peucker 1973. */
function kept(line: readonly Point[], tolerance: number): readonly Point[] {
  if (line.length < 3) return line;
  const [a, b] = [line[0], line[line.length - 1]];
  let [far, at] = [0, 0];
  for (let i = 1; i < line.length - 1; i += 1) {
    const d = toSegment(line[i], a, b);
    if (d > far) [far, at] = [d, i];
  }
  return far <= tolerance
    ? [a, b]
    : [...kept(line.slice(0, at + 1), tolerance).slice(0, -1), ...kept(line.slice(at), tolerance)];
}

/** A ring is opened where it is widest, so that both halves keep their ends. */
function ring(outline: Outline, tolerance: number): Outline {
  if (outline.length < 4) return outline;
  const [p] = outline;
  const at = outline.reduce(
    (best, q, i) =>
      Math.hypot(q.x - p.x, q.y - p.y) > Math.hypot(outline[best].x - p.x, outline[best].y - p.y) ? i : best,
    0,
  );
  const halves = [kept(outline.slice(0, at + 1), tolerance), kept([...outline.slice(at), p], tolerance)];
  return halves.flatMap((h) => h.slice(0, -1));
}

/** The same outlines with fewer corners, none farther than `tolerance` m from where it was. */
export const simplified = (region: Region, tolerance: number): Region =>
  region.map((o) => ring(o, tolerance));
