import type { Optics } from './kubelka-munk';
import { WAVELENGTHS } from './observer';

/** A pigment paste for gel coat, characterised. */
export interface Paste extends Optics {
  readonly id: string;
  readonly name: string;
  /** kg/m³ */
  readonly density: number;
  /** `low` where only a colour, not a spectrum, is known of it. */
  readonly confidence: 'characterised' | 'low';
  readonly source: string;
}

/** What the paste goes into. */
export interface ColourBase extends Optics {
  readonly id: string;
  readonly name: string;
}

/** An absorption band: height, where (nm), and how wide. `edge` rises towards shorter waves, `peak` is a bell. */
type Band = readonly ['edge' | 'peak' | 'even', number, number, number];

const curve = (bands: readonly Band[]): Float64Array =>
  Float64Array.from(WAVELENGTHS, (nm) =>
    bands.reduce(
      (sum, [kind, height, at, width]) =>
        sum +
        height *
          (kind === 'even'
            ? 1
            : kind === 'edge'
              ? 1 / (1 + Math.exp((nm - at) / width))
              : Math.exp(-(((nm - at) / width) ** 2))),
      0,
    ),
  );
const level = (s: number, slope = 0): Float64Array =>
  Float64Array.from(WAVELENGTHS, (nm) => Math.max(0.01, s * (1 + (slope * (nm - 550)) / 150)));

const SOURCE = 'made-up tint ladder, typical of polyester pigment pastes';
const paste = (
  id: string,
  name: string,
  density: number,
  K: readonly Band[],
  S: number,
  slope = 0,
): Paste => ({
  id,
  name,
  density,
  K: curve(K),
  S: level(S, slope),
  confidence: 'characterised',
  source: SOURCE,
});

/** Pastes of a usual colour shelf. K and S per unit of mass fraction, against a white gel coat whose S is 1. */
export const PASTES: readonly Paste[] = [
  paste(
    'paste-white',
    'White paste',
    2100,
    [
      ['even', 0.02, 0, 1],
      ['edge', 1.2, 395, 8],
    ],
    9,
    -0.1,
  ),
  paste(
    'paste-black',
    'Black paste',
    1300,
    [
      ['even', 62, 0, 1],
      ['edge', 6, 480, 60],
    ],
    0.6,
  ),
  paste(
    'paste-yellow-oxide',
    'Yellow oxide paste',
    1650,
    [
      ['edge', 26, 500, 16],
      ['peak', 2.4, 640, 70],
      ['even', 0.5, 0, 1],
    ],
    3.2,
    0.15,
  ),
  paste(
    'paste-red-oxide',
    'Red oxide paste',
    1750,
    [
      ['edge', 34, 565, 13],
      ['even', 1.8, 0, 1],
    ],
    3.8,
    0.2,
  ),
  paste(
    'paste-brown-oxide',
    'Brown oxide paste',
    1600,
    [
      ['edge', 30, 560, 45],
      ['even', 6, 0, 1],
    ],
    1.6,
    0.1,
  ),
  paste(
    'paste-bright-yellow',
    'Bright yellow paste',
    1250,
    [
      ['edge', 42, 488, 9],
      ['even', 0.12, 0, 1],
    ],
    1.5,
  ),
  paste(
    'paste-orange',
    'Orange paste',
    1250,
    [
      ['edge', 40, 545, 9],
      ['even', 0.2, 0, 1],
    ],
    1.2,
  ),
  paste(
    'paste-bright-red',
    'Bright red paste',
    1250,
    [
      ['edge', 36, 592, 9],
      ['even', 0.3, 0, 1],
    ],
    1.1,
  ),
  paste(
    'paste-magenta',
    'Magenta paste',
    1200,
    [
      ['peak', 48, 545, 42],
      ['edge', 9, 430, 14],
      ['even', 0.3, 0, 1],
    ],
    0.6,
  ),
  paste(
    'paste-violet',
    'Violet paste',
    1200,
    [
      ['peak', 46, 575, 50],
      ['even', 0.6, 0, 1],
    ],
    0.5,
  ),
  paste(
    'paste-blue',
    'Green-shade blue paste',
    1200,
    [
      ['peak', 60, 640, 72],
      ['edge', 3, 405, 12],
      ['even', 0.5, 0, 1],
    ],
    0.6,
  ),
  paste(
    'paste-green',
    'Blue-shade green paste',
    1250,
    [
      ['peak', 52, 660, 60],
      ['edge', 26, 445, 20],
      ['even', 0.6, 0, 1],
    ],
    0.6,
  ),
];

/** Gel coats to tint. A neutral base has little white in it: deep colours need it. */
export const COLOUR_BASES: readonly ColourBase[] = [
  {
    id: 'white',
    name: 'White gel coat',
    K: curve([
      ['even', 0.0035, 0, 1],
      ['edge', 0.09, 402, 9],
    ]),
    S: level(1, -0.06),
  },
  {
    id: 'neutral',
    name: 'Neutral gel coat',
    K: curve([
      ['even', 0.004, 0, 1],
      ['edge', 0.06, 405, 10],
    ]),
    S: level(0.12),
  },
];
