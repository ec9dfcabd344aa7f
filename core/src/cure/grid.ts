import type { Layer } from './layer';

/** Cells of a stack: how wide each is, m, and which layer it is of. */
export interface Grid {
  readonly widths: readonly number[];
  readonly layerOf: readonly number[];
}

const FEWEST = 3;
/** Widest cell of a thick pour, m: its reaction runs through it as a front that is hardly wider. */
const WIDEST_WET = 0.00032;
/** No layer has more; a pour that wants more is not poured. */
const MOST = 200;
/** Outermost cell of a layer that reacts, m, and against an even one; each is so much wider than the one outside it. */
const OUTERMOST = 0.00002;
const OUTERMOST_SHARE = 0.4;
const WIDENS = 1.4;

/**
 * Divides layers into cells. A layer gets cells by how long heat takes across it, a wet one twice as many, since heat is
 * made there. A wet one is graded towards its faces: a front that comes to a face has nowhere to send its heat, and is
 * hottest within a fraction of a millimetre there.
 *
 * @param wanted cells of the whole stack, about
 * @param fine share of the full number that a thick pour gets, 0–1
 */
export function gridOf(layers: readonly Layer[], wanted: number, fine: number): Grid {
  const weights = layers.map(
    (l) => (l.thickness / Math.sqrt(l.conductivity / (l.density * l.heatCapacity))) * (l.resin ? 2 : 1),
  );
  const total = weights.reduce((a, b) => a + b, 0);
  const widths: number[] = [];
  const layerOf: number[] = [];
  layers.forEach((l, j) => {
    const pour = l.resin ? Math.min(MOST, (fine * l.thickness) / WIDEST_WET) : 0;
    const n = Math.round(Math.max(FEWEST, (wanted * weights[j]) / total, pour));
    for (const width of l.resin ? graded(n, l.thickness) : Array<number>(n).fill(l.thickness / n)) {
      widths.push(width);
      layerOf.push(j);
    }
  });
  return { widths, layerOf };
}

/** Widths of a layer's cells, m: narrow at both faces and even in the middle. */
function graded(n: number, thickness: number): number[] {
  const first = Math.min(OUTERMOST, (OUTERMOST_SHARE * thickness) / n);
  const ramp = Array.from({ length: n }, (_, i) => first * WIDENS ** Math.min(i, n - 1 - i));
  const sum = (even: number): number => ramp.reduce((a, w) => a + Math.min(w, even), 0);
  let [low, high] = [first, thickness];
  if (sum(high) < thickness) return ramp.map((w) => (w * thickness) / sum(high));
  for (let i = 0; i < 50; i += 1) {
    const middle = (low + high) / 2;
    if (sum(middle) < thickness) low = middle;
    else high = middle;
  }
  return ramp.map((w) => Math.min(w, high));
}
