import { formula } from '../../trace/formula';

/**
 * Half thickness of a symmetrical foil at a share of its chord, m.
 * @param x share of the chord from the leading edge, 0–1
 * @param t greatest thickness, m
 * Source: thickness distribution of the four-digit series (NACA report 460), scaled to the thickness.
 */
export function halfThickness(x: number, t: number): number {
  const s = Math.min(1, Math.max(0, x));
  return Math.max(
    0,
    5 * t * (0.2969 * Math.sqrt(s) - 0.126 * s - 0.3516 * s ** 2 + 0.2843 * s ** 3 - 0.1015 * s ** 4),
  );
}

/** Radius of the leading edge of that profile, m. */
export const leadingRadius = formula({
  id: 'repairs/edge/foil-profile',
  expression: 'r = 1.1019·t²/c',
  unit: 'm',
  source: 'four-digit series (NACA report 460)',
  inputs: { t: 'thickness as a share of the chord', c: 'chord' },
  evaluate: (x) => (1.1019 * x.t ** 2) / x.c,
});

/** Thickness of the foil so far in from an edge, m. */
export const thicknessAt = formula({
  id: 'repairs/edge/foil-profile',
  expression: 't(x) = 2·y(x/c), x measured from the edge at “from”',
  unit: 'm',
  source: 'thickness distribution of the four-digit series',
  inputs: {
    x: 'distance from the edge',
    c: 'chord',
    t: 'greatest thickness',
    from: '1 from the trailing edge',
  },
  evaluate: (x) => 2 * halfThickness(Math.min(1, Math.max(0, x.from > 0.5 ? 1 - x.x / x.c : x.x / x.c)), x.t),
});

export interface OffsetDifference {
  readonly x: number;
  readonly port: number;
  readonly starboard: number;
  /** Port less starboard, m. */
  readonly difference: number;
}

/** Port and starboard faces held against each other, station by station. */
export const compareOffsets = (
  offsets: readonly { readonly x: number; readonly port: number; readonly starboard: number }[],
): readonly OffsetDifference[] =>
  [...offsets]
    .sort((a, b) => a.x - b.x)
    .map(({ x, port, starboard }) => ({ x, port, starboard, difference: port - starboard }));
