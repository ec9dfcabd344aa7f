export * from './units/units';
export * from './units/parse';
export * from './units/told';
export { doseToldBy } from './materials/ways/told-by';
export type { Instruments } from './materials/instruments';
export * from './units/format';
export * from './units/preferences';
export { formatStored } from './units/format-stored';
export * from './trace/figure';
export * from './trace/problem';
export type { OutlineFault, ProblemCode, ProblemParams } from './trace/problem-codes';
export { describeProblem, tellProblem, told, type ToldProblem } from './tell/tell-problem';
export { tellOutlineFault } from './tell/problems/survey';
export { tellMilestone, tellMilestoneShort, tellPlace } from './tell/milestones';
export type { Harm } from './trace/harm';
export { tellHarm } from './tell/harms';
export { tellHeatCaution } from './tell/warmth';
export { Ledger } from './trace/ledger';
export { STAGE_TITLES } from './trace/stage-titles';
export * from './geometry/outline';
export { offset } from './geometry/offset';
export * from './geometry/region';
export { dewPoint } from './physics/dew-point';
export { chordSag } from './physics/chord-sag';
export * from './materials/product';
export { LIBRARY, find } from './materials/library';
export { DEFAULTS, DUTY_RATIO } from './materials/defaults';
export * from './materials/substrates';
export * from './materials/damage-kinds';
export { IDENTIFICATION_TESTS, type IdentificationTest } from './materials/identification';
export { meritsOf } from './materials/merits';
export type { YardProduct } from './materials/yard-product';
export { readYardProduct } from './schema/read-yard-product';
export {
  applySheet,
  besidesOf,
  fromSheet,
  sheetFieldsOf,
  sheetValue,
  yardLibrary,
} from './materials/yard-library';
export { PRODUCT_FIELDS, SHEET_FIELDS, type ProductDocument, type SheetField } from './schema/product-fields';
export * from './geometry/polygon';
export * from './geometry/rectify';
export { identify, nextTest, type Candidate, type Evidence, type Identification } from './survey/identify';
export { regionOf } from './survey/extent';
export type { ReadingCell, ReadingMap } from './survey/readings';
export * from './match/rule';
export { RULES } from './match/rules';
export * from './match/priorities';
export { linkOf, type Chain, type Link } from './match/chain';
export { routeFor, ROUTES, type Route } from './match/routes';
export { waysOpen, type LightWay, type RepairWay } from './match/light-ways';
export type { Refusal } from './match/space';
export { contextOf } from './match/facts';
export type { CandidateMatch, SystemPlan } from './resolve/matching';
export type { BaseName, Parts } from './materials/parts';
export * from './schema/field';
export * from './schema/job';
export { METHODS } from './schema/damage-fields';
export { JOB_FIELDS, JOB_FORMAT, MOST_PLACES } from './schema/job-fields';
export { COMES_OFF, type ComesOffKind } from './materials/comes-off';
export { MEMBERS, OBSTACLES } from './schema/place-fields';
export {
  FIRST_PLACE,
  editPlace,
  placeDocument,
  placeIds,
  placeLetter,
  placeName,
  withPlace,
  withoutPlace,
  type PlaceEntry,
} from './schema/places';
export { WAYS_OF_PLY } from './schema/ply-fields';
export {
  LOG_ENTRY_FIELDS,
  LOG_EVENTS,
  LONGEST_ENTRY,
  type LogEntryDocument,
  type LogEvent,
  type LogEventKind,
} from './schema/log-entry-fields';
export { SHOP_FIELDS, type Shop } from './schema/shop-fields';
export * from './schema/say-field';
export * from './materials/instruments';
export { measureWords } from './report/measure-words';
export type { Ask, KeyFigure, Pot, RepairPlan, RepairSheet, RepairTable } from './repairs/repair';
export type { RepairDrawing } from './repairs/drawing';
export type { Words } from './trace/words';
export type { RepairFacts } from './schema/repairs';
export { hasSchools } from './match/routes';
export type { Measure } from './materials/ways/measuring';
export { readDocument, readerOf } from './schema/read-document';
export type { ValueOf, Written } from './schema/document-of';
export { libraryProblems } from './schema/check-library';
export { checkLeaf, YEARS } from './schema/check-field';
export { allowedRange } from './units/limits';
export { tellRefused, tellUnread, tellUnreadGrit } from './tell/refused';
export { jobSchema, presentJob, readJob, readPlaces, type ReadPlace } from './schema/read-job';
export { JOB_FILE_LIMIT, openJobFile } from './schema/job-file';
export { migrate, parseFormat, type Migration } from './schema/migrate';
export { storable } from './schema/storable';
export { getIn, setIn } from './schema/document-path';
export { sameData } from './schema/same-data';
export * from './schema/changes';
export * from './schema/merge';
export { yupFor } from './schema/yup-schema';
export { jsonSchemaFor } from './schema/json-schema';
export * from './plan/plan';
export type { Clock } from './plan/clock';
export type { Elsewhere } from './repairs/elsewhere';
export * from './schedule/timeline';
export type { Cures, Item, Lag, Step, Work } from './work/step';
export type { Place } from './work/place';
export { ACTIONS, WAITS, type Action, type Awaited, type How } from './work/actions';
export { networkOf } from './work/network';
export { tellLag, tellStep } from './work/tell';
export type { CheckSaid, WaySaid } from './trace/check-codes';
export { tellCheck, tellWay } from './tell/checks';
export * from './schedule/placement';
export type { Section, SectionLayer, SectionPoint, LayerKind } from './repairs/laminate/section';
export type { PlanDrawing, PlanLine, PlanObstacle, LineKind } from './plan/plan-view';
export type { HabitCost, SandingStep } from './repairs/common/sanding';
export type { SurfacePlan } from './repairs/laminate/surface';
export type { Batch } from './mix/batches';
export { planOutlines, type Ply } from './laminate/outlines';
export { planDish, type Dish } from './grind/dish';
export * from './laminate/abd';
export { elasticPly } from './laminate/elastic';
export { proposeStacks } from './laminate/propose';
export { OBSTACLE_KINDS, answerOf, type RoomCheck, type RoomWay } from './grind/room';
export { STIFFNESS_BAND, type StiffnessMatch } from './laminate/compare-stiffness';
export { proposeForPlan, proposedPlies, isCover, type FaceProposals } from './choices/propose';
export type { Proposal } from './laminate/propose';
export type { Check } from './repairs/laminate/dish-plan';
export type { WayOut } from './repairs/laminate/dish-plan';
export { USUAL_WAYS, type Stack } from './laminate/stack';
export * from './choices/revise';
export { partOf, systemWith } from './choices/system-options';
export type { CoringPlan } from './laminate/coring';
export { MEMBER_USUAL, type MemberPlan } from './laminate/structure';
export type { Milestones } from './cure/cure-model';
export * from './plan/cure-forecast';
export { refinePlan, refineProblems } from './forecast/refine';
export { matchSystem, tradeOf, type MatchResult, type RankedChain, type Trade } from './match/rank';
export { createPlanner, planRepair, type Planner } from './plan/plan-repair';
export type { RepairKinds } from './repairs/kinds';
export * from './report/say';
export * from './report/summary';
export { boatTotals, type BoatTotals } from './report/boat-totals';
export {
  numberedWork,
  orderRows,
  READY_WORDS,
  readyOf,
  type Gate,
  type Numbered,
  type OrderRow,
  type OrderTest,
  type Ready,
  type StepRow,
  type WaitRow,
} from './report/order';
export * from './report/compare';
export { stops, toldOnce } from './report/stops/which';
export { stopsOf, type Override, type Stop } from './report/stops/at-steps';
export { overriddenBy, type StopLine } from './report/stops/told';
export { tellLift } from './tell/lifts';
export * from './report/why';
export { rootsOf, usedBy } from './trace/roots';
export * from './report/guidance';
export { ASSUMED_HOURS, makesNoDay, type WorkingHours } from './schedule/working-hours';
export type { BenchPlan } from './repairs/common/measure-all';
export * from './drawing/scene';
export { touchedBy, type Touched } from './drawing/touched';
export {
  offsetAtPixel,
  sectionFactor,
  sectionRefs,
  sectionScene,
  taperHandle,
  type SectionRefs,
} from './drawing/section-scene';
export { gridStep, planHandle, planScene, planScale, reachAtPixel } from './drawing/plan-scene';
export { RATE_GROUPS } from './rates/book';
export { bookedTime, type RateRow } from './rates/row';
