/**
 * Hands-on times, s (per job, per m, per m², per m³), each ±30 %. Assumed until a yard has its own.
 * Source: typical of hand work by one technician.
 */
const MIN = 60;
export const RATES = {
  surveyAndTap: 20 * MIN,
  maskFixed: 15 * MIN,
  maskPerMetre: 6 * MIN,
  washFixed: 10 * MIN,
  washPerM2: 15 * MIN,
  wipeFixed: 3 * MIN,
  wipePerM2: 10 * MIN,
  grindSetUp: 15 * MIN,
  grindPerM3: (120 * MIN) / 1e-3,
  grindTaperPerM2: 60 * MIN,
  cutPerPly: 2 * MIN,
  cutPatternSet: 4 * MIN,
  mixBatch: 4 * MIN,
  wetOutPerPly: 2 * MIN,
  abradeFixed: 6 * MIN,
  abradePerM2: 25 * MIN,
  spreadFixed: 8 * MIN,
  spreadPerM2: 40 * MIN,
  cutHighPerM3: (60 * MIN) / 1e-3,
  paperChange: 1.5 * MIN,
  coatFixed: 10 * MIN,
  coatPerM2: 30 * MIN,
  polishPerM2: 25 * MIN,
  sprayFixed: 45 * MIN,
  sprayPerM2: 6 * MIN,
  rollPerM2: 15 * MIN,
  colourRound: 15 * MIN,
  finishCheck: 15 * MIN,
  moveFitting: 45 * MIN,
  coreCutPerM2: 90 * MIN,
  coreFitPerM2: 60 * MIN,
  formerFixed: 10 * MIN,
  formerPieces: 30 * MIN,
  formerSplash: 90 * MIN,
  formerFoamPerM2: 240 * MIN,
  formerFoamFixed: 30 * MIN,
  stopHole: 3 * MIN,
  prop: 8 * MIN,
  tabPerMetre: 12 * MIN,
  filletPerMetre: 8 * MIN,
} as const;
export const RATE_SPREAD = 0.3;
export const RATE_SOURCE = 'typical hand work by one technician, ±30 %';
