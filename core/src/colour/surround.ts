import { deltaE, differenceWords, type Lab } from './lab';

/** Where on the old surface a colour was read. */
export type ReadAt = 'as found' | 'polished' | 'sheltered';
export const READ_AT = {
  'as found': 'as found',
  polished: 'beside the repair, polished',
  sheltered: 'sheltered, under a fitting',
} as const;
/** What it was read with. A photograph is no measurement. */
export const READ_BY = { reader: 'colour reader', typed: 'typed in', photo: 'photograph' } as const;
export type ReadBy = keyof typeof READ_BY;

export interface SurfaceReading extends Lab {
  readonly where: ReadAt;
  readonly by: ReadBy;
}

export interface Surround {
  readonly target: Lab;
  readonly from: SurfaceReading;
  /** ΔE00 that polishing the chalk off made. */
  readonly chalk?: number;
  /** ΔE00 between the sheltered and the polished surface: what the sun did. */
  readonly fade?: number;
  /** How far the patch is off after so many years, if it is matched today. */
  readonly drift?: { readonly years: number; readonly deltaE: number };
  readonly warnings: readonly string[];
}

/** Years in which a gel coat has done most of its fading. Source: judged; the first seasons change most. */
const FADE_YEARS = 6;
const LOOK_AHEAD_YEARS = 2;

const mean = (readings: readonly SurfaceReading[]): Lab => {
  const n = readings.length;
  const sum = (k: 'L' | 'a' | 'b'): number => readings.reduce((s, r) => s + r[k], 0) / n;
  return { L: sum('L'), a: sum('a'), b: sum('b') };
};

/** Share of its fading that a surface has done after some years. Source: exponential approach, judged. */
export const fadedShare = (years: number): number => 1 - Math.exp(-years / FADE_YEARS);

/**
 * The colour to match, from readings of the old surface: beside the repair and polished, since chalk is not the
 * colour. Tells what chalk and sun have made of it, and how far a patch matched today will be off later.
 *
 * @param years age of the old surface, if known
 * @returns undefined before anything was read
 */
export function surroundOf(readings: readonly SurfaceReading[], years?: number): Surround | undefined {
  const at = (where: ReadAt): SurfaceReading[] => readings.filter((r) => r.where === where);
  const [found, polished, sheltered] = [at('as found'), at('polished'), at('sheltered')];
  const used = polished.length > 0 ? polished : found.length > 0 ? found : sheltered;
  if (used.length === 0) return undefined;
  const target = mean(used);
  const warnings: string[] = [];
  if (polished.length === 0)
    warnings.push(
      found.length > 0
        ? 'The old surface was read as found: polish a hand’s breadth beside the repair and read there, or the chalk is matched.'
        : 'Only a sheltered place was read: it has not faded as the hull has. Read beside the repair, polished.',
    );
  if (used.some((r) => r.by === 'photo'))
    warnings.push(
      'The colour comes from a photograph: light, camera and screen are in it. It serves for a first guess, never for the match; read the surface or compare cured chips.',
    );
  const scatter = Math.max(0, ...used.map((r) => deltaE(r, target)));
  if (used.length > 1 && scatter > 1)
    warnings.push(
      `The readings differ by ΔE ${scatter.toFixed(1)} from their mean: clean the face and read flat, three times.`,
    );
  const fade = sheltered.length > 0 && used !== sheltered ? deltaE(mean(sheltered), target) : undefined;
  const whole = fade !== undefined && years !== undefined && years > 0 ? fade / fadedShare(years) : undefined;
  const drift =
    whole === undefined || years === undefined
      ? undefined
      : {
          years: LOOK_AHEAD_YEARS,
          deltaE:
            whole *
            (fadedShare(LOOK_AHEAD_YEARS) - (fadedShare(years + LOOK_AHEAD_YEARS) - fadedShare(years))),
        };
  const chalk = polished.length > 0 && found.length > 0 ? deltaE(mean(found), target) : undefined;
  if (chalk !== undefined && chalk > 1)
    warnings.push(
      `Chalk makes it ${differenceWords(mean(found), target)} by ΔE ${chalk.toFixed(1)}: polish round the repair before anyone compares.`,
    );
  return { target, from: used[0], chalk, fade, drift, warnings };
}
