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
  boatOrder,
  workOrder,
  workOrderDrawings,
  workOrderMarkdown,
  workOrderText,
  type TracedOrder,
} from '@nelbo/core/papers';
import { REPAIRS } from '@nelbo/core/repairs';
import { cutText } from './cut-text';

/** A place of the boat, planned. */
export interface ExportedPlace {
  readonly id: string;
  readonly name: string | undefined;
  /** By which it is told among the others. */
  readonly letter: string;
  readonly job: Job;
  readonly plan: Plan;
  readonly problems: readonly Problem[];
}

/** What a format is written from. */
export interface Exported {
  /** At least one. */
  readonly places: readonly ExportedPlace[];
  /** ms since 1970 */
  readonly now: number;
  /** Where every figure of a work order comes from stands at its end. */
  readonly reasons: boolean;
}

function orderOf({ places, now }: Exported): TracedOrder {
  const reader = { timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone };
  const history = (job: Job) => findingHistory(job, LIBRARY, {}, { now }, () => createPlanner(REPAIRS));
  return boatOrder(
    places.map((p) => ({ ...p, order: workOrder(p.job, p.plan, p.problems, history(p.job), reader) })),
    reader,
  );
}

const planJson = ({ job, plan, problems }: ExportedPlace): object => ({
  ...(publicPlan(plan, stopsOf(plan, problems, job.overrides)) as object),
  problems: problems.map(told),
});

/** The plan of a place; those of all places with their ids, letters and names where there are several. */
const boatJson = ({ places }: Exported): object =>
  places.length === 1
    ? planJson(places[0])
    : {
        format: 'nelbo-boat-plan/1',
        places: places.map((p) => ({
          id: p.id,
          letter: p.letter,
          ...(p.name === undefined ? {} : { name: p.name }),
          plan: planJson(p),
        })),
      };

const patternsOf = ({ places: [{ job, plan }] }: Exported): ReturnType<typeof drawnPatterns> =>
  drawnPatterns(plan, LIBRARY, [job.title, job.boat?.name].filter(Boolean).join(' · '));

function markdown(x: Exported): string {
  const { order, trace } = orderOf(x);
  const drawings = x.places.flatMap(({ letter, plan }) =>
    workOrderDrawings(plan).map((d) =>
      x.places.length === 1 ? d : { ...d, title: `${letter}: ${d.title}` },
    ),
  );
  return workOrderMarkdown(order, drawings, x.reasons ? trace : undefined);
}

function text(x: Exported): string {
  const { order, trace } = orderOf(x);
  return workOrderText(order, x.reasons ? trace : undefined);
}

/** Every format that a plan is printed in. A new one is an entry here. Patterns are of the first of the places. */
export const FORMATS = {
  json: (x: Exported) => `${JSON.stringify(boatJson(x), null, 2)}\n`,
  md: markdown,
  text,
  cut: ({ places: [{ plan }] }: Exported) => cutText(patternPieces(plan, LIBRARY), LIBRARY),
  dxf: (x: Exported) => patternsDxf(patternsOf(x)),
  svg: (x: Exported) => patternsSvg(patternsOf(x)),
} as const satisfies Record<string, (x: Exported) => string>;

export type Format = keyof typeof FORMATS;
export const FORMAT_NAMES = Object.keys(FORMATS) as readonly Format[];
export const isFormat = (name: string): name is Format => Object.hasOwn(FORMATS, name);
