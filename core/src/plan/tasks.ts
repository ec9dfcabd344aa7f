import { handsOn } from '../materials/hands-on';
import { RATES } from '../materials/work-rates';
import { COAT_RATE } from '../finish/film';
import type { Chain } from '../match/chain';
import type { Batch } from '../mix/batches';
import type { DraftTask } from '../trace/draft-task';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { Dish } from '../grind/dish';
import type { Job } from '../schema/job';
import type { FinishPlan, GrindPlan, LaminatePlan, Plan } from './plan';
import { structureTasks } from './structure-tasks';

export interface TaskFacts {
  readonly former?: Job['former'];
  readonly kind?: string;
  /** The finish is tinted to a colour that was read. */
  readonly colour?: true;
}

type Parts = Pick<
  Plan,
  'grind' | 'coring' | 'laminate' | 'mix' | 'fair' | 'finish' | 'system' | 'structure'
> & {
  readonly job?: TaskFacts;
  readonly backing?: 'removable' | 'bonded';
  readonly hands: Figure;
  readonly solventWipe: 'wipe' | 'none';
};

const perM2 = (
  rate: number,
  amount: Figure,
): { rate: number; unit: string; per: string; amount: Figure } => ({
  rate,
  unit: 's/m²',
  per: 'per m²',
  amount,
});
const perItem = (
  unit: string,
  per: string,
  rate: number,
  amount: Figure,
): { rate: number; unit: string; per: string; amount: Figure } => ({ rate, unit, per, amount });
const zero = (ledger: Ledger, id: string, label: string): Figure =>
  ledger.given(id, label, 0, 's', 'computed', 'no wait');

/** Every task of the job in order, as far as the plan goes. */
export function draftTasks(
  parts: Parts,
  ledger: Ledger,
  more: readonly DraftTask[] = [],
): readonly DraftTask[] {
  const tasks: readonly DraftTask[] = [
    {
      id: 'survey',
      stage: 'survey',
      label: 'survey and tap',
      kind: 'work',
      alone: true,
      duration: handsOn(ledger, 'survey', 'survey and tap', RATES.surveyAndTap),
    },
    ...grindTasks(parts, ledger),
    ...laminateTasks(parts, ledger),
    ...fairTasks(parts, ledger),
    ...more,
    ...(parts.finish && parts.grind
      ? finishTasks(
          {
            finish: parts.finish,
            chain: parts.system?.chosen?.chain,
            job: parts.job,
            masking: parts.grind.maskingLength,
            moved: movedBack(parts.grind),
          },
          ledger,
        )
      : []),
  ];
  return tasks.map((t) => (t.kind === 'work' && !t.alone ? { ...t, shared: true } : t));
}

