import { ellipse, offset, rectangle, type Outline } from '@nelbo/core';
import { type NestPiece } from '@nelbo/core/papers';

/**
 * Forty pieces as a week of repairs leaves them on the cutting table: plies of six repairs of all shapes, and the
 * tabbing strips of two stringers and a floor. Sizes are drawn from a seeded sequence, so that every run is alike.
 *
 * @param seed another one for a set of its kind that nobody has seen
 */
export function nestSet(seed = 20261124): NestPiece[] {
  let state = seed;
  const random = (lo: number, hi: number): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return lo + (hi - lo) * (state / 4294967296);
  };
  const L = (a: number, b: number, t: number): Outline => [
    { x: 0, y: 0 },
    { x: a, y: 0 },
    { x: a, y: t },
    { x: t, y: t },
    { x: t, y: b },
    { x: 0, y: b },
  ];
  const bases: readonly Outline[] = [
    ellipse(random(0.1, 0.2), random(0.08, 0.15)),
    ellipse(random(0.25, 0.4), random(0.1, 0.2)),
    rectangle(random(0.3, 0.5), random(0.12, 0.25)),
    rectangle(random(0.15, 0.25), random(0.15, 0.25)),
    L(random(0.3, 0.4), random(0.25, 0.35), 0.1),
    L(random(0.4, 0.5), random(0.2, 0.25), 0.08),
  ];
  const plies = bases.flatMap((base, r) =>
    Array.from({ length: 4 }, (_, k) => ({
      id: `repair-${r + 1}-ply-${k + 1}`,
      outline: offset([base], 0.012 * (k + 1))[0],
    })),
  );
  const strips = [0.9, 0.9, 0.6].flatMap((length, m) =>
    [0.15, 0.126, 0.102, 0.078].map((width, k) => ({
      id: `member-${m + 1}-tab-${k + 1}`,
      outline: rectangle(length, width),
    })),
  );
  const patches = Array.from({ length: 4 }, (_, k) => ({
    id: `patch-${k + 1}`,
    outline: rectangle(random(0.1, 0.2), random(0.08, 0.18)),
  }));
  return [...plies, ...strips, ...patches].map((p) => ({ ...p, turns: [0, Math.PI] }));
}
