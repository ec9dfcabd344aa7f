/** Cure, forecast and bench: what only those pages and workers load. Imported as `@nelbo/core/cure`. */
export * from './cure/air';
export { calibrate, type Calibration, type CalibrationPoint } from './cure/calibrate';
export { marksAt, reached, type Hardness, type Marks, type Thresholds } from './cure/thresholds';
export { potLife } from './cure/pot-life';
export { CURE_CLASSES, cureClassOf, type CureClass } from './cure/cure-classes';
export { Stack as HeatStack, type Face as StackFace, type Layer } from './cure/conduction';
export { filmCure, glassTemperature, type Kinetics } from './cure/kinetics';
export { potRun, SMOKES_AT } from './cure/pot';
export { forecastCure, type ForecastOptions } from './forecast/cure-forecast';
export { whatWouldHelp, type HelpOption, type HelpProgress } from './forecast/help';
export { readLogger, type LoggerFile } from './cure/logger';
export { windowAt, type LayerEvent, type WindowState } from './cure/latch';
export { cupHeight, fullHeight } from './materials/ways/cup';
export { partsToldBy, toldBy } from './materials/ways/told-by';
export {
  weighIn,
  firstBand,
  secondReads,
  stopBand,
  ratioErrorOf,
  type WeighIn,
  type WeighVerdict,
} from './mix/weigh-in';
export { CONSISTENCIES, partsFor, PURGE, type Consistency } from './mix/consistency';
export { benchBatches, massesOf, type BenchBatch } from './bench/bench-batches';
export { benchClocks, type BenchClocks } from './bench/bench-clocks';
export { freeMix, mixable, type FreeMix } from './bench/free-mix';
export { sunUva, timeToDepth, TYPICAL_LIGHT } from './cure/light';
export { provenForecast } from './inspect/prove';
