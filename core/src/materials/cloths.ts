import type { Cloth } from './product';
import { FIBRE_STIFFNESS } from './stiffness';

const E_GLASS = 2560;
const HAND_RATE = 0.02 / 60;
const MAT_RATE = 0.03 / 60;
const CARBON_RATE = 0.012 / 60;
const DENSITY = { glass: E_GLASS, carbon: 1780, aramid: 1440 } as const;
const TYPICAL = {
  glass: 'typical of E-glass cloth laid by hand',
  carbon: 'typical of standard-modulus carbon laid by hand',
  aramid: 'typical of aramid cloth laid by hand',
} as const;

interface Row {
  id: string;
  name: string;
  kind: Cloth['kind'];
  gsm: number;
  mat?: number;
  fibreFraction: number;
  roll: number;
  price: number;
  binder?: 'emulsion';
  fibre?: keyof typeof DENSITY;
}

const rows: readonly Row[] = [
  {
    id: 'mat-300',
    name: 'chopped mat 300',
    kind: 'mat',
    gsm: 300,
    fibreFraction: 0.3,
    roll: 1.25,
    price: 2.4,
    binder: 'emulsion',
  },
  {
    id: 'mat-450',
    name: 'chopped mat 450',
    kind: 'mat',
    gsm: 450,
    fibreFraction: 0.3,
    roll: 1.25,
    price: 3.2,
    binder: 'emulsion',
  },
  {
    id: 'roving-600',
    name: 'woven roving 600',
    kind: 'woven',
    gsm: 600,
    fibreFraction: 0.47,
    roll: 1.25,
    price: 6,
  },
  {
    id: 'plain-105',
    name: 'plain cloth 105',
    kind: 'woven',
    gsm: 105,
    fibreFraction: 0.5,
    roll: 1,
    price: 4,
  },
  {
    id: 'plain-200',
    name: 'plain cloth 200',
    kind: 'woven',
    gsm: 200,
    fibreFraction: 0.5,
    roll: 1,
    price: 5,
  },
  {
    id: 'plain-290',
    name: 'plain cloth 290',
    kind: 'woven',
    gsm: 290,
    fibreFraction: 0.5,
    roll: 1,
    price: 6,
  },
  {
    id: 'biax-400',
    name: 'stitched biaxial 400',
    kind: 'stitched',
    gsm: 400,
    fibreFraction: 0.55,
    roll: 1.27,
    price: 7,
  },
  {
    id: 'biax-600',
    name: 'stitched biaxial 600',
    kind: 'stitched',
    gsm: 600,
    fibreFraction: 0.55,
    roll: 1.27,
    price: 9,
  },
  {
    id: 'biax-800',
    name: 'stitched biaxial 800',
    kind: 'stitched',
    gsm: 800,
    fibreFraction: 0.55,
    roll: 1.27,
    price: 12,
  },
  {
    id: 'stitched-mat-800',
    name: 'stitched biaxial with stitched mat 800',
    kind: 'stitched',
    gsm: 805,
    mat: 229,
    fibreFraction: 0.45,
    roll: 1.27,
    price: 11,
  },
  {
    id: 'uni-300',
    name: 'unidirectional 300',
    kind: 'unidirectional',
    gsm: 300,
    fibreFraction: 0.55,
    roll: 0.5,
    price: 7,
  },
  {
    id: 'carbon-twill-200',
    name: 'carbon twill 200',
    kind: 'woven',
    gsm: 200,
    fibreFraction: 0.55,
    roll: 1.27,
    price: 34,
    fibre: 'carbon',
  },
  {
    id: 'carbon-biax-400',
    name: 'carbon stitched biaxial 400',
    kind: 'stitched',
    gsm: 400,
    fibreFraction: 0.55,
    roll: 1.27,
    price: 45,
    fibre: 'carbon',
  },
  {
    id: 'aramid-170',
    name: 'aramid plain cloth 170',
    kind: 'woven',
    gsm: 170,
    fibreFraction: 0.48,
    roll: 1,
    price: 38,
    fibre: 'aramid',
  },
];

export const CLOTHS: readonly Cloth[] = rows.map((r) => ({
  id: r.id,
  role: 'cloth',
  name: r.name,
  kind: r.kind,
  family: r.fibre ?? 'glass',
  binder: r.binder,
  arealWeight: r.gsm / 1000,
  ...(r.mat ? { matWeight: r.mat / 1000 } : {}),
  fibreFraction: r.fibreFraction,
  densityFibre: DENSITY[r.fibre ?? 'glass'],
  fibreModulus: FIBRE_STIFFNESS[r.fibre ?? 'glass'].along,
  rollWidth: r.roll,
  pricePerM2: r.price,
  wetOutRate: r.fibre === 'carbon' ? CARBON_RATE : r.kind === 'mat' ? MAT_RATE : HAND_RATE,
  source: r.binder ? `${TYPICAL.glass}, emulsion binder` : TYPICAL[r.fibre ?? 'glass'],
}));

export const PEEL_PLY: Cloth = {
  id: 'peel-ply',
  role: 'peel ply',
  name: 'peel ply, uncoated',
  kind: 'peel ply',
  family: 'nylon',
  arealWeight: 0.085,
  fibreFraction: 1,
  densityFibre: 1140,
  fibreModulus: FIBRE_STIFFNESS.nylon.along,
  rollWidth: 1.5,
  pricePerM2: 3,
  wetOutRate: HAND_RATE,
  source: 'typical of uncoated nylon peel ply',
};
