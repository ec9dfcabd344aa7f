// What a page of a job tells of its steps; whole papers are taken from their own files (`papers.ts`), so that no page
// fetches them before they are wanted.
export type { Gate, GateStatus } from './gates';
export { numberedWork, type Numbered, type NumberedWork } from './numbered';
export { READY_WORDS, readyOf, type Ready } from './ready';
export { orderRows, type OrderRow, type OrderTest, type StepRow, type WaitRow } from './rows';