function grindTasks({ grind, laminate, coring, solventWipe, job }: Parts, ledger: Ledger): DraftTask[] {
  if (!grind || !laminate) return [];
  const work = (id: string, label: string, duration: Figure): DraftTask => ({
    id,
    stage: 'grind',
    label,
    kind: 'work',
    duration,
  });
  const dishes: readonly { key: string; where: string; dish: Dish }[] = [
    { key: '', where: grind.inside ? ', outside' : '', dish: grind },
    ...(grind.inside ? [{ key: 'Inside', where: ', inside', dish: grind.inside }] : []),
  ];
  const moved = grind.room.filter(
    (r, i, all) => r.answer === 'move' && all.findIndex((x) => x.index === r.index) === i,
  );
  return [
    ...moved.map((r) =>
      work(
        `takeOff.${r.index + 1}`,
        `take off the ${r.name}`,
        handsOn(ledger, `takeOff.${r.index + 1}`, `take off the ${r.name}`, RATES.moveFitting / 2),
      ),
    ),
    ...(job?.kind === 'old-repair'
      ? [
          work(
            'strip',
            'take the old repair off, back to the old laminate; look what it hid',
            handsOn(ledger, 'strip', 'take the old repair off', RATES.grindSetUp, [
              perM2(RATES.coreCutPerM2, grind.maskedArea),
            ]),
          ),
        ]
      : []),
    ...(job?.kind === 'crack'
      ? [
          work(
            'stopHoles',
            'drill a stop hole at each end of the crack, 3 mm',
            handsOn(ledger, 'stopHoles', 'stop holes', 2 * RATES.stopHole),
          ),
        ]
      : []),
    ...dishes.flatMap(({ key, where, dish }) => [
      work(
        `wash${key}`,
        `dewax and wash${where}`,
        handsOn(ledger, `wash${key}`, 'dewax and wash', RATES.washFixed, [
          perM2(RATES.washPerM2, dish.maskedArea),
        ]),
      ),
      work(
        `mask${key}`,
        `strip and mask${where}`,
        handsOn(ledger, `mask${key}`, 'strip and mask', RATES.maskFixed, [
          {
            rate: RATES.maskPerMetre,
            unit: 's/m',
            per: 'per metre of masking line',
            amount: dish.maskingLength,
          },
        ]),
      ),
      work(
        `grind${key}`,
        dish.through ? `cut out and grind the taper${where}` : 'grind the dish down to sound laminate',
        handsOn(ledger, `grind${key}`, 'cut out and grind the taper', RATES.grindSetUp, [
          { rate: RATES.grindPerM3, unit: 's/m³', per: 'per litre removed', amount: dish.removedVolume },
          perM2(RATES.grindTaperPerM2, dish.taperArea),
        ]),
      ),
    ]),
    ...(coring
      ? [
          work(
            'coreOut',
            'take the old core out, down to the dry inner skin',
            handsOn(ledger, 'coreOut', 'take the old core out', RATES.grindSetUp, [
              perM2(RATES.coreCutPerM2, coring.area),
            ]),
          ),
        ]
      : []),
    ...(solventWipe === 'wipe'
      ? [
          work(
            'wipe',
            'solvent wipe, two rags',
            handsOn(
              ledger,
              'wipe',
              'solvent wipe',
              RATES.wipeFixed,
              dishes.map(({ dish }) => perM2(RATES.wipePerM2, dish.groundArea)),
            ),
          ),
        ]
      : []),
  ];
}

/** What the first ply is laid against: a shape that was lost is made again first. */
function formerTasks({ grind, backing, job }: Parts, ledger: Ledger): DraftTask[] {
  const work = (id: string, label: string, duration: Figure): DraftTask => ({
    id,
    stage: 'laminate',
    label,
    kind: 'work',
    duration,
  });
  if (!grind || !backing) return [];
  const { former } = job ?? {};
  const area = perM2(RATES.formerFoamPerM2, grind.backingArea);
  if (former === 'pieces')
    return [
      work(
        'shape',
        'jigsaw the broken pieces together, tape them fair, cover with film',
        handsOn(ledger, 'shape', 'former from the pieces', RATES.formerPieces),
      ),
    ];
  if (former === 'splash')
    return [
      work(
        'shape',
        'wax the mirror side, splash a mould off it, let it set and trim',
        handsOn(ledger, 'shape', 'splash a mould', RATES.formerSplash),
      ),
    ];
  if (former === 'foam')
    return [
      work(
        'shape',
        'carve foam to the shape with battens over the gap, seal and cover with film',
        handsOn(ledger, 'shape', 'carve foam', RATES.formerFoamFixed, [area]),
      ),
    ];
  return [];
}

