/** A point in m, x along the hull (warp, towards the bow), y up the hull. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A closed outline in m, counter-clockwise, first point not repeated. */
export type Outline = readonly Point[];

/** Largest distance between an ideal curve and the chord that stands for it, m. */
export const ARC_TOLERANCE = 0.00005;

const ELLIPSE_CHORDS = 96;

/** An ellipse by its axes, m, centred on the origin; its area is within 0.08 % of π·a·b. */
export function ellipse(length: number, width: number): Outline {
  const a = length / 2;
  const b = width / 2;
  const n = ELLIPSE_CHORDS;
  return Array.from({ length: n }, (_, i) => {
    const t = (2 * Math.PI * i) / n;
    return { x: a * Math.cos(t), y: b * Math.sin(t) };
  });
}

/** A rectangle by its sides, m, centred on the origin. */
export function rectangle(length: number, width: number): Outline {
  const [a, b] = [length / 2, width / 2];
  return [
    { x: -a, y: -b },
    { x: a, y: -b },
    { x: a, y: b },
    { x: -a, y: b },
  ];
}

/** Enclosed area in m², by the shoelace formula. */
export function area(outline: Outline): number {
  let twice = 0;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i, i += 1) {
    twice += outline[j].x * outline[i].y - outline[i].x * outline[j].y;
  }
  return Math.abs(twice) / 2;
}

/** Length of the closed outline in m. */
export function perimeter(outline: Outline): number {
  let sum = 0;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i, i += 1) {
    sum += Math.hypot(outline[i].x - outline[j].x, outline[i].y - outline[j].y);
  }
  return sum;
}

/** Overall length (along x) and width (along y) of the outline, m. */
export function extent(outline: Outline): { length: number; width: number } {
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const p of outline) {
    if (p.x < x0) x0 = p.x;
    if (p.x > x1) x1 = p.x;
    if (p.y < y0) y0 = p.y;
    if (p.y > y1) y1 = p.y;
  }
  return { length: x1 - x0, width: y1 - y0 };
}
