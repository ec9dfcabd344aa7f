import { TYPICAL, type RateRow, type RateUnit } from './row';

const MIN = 60;

/** id → name, unit, minutes per unit, and where it comes from if not from the usual. */
type Told = readonly [name: string, unit: RateUnit, minutes: number, source?: string];

/** Minutes for a litre, in a unit counted in m³. */
const LITRE = 1e3;

/** Looking, cleaning, masking, opening. */
const BEFORE = {
  surveyFixed: ['survey and tap', 's', 10],
  surveyPerM2: ['survey and tap', 's/m²', 15],
  glance: ['look it over', 's', 3],
  spot: ['a spot under 1 cm²: look at it, wipe it, each', 's', 1],
  washFixed: ['wash and dewax', 's', 5],
  washPerM2: ['wash and dewax', 's/m²', 12, 'wash 6 and dewax with two cloths 8 min/m², ±30 %'],
  wipeFixed: ['wipe off dust or blush', 's', 2],
  wipePerM2: ['wipe off dust or blush', 's/m²', 6],
  maskFixed: ['mask', 's', 5],
  maskPerMetre: ['mask', 's/m', 2.5],
  moveFitting: ['take off a fitting and bed it again', 's', 40],
  grindSetUp: ['mark out and begin to cut', 's', 5],
  grindPerM3: ['cut and grind laminate', 's/m³', 100 * LITRE],
  grindTaperPerM2: ['grind a taper', 's/m²', 45],
  stopHole: ['drill a stop hole', 's', 3],
  grooveFixed: ['scrape a groove or a dish in plastic', 's', 3],
  groovePerMetre: ['scrape a groove in plastic', 's/m', 60, '6 min for 100 mm, ±30 %'],
  coreCutPerM2: ['take a core out', 's/m²', 90],
  readMeter: ['a visit with the meter', 's', 10],
  airCore: ['set up heater and dehumidifier', 's', 30],
  warmTent: ['put a warmed tent up', 's', 30],
  warmLamps: ['set lamps or mats up', 's', 10],
  strikeTent: ['take a tent away', 's', 20],
} as const satisfies Record<string, Told>;

/** Shapes, plies, pots. */
const BUILD = {
  formerFixed: ['former or backing, to be cut and fitted', 's', 45],
  formerFlat: ['flat board as a former', 's', 20],
  formerBattens: ['former of bent battens', 's', 60],
  formerBattensPerM2: ['former of bent battens', 's/m²', 300, '30 min per 0.1 m², ±30 %'],
  formerPieces: ['former from the broken pieces', 's', 60],
  formerSplash: ['splash off the other side', 's', 240],
  formerFoamFixed: ['carved foam former', 's', 90],
  formerFoamPerM2: ['carved foam former', 's/m²', 600, '60 min per 0.1 m², ±30 %'],
  prop: ['props, each', 's', 15],
  coreFitPerM2: ['fit a new core', 's/m²', 60],
  cutPatternSet: ['trace and cut plies, a set', 's', 4],
  cutPerPly: ['trace and cut plies, each', 's', 2],
  cutPerM2: ['trace and cut plies', 's/m²', 8],
  mixBatch: ['mix a pot', 's', 5],
  wetOutPerPly: [
    'lay a ply, handling',
    's',
    2,
    'typical hand work, ±30 %; the worked job splits its pots by it',
  ],
  tabPerMetre: ['lay a tab', 's/m', 12],
  filletPerMetre: ['run a fillet', 's/m', 8],
  strike: ['take clamps, props or film away', 's', 3],
} as const satisfies Record<string, Told>;

/** Abrading, filling, fairing. */
const FAIRING = {
  abradeFixed: ['abrade', 's', 4],
  abradePerM2: ['abrade', 's/m²', 20],
  spreadFixed: ['spread filler', 's', 4],
  spreadPerM2: ['spread filler', 's/m²', 35],
  neatPerM2: ['brush resin out thin', 's/m²', 6],
  coverFixed: ['draw film over filler', 's', 2],
  coverPerM2: ['draw film over filler', 's/m²', 12],
  slicePerM2: ['slice filler flush', 's/m²', 20],
  cutHighPerM3: ['cut highs down', 's/m³', 60 * LITRE],
  boardPerM2: ['board or block filler fair, a round', 's/m²', 60],
  gritSpot: ['rub one paper over a spot', 's', 3],
  boardSpot: ['board or block filler fair, a spot at the least', 's', 8],
  chipOpen: ['a chip: open it', 's', 3, '8 min for the first chip in all, ±30 %'],
  chipScuff: ['a chip: scuff and brush it out', 's', 1, '8 min for the first chip in all, ±30 %'],
  chipFill: ['a chip: fill it, film over it', 's', 2, '8 min for the first chip in all, ±30 %'],
  chipNext: ['each further chip, a step of it', 's', 1.5, '4 min each in all, ±30 %'],
  scuffFixed: ['scuff', 's', 2],
  scuffPerM2: ['scuff between coats', 's/m²', 8],
  scuffPerMetre: ['scuff round it', 's/m', 2],
} as const satisfies Record<string, Told>;

