import { characterise } from './kubelka-munk';
import { COLOUR_BASES, PASTES, type Paste } from './pastes';
import { opticsFromColour, smoothSpectrum } from './smooth-spectrum';

/** A share of paste in white gel coat, and the colour of its cured chip. */
export interface LetDown {
  readonly fraction: number;
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

/** A paste of the yard's own: let-downs in white gel coat, each with the colour of its cured chip. */
export interface OwnPaste {
  readonly id: string;
  readonly name: string;
  readonly ladder: readonly LetDown[];
}

/** Density of a paste that nobody has weighed, kg/m³; typical. */
const DENSITY = 1300;

/**
 * A paste from the colours of its let-downs. Colours are not spectra: smooth ones stand in for them, and the paste is
 * of low confidence. One let-down gives absorption alone; two or more give scattering too.
 *
 * @returns undefined where no let-down can be a mix of this base
 */
export function pasteFromColours({ id, name, ladder }: OwnPaste): Paste | undefined {
  const base = COLOUR_BASES[0];
  const steps = ladder.flatMap((s) => {
    const reflectance = smoothSpectrum(s);
    return reflectance && s.fraction > 0 ? [{ fraction: s.fraction, reflectance }] : [];
  });
  const optics =
    steps.length > 1
      ? characterise(base, steps)
      : steps.length === 1
        ? opticsFromColour(
            base,
            steps[0].fraction,
            ladder.find((s) => s.fraction === steps[0].fraction) ?? ladder[0],
          )
        : undefined;
  return (
    optics && {
      id,
      name,
      density: DENSITY,
      ...optics,
      confidence: 'low',
      source: `${steps.length} let-${steps.length === 1 ? 'down' : 'downs'} of the yard, by colour alone`,
    }
  );
}

/** All pastes that the yard can name: the characterised ones and its own. */
export function knownPastes(own: readonly OwnPaste[] = []): readonly Paste[] {
  return [...PASTES, ...own.flatMap((p) => pasteFromColours(p) ?? [])];
}

/** Those on the shelf; all until they are named. */
export function shelvedPastes(
  known: readonly Paste[],
  shelf: readonly { readonly id: string }[] | undefined,
): readonly Paste[] {
  return shelf ? known.filter((p) => shelf.some((s) => s.id === p.id)) : known;
}
