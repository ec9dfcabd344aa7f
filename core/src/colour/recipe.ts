import { labOf, deltaE, differenceWords, type Lab } from './lab';
import { mixInto, type Optics } from './kubelka-munk';
import { BANDS } from './observer';
import type { ColourBase, Paste } from './pastes';

export interface Recipe {
  readonly pastes: readonly Paste[];
  /** Mass of each paste per mass of base. */
  readonly fractions: readonly number[];
  readonly total: number;
  readonly colour: Lab;
  readonly deltaE: number;
  /** How far the colour strays when every dose is 5 % off: recipes of pastes that undo one another stray most. */
  readonly stray: number;
}

export interface RecipeQuestion {
  readonly base: ColourBase;
  readonly pastes: readonly Paste[];
  readonly target: Lab;
  /** Most paste per mass of base: above it gel coat cures badly. */
  readonly limit: number;
  /** Most pastes in one recipe. */
  readonly most?: number;
}

export interface RecipeAnswer {
  /** The fewest pastes that come within ΔE00 1 of the target, or the closest there is. */
  readonly proposed: Recipe;
  /** The best of each number of pastes, the fewest first. */
  readonly bySize: readonly Recipe[];
  readonly reached: boolean;
  /** Where the target is out of reach: how it differs from the nearest, and what is missing. */
  readonly missing?: string;
}

/** A match that the eye takes for the same at arm's length. */
export const CLOSE_ENOUGH = 1;
/** Nothing is gained by a further paste below this, and recipes this close are told apart by how steady they are. */
const SAME = 0.3;
/** Two recipes that differ by less are equally close. */
const AS_CLOSE = 0.05;
/** How well a dose is met by hand: 5 %. */
const DOSE_ERROR = 0.05;
const MOST_PASTES = 4;
const LEAST = 1e-6;
const ROUNDS = 24;

/**
 * L*a*b* differences in units that ΔE00 counts near the target: its weights of lightness, chroma and hue.
 * Source: CIEDE2000, S_L, S_C and S_H at the target, hue-dependent term left out.
 */
export function metricAt({ L, a, b }: Lab): (of: Lab) => [number, number, number] {
  const chroma = Math.hypot(a, b);
  const [cos, sin] = chroma > 1e-9 ? [a / chroma, b / chroma] : [1, 0];
  const sl = 1 + (0.015 * (L - 50) ** 2) / Math.sqrt(20 + (L - 50) ** 2);
  const [sc, sh] = [1 + 0.045 * chroma, 1 + 0.015 * chroma];
  return (of) => [
    (of.L - L) / sl,
    ((of.a - a) * cos + (of.b - b) * sin) / sc,
    (-(of.a - a) * sin + (of.b - b) * cos) / sh,
  ];
}

