import { contours } from 'd3-contour';
import type { HeightField } from './height-field';

export interface ContourBand {
  /** m beyond the target that the band begins at. */
  readonly from: number;
  /** Polygons in m, each an outer ring and its holes. */
  readonly polygons: readonly (readonly (readonly (readonly [x: number, y: number])[])[])[];
}

/** Depths at which lows are drawn, m. */
export const DEPTHS: readonly number[] = [0.00025, 0.0005, 0.001, 0.002, 0.003, 0.005, 0.008, 0.012, 0.02];

/** A field with a rim of places outside it, so that every contour closes. */
function rimmed(field: HeightField, sign: 1 | -1): Float64Array {
  const wide = field.columns + 2;
  const values = new Float64Array(wide * (field.rows + 2)).fill(-1);
  for (let j = 0; j < field.rows; j += 1) {
    for (let i = 0; i < field.columns; i += 1) {
      const h = field.heights[j * field.columns + i];
      values[(j + 1) * wide + i + 1] = Number.isNaN(h) ? -1 : sign * h;
    }
  }
  return values;
}

/**
 * Bands of a field beyond given depths (lows) or heights (highs).
 * @param limits ascending, m; those that nothing reaches are left out
 */
export function bands(
  field: HeightField,
  of: 'lows' | 'highs',
  limits: readonly number[],
): readonly ContourBand[] {
  const made = contours()
    .size([field.columns + 2, field.rows + 2])
    .thresholds([...limits])(Array.from(rimmed(field, of === 'lows' ? -1 : 1)));
  // Corner (1, 1) of the rimmed lattice is the corner of the first cell.
  const place = ([u, v]: number[]): readonly [number, number] => [
    field.x0 + (u - 1.5) * field.dx,
    field.y0 + (v - 1.5) * field.dy,
  ];
  return made.flatMap((band) =>
    band.coordinates.length === 0
      ? []
      : [
          {
            from: band.value,
            polygons: band.coordinates.map((polygon) => polygon.map((ring) => ring.map(place))),
          },
        ],
  );
}
