/**
 * Elastic constants of fibres, resins and cores, Pa, and the strains at which a ply first gives. Typical of the
 * materials that boats are built of; assumed until a data sheet or a test replaces them.
 */
import type { Fibre, ResinFamily } from './product';

const GPA = 1e9;

export interface FibreStiffness {
  /** Along and across the fibre. */
  readonly along: number;
  readonly across: number;
  readonly shear: number;
  readonly poisson: number;
  /** Strain along the fibre at which a laid ply first fails, tension or compression, whichever is less. */
  readonly strain: number;
  readonly source: string;
}

export const FIBRE_STIFFNESS: Readonly<Record<Fibre, FibreStiffness>> = {
  glass: {
    along: 72.4 * GPA,
    across: 72.4 * GPA,
    shear: 30 * GPA,
    poisson: 0.22,
    strain: 0.018,
    source: 'typical E-glass',
  },
  carbon: {
    along: 230 * GPA,
    across: 15 * GPA,
    shear: 24 * GPA,
    poisson: 0.2,
    strain: 0.01,
    source: 'typical standard-modulus carbon',
  },
  aramid: {
    along: 120 * GPA,
    across: 7 * GPA,
    shear: 2.9 * GPA,
    poisson: 0.35,
    strain: 0.005,
    source: 'typical aramid; compression governs',
  },
  nylon: {
    along: 3 * GPA,
    across: 3 * GPA,
    shear: 1.1 * GPA,
    poisson: 0.39,
    strain: 0.04,
    source: 'typical nylon',
  },
};

export interface MatrixStiffness {
  readonly modulus: number;
  readonly poisson: number;
  readonly source: string;
}

export const MATRIX_STIFFNESS: Readonly<Record<ResinFamily, MatrixStiffness>> = {
  epoxy: { modulus: 3.2 * GPA, poisson: 0.35, source: 'typical room-temperature epoxy' },
  'vinyl ester': { modulus: 3.3 * GPA, poisson: 0.35, source: 'typical vinyl ester' },
  polyester: { modulus: 3.5 * GPA, poisson: 0.36, source: 'typical orthophthalic polyester' },
};

/** Strains across the fibres and in shear at which resin between them first cracks. */
export const CRACK_STRAIN = { across: 0.004, shear: 0.01 } as const;
/** A mat has no direction: strain at which it first whitens for good. */
export const MAT_STRAIN = 0.01;

/** What is left of the stiffness along the fibres once they go over and under each other. */
export const CRIMP: Readonly<Record<'mat' | 'woven' | 'stitched' | 'unidirectional' | 'peel ply', number>> = {
  mat: 1,
  woven: 0.9,
  stitched: 0.97,
  unidirectional: 1,
  'peel ply': 1,
};

/** Modulus in the plane of a core, Pa: small beside the skins, but not nothing. Typical values. */
export const CORE_MODULUS: Readonly<Record<string, number>> = {
  balsa: 0.12 * GPA,
  'pvc foam': 0.075 * GPA,
  'san foam': 0.08 * GPA,
  plywood: 7 * GPA,
  'polystyrene foam': 0.01 * GPA,
  // As the weakest that it may be.
  'unknown foam': 0.01 * GPA,
  honeycomb: 0.005 * GPA,
};

/** The plies that an old laminate of a kind is made of, over and over, where nobody has looked. */
export const OLD_PATTERNS: Readonly<
  Record<string, readonly { readonly cloth: string; readonly way: '0/90' | '±45' | 'any' }[]>
> = {
  'mat-polyester': [{ cloth: 'mat-450', way: 'any' }],
  'mat-woven-polyester': [
    { cloth: 'mat-300', way: 'any' },
    { cloth: 'roving-600', way: '0/90' },
  ],
  'stitched-glass': [
    { cloth: 'biax-600', way: '0/90' },
    { cloth: 'biax-600', way: '±45' },
  ],
  'carbon-epoxy': [
    { cloth: 'carbon-biax-400', way: '0/90' },
    { cloth: 'carbon-biax-400', way: '±45' },
  ],
};
