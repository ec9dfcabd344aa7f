import { CLOTHS, PEEL_PLY } from './cloths';
import { FILLERS, FINISHES } from './fairing-and-finish';
import type { Library, OldLaminate, Sheet } from './product';
import { ADHESIVES, WELD_RODS } from './products/adhesives';
import { AEROSOLS } from './products/aerosols';
import { BARRIERS, COATINGS, PRIMERS, SURFACE_FILLERS } from './products/coatings';
import { POWDERS, SECOND_PARTS } from './products/second-parts';
import { CORES, FABRIC_ADHESIVES, PATCH_FABRICS, PLATES } from './products/fabrics';
import { ABRASIVES, CLEANERS, PREPARATIONS } from './products/preparation';
import { RESINS } from './resins';

const MPA = 1e6;
const E_GLASS = 2560;
const POLYESTER = 1210;

/** Design strengths for the taper's shear check, with the fibre fraction that fixes the density of the dust. */
const OLD_LAMINATES: readonly OldLaminate[] = [
  {
    id: 'mat-polyester',
    role: 'old laminate',
    name: 'chopped mat, polyester',
    designStrength: 80 * MPA,
    fibreFraction: 0.3,
    densityFibre: E_GLASS,
    densityResin: POLYESTER,
    source: 'typical of hand-laid chopped mat and polyester',
  },
  {
    id: 'mat-woven-polyester',
    role: 'old laminate',
    name: 'mat and woven, polyester',
    designStrength: 100 * MPA,
    // Mean of chopped mat (0.30) and woven roving (0.47) by hand.
    fibreFraction: 0.385,
    densityFibre: E_GLASS,
    densityResin: POLYESTER,
    source: 'typical of hand-laid mat and woven roving in polyester',
  },
  {
    id: 'stitched-glass',
    role: 'old laminate',
    name: 'stitched glass, vinyl ester or epoxy',
    designStrength: 180 * MPA,
    fibreFraction: 0.55,
    densityFibre: E_GLASS,
    densityResin: 1140,
    source: 'typical of stitched glass in vinyl ester or epoxy',
  },
  {
    id: 'carbon-epoxy',
    role: 'old laminate',
    name: 'carbon and epoxy skin',
    designStrength: 400 * MPA,
    fibreFraction: 0.55,
    densityFibre: 1780,
    densityResin: 1150,
    source: 'typical of carbon and epoxy laid by hand',
  },
];

const BASE = {
  version: '2026.11.2',
  resins: RESINS,
  fillers: FILLERS,
  finishes: FINISHES,
  cloths: CLOTHS,
  peelPly: PEEL_PLY,
  oldLaminates: OLD_LAMINATES,
  bondShear: { epoxy: 14 * MPA, 'vinyl ester': 11 * MPA, polyester: 8 * MPA },
} as const satisfies Omit<Library, 'products'>;

/** Products whose quantities no stage works out yet; the match and the stores know them. */
const SHEETS: readonly Sheet[] = [
  ...PREPARATIONS,
  ...CLEANERS,
  ...PRIMERS,
  ...ADHESIVES,
  ...WELD_RODS,
  ...FABRIC_ADHESIVES,
  ...PATCH_FABRICS,
  ...PLATES,
  ...CORES,
  ...SURFACE_FILLERS,
  ...BARRIERS,
  ...COATINGS,
  ...AEROSOLS,
  ...SECOND_PARTS,
  ...POWDERS,
  ...ABRASIVES,
];

export const LIBRARY: Library = {
  ...BASE,
  products: [...BASE.resins, ...BASE.cloths, BASE.peelPly, ...BASE.fillers, ...BASE.finishes, ...SHEETS],
};

/** Finds a product by id. @returns undefined when the library has none of that id */
export function find<T extends { readonly id: string }>(
  list: readonly T[],
  id: string | undefined,
): T | undefined {
  return list.find((p) => p.id === id);
}
