import { stepsTable } from './steps-table';
import { tellCheck, tellWay } from '../tell/checks';
import { tellMilestone } from '../tell/milestones';
import { APPLICATIONS } from '../finish/application';
import { CHECK_RESULTS, type Checked } from '../finish/check';
import { LINKS } from '../match/links';
import { METHODS } from '../schema/job-fields';
import type { Measure } from '../materials/measure';
import type { Figure } from '../trace/figure';
import type { Stage } from '../trace/problem';
import { changesWords, type FindingEffect } from './compare';
import { measureWords } from './measure-words';
import type { Dish } from '../grind/dish';
import type { DishPlan } from '../repairs/laminate/dish-plan';
import type { Plan } from '../plan/plan';
import type { SandingStep } from '../repairs/common/sanding';
import {
  figure,
  figureIn,
  gramDecimals,
  partLines,
  say,
  saidWords,
  sayIn,
  saySize,
  sizeOf,
  type PartLine,
  type Reader,
  type Said,
} from './say';
import type { WorkTable } from './work-table';

const text = (...cells: readonly string[]): Said[] => cells.map((c) => (c === '' ? [] : [c]));
const plural = (f: Figure, one: string, many: string): string => (f.value === 1 ? one : many);

/** The tables of a stage on a work order. */
export function workTables(
  stage: Stage,
  plan: Plan,
  history: readonly FindingEffect[],
  reader: Reader,
): readonly WorkTable[] {
  return [
    ...stepsTable(stage, plan, reader),
    ...stageTables(stage, plan, history, reader),
    ...repairTables(stage, plan, reader),
  ];
}

function stageTables(
  stage: Stage,
  plan: Plan,
  history: readonly FindingEffect[],
  reader: Reader,
): readonly WorkTable[] {
  switch (stage) {
    case 'survey':
      return history.length === 0 ? [] : [findingsTable(history, reader)];
    case 'system':
      return systemTables(plan, reader);
    case 'grind':
      return grindTables(plan, reader);
    case 'laminate':
      return laminateTables(plan, reader);
    case 'mix':
      return mixTables(plan, reader);
    case 'fair':
      return fairTables(plan, reader);
    case 'finish':
      return finishTables(plan, reader);
    case 'log':
      return [];
  }
}

/** A repair that is not laminate: its own tables, pots, papers, and what is to be known. */
function repairTables(stage: Stage, plan: Plan, reader: Reader): WorkTable[] {
  const sheet = plan.repair?.sheets.find((s) => s.stage === stage);
  if (!plan.repair || (!sheet && !plan.work?.steps.some((s) => s.stage === stage))) return [];
  const pots = plan.repair.pots.filter((p) => p.stage === stage);
  const sanding = plan.sanding?.[stage] ?? [];
  return [
    ...(sheet?.tables ?? []).map((t): WorkTable => ({
      caption: t.caption,
      columns: t.columns,
      rows: t.rows.map((row) => row.map((cell) => saidWords(cell, reader))),
    })),
    ...pots.map((p): WorkTable => ({
      caption: `${p.title}${p.count.value > 1 ? `, each of ${say(p.count)} pots` : ''}`,
      columns: PART_COLUMNS,
      rows: partLines(p.parts).map(partRow),
    })),
    ...measuresTable(
      pots.flatMap((p) => (plan.bench?.pots[p.id] ?? []).map((m): [string, Measure] => [p.title, m])),
      reader,
    ),
    ...(sanding.length > 0 ? [sandingTable('Sanding', sanding, reader)] : []),
    ...(sheet && sheet.notes.length > 0
      ? [{ caption: 'To know', columns: ['What'], rows: sheet.notes.map((n) => [saidWords(n, reader)]) }]
      : []),
    ...(stage === 'mix' && !plan.dish?.mix
      ? [...productTimesTable(plan, reader), ...windowTables('mix', plan, reader)]
      : []),
  ];
}

function productTimesTable({ productTimes = [] }: Plan, reader: Reader): WorkTable[] {
  if (productTimes.length === 0) return [];
  const rows = productTimes.map(({ product, milestones: m }): Said[] => [
    [product],
    [figure(m.potLife, reader)],
    [figure(m.sand, reader)],
    [figure(m.full, reader)],
  ]);
  return [
    {
      caption: 'Times of the products at the temperature given',
      columns: ['Product', 'Pot life', 'Sets after', 'Full cure'],
      rows,
    },
  ];
}