/** A through hole is closed behind before the first ply: a former to lay against, or a backing that stays in. */
function backingTasks(parts: Parts, ledger: Ledger): DraftTask[] {
  const { grind, mix, backing } = parts;
  if (!grind || !mix || !backing) return [];
  const work = (id: string, label: string, duration: Figure): DraftTask => ({
    id,
    stage: 'laminate',
    label,
    kind: 'work',
    duration,
  });
  const behind =
    grind.side === 'inside'
      ? 'outside, flush under the finish'
      : grind.side === 'both'
        ? 'inside, at mid-thickness'
        : 'inside';
  if (backing === 'removable')
    return [
      ...formerTasks(parts, ledger),
      work(
        'former',
        `fit the film-covered former ${behind}, tied or propped`,
        handsOn(ledger, 'former', 'fit the former', RATES.cutPatternSet),
      ),
    ];
  const label = 'bond the backing inside, drawn up with ties through the hole';
  return [
    ...formerTasks(parts, ledger),
    work(
      'fitBacking',
      'cut the backing, fit it through the hole, abrade the inside face round it',
      handsOn(ledger, 'fitBacking', 'fit the backing', RATES.formerFixed),
    ),
    {
      ...work(
        'mixBacking',
        'mix the bedding for the backing',
        handsOn(ledger, 'mixBacking', 'mix the bedding', RATES.mixBatch),
      ),
      withNext: true,
      alone: true,
    },
    work(
      'backing',
      label,
      handsOn(ledger, 'backing', 'bond the backing inside', RATES.spreadFixed, [
        perM2(RATES.spreadPerM2, grind.backingArea),
      ]),
    ),
    {
      id: 'backingCure',
      stage: 'laminate',
      label: 'backing holds',
      kind: 'wait',
      duration: mix.milestones.windowOpens ?? mix.milestones.sand,
      cures: { of: 'bedding', until: mix.milestones.windowOpens ? 'opens' : 'sand', number: 1 },
    },
  ];
}

function coringTasks({ coring, mix }: Parts, ledger: Ledger): DraftTask[] {
  if (!coring || !mix) return [];
  const work = (id: string, label: string, duration: Figure): DraftTask => ({
    id,
    stage: 'laminate',
    label,
    kind: 'work',
    duration,
  });
  return [
    work(
      'coreFit',
      'cut the new core, dry-fit it flush with the old',
      handsOn(ledger, 'coreFit', 'fit the core', RATES.cutPatternSet, [
        perM2(RATES.coreFitPerM2, coring.area),
      ]),
    ),
    {
      ...work(
        'mixCore',
        'mix priming resin and thickened bedding',
        handsOn(ledger, 'mixCore', 'mix the bedding', 2 * RATES.mixBatch),
      ),
      withNext: true,
      alone: true,
    },
    work(
      'core',
      'prime core and inner skin, bed the core, weight it, clear the squeeze-out',
      handsOn(ledger, 'core', 'bed the core', RATES.spreadFixed, [perM2(RATES.spreadPerM2, coring.bondArea)]),
    ),
    {
      id: 'coreCure',
      stage: 'laminate',
      label: 'bedding sets until it can be sanded',
      kind: 'wait',
      duration: mix.milestones.sand,
    },
  ];
}

export const together = formula({
  id: 'plan/tasks',
  expression: 't = t_wet·n',
  unit: 's',
  source: 'working time of all hands that wet out together',
  inputs: { t_wet: 'wet-out of one pair of hands', n: 'pairs of hands' },
  evaluate: (x) => x.t_wet * x.n,
});

/** Working time of all hands for laying one batch. */
function labourOf(batch: Batch, hands: Figure, ledger: Ledger): Figure {
  return hands.value > 1
    ? ledger.compute(`lay.${batch.number}`, `lay batch ${batch.number}, all hands`, together, {
        t_wet: batch.wetOut,
        n: hands,
      })
    : batch.wetOut;
}

/** What a shut window costs before the next layer. Never in the plan unless one is missed. */
const abradeTask = (
  stage: DraftTask['stage'],
  id: string,
  label: string,
  area: Figure,
  ledger: Ledger,
): DraftTask => ({
  id,
  stage,
  label,
  kind: 'work',
  shared: true,
  duration: handsOn(ledger, id, label, RATES.abradeFixed, [perM2(RATES.abradePerM2, area)]),
});

const sideOf = (laminate: LaminatePlan, lay: number): 'outside' | 'inside' =>
  laminate.plies.find((p) => p.lay === lay)?.side ?? 'outside';

