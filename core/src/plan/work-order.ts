import { METHODS } from '../schema/job-fields';
import type { Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import { STAGES, type Problem, type Stage } from '../trace/problem';
import { STAGE_TITLES } from '../trace/stage-titles';
import { formatIn, formatStored } from '../units/format';
import type { FindingEffect } from './compare';
import { GENERAL_CAUTION, guidanceFor, type Guidance } from './guidance';
import type { Plan } from './plan';
import { gramDecimals, partLines, say, sayIn, saySize, type PartLine } from './say';
import { stageSentence } from './summary';

export interface WorkTable {
  readonly caption: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

export interface WorkSection extends Guidance {
  readonly stage: Stage;
  readonly title: string;
  readonly sentence: string;
  readonly tables: readonly WorkTable[];
}

/** A work order as data: the print page and the Markdown file both come from it. */
export interface WorkOrder {
  readonly title: string;
  readonly boat: string;
  readonly facts: readonly (readonly [string, string])[];
  readonly totals: readonly (readonly [string, string])[];
  readonly general: string;
  readonly notes: readonly string[];
  readonly sections: readonly WorkSection[];
  readonly signOff: readonly string[];
  readonly versions: string;
}

/** Where the paper is read. */
export interface Place {
  readonly currency?: string;
  /** IANA name; UTC where it is not given. */
  readonly timeZone?: string;
}

/** Assembles the work order of a plan. Stages that could not be planned are left out; their problems stand in the notes. */
export function workOrder(job: Job, plan: Plan, problems: readonly Problem[], history: readonly FindingEffect[] = [], place: Place = {}): WorkOrder {
  const { currency = '', timeZone = 'UTC' } = place;
  const i = plan.inputs;
  const facts: [string, string][] = [];
  const fact = (name: string, figure: Figure | undefined): void => {
    if (figure) facts.push([name, say(figure) + (figure.origin === 'assumed' ? ' (assumed)' : '')]);
  };
  facts.push(['Damage', `${job.damage.kind ?? '–'}${job.damage.where ? `, ${job.damage.where}` : ''}`]);
  fact('Old laminate', i?.thickness);
  fact('Old gel coat', i?.gelCoat);
  fact('Temperature', i?.temperature);
  fact('Humidity', i?.humidity);
  if (i) facts.push(['Reachable from', i.access === 'both' ? 'both sides' : 'one side'], ['Duty', i.duty + (i.dutyEntered ? '' : ' (assumed)')]);

  const t = plan.totals;
  const money = (f: Figure): string => say(f, currency);
  return {
    title: job.title ?? 'Repair',
    boat: [job.boat?.name, job.boat?.owner].filter(Boolean).join(' · '),
    facts,
    totals: t
      ? [
          ['Hands-on', `${say(t.handsOn)} (${t.handsOn.span ? `${formatStored(t.handsOn.span[0], 's').text} to ${formatStored(t.handsOn.span[1], 's').text} ${formatStored(t.handsOn.span[1], 's').unit}` : ''})`],
          ['Elapsed, round the clock', say(t.elapsed)],
          ['Resin for the laminate', say(t.resin)],
          ['Materials with a known price', money(t.materials)],
          ['Labour', money(t.labour)],
        ]
      : [],
    general: GENERAL_CAUTION,
    notes: problems.map((p) => `${p.severity}: ${p.what}${p.suggestion ? `; ${p.suggestion}` : ''}`),
    sections: STAGES.flatMap((stage): WorkSection[] => {
      const sentence = stageSentence(stage, plan);
      return sentence ? [{ stage, title: STAGE_TITLES[stage], sentence, tables: tablesFor(stage, plan, history, { currency, timeZone }), ...guidanceFor(stage, plan) }] : [];
    }),
    signOff: ['Ground and inspected by', 'Laminated by', 'Finished by', 'Accepted by the owner'],
    versions: `Plan ${plan.format}, engine ${plan.engine}, library ${plan.library}`,
  };
}

function tablesFor(stage: Stage, plan: Plan, history: readonly FindingEffect[], place: Place): WorkTable[] {
  switch (stage) {
    case 'survey':
      return history.length === 0 ? [] : [findingsTable(history, place)];
    case 'system':
      return plan.system
        ? [
            { caption: 'Conditions of the chain', columns: ['Verdict', 'Why', 'What it takes'], rows: plan.system.chosen.chain.rules.map((r) => [r.verdict, r.reason, r.remedy ?? '']) },
            ...(plan.materials ? [{ caption: 'Materials', columns: ['Product', 'For', 'Quantity', 'Cost'], rows: plan.materials.map((m) => [m.product, m.use, say(m.quantity), m.cost ? say(m.cost, place.currency) : 'price not known']) }] : []),
          ]
        : [];
    case 'grind':
      return plan.grind
        ? [
            {
              caption: 'Lines, from the edge of the cut-out',
              columns: ['Line', 'Offset'],
              rows: [
                ['grind limit', sayIn(plan.grind.grindLimit, 'mm', 1)],
                ['finish edge', sayIn(plan.grind.finishEdge, 'mm', 1)],
                ['masking line', sayIn(plan.grind.maskingLine, 'mm', 1)],
              ],
            },
            { caption: 'Gauge', columns: ['From the edge', 'Depth'], rows: plan.grind.gauge.map((g) => [`${formatIn(g.distance, 'mm', 0).text} mm`, sayIn(g.depth, 'mm', 1)]) },
          ]
        : [];
    case 'laminate':
      return plan.laminate
        ? [
            {
              caption: 'Plies in the order of laying',
              columns: ['Ply', 'Cloth', 'Way', 'Size', 'Resin'],
              rows: plan.laminate.plies.map((p) => [String(p.lay), p.cloth.name, p.orientation, saySize(p.length, p.width), sayIn(p.resin, 'g', 1)]),
            },
          ]
        : [];
    case 'mix':
      return plan.mix
        ? [
            {
              caption: 'Batches',
              columns: ['Batch', 'Plies', 'Part', 'g', 'ml', 'US fl oz', 'drops'],
              rows: plan.mix.batches.flatMap((b) => partLines(b.parts).map((line, k) => [k === 0 ? String(b.number) : '', k === 0 ? b.plies.join(', ') : '', ...partRow(line)])),
            },
            timesTable(plan),
          ]
        : [];
    case 'fair':
      return plan.fair
        ? [
            {
              caption: `Filler, each of ${say(plan.fair.batches)} ${plan.fair.batches.value === 1 ? 'batch' : 'batches'}`,
              columns: ['Part', 'g', 'ml', 'US fl oz', 'drops'],
              rows: [...partLines(plan.fair.partsPerBatch).map(partRow), ...(plan.fair.powderPerBatch ? [[plan.system?.chosen.chain.filler.powder?.name ?? 'filler', sayIn(plan.fair.powderPerBatch, 'g', 1).replace(' g', ''), '', '', '']] : [])],
            },
            { caption: 'Sanding', columns: ['Grit', 'Takes off', 'Time', 'Discs'], rows: plan.fair.sanding.map((s) => [`P${s.grit}`, sayIn(s.depth, 'µm', 0), say(s.time), say(s.discs)]) },
          ]
        : [];
    case 'finish':
      return plan.finish
        ? [
            { caption: `Each coat${plan.finish.batchesPerCoat.value > 1 ? `, mixed in ${say(plan.finish.batchesPerCoat)} cups` : ''}`, columns: ['Part', 'g', 'ml', 'US fl oz', 'drops'], rows: partLines(plan.finish.partsPerCoat).map(partRow) },
            ...(plan.finish.sanding.length > 0 ? [{ caption: 'Levelling', columns: ['Grit', 'Takes off', 'Time', 'Discs'], rows: plan.finish.sanding.map((s) => [`P${s.grit}`, sayIn(s.depth, 'µm', 0), say(s.time), say(s.discs)]) }] : []),
          ]
        : [];
    case 'log':
      return [];
  }
}

function findingsTable(history: readonly FindingEffect[], { currency, timeZone }: Place): WorkTable {
  const day = new Intl.DateTimeFormat('en-GB', { timeZone, day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
  return {
    caption: 'Findings',
    columns: ['When', 'What', 'Size', 'How', 'What it changed'],
    rows: history.map((h) => [
      day.format(Date.parse(h.finding.at)),
      h.finding.extent,
      `${formatIn(h.finding.size[0], 'mm', 0).text} × ${formatIn(h.finding.size[1], 'mm', 0).text} mm`,
      METHODS[h.finding.method ?? ''] ?? '',
      h.changes.map((c) => `${c.label} ${say(c.before, currency)} → ${say(c.after, currency)}`).join('; '),
    ]),
  };
}

function timesTable(plan: Plan): WorkTable {
  const m = plan.mix?.milestones;
  const rows: string[][] = [];
  const row = (name: string, f: Figure | undefined): void => {
    if (f) rows.push([name, say(f)]);
  };
  row('pot life, 100 g pot', m?.potLife);
  row('use within', m?.usable);
  row('next ply bonds from', m?.windowOpens);
  row('next ply bonds until', m?.windowCloses);
  row('sand after', m?.sand);
  row('full cure', m?.full);
  return { caption: 'Times at the temperature given', columns: ['Milestone', 'Time'], rows };
}

/** Mass in g, volume in ml and US fl oz, and drops, as table cells. */
function partRow(line: PartLine): string[] {
  const bare = (f: Figure | undefined, unit: 'g' | 'ml' | 'US fl oz', decimals: number): string => (f ? formatIn(f.value, unit, decimals).text : '');
  return [line.name, bare(line.mass, 'g', gramDecimals(line.mass)), bare(line.volume, 'ml', 1), bare(line.volume, 'US fl oz', 2), line.drops ? say(line.drops) : ''];
}