function systemTables({ system, materials }: Plan, reader: Reader): WorkTable[] {
  if (!system?.chosen) return [];
  return [
    {
      caption: 'Links of the chain',
      columns: ['Link', 'Product'],
      rows: system.chosen.chain.links.map((l) => text(LINKS[l.role].name, l.product.name)),
    },
    {
      caption: 'Conditions of the chain',
      columns: ['Verdict', 'Why', 'What it takes'],
      rows: system.chosen.chain.rules.map((r) => text(r.verdict, r.reason, r.remedy ?? '')),
    },
    ...(materials
      ? [
          {
            caption: 'Materials',
            columns: ['Product', 'For', 'Quantity', 'Cost'],
            rows: materials.map((m): Said[] => [
              [m.product],
              [m.use],
              [figure(m.quantity, reader)],
              [m.cost ? figure(m.cost, reader) : 'price not known'],
            ]),
          },
        ]
      : []),
  ];
}

function grindTables({ dish: { grind } = {} }: Plan, reader: Reader): WorkTable[] {
  if (!grind) return [];
  const off = grind.checks.filter((c) => !c.ok);
  return [
    ...(off.length > 0
      ? [
          {
            caption: 'To settle before the grinder starts',
            columns: ['What', 'Ways out'],
            rows: off.map((c) =>
              text(
                tellCheck(c.said),
                c.ways
                  .map(({ way }) => tellWay(way))
                  .map((w) => `${w.name}: ${w.effect}`)
                  .join('; '),
              ),
            ),
          },
        ]
      : []),
    ...(grind.room.length > 0
      ? [
          {
            caption: 'In the way',
            columns: ['What', 'Room', 'Wanted', 'Taper left', 'What is done'],
            rows: grind.room.map((r): Said[] => [
              [r.name],
              [figureIn(r.room, 'mm', 0, reader)],
              [figureIn(r.needed, 'mm', 0, reader)],
              [figure(r.ratioLeft, reader)],
              [
                r.fits
                  ? 'fits'
                  : r.answer === 'move'
                    ? 'taken off, bedded again at the end'
                    : r.answer === 'over'
                      ? 'run over'
                      : 'the taper ends there',
              ],
            ]),
          },
        ]
      : []),
    ...dishTables(grind, grind.inside ? ', outside' : '', reader),
    ...(grind.inside ? dishTables(grind.inside, ', inside', reader) : []),
  ];
}

function dishTables(dish: Dish, where: string, reader: Reader): WorkTable[] {
  const line = (name: string, f: Figure): Said[] => [[name], [figureIn(f, 'mm', 1, reader)]];
  return [
    {
      caption: `Lines, from the edge of the cut-out${where}`,
      columns: ['Line', 'Offset'],
      rows: [
        line('grind limit', dish.grindLimit),
        line('finish edge', dish.finishEdge),
        line('masking line', dish.maskingLine),
      ],
    },
    {
      caption: `Gauge${where}`,
      columns: ['From the edge', 'Depth'],
      rows: dish.gauge.map((g): Said[] => [
        [sayIn({ value: g.distance }, 'mm', 0, reader)],
        [figureIn(g.depth, 'mm', 1, reader)],
      ]),
    },
  ];
}