function laminateTasks(parts: Parts, ledger: Ledger): DraftTask[] {
  const { laminate, mix, grind } = parts;
  if (!laminate || !mix || !grind) return [];
  const count = ledger.given(
    'plies',
    'plies to cut',
    laminate.plies.length,
    'count',
    'computed',
    'plies of the stack',
  );
  const tasks: DraftTask[] = [
    ...structureTasks(parts, 'before', ledger),
    ...grind.room
      .filter(
        (r, i, all) =>
          r.kind === 'hull edge' &&
          !r.fits &&
          r.answer === 'stop' &&
          all.findIndex((x) => x.index === r.index) === i,
      )
      .map((r): DraftTask => ({
        id: `edgeFormer.${r.index + 1}`,
        stage: 'laminate',
        label: `tape a film-covered edge former along the ${r.name}`,
        kind: 'work',
        duration: handsOn(ledger, `edgeFormer.${r.index + 1}`, 'edge former', RATES.formerFixed),
      })),
    ...backingTasks(parts, ledger),
    ...coringTasks(parts, ledger),
    {
      id: 'cut',
      stage: 'laminate',
      label: grind.stem
        ? 'cut the plies in halves, laps by turns from port and starboard, and dry-fit'
        : 'cut and dry-fit the plies',
      kind: 'work',
      duration: handsOn(ledger, 'cut', 'cut and dry-fit the plies', RATES.cutPatternSet, [
        { rate: RATES.cutPerPly, unit: 's', per: 'per ply', amount: count },
      ]),
    },
  ];
  const m = mix.milestones;
  for (const batch of mix.batches) {
    const previous = mix.batches[batch.number - 2];
    const turned = previous && sideOf(laminate, previous.plies[0]) !== sideOf(laminate, batch.plies[0]);
    if (previous && turned) {
      // The other face is opened onto laminate that has set.
      tasks.push(
        {
          id: `set.${previous.group}`,
          stage: 'laminate',
          label: `laminate sets on the ${sideOf(laminate, previous.plies[0])} face`,
          kind: 'wait',
          duration: m.sand,
          cures: {
            of: 'laminate',
            until: 'sand',
            number: previous.group,
            face: sideOf(laminate, previous.plies[0]),
          },
        },
        {
          id: 'turn',
          stage: 'laminate',
          label: `take the former away, wash and abrade the back, go on ${sideOf(laminate, batch.plies[0])}`,
          kind: 'work',
          duration: handsOn(ledger, 'turn', 'change to the other face', RATES.washFixed, [
            perM2(RATES.washPerM2, grind.inside?.groundArea ?? grind.groundArea),
          ]),
        },
      );
    } else if (previous && previous.group !== batch.group) {
      tasks.push({
        id: `tack.${previous.group}`,
        stage: 'laminate',
        label: 'rest until tacky',
        kind: 'wait',
        duration: m.windowOpens ?? zero(ledger, `tack.${previous.group}`, 'rest until tacky'),
        cures: {
          of: 'laminate',
          until: 'opens',
          number: previous.group,
          face: sideOf(laminate, previous.plies[0]),
        },
        abrade: abradeTask(
          'laminate',
          `abrade.${previous.group}`,
          'the window has shut: wash and abrade P80',
          grind.groundArea,
          ledger,
        ),
        ...(m.windowOpens && m.windowCloses
          ? { window: { opens: m.windowOpens, closes: m.windowCloses } }
          : {}),
      });
    }
    const plies =
      batch.plies.length === 1 ? `ply ${batch.plies[0]}` : `plies ${batch.plies[0]}–${batch.plies.at(-1)}`;
    const part = batch.share ? `, part ${batch.share.index} of ${batch.share.of}` : '';
    tasks.push(
      {
        id: `mix.${batch.number}`,
        stage: 'laminate',
        label: `mix batch ${batch.number}`,
        kind: 'work',
        withNext: true,
        alone: true,
        duration: handsOn(ledger, `mix.${batch.number}`, `mix batch ${batch.number}`, RATES.mixBatch),
      },
      {
        id: `lay.${batch.number}`,
        stage: 'laminate',
        label: `lay ${plies}${part}`,
        kind: 'work',
        duration: labourOf(batch, parts.hands, ledger),
        plies: batch.plies,
      },
    );
  }
  tasks.push({
    id: 'cure',
    stage: 'mix',
    label: 'cure until it can be sanded',
    kind: 'wait',
    duration: m.sand,
    cures: {
      of: 'laminate',
      until: 'sand',
      number: mix.batches[mix.batches.length - 1].group,
      face: sideOf(laminate, mix.batches[mix.batches.length - 1].plies[0]),
    },
    ...(m.windowOpens && m.windowCloses ? { window: { opens: m.windowOpens, closes: m.windowCloses } } : {}),
  });
  tasks.push(...structureTasks(parts, 'after', ledger));
  return tasks;
}

