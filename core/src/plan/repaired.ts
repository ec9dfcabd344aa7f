import type { Region } from '../geometry/region';
import type { PlanDrawing } from './plan-view';

/** What was ground and finished, out to the finish edge: beyond it the hull is sound. @returns undefined before there is any */
export const repairedOf = (view: PlanDrawing | undefined): Region | undefined =>
  view?.lines.find((l) => l.kind === 'finish edge')?.outlines;
