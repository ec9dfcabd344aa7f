export { CHECKLIST, checklistOf, type CheckItem, type Checklist } from './inspect/checklist';
export { inspectPlan } from './inspect/inspect';
export type { Inspected } from './inspect/site';
export type { Broken, BrokenGate, Finding } from './trace/broken';
export { tellBroken } from './tell/problems/broken';
export { PRESETS } from './match/priorities';