function laminateTables(
  { dish: { laminate, coring, structure = [] } = {} }: Plan,
  reader: Reader,
): WorkTable[] {
  if (!laminate) return [];
  const both = laminate.sides.length > 1;
  const s = laminate.stiffness;
  return [
    ...(coring
      ? [
          {
            caption: 'New core',
            columns: ['Core', 'Size', 'Thick', 'Priming', 'Bedding'],
            rows: [
              [
                [coring.product.name],
                sizeOf(coring.length, coring.width, reader),
                [figureIn(coring.thickness, 'mm', 1, reader)],
                [figure(coring.priming, reader)],
                [figure(coring.bedding, reader)],
              ] as Said[],
            ],
          },
        ]
      : []),
    {
      caption: 'Plies in the order of laying',
      columns: ['Ply', ...(both ? ['Face'] : []), 'Cloth', 'Way', 'Size', 'Resin'],
      rows: laminate.plies.map((p): Said[] => [
        [String(p.lay)],
        ...(both ? [[p.side]] : []),
        [p.cloth.name],
        [p.orientation],
        sizeOf(p.length, p.width, reader),
        [figureIn(p.resin, 'g', 1, reader)],
      ]),
    },
    ...(s
      ? [
          {
            caption: 'New laminate against the old',
            columns: ['New over old', 'Along the hull', 'Up the hull'],
            rows: [
              [['stiffness in its plane'], [figure(s.A11, reader)], [figure(s.A22, reader)]],
              [['stiffness in bending'], [figure(s.D11, reader)], [figure(s.D22, reader)]],
              [['pull until a ply gives'], [figure(s.strengthAlong, reader)], [figure(s.strengthUp, reader)]],
            ] as Said[][],
          },
        ]
      : []),
    ...structure.map((m): WorkTable => ({
      caption: `${m.name}: tabs on ${m.faces === 1 ? 'one face' : 'both faces'}, ${m.care}`,
      columns: ['Tab', 'Cloth', 'Across', 'Long', 'Resin'],
      rows: [
        ...m.strips.map((t): Said[] => [
          [String(t.number)],
          [t.cloth.name],
          [figureIn(t.width, 'mm', 0, reader)],
          [figureIn(t.length, 'mm', 0, reader)],
          [figureIn(t.resin, 'g', 0, reader)],
        ]),
        [
          ['fillet'],
          ['thickened resin'],
          [figureIn(m.filletRadius, 'mm', 0, reader)],
          [figureIn(m.length, 'mm', 0, reader)],
          [figureIn(m.filletVolume, 'ml', 0, reader)],
        ],
        [['props'], ['off no sooner than'], [figure(m.props, reader)], [], [figure(m.release, reader)]],
      ],
    })),
  ];
}

const PART_COLUMNS = ['Part', 'g', 'ml', 'US fl oz', 'drops'];

function mixTables(plan: Plan, reader: Reader): WorkTable[] {
  const { bench, dish: { mix } = {} } = plan;
  if (!mix) return [];
  return [
    {
      caption: 'Batches',
      columns: ['Batch', 'Plies', ...PART_COLUMNS],
      rows: mix.batches.flatMap((b) =>
        partLines(b.parts).map((line, k): Said[] => [
          ...text(k === 0 ? String(b.number) : '', k === 0 ? b.plies.join(', ') : ''),
          ...partRow(line),
        ]),
      ),
    },
    ...measuresTable(
      mix.batches.flatMap((b, i) =>
        (bench?.batches[i] ?? []).map((m): [string, Measure] => [`batch ${b.number}`, m]),
      ),
      reader,
    ),
    timesTable(plan, reader),
    ...windowTables('mix', plan, reader),
  ];
}

function fairTables(plan: Plan, reader: Reader): WorkTable[] {
  const { system, bench, dish: { fair } = {} } = plan;
  if (!fair) return [];
  const done = fair.surface !== undefined && fair.rounds.value === 0;
  const powder: Said[][] = fair.powderPerBatch
    ? [
        [
          [system?.chosen?.chain.filler?.powder?.name ?? 'filler'],
          [bare(fair.powderPerBatch, 'g', 1)],
          [],
          [],
          [],
        ],
      ]
    : [];
  return [
    ...surfaceTables(fair, reader),
    ...(done
      ? []
      : [
          {
            caption: `Filler, each of ${say(fair.batches)} ${plural(fair.batches, 'batch', 'batches')}`,
            columns: PART_COLUMNS,
            rows: [...partLines(fair.partsPerBatch).map(partRow), ...powder],
          },
        ]),
    ...measuresTable(
      (done ? [] : (bench?.filler ?? [])).map((m): [string, Measure] => ['each batch', m]),
      reader,
    ),
    ...windowTables('fair', plan, reader),
    sandingTable('Sanding', fair.sanding, reader),
  ];
}

