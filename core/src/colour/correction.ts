import { deltaE, labOf, type Lab } from './lab';
import { mixInto } from './kubelka-munk';
import { BANDS } from './observer';
import type { ColourBase, Paste } from './pastes';
import { CLOSE_ENOUGH, solveFractions } from './recipe';

/** What is in the pot, and what its cured chip measured. */
export interface Trial {
  readonly pastes: readonly Paste[];
  /** Mass of each paste per mass of base. */
  readonly fractions: readonly number[];
  readonly measured: Lab;
}

export interface Correction {
  /** What to add now of each paste of the trial, mass per mass of base. */
  readonly add: readonly number[];
  readonly deltaE: number;
  /** What the pot should measure after it. */
  readonly expected: Lab;
  /** `off hue`: light enough, and none of its pastes brings it nearer. */
  readonly verdict: 'matched' | 'add' | 'too dark' | 'off hue';
}

/**
 * Share of a computed addition that goes in: pastes that darken are held back, since nothing takes them out again.
 * Source: practice of adding 70–80 % of the dark paste; the rest when little is left to add.
 */
const HELD = { dark: 0.75, near: 0.9, light: 1 } as const;
/** A computed change of lightness smaller than this counts as near. */
const NEAR_L = 1.5;
/** Kept above the target's lightness, for the scatter of the reader. */
const MARGIN_L = 0.25;

/** The first pot: dark pastes held back, so that the first correction adds and never has to take out. */
export function firstTrial(
  base: ColourBase,
  pastes: readonly Paste[],
  fractions: readonly number[],
): readonly number[] {
  const dark = darkens(base, pastes, fractions);
  return fractions.map((c, i) => c * (dark[i] ? HELD.dark : HELD.light));
}

/** Whether a little more of each paste makes the mix darker. */
function darkens(
  base: ColourBase,
  pastes: readonly Paste[],
  fractions: readonly number[],
): readonly boolean[] {
  const L = (c: readonly number[]): number => labOf(mixInto(new Float64Array(BANDS), base, pastes, c)).L;
  const now = L(fractions);
  return fractions.map(
    (c, k) => L(fractions.map((v, i) => (i === k ? v + Math.max(1e-5, 0.05 * c) : v))) < now,
  );
}

/**
 * What to add to a trial pot next: the model is shifted by what it got wrong on the chip, solved again with what is in
 * the pot as the least, and the step is cut so that the pot is not taken past the target's lightness.
 *
 * @param limit most paste per mass of base
 */
export function correct(
  base: ColourBase,
  { pastes, fractions, measured }: Trial,
  target: Lab,
  limit: number,
): Correction {
  const buffer = new Float64Array(BANDS);
  const model = (c: readonly number[]): Lab => labOf(mixInto(buffer, base, pastes, c));
  const now = model(fractions);
  const error: Lab = { L: measured.L - now.L, a: measured.a - now.a, b: measured.b - now.b };
  const off = deltaE(measured, target);
  const none = fractions.map(() => 0);
  if (off <= CLOSE_ENOUGH / 2) return { add: none, deltaE: off, expected: measured, verdict: 'matched' };
  const aim: Lab = { L: target.L - error.L + MARGIN_L, a: target.a - error.a, b: target.b - error.b };
  const solved = solveFractions(base, pastes, aim, limit, fractions, fractions).fractions;
  const dark = darkens(base, pastes, fractions);
  const near = Math.abs(model(solved).L - now.L) < NEAR_L;
  let add = solved.map(
    (c, i) => Math.max(0, c - fractions[i]) * (dark[i] ? (near ? HELD.near : HELD.dark) : HELD.light),
  );
  const after = (): Lab => {
    const m = model(fractions.map((c, i) => c + add[i]));
    return { L: m.L + error.L, a: m.a + error.a, b: m.b + error.b };
  };
  // Never past the target's lightness, whatever hue is still missing.
  for (let k = 0; k < 24 && after().L < Math.min(measured.L, target.L + MARGIN_L / 2) - 1e-9; k += 1)
    add = add.map((v, i) => (dark[i] ? v * 0.85 : v));
  const expected = after();
  const gains = deltaE(expected, target) < off - 0.02;
  if (!gains)
    return {
      add: none,
      deltaE: off,
      expected: measured,
      verdict: off <= CLOSE_ENOUGH ? 'matched' : measured.L < target.L ? 'too dark' : 'off hue',
    };
  return {
    add,
    deltaE: off,
    expected,
    verdict: off <= CLOSE_ENOUGH && add.every((v) => v < 1e-6) ? 'matched' : 'add',
  };
}

/** More than this much untinted base is another pot, not a correction. */
const MOST_BASE = 1;

/**
 * How much untinted base a pot that is too dark takes to come back to the target's lightness, mass per mass of base in it.
 * @returns undefined where it would more than double the pot
 */
export function dilution(
  base: ColourBase,
  { pastes, fractions, measured }: Trial,
  target: Lab,
): number | undefined {
  const buffer = new Float64Array(BANDS);
  const L = (share: number): number =>
    labOf(
      mixInto(
        buffer,
        base,
        pastes,
        fractions.map((c) => c / (1 + share)),
      ),
    ).L;
  const error = measured.L - L(0);
  const reaches = (share: number): boolean => L(share) + error >= target.L;
  if (!reaches(MOST_BASE)) return undefined;
  let [low, high] = [0, MOST_BASE];
  for (let k = 0; k < 24; k += 1) {
    const middle = (low + high) / 2;
    if (reaches(middle)) high = middle;
    else low = middle;
  }
  return high;
}
