import { CRACK_STRAIN, CRIMP, FIBRE_STIFFNESS, MAT_STRAIN, MATRIX_STIFFNESS } from '../materials/stiffness';
import type { Cloth, ResinFamily } from '../materials/product';
import type { Way } from '../schema/job';
import {
  abdOf,
  complianceOf,
  inverse3,
  reduced,
  turned,
  type Abd,
  type Compliance,
  type Layer,
  type Sym3,
} from './abd';
import { fibreVolume, randomMat, unidirectional, type Lamina } from './micromechanics';

/** A ply as classical laminate theory wants it. */
export interface ElasticPly extends Layer {
  /** Directions of its fibres, rad; none for a mat. */
  readonly fibres: readonly number[];
  /** Strain along a fibre, or any way in a mat, and shear between crossed fibres, at which it first gives. */
  readonly limit: { readonly along: number; readonly across?: number; readonly shear: number };
}

const RIGHT = Math.PI / 2;
const ANGLES: Readonly<Record<Way, number>> = {
  '0/90': 0,
  '±45': Math.PI / 4,
  '0': 0,
  '90': RIGHT,
  '45': Math.PI / 4,
  '-45': -Math.PI / 4,
  any: 0,
  '–': 0,
};

const mixed = (parts: readonly (readonly [Sym3, number])[]): Sym3 =>
  [0, 1, 2, 3, 4, 5].map((i) => parts.reduce((sum, [q, share]) => sum + q[i] * share, 0)) as unknown as Sym3;

/** Cloth with stitched mat: share of its fibre that is mat. */
const matShare = (cloth: Cloth): number =>
  cloth.kind === 'mat' ? 1 : (cloth.matWeight ?? 0) / cloth.arealWeight;

/**
 * A cloth in a resin as an elastic ply: unidirectional by micromechanics; woven and stitched cloth as a crossed pair
 * of such plies with a crimp factor on the fibre direction; mat as quasi-random; a stitched mat by its share.
 *
 * @param thickness of the cured ply, m
 */
export function elasticPly(
  cloth: Cloth,
  resin: ResinFamily,
  densityResin: number,
  thickness: number,
  way: Way,
): ElasticPly {
  // The yard's data sheet may know the fibre of this cloth better; across and in shear the family stands.
  const fibre = { ...FIBRE_STIFFNESS[cloth.family], along: cloth.fibreModulus };
  const of = {
    fibre,
    matrix: MATRIX_STIFFNESS[resin],
    fibreVolume: fibreVolume.evaluate({
      W_f: cloth.fibreFraction,
      ρ_f: cloth.densityFibre,
      ρ_r: densityResin,
    }),
  };
  const share = matShare(cloth);
  const mat = share > 0 ? reduced(randomMat(of)) : undefined;
  if (mat && share === 1)
    return { q: mat, thickness, fibres: [], limit: { along: MAT_STRAIN, shear: 2 * MAT_STRAIN } };
  const crimp = CRIMP[cloth.kind];
  const straight = unidirectional(of);
  const lamina: Lamina = { ...straight, E1: straight.E1 * crimp };
  const q = reduced(lamina);
  const angle = ANGLES[way];
  const one = cloth.kind === 'unidirectional';
  const fibres = one ? [angle] : [angle, angle + RIGHT];
  const crossed = one
    ? turned(q, angle)
    : mixed([
        [turned(q, angle), 0.5],
        [turned(q, angle + RIGHT), 0.5],
      ]);
  return {
    q: mat
      ? mixed([
          [crossed, 1 - share],
          [mat, share],
        ])
      : crossed,
    thickness,
    fibres,
    limit: {
      along: fibre.strain * crimp,
      ...(one ? { across: CRACK_STRAIN.across } : {}),
      shear: CRACK_STRAIN.shear * (one ? 1 : 2),
    },
  };
}

/** A core or any other stuff that is alike in every direction. */
export function isotropic(
  modulus: number,
  poisson: number,
  thickness: number,
  strain = Infinity,
): ElasticPly {
  return {
    q: reduced({ E1: modulus, E2: modulus, G12: modulus / (2 * (1 + poisson)), nu12: poisson }),
    thickness,
    fibres: [],
    limit: { along: strain, shear: 2 * strain },
  };
}

export interface Elastic extends Abd {
  readonly compliance: Compliance;
  readonly thickness: number;
  /** Pull per width at which the first ply gives, along and up the hull, N/m. */
  readonly strength: { readonly along: number; readonly up: number };
}

/** Stiffness and first-ply strength of a laminate, first ply at the bottom. @returns undefined for one without plies */
export function elasticOf(plies: readonly ElasticPly[]): Elastic | undefined {
  const abd = abdOf(plies);
  const compliance = complianceOf(abd);
  const flat = inverse3(abd.A);
  if (!compliance || !flat) return undefined;
  return {
    ...abd,
    compliance,
    thickness: plies.reduce((sum, p) => sum + p.thickness, 0),
    strength: { along: firstPly(plies, flat, 0), up: firstPly(plies, flat, 1) },
  };
}

/** Strains along, across and in shear of an axis turned by `angle`. */
function strainsAt(
  [x, y, g]: readonly [number, number, number],
  angle: number,
): readonly [number, number, number] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [
    x * c * c + y * s * s + g * c * s,
    x * s * s + y * c * c - g * c * s,
    2 * (y - x) * c * s + g * (c * c - s * s),
  ];
}

/**
 * Pull in one direction (nothing in the others) at which the first ply gives, N/m, by maximum strain. The hull round it
 * holds the patch flat, so the strain is that of the membrane, A⁻¹·N.
 *
 * @param a inverse of the membrane stiffness, m/N
 */
function firstPly(plies: readonly ElasticPly[], a: Sym3, direction: 0 | 1): number {
  const strain: readonly [number, number, number] = direction === 0 ? [a[0], a[1], a[2]] : [a[1], a[3], a[4]];
  let load = Infinity;
  const meets = (value: number, limit: number | undefined): void => {
    if (limit !== undefined && Math.abs(value) > 0) load = Math.min(load, limit / Math.abs(value));
  };
  for (const { fibres, limit } of plies) {
    if (fibres.length === 0) {
      const centre = (strain[0] + strain[1]) / 2;
      const radius = Math.hypot((strain[0] - strain[1]) / 2, strain[2] / 2);
      meets(Math.abs(centre) + radius, limit.along);
      continue;
    }
    for (const angle of fibres) {
      const [e1, e2, g] = strainsAt(strain, angle);
      meets(e1, limit.along);
      meets(e2, limit.across);
      meets(g, limit.shear);
    }
  }
  return load;
}