/** Fabric of a tube: 25 min a patch and 4 min for 100 mm of edge, all steps together. */
const FABRIC = {
  patchMark: ['a patch: mark it', 's', 3],
  patchCut: ['a patch: cut it, each', 's', 4],
  patchClean: ['a patch: wipe both faces', 's', 3],
  patchAbrade: ['a patch: abrade', 's', 3],
  patchAbradePerM2: ['a patch: abrade', 's/m²', 60],
  patchCoat: ['a patch: coat of adhesive', 's', 2],
  patchJoin: ['a patch: join and roll', 's', 4],
  patchJoinPerM2: ['a patch: join and roll', 's/m²', 60],
  stitchFixed: ['draw lips together', 's', 3],
  stitchEach: ['draw lips together, a stitch', 's', 0.4],
  pressureTest: ['blow up, soap, read', 's', 8],
} as const satisfies Record<string, Told>;

/** Coats, polish, checks. */
const FINISH = {
  coatFixed: ['brush a coat', 's', 4],
  coatPerM2: ['brush a coat', 's/m²', 30],
  rollPerM2: ['roll and tip a coat, up to 1 m²', 's/m²', 10],
  rollLargePerM2: ['roll and tip a coat, from 4 m² on', 's/m²', 5],
  sprayFixed: ['load the gun, test fan', 's', 5],
  sprayPerM2: ['spray a coat', 's/m²', 6],
  tapeOffFixed: ['pull the tape', 's', 2],
  tapeOffPerMetre: ['pull the tape', 's/m', 1],
  colourRound: ['a round of matching a colour', 's', 15],
  polishFixed: ['polish, at the least', 's', 6],
  polishPerM2: ['polish with one compound', 's/m²', 7.5, 'two compounds 15 min/m², ±30 %'],
  record: ['photographs and log of a stage', 's', 5],
  finishCheck: ['look it all over', 's', 5],
  inPassing: ['look a spot over', 's', 1],
  handOver: ['walk the owner through', 's', 20],
} as const satisfies Record<string, Told>;

/** Set-up and clean-up of a go, once for everything done in it. */
const GOES = {
  goDusty: ['set-up and clean-up, dusty work, small', 's', 15, '10 + 5 min, ±30 %'],
  goTent: ['set-up and clean-up, dusty work with tent and extraction', 's', 50, '30 + 20 min, ±30 %'],
  goSide: ['set-up and clean-up, dusty work over a whole side', 's', 150, '90 + 60 min, ±30 %'],
  goWet: ['set-up and clean-up, resin, filler, glue', 's', 24, '12 + 12 min, ±30 %'],
  goCoat: ['set-up and clean-up, roller and brush', 's', 16, '8 + 8 min, ±30 %'],
  goSpray: ['set-up and clean-up, spray', 's', 55, '25 + 30 min, ±30 %'],
  goHand: ['set-up and clean-up, hand work without dust', 's', 8, '5 + 3 min, ±30 %'],
} as const satisfies Record<string, Told>;

const BOOK = { ...BEFORE, ...BUILD, ...FAIRING, ...FABRIC, ...FINISH, ...GOES };

export type RateId = keyof typeof BOOK;

/** The book of rates: what a yard may set row by row. */
export const RATES = Object.fromEntries(
  Object.entries<Told>(BOOK).map(([id, [name, unit, minutes, source = TYPICAL]]) => [
    id,
    { id, name, unit, value: minutes * MIN, source } satisfies RateRow,
  ]),
) as Readonly<Record<RateId, RateRow>>;

const rowsOf = (told: Readonly<Record<string, Told>>): readonly RateRow[] =>
  Object.keys(told).map((id) => RATES[id as RateId]);

/** The book in the order in which a job is done, for whoever looks through it. */
export const RATE_GROUPS: readonly { readonly name: string; readonly rows: readonly RateRow[] }[] = [
  { name: 'Goes: set-up and clean-up', rows: rowsOf(GOES) },
  { name: 'Looking, washing, opening', rows: rowsOf(BEFORE) },
  { name: 'Shapes, plies, pots', rows: rowsOf(BUILD) },
  { name: 'Abrading, filling, fairing', rows: rowsOf(FAIRING) },
  { name: 'Fabric of a tube', rows: rowsOf(FABRIC) },
  { name: 'Coats, polish, checks', rows: rowsOf(FINISH) },
];
