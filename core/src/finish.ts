/** Fairing, papers, colour and finish check: what only those stages load. Imported as `@nelbo/core/finish`. */
export { bands, type ContourBand } from './fair/contours';
export { fairnessOf, type Fairness, type FillCell, type Patch } from './fair/fairness';
export type { Edge, Gap } from './fair/hull-curve';
export { BLOCKS, chooseBlock, type Block } from './fair/block';
export { fairScene, type FairSceneView } from './drawing/fair-scene';
export { fairnessOfRound, fairnessOptions, roundProgress } from './repairs/laminate/surface';
export { repairedOf } from './plan/repaired';
export { fillerChoices, type FillerChoice } from './choices/filler-choices';
export { systemOptions, takesOf, type Difference, type SystemOption } from './choices/system-options';
export { wayChoices, type WayChoice } from './choices/way-choices';
export { GRID_LIMITS, gridFor, gapGrid, sizeRead, sizeToRead, type GapGrid } from './fair/gap-grid';
export { readGrit, readGrits, gritName } from './materials/grits';
export { papersOf, type Paper } from './materials/abrasives';
export { gritSequence, chainTime, type GritQuestion } from './fair/grit-sequence';
export { deltaE, differenceWords, hexOf, labOfPixel, type Lab } from './colour/lab';
export { ILLUMINANT } from './colour/observer';
export { COLOUR_BASES, PASTES, type ColourBase, type Paste } from './colour/pastes';
export { knownPastes, pasteFromColours, shelvedPastes, type OwnPaste } from './colour/yard-pastes';
export {
  CLOSE_ENOUGH,
  matchColour,
  recipeOf,
  type Recipe,
  type RecipeAnswer,
  type RecipeQuestion,
} from './colour/recipe';
export { correct, firstTrial, type Correction } from './colour/correction';
export { dosesOf, type Dose } from './colour/doses';
export { READ_AT, READ_BY, surroundOf, type SurfaceReading, type Surround } from './colour/surround';
export { CHECK_RESULTS, checkStands, fairTolerance, type Checked } from './finish/check';
export { APPLICATIONS } from './finish/application';
export { standInChip } from './colour/stand-in';
export { colourState, keptShares, type ColourState, type TrialState } from './choices/colour-match';