/** What was read of the surface, how often it will be filled, and with which block. */
function surfaceTables(fair: NonNullable<DishPlan['fair']>, reader: Reader): WorkTable[] {
  const row = (name: string, ...cells: Said[]): Said[] => [[name], ...cells];
  const s = fair.surface;
  return [
    {
      caption: s ? `The surface, as read in round ${s.round}` : 'Fairing, until the surface is read',
      columns: ['What', 'Figure'],
      rows: [
        ...(s
          ? [
              row('deepest low', [figureIn(s.deepest, 'mm', 1, reader)]),
              row('highest high', [figureIn(s.highest, 'mm', 1, reader)]),
              row('filler up to the target', [figureIn(s.fill, 'ml', 0, reader)]),
            ]
          : []),
        row('fair within', [figureIn(fair.tolerance, 'mm', 2, reader)]),
        row('rounds of filling and sanding to come', [figure(fair.rounds, reader)]),
        row(`block: ${fair.block.name}`, [figureIn(fair.block.length, 'mm', 0, reader)]),
        row('spread beyond the low, each side', [figureIn(fair.margin, 'mm', 0, reader)]),
      ],
    },
  ];
}

/** What is looked at before it is handed over, and who says so. */
function checkTables(finish: NonNullable<Plan['finish']>, reader: Reader): WorkTable[] {
  const read = (c: Checked): string => {
    const value = c.reads && c.answer?.[c.reads.as];
    if (value === undefined || !c.reads) return '';
    return c.reads.unit === 'mm' || c.reads.unit === 'µm'
      ? sayIn({ value }, c.reads.unit, c.reads.unit === 'mm' ? 2 : 0, reader)
      : `${value} ${c.reads.unit}`;
  };
  const signed = finish.signed
    ? `, signed ${finish.signed.at.slice(0, 10)} by ${finish.signed.who}`
    : ', not signed yet';
  return [
    {
      caption: `Finish check${signed}`,
      columns: ['Check', 'How', 'Mark', 'Found', 'Result'],
      rows: finish.checks.map((c) =>
        text(
          c.name,
          c.how,
          c.mark,
          [read(c), c.answer?.note ?? ''].filter(Boolean).join('; '),
          c.result ? CHECK_RESULTS[c.result] : '',
        ),
      ),
    },
  ];
}

/** Tape, comb and wax: what is set out before the first coat. */
function coatTable(finish: NonNullable<Plan['finish']>, reader: Reader): WorkTable {
  const rows: Said[][] = [
    [['area to coat'], [figure(finish.area, reader)]],
    [['put on by'], [APPLICATIONS[finish.method].name]],
    [['wet-film comb, each coat'], [figureIn(finish.gauge, 'µm', 0, reader)]],
    [
      ['covers, before losses'],
      [{ text: `${(finish.spreadRate.value / 1000).toFixed(1)} m²/l`, figure: finish.spreadRate }],
    ],
  ];
  const row = (name: string, cell: Said | undefined): void => {
    if (cell) rows.push([[name], cell]);
  };
  row('thinner', finish.thinner && [figureIn(finish.thinner, 'ml', 0, reader)]);
  row('gun loads a coat', finish.gunLoads && [figure(finish.gunLoads, reader)]);
  row('without wax, the coats before', finish.unwaxed && [figureIn(finish.unwaxed, 'g', 0, reader)]);
  row('with wax, the last coat', finish.waxed && [figureIn(finish.waxed, 'g', 0, reader)]);
  row('wax solution in it', finish.wax && [figureIn(finish.wax, 'g', 1, reader)]);
  if (finish.tape.length > 1)
    row('tape inside the masking line, coat by coat', [
      finish.tape.map((t) => sayIn({ value: t }, 'mm', 0, reader)).join(', '),
    ]);
  row('tape off', ['as soon as the last coat has set, before it is hard; back over itself, low']);
  return { caption: 'The coat', columns: ['What', 'Figure'], rows };
}

function finishTables(plan: Plan, reader: Reader): WorkTable[] {
  const { finish, bench } = plan;
  if (!finish) return [];
  return [
    coatTable(finish, reader),
    {
      caption: `Each coat${finish.batchesPerCoat.value > 1 ? `, mixed in ${say(finish.batchesPerCoat)} cups` : ''}`,
      columns: PART_COLUMNS,
      rows: partLines(finish.partsPerCoat).map(partRow),
    },
    ...measuresTable(
      (bench?.coat ?? []).map((m): [string, Measure] => ['each coat', m]),
      reader,
    ),
    ...windowTables('finish', plan, reader),
    ...(finish.sanding.length > 0 ? [sandingTable('Levelling', finish.sanding, reader)] : []),
    ...checkTables(finish, reader),
  ];
}

