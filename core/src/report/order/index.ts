export { beforeStart, type Before } from './before';
export type { Gate, GateStatus } from './gates';
export { workOrderMarkdown } from './markdown';
export { numberedWork, type Numbered, type NumberedWork } from './numbered';
export { readyOf, type Ready } from './ready';
export { figuresIn, reasonsOf, type Reason } from './reasons';
export { orderRows, type OrderRow, type OrderTest, type StepRow, type WaitRow } from './rows';
export { columns, workOrderText } from './text';
export { workOrder, type OrderStage, type WorkOrder } from './work-order';
