import { tellCheck, tellWay } from '../../tell/checks';
import { tellProblem } from '../../tell/tell-problem';
import type { Plan } from '../../plan/plan';
import type { Job } from '../../schema/job';
import type { Problem, Stage } from '../../trace/problem';
import { STAGE_TITLES } from '../../trace/stage-titles';
import type { FindingEffect } from '../compare';
import { GENERAL_CAUTION, standingCautions } from '../guidance';
import { stopsOf, type Stop } from '../stops/at-steps';
import { overriddenBy, stopLine } from '../stops/told';
import { stops, toldOnce } from '../stops/which';
import { plainText, saidWords, type Reader, type Said } from '../say';
import { stageWords } from '../summary';
import type { WorkTable } from '../work-table';
import { windowTable } from './appendix/cure';
import { coatTable } from './appendix/finish';
import { laminateTables } from './appendix/laminate';
import { potTable } from './appendix/pots';
import { findingsTable, sheetTables, surfaceTable } from './appendix/record';
import { materialsTable } from './appendix/system';
import { beforeStart, type Before } from './before';
import { factsOf, totalsOf, type Fact } from './front';
import { orderRows, type OrderRow } from './rows';

/** The steps of one stage, under what comes of it. */
export interface OrderStage {
  readonly stage: Stage;
  readonly title: string;
  readonly sentence: Said;
  /** What is to be known while it is done. */
  readonly notes: readonly string[];
  readonly rows: readonly OrderRow[];
}

/**
 * A work order as data: print page, PDF, Markdown and text all come from it. First what it is and what has to be ready,
 * then the numbered steps with everything that is needed at each, then the tables that are looked up.
 */
export interface WorkOrder {
  readonly title: string;
  readonly boat: string;
  readonly facts: readonly Fact[];
  readonly totals: readonly Fact[];
  /** What must not be begun, and what lifts it. */
  readonly stops: readonly string[];
  /** What was gone on with all the same: by whom, and why. */
  readonly overridden: readonly string[];
  readonly notes: readonly string[];
  /** Facts of the job that a default stands in for. */
  readonly assumed: readonly string[];
  readonly before: readonly Before[];
  readonly card: readonly string[];
  readonly stages: readonly OrderStage[];
  readonly appendix: readonly WorkTable[];
  readonly signOff: readonly string[];
  readonly general: string;
  readonly versions: string;
}

/** Assembles the work order of a plan. What could not be planned is left out; the problem that says why stands among the stops. */
export function workOrder(
  job: Job,
  plan: Plan,
  problems: readonly Problem[],
  history: readonly FindingEffect[] = [],
  reader: Reader = {},
): WorkOrder {
  const stopping = stopsOf(plan, problems, job.overrides);
  const rows = orderRows(plan, reader, stopping);
  const lines = (list: readonly Problem[]): readonly string[] => [...new Set(list.map(problemLine))];
  return {
    title: job.title ?? 'Repair',
    boat: [job.boat?.name, job.boat?.owner].filter(Boolean).join(' · '),
    facts: factsOf(job, plan, reader),
    totals: totalsOf(plan, reader),
    stops: stopping.filter((s) => !s.override).map((s) => atStep(s, rows)),
    overridden: stopping.flatMap((s) =>
      s.override ? [`${atStep(s, rows)}; ${overriddenBy(s.override)}`] : [],
    ),
    notes: [
      ...lines(toldOnce(problems).filter((p) => p.severity === 'warning' && !stops(p))),
      ...checkNotes(plan),
    ],
    assumed: [...new Set(problems.flatMap((p) => (p.severity === 'assumed' ? [tellProblem(p).what] : [])))],
    before: beforeStart(plan, reader),
    card: standingCautions(plan),
    stages: plan.stages.flatMap((stage): OrderStage[] => {
      const own = rows.filter((r) => r.stage === stage);
      return own.length > 0
        ? [
            {
              stage,
              title: STAGE_TITLES[stage],
              sentence: sentenceOf(stage, plan, reader),
              notes: sheetNotes(stage, plan, reader),
              rows: own,
            },
          ]
        : [];
    }),
    appendix: [
      ...materialsTable(plan, reader),
      ...laminateTables(plan, reader),
      ...sheetTables(plan, reader),
      ...potTable(plan, reader),
      ...windowTable(plan, reader),
      ...surfaceTable(plan, reader),
      ...coatTable(plan, reader),
      ...findingsTable(history, reader),
    ],
    signOff: plan.dish?.grind
      ? ['Ground and inspected by', 'Laminated by', 'Finished by', 'Accepted by the owner']
      : ['Inspected by', 'Done by', 'Tested by', 'Accepted by the owner'],
    general: GENERAL_CAUTION,
    versions: `${plan.format}, engine ${plan.engine}, library ${plan.library}`,
  };
}

/** "step 12: too cold for …": where the work stops, and why. */
function atStep(stop: Stop, rows: readonly OrderRow[]): string {
  const row = rows.find((r) => r.kind === 'step' && r.id === stop.step);
  return `${row?.kind === 'step' ? `step ${row.n}: ` : ''}${stopLine(stop).text}`;
}

/** What comes of a stage; the size of the damage stands at the front already. */
const sentenceOf = (stage: Stage, plan: Plan, reader: Reader): Said =>
  (stage === 'survey' ? undefined : stageWords(stage, plan, reader)) ?? [];

/** A problem in one line, with its way out. */
function problemLine(p: Problem): string {
  const { what, suggestion } = tellProblem(p);
  return `${what}${suggestion ? `; ${suggestion}` : ''}`;
}

/** Figures that contradict one another before the grinder starts, and the cheapest ways out. */
const checkNotes = ({ dish }: Plan): readonly string[] =>
  (dish?.grind?.checks ?? [])
    .filter((c) => !c.ok)
    .map((c) => {
      const ways = c.ways.map(({ way }) => tellWay(way)).map((w) => `${w.name}: ${w.effect}`);
      return [tellCheck(c.said), ...ways].join('; ');
    });

const sheetNotes = (stage: Stage, { repair }: Plan, reader: Reader): readonly string[] =>
  (repair?.sheets.find((s) => s.stage === stage)?.notes ?? []).map((n) => plainText(saidWords(n, reader)));
