import {
  LIBRARY,
  createPlanner,
  findingHistory,
  stopsOf,
  told,
  type Job,
  type Plan,
  type Problem,
} from '@nelbo/core';
import {
  drawnPatterns,
  patternPieces,
  patternsDxf,
  patternsSvg,
  publicPlan,
  workOrder,
  workOrderDrawings,
  workOrderMarkdown,
  workOrderText,
  type WorkOrder,
} from '@nelbo/core/papers';
import { REPAIRS } from '@nelbo/core/repairs';
import { cutText } from './cut-text';

/** What a format is written from. */
export interface Exported {
  readonly job: Job;
  readonly plan: Plan;
  readonly problems: readonly Problem[];
  /** ms since 1970 */
  readonly now: number;
  /** Where every figure of a work order comes from stands at its end. */
  readonly reasons: boolean;
}

const orderOf = ({ job, plan, problems, now }: Exported): WorkOrder =>
  workOrder(
    job,
    plan,
    problems,
    findingHistory(job, LIBRARY, {}, { now }, () => createPlanner(REPAIRS)),
    { timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone },
  );

const patternsOf = ({ job, plan }: Exported): ReturnType<typeof drawnPatterns> =>
  drawnPatterns(plan, LIBRARY, [job.title, job.boat?.name].filter(Boolean).join(' · '));

/** Every format that a plan is printed in. A new one is an entry here. */
export const FORMATS = {
  json: ({ job, plan, problems }: Exported) =>
    `${JSON.stringify({ ...(publicPlan(plan, stopsOf(plan, problems, job.overrides)) as object), problems: problems.map(told) }, null, 2)}\n`,
  md: (x: Exported) =>
    workOrderMarkdown(orderOf(x), workOrderDrawings(x.plan), x.reasons ? x.plan.trace : undefined),
  text: (x: Exported) => workOrderText(orderOf(x), x.reasons ? x.plan.trace : undefined),
  cut: ({ plan }: Exported) => cutText(patternPieces(plan, LIBRARY), LIBRARY),
  dxf: (x: Exported) => patternsDxf(patternsOf(x)),
  svg: (x: Exported) => patternsSvg(patternsOf(x)),
} as const satisfies Record<string, (x: Exported) => string>;

export type Format = keyof typeof FORMATS;
export const FORMAT_NAMES = Object.keys(FORMATS) as readonly Format[];
export const isFormat = (name: string): name is Format => Object.hasOwn(FORMATS, name);
