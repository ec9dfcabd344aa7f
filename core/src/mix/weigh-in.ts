/** What is in the cup, kg, and what it ought to be. */
export interface WeighIn {
  /** First and second part as they were weighed in. */
  readonly a: number;
  readonly b: number;
  /** Wanted mass of the second part per mass of the first. */
  readonly ratio: number;
  /** Greatest error |(B/A)/(B/A)₀ − 1|. */
  readonly tolerance: number;
  /** What the scale reads to, kg. */
  readonly step: number;
  /** What the cup or the pot of the sheet takes, kg. */
  readonly room: number;
  /** Seconds since both parts met, and the usable pot life, s. */
  readonly age: number;
  readonly usable: number;
  /** Peroxide only: share beyond which a batch is not brought back by more catalyst, or by more resin. */
  readonly limits?: readonly [number, number];
}

export type WeighVerdict =
  | { readonly kind: 'good'; readonly error: number }
  /** Add so much of one part (kg, as the scale reads it) until the scale shows `reads` in all. */
  | {
      readonly kind: 'correct';
      readonly error: number;
      readonly part: 'first' | 'second';
      readonly add: number;
      readonly reads: number;
      readonly after: number;
    }
  | { readonly kind: 'discard'; readonly error: number; readonly why: string };

/** Beyond this share of its usable life a batch has begun to cure in the ratio that it has. */
const TOO_OLD = 0.4;

/** Error of a ratio: positive with too much of the second part. Source: definition, |(B/A)/(B/A)₀ − 1|. */
export const ratioErrorOf = (a: number, b: number, ratio: number): number => b / a / ratio - 1;

/** What the scale reads in all when the second part is right, kg. */
export const secondReads = (a: number, ratio: number): number => a * (1 + ratio);

/** Readings between which the first part is poured: it sets the size of the batch only, the second follows what went in. */
export const firstBand = (planned: number): readonly [number, number] => [planned * 0.95, planned * 1.05];

/** Readings of the scale between which the second part is right, kg in all, by what is in the cup of the first. */
export const stopBand = (a: number, ratio: number, tolerance: number): readonly [number, number] => [
  a + a * ratio * (1 - tolerance),
  a + a * ratio * (1 + tolerance),
];

/**
 * Judges a batch by what was weighed in: good, brought back by more of one part, or thrown away. A correction is told
 * as the scale will read it, and only where it lands within the tolerance, in the cup, and in time.
 */
export function weighIn(w: WeighIn): WeighVerdict {
  if (!(w.a > 0) || !(w.b >= 0))
    return { kind: 'discard', error: -1, why: 'nothing of the first part is in the cup' };
  const error = ratioErrorOf(w.a, w.b, w.ratio);
  if (Math.abs(error) <= w.tolerance) return { kind: 'good', error };
  const share = w.b / w.a;
  if (w.limits && share > w.limits[1] * 1.5)
    return {
      kind: 'discard',
      error,
      why: `${(share * 100).toFixed(1)} % of catalyst gets hot at once: put the pot outside on bare ground`,
    };
  if (w.age > TOO_OLD * w.usable)
    return { kind: 'discard', error, why: 'it has begun to cure in the wrong ratio' };
  const part = error < 0 ? 'second' : 'first';
  const exact = part === 'second' ? w.a * w.ratio - w.b : w.b / w.ratio - w.a;
  const candidates = [Math.floor(exact / w.step) * w.step, Math.ceil(exact / w.step) * w.step].filter(
    (x) => x > 0,
  );
  const after = (add: number): number =>
    part === 'second' ? ratioErrorOf(w.a, w.b + add, w.ratio) : ratioErrorOf(w.a + add, w.b, w.ratio);
  const [best] = candidates.sort((x, y) => Math.abs(after(x)) - Math.abs(after(y)));
  if (best === undefined || Math.abs(after(best)) > w.tolerance)
    return { kind: 'discard', error, why: `the scale is too coarse to bring it back` };
  if (w.a + w.b + best > w.room)
    return {
      kind: 'discard',
      error,
      why: `what is missing, ${(best * 1000).toFixed(0)} g, makes the pot larger than it may be`,
    };
  return { kind: 'correct', error, part, add: best, reads: w.a + w.b + best, after: after(best) };
}
