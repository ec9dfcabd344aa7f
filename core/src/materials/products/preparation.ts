import { discLife } from '../abrasives';
import { CAMI_GRAIN, P_GRAIN, gritName, type GritScale } from '../grits';
import type { Sheet } from '../product';

const MIN = 60;
const TYPICAL = 'general practice of the trade';

/** Ways to prepare a surface before bonding, and what it is cleaned with afterwards. */
export const PREPARATIONS: readonly Sheet[] = [
  {
    id: 'abrade-coarse',
    role: 'preparation',
    family: 'abrasion',
    name: 'Abrade P40–80 to an even dull face',
    traits: ['coarse'],
    minutes: 25,
    merits: { health: 0.5 },
    source: TYPICAL,
  },
  {
    id: 'abrade-fine',
    role: 'preparation',
    family: 'abrasion',
    name: 'Abrade P120–180 by hand',
    traits: ['fine'],
    minutes: 15,
    merits: { health: 0.7, ease: 0.8 },
    source: TYPICAL,
  },
  {
    id: 'abrade-pad',
    role: 'preparation',
    family: 'abrasion',
    name: 'Scuff with an abrasive pad',
    traits: ['soft pad'],
    minutes: 8,
    merits: { health: 0.8, ease: 0.9 },
    source: TYPICAL,
  },
  {
    id: 'abrade-wet-epoxy',
    role: 'preparation',
    family: 'abrasion',
    name: 'Abrade through a wet coat of epoxy',
    traits: ['wet-abraded', 'coarse'],
    minutes: 30,
    merits: { ease: 0.45 },
    source: TYPICAL,
  },
  {
    id: 'scrape',
    role: 'preparation',
    family: 'scraping',
    name: 'Scrape bright with a sharp blade',
    traits: ['dry'],
    minutes: 15,
    merits: { health: 0.9 },
    source: TYPICAL,
  },
  {
    id: 'flame',
    role: 'preparation',
    family: 'treatment',
    name: 'Flame treatment with a water-break test',
    traits: ['heat', 'for low energy'],
    minutes: 20,
    merits: { ease: 0.35, health: 0.7, field: 0.5 },
    source: 'typical flame treatment of polyolefins; data sheet of the adhesive decides',
  },
  {
    id: 'plane',
    role: 'preparation',
    family: 'cutting',
    name: 'Cut back to bright sound wood, scarf',
    traits: ['dry', 'coarse'],
    minutes: 40,
    merits: { ease: 0.5, health: 0.7 },
    source: TYPICAL,
  },
];

export const CLEANERS: readonly Sheet[] = [
  {
    id: 'dry-brush',
    role: 'cleaner',
    family: 'none',
    name: 'Brush and vacuum only',
    traits: ['dry'],
    minutes: 3,
    merits: { health: 1, ease: 1, field: 1 },
    source: 'school B: nothing wet after abrading',
  },
  {
    id: 'water',
    role: 'cleaner',
    family: 'water',
    name: 'Fresh water and abrasive pad',
    traits: ['water-borne'],
    minutes: 10,
    merits: { health: 1, ease: 0.9, field: 0.9 },
    pricePerM3: 0,
    source: 'amine blush and salt are water-soluble',
  },
  {
    id: 'detergent',
    role: 'cleaner',
    family: 'water',
    name: 'Detergent wash and rinse',
    traits: ['water-borne'],
    minutes: 15,
    merits: { health: 0.95, ease: 0.9, field: 0.8 },
    pricePerM3: 4000,
    source: TYPICAL,
  },
  {
    id: 'acetone',
    role: 'cleaner',
    family: 'acetone',
    name: 'Acetone, two-rag wipe',
    traits: ['solvent', 'strong solvent'],
    minutes: 5,
    merits: { health: 0.45, ease: 0.8, field: 0.8 },
    densityLiquid: 790,
    flash: 3 * MIN,
    pricePerM3: 6000,
    source: 'dries fast, leaves little',
  },
  {
    id: 'alcohol',
    role: 'cleaner',
    family: 'alcohol',
    name: 'Isopropyl alcohol, two-rag wipe',
    traits: ['solvent'],
    minutes: 6,
    merits: { health: 0.65, ease: 0.9, field: 0.8 },
    densityLiquid: 785,
    flash: 10 * MIN,
    pricePerM3: 8000,
    source: 'mild on most plastics',
  },
  {
    id: 'toluene',
    role: 'cleaner',
    family: 'toluene',
    name: 'Toluene, two-rag wipe',
    traits: ['solvent', 'strong solvent'],
    minutes: 6,
    merits: { health: 0.15, ease: 0.6, field: 0.5 },
    densityLiquid: 867,
    flash: 10 * MIN,
    pricePerM3: 7000,
    source: 'cleans and freshens CSM rubber',
  },
  {
    id: 'mek',
    role: 'cleaner',
    family: 'mek',
    name: 'MEK (butanone), two-rag wipe',
    traits: ['solvent', 'strong solvent'],
    minutes: 6,
    merits: { health: 0.25, ease: 0.6, field: 0.5 },
    densityLiquid: 805,
    flash: 4 * MIN,
    pricePerM3: 7000,
    source: 'strong ketone; cleans PVC and CSM rubber',
  },
  {
    id: 'dewaxer',
    role: 'cleaner',
    family: 'dewaxer',
    name: 'Dewaxer (hydrocarbon), before abrading',
    traits: ['solvent'],
    minutes: 10,
    merits: { health: 0.4, ease: 0.8, field: 0.6 },
    densityLiquid: 780,
    flash: 15 * MIN,
    pricePerM3: 9000,
    source: 'lifts polish, wax and silicone before the disc drives them in',
  },
];

/** A quarter of a wet sheet on a block lasts so long, m²; judged. */
const WET_LIFE = 0.5;
type PaperRow = readonly [
  form: string,
  name: string,
  traits: NonNullable<Sheet['traits']>,
  pricePerPiece: number,
];
const DISC: PaperRow = ['disc', '150 mm disc', ['for machine'], 0.8];
const BOARD: PaperRow = ['board', 'Board paper', ['for board'], 1.1];
const WET: PaperRow = ['wet', 'Wet sheet', ['wet'], 0.7];

const papers = (
  [form, name, traits, pricePerPiece]: PaperRow,
  scale: GritScale,
  grades: readonly number[],
): Sheet[] =>
  grades.map((grade) => {
    const grain = (scale === 'P' ? P_GRAIN : CAMI_GRAIN)[grade];
    return {
      id: `${form}-${scale.toLowerCase()}${grade}`,
      role: 'abrasive',
      family: scale === 'P' ? 'FEPA P' : 'CAMI',
      name: `${name} ${gritName({ scale, grade })}`,
      traits,
      grain,
      life: form === 'wet' ? WET_LIFE : discLife(grain),
      pricePerPiece,
      source: scale === 'P' ? 'FEPA 43-1 and 43-2' : 'CAMI scale of coated abrasives',
    };
  });

/** Papers as they are bought, by what they are driven with. */
export const ABRASIVES: readonly Sheet[] = [
  ...papers(DISC, 'P', [40, 60, 80, 120, 180, 240, 320, 400, 600, 800, 1000, 1200, 1500]),
  ...papers(BOARD, 'P', [40, 60, 80, 120, 180, 240, 320]),
  ...papers(WET, 'P', [240, 320, 400, 600, 800, 1000, 1200, 1500, 2000]),
  ...papers(WET, 'CAMI', [220, 320, 400, 600]),
];