function fairTasks({ fair, grind, system }: Parts, ledger: Ledger): DraftTask[] {
  if (!fair || !grind) return [];
  const work = (id: string, label: string, duration: Figure): DraftTask => ({
    id,
    stage: 'fair',
    label,
    kind: 'work',
    duration,
  });
  const epoxy = system?.chosen?.chain.resin?.family === 'epoxy';
  const wash = epoxy ? 'wash off blush, abrade P80' : 'abrade P80';
  const tasks: DraftTask[] = [
    work(
      'prepare',
      wash,
      handsOn(ledger, 'prepare', wash, RATES.washFixed, [perM2(RATES.washPerM2, fair.spreadArea)]),
    ),
  ];
  if (fair.surface && fair.surface.highs > 0) {
    tasks.push(
      work(
        'cutHighs',
        `cut ${fair.surface.highs === 1 ? 'the high' : `the ${fair.surface.highs} highs`} down first`,
        handsOn(ledger, 'cutHighs', 'cut the highs', RATES.abradeFixed, [
          perItem('s/m³', 'per litre cut', RATES.cutHighPerM3, fair.surface.cut),
        ]),
      ),
    );
  }
  // The batches are counted for all coats of the first round together.
  const each = perItem(
    's',
    'per batch, shared by the coats',
    RATES.mixBatch / fair.coats.value,
    fair.batches,
  );
  const [level, ...finer] = fair.sanding;
  for (let go = 1; go <= fair.goes.value; go += 1) {
    const round = Math.max(1, go - fair.coats.value + 1);
    tasks.push(
      {
        ...work(`mixFiller.${go}`, 'mix filler', handsOn(ledger, `mixFiller.${go}`, 'mix filler', 0, [each])),
        withNext: true,
        alone: true,
      },
      work(
        `spread.${go}`,
        round > 1 ? `fill the lows, round ${round}` : 'spread filler',
        handsOn(ledger, `spread.${go}`, 'spread filler', RATES.spreadFixed, [
          perM2(RATES.spreadPerM2, fair.spreadArea),
        ]),
      ),
      {
        id: `fillerCure.${go}`,
        stage: 'fair',
        label: 'filler cures until it can be sanded',
        kind: 'wait',
        duration: fair.milestones.sand,
        cures: { of: 'filler', until: 'sand', number: go },
      },
    );
    // Between rounds it is only levelled; the finer papers come once, at the end.
    if (go >= fair.coats.value && go < fair.goes.value && level)
      tasks.push(
        work(`board.${round}`, `guide coat, ${level.tool} ${level.grit}, read the lows again`, level.time),
      );
  }
  if (level) tasks.push(work(`sand.${level.paperId}`, `sand ${level.grit}`, level.time));
  for (const s of finer) tasks.push(work(`sand.${s.paperId}`, `sand ${s.grit}`, s.time));
  return tasks;
}

/** Rounds of trial and correction that a colour usually takes. */
const COLOUR_ROUNDS = 2;

export interface FinishWork {
  readonly finish: FinishPlan;
  readonly chain?: Chain;
  readonly job?: TaskFacts;
  /** Length of the masking line. */
  readonly masking: Figure;
  /** Fittings that were taken off and are bedded again. */
  readonly moved: readonly { readonly index: number; readonly name: string }[];
}

/** Fittings taken off for the repair, each once. */
const movedBack = (grind: GrindPlan): FinishWork['moved'] =>
  grind.room.filter((x, k, all) => x.answer === 'move' && all.findIndex((y) => y.index === x.index) === k);

