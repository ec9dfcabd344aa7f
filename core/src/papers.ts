/** Patterns, papers and the bonding guide: what only those pages load. Imported as `@nelbo/core/papers`. */
export { bondingGuide, guideRole, pairVerdict, type PairVerdict } from './match/bonding-guide';
export * from './patterns/pieces';
export * from './patterns/nest';
export * from './patterns/drawn';
export * from './patterns/tiles';
export { patternsDxf, dxfLayer } from './patterns/dxf';
export { patternsSvg } from './patterns/svg';
export * from './plan/cutting';
export { workOrderMarkdown } from './report/order/markdown';
export { figuresIn, reasonsOf, type Reason } from './report/order/reasons';
export { columns, workOrderText } from './report/order/text';
export { workOrder, type OrderStage, type WorkOrder } from './report/order/work-order';
export type { WorkTable } from './report/work-table';
export { publicPlan } from './report/public-plan';
export { sceneToSvg } from './drawing/to-svg';
export { HALF_SHEET, workOrderDrawings, workOrderScenes } from './drawing/work-order-drawings';
export { hoursExplained, hoursWords, type StageHours } from './report/hours';