function measuresTable(measures: readonly (readonly [string, Measure])[], reader: Reader): WorkTable[] {
  if (measures.length === 0) return [];
  return [
    {
      caption: 'On the bench, one way or the other',
      columns: ['Cup', 'How'],
      rows: measures.map(([cup, m]): Said[] => [[cup], measureWords(m, reader)]),
    },
  ];
}

function sandingTable(caption: string, steps: readonly SandingStep[], reader: Reader): WorkTable {
  return {
    caption,
    columns: ['Paper', 'Tool', 'Stroke', 'Takes off', 'Time', 'Pieces'],
    rows: steps.map((s): Said[] => [
      [s.grit],
      [s.wet ? `${s.tool}, wet` : s.tool],
      [s.direction],
      [figureIn(s.depth, 'µm', 0, reader)],
      [figure(s.time, reader)],
      [figure(s.discs, reader)],
    ]),
  };
}

function findingsTable(history: readonly FindingEffect[], reader: Reader): WorkTable {
  const day = new Intl.DateTimeFormat('en-GB', {
    timeZone: reader.timeZone ?? 'UTC',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
  return {
    caption: 'Findings',
    columns: ['When', 'What', 'Size', 'How', 'What it changed'],
    // Figures of earlier plans have no reasons in this one, so they are told as text.
    rows: history.map((h) => [
      ...text(
        day.format(Date.parse(h.finding.at)),
        h.finding.extent,
        saySize({ value: h.finding.size[0] }, { value: h.finding.size[1] }, reader),
        h.finding.method ? METHODS[h.finding.method] : '',
      ),
      [changesWords(h.changes, reader)],
    ]),
  };
}

/** When what may be done along the course of the air: likely, and the range round it. */
function windowTables(stage: Stage, { cure }: Plan, reader: Reader): WorkTable[] {
  const cases =
    cure?.cases.filter((c) => c.stage === stage || (stage === 'mix' && c.stage === 'laminate')) ?? [];
  if (!cure || cases.length === 0) return [];
  const day = new Intl.DateTimeFormat('en-GB', {
    timeZone: reader.timeZone ?? 'UTC',
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
  const rows = cases.flatMap((c) => [
    ...c.milestones.map((m, i): Said[] => [
      [i === 0 ? c.title : ''],
      [tellMilestone(m.meaning)],
      [figure(m.after, reader)],
      [day.format(m.at)],
      [`${day.format(m.span[0])} to ${day.format(m.span[1])}`],
    ]),
    ...(c.peak && c.peakAt !== undefined
      ? [[[''], ['hottest place'], [figure(c.peak, reader)], [day.format(c.peakAt)], []] as Said[]]
      : []),
  ]);
  return [
    {
      caption: `Windows, air ${cure.air.words}${cure.air.standIn ? ': look at a real forecast' : ''}`,
      columns: ['What', 'When', 'After laying', 'Likely', 'Between'],
      rows,
    },
  ];
}

function timesTable(plan: Plan, reader: Reader): WorkTable {
  const m = plan.dish?.mix?.milestones;
  const rows: Said[][] = [];
  const row = (name: string, f: Figure | undefined): void => {
    if (f) rows.push([[name], [figure(f, reader)]]);
  };
  row('pot life, 100 g pot', m?.potLife);
  row('use within', m?.usable);
  row('next ply bonds from', m?.windowOpens);
  row('next ply bonds until', m?.windowCloses);
  row('sand after', m?.sand);
  row('full cure', m?.full);
  return { caption: 'Times at the temperature given', columns: ['Milestone', 'Time'], rows };
}

/** A figure without its unit, under a head that has it. */
const bare = (f: Figure, unit: 'g' | 'ml' | 'US fl oz', decimals: number): Said[number] => ({
  text: figureIn(f, unit, decimals).text.replace(` ${unit}`, ''),
  figure: f,
});

/** Mass in g, volume in ml and US fl oz, and drops, as table cells. */
function partRow(line: PartLine): Said[] {
  const cell = (f: Figure | undefined, unit: 'g' | 'ml' | 'US fl oz', decimals: number): Said =>
    f ? [bare(f, unit, decimals)] : [];
  return [
    [line.name],
    cell(line.mass, 'g', gramDecimals(line.mass)),
    cell(line.volume, 'ml', 1),
    cell(line.volume, 'US fl oz', 2),
    line.drops ? [figure(line.drops)] : [],
  ];
}