/** Solves (JᵀJ + λ diag)·x = Jᵀr for up to four unknowns, by elimination. */
function step(J: readonly (readonly number[])[], r: readonly number[], lambda: number): number[] {
  const n = J.length;
  const a = J.map((col, i) => [
    ...J.map(
      (other, j) =>
        col.reduce((s, v, k) => s + v * other[k], 0) +
        (i === j ? lambda * (col.reduce((s, v) => s + v * v, 0) + 1e-9) : 0),
    ),
    -col.reduce((s, v, k) => s + v * r[k], 0),
  ]);
  for (let i = 0; i < n; i += 1) {
    for (let k = i + 1; k < n; k += 1) {
      const f = a[k][i] / a[i][i];
      for (let j = i; j <= n; j += 1) a[k][j] -= f * a[i][j];
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i -= 1) {
    let s = a[i][n];
    for (let j = i + 1; j < n; j += 1) s -= a[i][j] * x[j];
    x[i] = s / a[i][i];
  }
  return x;
}

const square = (v: readonly number[]): number => v.reduce((s, x) => s + x * x, 0);

/**
 * Amounts of given pastes for a colour: Levenberg–Marquardt on the logarithms of the fractions, which keeps them
 * positive, with the limit on their sum as a residual of its own once it is passed.
 *
 * @param least fractions that are in the pot already: nothing can be taken out
 */
export function solveFractions(
  base: Optics,
  pastes: readonly Optics[],
  target: Lab,
  limit: number,
  start: readonly number[],
  least: readonly number[] = start.map(() => LEAST),
): { readonly fractions: readonly number[]; readonly off: number } {
  const metric = metricAt(target);
  const buffer = new Float64Array(BANDS);
  const residual = (c: readonly number[]): number[] => {
    const over = c.reduce((s, v) => s + v, 0) - limit;
    return [...metric(labOf(mixInto(buffer, base, pastes, c))), over > 0 ? (over / limit) * 50 : 0];
  };
  let c = start.map((v, i) => Math.max(v, least[i], LEAST));
  let r = residual(c);
  let off = square(r);
  let lambda = 0.01;
  for (let round = 0; round < ROUNDS && off > 1e-6; round += 1) {
    const h = 1e-4;
    const now = c;
    const J = now.map((_, k) =>
      residual(now.map((v, i) => (i === k ? v * (1 + h) : v))).map((v, i) => (v - r[i]) / h),
    );
    const moved = step(J, r, lambda);
    const next = now.map((v, i) =>
      Math.min(limit, Math.max(least[i], LEAST, v * Math.exp(Math.max(-1.5, Math.min(1.5, moved[i]))))),
    );
    const after = residual(next);
    const better = square(after);
    if (better < off) {
      const gain = (off - better) / off;
      [c, r, off, lambda] = [next, after, better, Math.max(1e-6, lambda / 4)];
      if (gain < 1e-4) break;
    } else {
      lambda *= 6;
      if (lambda > 1e5) break;
    }
  }
  return { fractions: c, off };
}

/** Root of the sum of squares of what 5 % more of each paste does to the colour, in the metric of the target. */
function strayOf(base: Optics, pastes: readonly Optics[], fractions: readonly number[], target: Lab): number {
  const metric = metricAt(target);
  const buffer = new Float64Array(BANDS);
  const at = (c: readonly number[]): number[] => metric(labOf(mixInto(buffer, base, pastes, c)));
  const now = at(fractions);
  return Math.sqrt(
    fractions.reduce(
      (sum, _, k) =>
        sum +
        square(at(fractions.map((v, i) => (i === k ? v * (1 + DOSE_ERROR) : v))).map((v, i) => v - now[i])),
      0,
    ),
  );
}

/** A recipe as it comes out, told as a colour. */
export function recipeOf(
  base: Optics,
  pastes: readonly Paste[],
  fractions: readonly number[],
  target: Lab,
): Recipe {
  const colour = labOf(mixInto(new Float64Array(BANDS), base, pastes, fractions));
  return {
    pastes,
    fractions,
    total: fractions.reduce((s, v) => s + v, 0),
    colour,
    deltaE: deltaE(colour, target),
    stray: strayOf(base, pastes, fractions, target),
  };
}

/** A choice of pastes by number, with the amounts that come closest. */
interface Candidate {
  readonly chosen: readonly number[];
  readonly fractions: readonly number[];
  readonly deltaE: number;
}

/** From how many of the best choices of one size those of the next are grown. */
const BEAM = { 2: Infinity, 3: 24, 4: 10 } as Readonly<Record<number, number>>;
/** A further paste must bring the colour at least this much nearer. */
const GAIN = 0.05;
/** What a paste is begun with when it joins others. */
const FIRST = 0.002;

/** Every choice of the next size that adds one paste to one of those given, each once, begun from the amounts there. */
function* grown(
  from: readonly Candidate[],
  pastes: number,
): Generator<{ readonly chosen: readonly number[]; readonly start: readonly number[] }> {
  const seen = new Set<string>();
  for (const { chosen, fractions } of from) {
    for (let p = 0; p < pastes; p += 1) {
      if (chosen.includes(p)) continue;
      const key = [...chosen, p].sort((x, y) => x - y).join();
      if (seen.has(key)) continue;
      seen.add(key);
      yield { chosen: [...chosen, p], start: [...fractions.map((c) => Math.max(c, FIRST / 10)), FIRST] };
    }
  }
}

/** What would be needed to reach a colour that the pastes do not. */
function missingWords(target: Lab, nearest: Recipe, q: RecipeQuestion): string {
  const needs = differenceWords(target, nearest.colour);
  const chroma = Math.hypot(target.a, target.b) - Math.hypot(nearest.colour.a, nearest.colour.b);
  if (nearest.total > 0.98 * q.limit && target.L < nearest.colour.L)
    return `the target is ${needs} than the pastes reach within their limit: a base with less white in it would`;
  if (chroma > 1) return `the target is ${needs}: a purer paste of that hue is missing`;
  if (target.L > nearest.colour.L + 0.5)
    return `the target is ${needs} than this base: a whiter base is missing`;
  return `the target is ${needs}: a paste between those at hand is missing`;
}

/**
 * The recipe with the fewest pastes within ΔE00 1 of a colour, over every one and two of them and, from the best
 * of these, three and four; of those that come equally close the steadiest, which a drop too many upsets least.
 *
 * @param q target under D65; limit as a fraction of the base
 * @param progress told after each number of pastes, 0–1
 */
export function matchColour(q: RecipeQuestion, progress?: (share: number) => void): RecipeAnswer {
  const { base, pastes, target, limit, most = MOST_PASTES } = q;
  const buffer = new Float64Array(BANDS);
  const plain = recipeOf(base, [], [], target);
  const bySize: Recipe[] = [plain];
  // The base alone counts only where it is the colour already.
  let from: readonly Candidate[] = [{ chosen: [], fractions: [], deltaE: plain.deltaE }];
  for (let size = 1; size <= Math.min(most, pastes.length); size += 1) {
    const found: Candidate[] = [];
    for (const { chosen, start } of grown(from, pastes.length)) {
      const set = chosen.map((i) => pastes[i]);
      const solved = solveFractions(base, set, target, limit, start).fractions;
      const over = Math.max(1, solved.reduce((sum, v) => sum + v, 0) / limit);
      const fractions = solved.map((c) => c / over);
      // A paste that came out at nothing makes it a choice of fewer.
      if (size > 1 && fractions.some((c) => c < 2 * LEAST)) continue;
      found.push({ chosen, fractions, deltaE: deltaE(labOf(mixInto(buffer, base, set, fractions)), target) });
    }
    if (found.length === 0) break;
    found.sort((x, y) => x.deltaE - y.deltaE);
    const closest = found[0].deltaE;
    const best = found
      .filter((f) => f.deltaE <= Math.max(SAME, closest + AS_CLOSE))
      .map((f) =>
        recipeOf(
          base,
          f.chosen.map((i) => pastes[i]),
          f.fractions,
          target,
        ),
      )
      .reduce((x, y) => (x.stray <= y.stray ? x : y));
    progress?.(size / most);
    // A further paste that helps nothing is no recipe of its own.
    if (best.deltaE < Math.min(...bySize.map((r) => r.deltaE)) - GAIN || bySize.length === 1)
      bySize.push(best);
    if (closest <= SAME) break;
    from = found.slice(0, BEAM[size + 1] ?? 0);
  }
  const close = bySize.find((r) => r.deltaE <= CLOSE_ENOUGH);
  const nearest = bySize.reduce((a, b) => (b.deltaE < a.deltaE ? b : a));
  return {
    proposed: close ?? nearest,
    bySize,
    reached: close !== undefined,
    ...(close ? {} : { missing: missingWords(target, nearest, q) }),
  };
}
