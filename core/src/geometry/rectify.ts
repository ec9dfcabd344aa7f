import type { Point } from './outline';

/** A plane-to-plane map as nine numbers, row by row; x′ = (h₀x + h₁y + h₂)/(h₆x + h₇y + h₈). */
export type Homography = readonly number[];

/**
 * The map that takes the unit square (0,0) (1,0) (1,1) (0,1) to four corners in that order.
 * Source: P. Heckbert, Fundamentals of texture mapping and image warping, 1989, section 2.2.3.
 */
export function squareToQuad([p0, p1, p2, p3]: readonly [Point, Point, Point, Point]): Homography {
  const [dx1, dx2, dx3] = [p1.x - p2.x, p3.x - p2.x, p0.x - p1.x + p2.x - p3.x];
  const [dy1, dy2, dy3] = [p1.y - p2.y, p3.y - p2.y, p0.y - p1.y + p2.y - p3.y];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (dx3 * dy2 - dx2 * dy3) / det;
  const h = (dx1 * dy3 - dx3 * dy1) / det;
  return [
    p1.x - p0.x + g * p1.x,
    p3.x - p0.x + h * p3.x,
    p0.x,
    p1.y - p0.y + g * p1.y,
    p3.y - p0.y + h * p3.y,
    p0.y,
    g,
    h,
    1,
  ];
}

/** The inverse map, by the adjugate of the matrix; scale does not matter. */
export function invert([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
}

/** A point carried over. */
export function map(h: Homography, { x, y }: Point): Point {
  const w = h[6] * x + h[7] * y + h[8];
  return { x: (h[0] * x + h[1] * y + h[2]) / w, y: (h[3] * x + h[4] * y + h[5]) / w };
}

/** How a photograph is turned into metres. Spots are in any even unit with y downwards, metres have y upwards. */
export type PhotoScale =
  | { readonly by: 'length'; readonly reference: readonly [Point, Point]; readonly length: number }
  /** Corners in turn round a rectangle; the first two span `length`. */
  | {
      readonly by: 'rectangle';
      readonly reference: readonly [Point, Point, Point, Point];
      readonly length: number;
      readonly width: number;
    };

const convex = (q: readonly Point[]): boolean => {
  const turns = q.map((p, i) => {
    const [a, b] = [q[(i + 1) % 4], q[(i + 2) % 4]];
    return Math.sign((a.x - p.x) * (b.y - a.y) - (a.y - p.y) * (b.x - a.x));
  });
  return turns.every((t) => t !== 0 && t === turns[0]);
};

/** What keeps a scale from being used, in words. @returns undefined for a good one */
export function checkScale(
  scale: PhotoScale,
): { readonly what: string; readonly suggestion: string } | undefined {
  if (scale.by === 'length') {
    const [a, b] = scale.reference;
    return Math.hypot(a.x - b.x, a.y - b.y) < 0.01
      ? {
          what: 'the two ends of the known length lie on each other',
          suggestion: 'tap its two ends, as far apart as they are in the picture',
        }
      : undefined;
  }
  return convex(scale.reference)
    ? undefined
    : {
        what: 'the four corners are not a rectangle seen at an angle',
        suggestion: 'tap them one after another, going round the edge',
      };
}

/**
 * Spots of a photograph in metres. By a known length the picture is taken as square on; by a known rectangle its
 * plane is rectified first.
 */
export function toMetres(spots: readonly Point[], scale: PhotoScale): readonly Point[] {
  if (scale.by === 'length') {
    const [a, b] = scale.reference;
    const k = scale.length / Math.hypot(b.x - a.x, b.y - a.y);
    return spots.map((p) => ({ x: p.x * k, y: -p.y * k }));
  }
  const flat = invert(squareToQuad(scale.reference));
  // Photographs run downwards. Going round clockwise by the eye, the second side leads down; the other way it leads up.
  const [a, b, c] = scale.reference;
  const down = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > 0 ? -1 : 1;
  return spots.map((p) => {
    const q = map(flat, p);
    return { x: q.x * scale.length, y: down * q.y * scale.width };
  });
}
