import { tellProblem } from '../tell/tell-problem';
import { damageData } from '../materials/damage-kinds';
import type { Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Problem, Stage } from '../trace/problem';
import { STAGE_TITLES } from '../trace/stage-titles';
import type { FindingEffect } from './compare';
import { GENERAL_CAUTION, guidanceFor, type Guidance } from './guidance';
import type { Plan } from '../plan/plan';
import { figure, say, type Reader, type Said } from './say';
import { stageWords } from './summary';
import type { WorkTable } from './work-table';
import { workTables } from './work-tables';

export interface WorkSection extends Guidance {
  readonly stage: Stage;
  readonly title: string;
  readonly sentence: Said;
  readonly tables: readonly WorkTable[];
}

/** A work order as data: the print page, the PDF and the Markdown file all come from it. */
export interface WorkOrder {
  readonly title: string;
  readonly boat: string;
  readonly facts: readonly (readonly [string, Said])[];
  readonly totals: readonly (readonly [string, Said])[];
  readonly general: string;
  readonly notes: readonly string[];
  readonly sections: readonly WorkSection[];
  readonly signOff: readonly string[];
  readonly versions: string;
}

/** Assembles the work order of a plan. Stages that could not be planned are left out; their problems stand in the notes. */
export function workOrder(
  job: Job,
  plan: Plan,
  problems: readonly Problem[],
  history: readonly FindingEffect[] = [],
  reader: Reader = {},
): WorkOrder {
  const i = plan.inputs;
  const facts: [string, Said][] = [];
  const fact = (name: string, f: Figure | undefined): void => {
    if (f) facts.push([name, [figure(f, reader), ...(f.origin === 'assumed' ? [' (assumed)'] : [])]]);
  };
  const hulls = plan.system?.substrates.map((s) => s.name) ?? [];
  if (hulls.length > 0)
    facts.push(['Hull', [hulls.length === 1 ? hulls[0] : `not sure: ${hulls.join(', ')}`]]);
  facts.push([
    'Damage',
    [
      `${job.damage.kind ? damageData(job.damage.kind).name : '–'}${job.damage.where ? `, ${job.damage.where}` : ''}`,
    ],
  ]);
  if (plan.dish?.grind) {
    fact('Old laminate', i?.thickness);
    fact('Old gel coat', i?.gelCoat);
  }
  fact('Temperature', i?.temperature);
  fact('Humidity', i?.humidity);
  if (i)
    facts.push(
      ['Reachable from', [i.access === 'both' ? 'both sides' : 'one side']],
      ['Duty', [i.duty + (i.dutyEntered ? '' : ' (assumed)')]],
    );

  const together =
    plan.timeline?.stages.flatMap((s) => s.tasks.filter((x) => (x.people ?? 1) > 1).map((x) => x.label)) ??
    [];
  if (together.length > 0) facts.push(['Two people for', [together.join('; ')]]);

  const t = plan.totals;
  const range = (f: Figure): string =>
    f.span ? ` (${f.span.map((s) => say({ value: s, unit: f.unit })).join(' to ')})` : '';
  return {
    title: job.title ?? 'Repair',
    boat: [job.boat?.name, job.boat?.owner].filter(Boolean).join(' · '),
    facts,
    totals: t
      ? [
          ['Hands-on', [figure(t.handsOn, reader), range(t.handsOn)]],
          [t.elapsedBasis, [figure(t.elapsed, reader)]],
          ...(plan.dish?.mix ? [['Resin for the laminate', [figure(t.resin, reader)]] as const] : []),
          ['Materials with a known price', [figure(t.materials, reader)]],
          ['Labour', [figure(t.labour, reader)]],
        ]
      : [],
    general: GENERAL_CAUTION,
    notes: problems.map(noteOf),
    sections: plan.stages.flatMap((stage): WorkSection[] => {
      const sentence = stageWords(stage, plan, reader);
      return sentence
        ? [
            {
              stage,
              title: STAGE_TITLES[stage],
              sentence,
              tables: workTables(stage, plan, history, reader),
              ...guidanceFor(stage, plan),
            },
          ]
        : [];
    }),
    signOff: plan.dish?.grind
      ? ['Ground and inspected by', 'Laminated by', 'Finished by', 'Accepted by the owner']
      : ['Inspected by', 'Done by', 'Tested by', 'Accepted by the owner'],
    versions: `Plan ${plan.format}, engine ${plan.engine}, library ${plan.library}`,
  };
}

/** A problem in one line of the order. */
function noteOf(p: Problem): string {
  const { what, suggestion } = tellProblem(p);
  return `${p.severity}: ${what}${suggestion ? `; ${suggestion}` : ''}`;
}