/** Coats from masking to the check. */
export function finishTasks({ finish, chain, job, masking, moved }: FinishWork, ledger: Ledger): DraftTask[] {
  const gel = chain?.finish?.kind === 'gel coat';
  const name = gel ? 'gel coat' : 'paint';
  const tasks: DraftTask[] = [];
  const work = (id: string, label: string, duration: Figure, withNext = false): void => {
    tasks.push({
      id,
      stage: 'finish',
      label,
      kind: 'work',
      duration,
      ...(withNext ? { withNext, alone: true } : {}),
    });
  };
  work(
    'maskFinish',
    'mask for the finish',
    handsOn(ledger, 'maskFinish', 'mask for the finish', RATES.maskFixed, [
      { rate: RATES.maskPerMetre, unit: 's/m', per: 'per metre of masking line', amount: masking },
    ]),
  );
  if (gel && job?.colour)
    work(
      'colour',
      'match the colour: first trial, cured chips, corrections',
      handsOn(ledger, 'colour', 'match the colour', 0, [
        perItem(
          's',
          'per round',
          RATES.colourRound,
          ledger.given(
            'colourRounds',
            'rounds of trial and correction',
            COLOUR_ROUNDS,
            'count',
            'assumed',
            'usual; chips cure while other work goes on',
          ),
        ),
      ]),
    );
  if (finish.method === 'spray')
    work(
      'sprayGear',
      'set the gun up, curtains, and clean it after',
      handsOn(ledger, 'sprayGear', 'gun and curtains', RATES.sprayFixed),
    );
  const m = finish.milestones;
  for (let coat = 1; coat <= finish.coats.value; coat += 1) {
    work(
      `mixCoat.${coat}`,
      `mix ${name}`,
      handsOn(ledger, `mixCoat.${coat}`, `mix ${name}`, 0, [
        perItem('s', 'per cup', RATES.mixBatch, finish.batchesPerCoat),
      ]),
      true,
    );
    work(
      `coat.${coat}`,
      `${name}, coat ${coat}`,
      handsOn(ledger, `coat.${coat}`, `${name}, coat ${coat}`, RATES.coatFixed, [
        perM2(COAT_RATE[finish.method], finish.area),
      ]),
    );
    const last = coat === finish.coats.value;
    const window =
      m.windowOpens && m.windowCloses ? { opens: m.windowOpens, closes: m.windowCloses } : undefined;
    tasks.push({
      id: `coatCure.${coat}`,
      stage: 'finish',
      label: last
        ? `${name} cures until it can be ${gel ? 'sanded' : 'handled'}`
        : 'wait for the overcoat window',
      kind: 'wait',
      duration: last ? m.sand : (m.windowOpens ?? m.sand),
      cures: { of: 'finish', until: last || !m.windowOpens ? 'sand' : 'opens', number: coat },
      ...(window && !last
        ? {
            window,
            abrade: abradeTask(
              'finish',
              `abradeCoat.${coat}`,
              `the window has shut: abrade P${finish.grits.between} and wipe`,
              finish.area,
              ledger,
            ),
          }
        : {}),
    });
  }
  for (const s of finish.sanding) work(`level.${s.paperId}`, `sand ${s.grit}${s.wet ? ' wet' : ''}`, s.time);
  for (let i = 1; i <= finish.polishStages; i += 1) {
    work(
      `polish.${i}`,
      i === 1 ? 'cutting compound' : 'fine compound and wax',
      handsOn(ledger, `polish.${i}`, 'polish', 0, [perM2(RATES.polishPerM2, finish.area)]),
    );
  }
  work(
    'finishCheck',
    'check level, gloss, halo, pinholes, film and colour; photographs',
    handsOn(ledger, 'finishCheck', 'finish check', RATES.finishCheck),
  );
  for (const r of moved) {
    work(
      `putBack.${r.index + 1}`,
      `re-bed the ${r.name}`,
      handsOn(ledger, `putBack.${r.index + 1}`, `re-bed the ${r.name}`, RATES.moveFitting / 2),
    );
  }
  return tasks;
}
