import { RATES } from '../materials/work-rates';
import type { Batch } from '../mix/batches';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { Plan } from './plan';
import { handsOn, type DraftTask } from './timeline';

type Parts = Pick<Plan, 'grind' | 'laminate' | 'mix' | 'fair' | 'finish' | 'system'> & {
  readonly backing: 'removable' | 'bonded';
  readonly hands: Figure;
  readonly solventWipe: 'wipe' | 'none';
};

const perM2 = (rate: number, amount: Figure): { rate: number; unit: string; per: string; amount: Figure } => ({ rate, unit: 's/m²', per: 'per m²', amount });
const perItem = (unit: string, per: string, rate: number, amount: Figure): { rate: number; unit: string; per: string; amount: Figure } => ({ rate, unit, per, amount });
const zero = (ledger: Ledger, id: string, label: string): Figure => ledger.given(id, label, 0, 's', 'computed', 'no wait');

/** Every task of the job in order, as far as the plan goes. */
export function draftTasks(parts: Parts, ledger: Ledger): readonly DraftTask[] {
  const tasks: readonly DraftTask[] = [
    { id: 'survey', stage: 'survey', label: 'survey and tap', kind: 'work', duration: handsOn(ledger, 'survey', 'survey and tap', RATES.surveyAndTap) },
    ...grindTasks(parts, ledger),
    ...laminateTasks(parts, ledger),
    ...fairTasks(parts, ledger),
    ...finishTasks(parts, ledger),
  ];
  return tasks.map((t) => (t.kind === 'work' && !ALONE.test(t.id) ? { ...t, shared: true } : t));
}

/** One person surveys, and one mixes a pot. */
const ALONE = /^(survey|mix)/;

function grindTasks({ grind, laminate, solventWipe }: Parts, ledger: Ledger): DraftTask[] {
  if (!grind || !laminate) return [];
  const work = (id: string, label: string, duration: Figure): DraftTask => ({ id, stage: 'grind', label, kind: 'work', duration });
  return [
    work('wash', 'dewax and wash', handsOn(ledger, 'wash', 'dewax and wash', RATES.washFixed, [perM2(RATES.washPerM2, grind.maskedArea)])),
    work('mask', 'strip and mask', handsOn(ledger, 'mask', 'strip and mask', RATES.maskFixed, [{ rate: RATES.maskPerMetre, unit: 's/m', per: 'per metre of masking line', amount: grind.maskingLength }])),
    work(
      'grind',
      'cut out and grind the taper',
      handsOn(ledger, 'grind', 'cut out and grind the taper', RATES.grindSetUp, [
        { rate: RATES.grindPerM3, unit: 's/m³', per: 'per litre removed', amount: grind.removedVolume },
        perM2(RATES.grindTaperPerM2, grind.taperArea),
      ]),
    ),
    ...(solventWipe === 'wipe' ? [work('wipe', 'solvent wipe, two rags', handsOn(ledger, 'wipe', 'solvent wipe', RATES.wipeFixed, [perM2(RATES.wipePerM2, grind.groundArea)]))] : []),
  ];
}

/** A through hole is closed on the inside before the first ply: a former to lay against, or a backing that stays in. */
function backingTasks({ grind, mix, backing }: Parts, ledger: Ledger): DraftTask[] {
  if (!grind || !mix) return [];
  const work = (id: string, label: string, duration: Figure): DraftTask => ({ id, stage: 'laminate', label, kind: 'work', duration });
  if (backing === 'removable') return [work('former', 'fit the film-covered former inside', handsOn(ledger, 'former', 'fit the former', RATES.cutPatternSet))];
  const label = 'bond the backing inside';
  return [
    { ...work('mixBacking', 'mix the bedding for the backing', handsOn(ledger, 'mixBacking', 'mix the bedding', RATES.mixBatch)), withNext: true },
    work('backing', label, handsOn(ledger, 'backing', label, RATES.spreadFixed, [perM2(RATES.spreadPerM2, grind.backingArea)])),
    { id: 'backingCure', stage: 'laminate', label: 'backing holds', kind: 'wait', duration: mix.milestones.windowOpens ?? mix.milestones.sand },
  ];
}

const together = formula({
  id: 'plan/tasks',
  expression: 't = t_wet-out · n',
  unit: 's',
  source: 'working time of all hands that wet out together',
  evaluate: (x: Record<'t' | 'n', number>) => x.t * x.n,
});

/** Working time of all hands for laying one batch. */
function labourOf(batch: Batch, hands: Figure, ledger: Ledger): Figure {
  return hands.value > 1 ? ledger.compute(`lay.${batch.number}`, `lay batch ${batch.number}, all hands`, together, { t: batch.wetOut, n: hands }) : batch.wetOut;
}

function laminateTasks(parts: Parts, ledger: Ledger): DraftTask[] {
  const { laminate, mix } = parts;
  if (!laminate || !mix) return [];
  const count = ledger.given('plies', 'plies to cut', laminate.plies.length, 'count', 'computed', 'plies of the stack');
  const tasks: DraftTask[] = [
    ...backingTasks(parts, ledger),
    {
      id: 'cut',
      stage: 'laminate',
      label: 'cut and dry-fit the plies',
      kind: 'work',
      duration: handsOn(ledger, 'cut', 'cut and dry-fit the plies', RATES.cutPatternSet, [{ rate: RATES.cutPerPly, unit: 's', per: 'per ply', amount: count }]),
    },
  ];
  const m = mix.milestones;
  for (const batch of mix.batches) {
    const previous = mix.batches[batch.number - 2];
    if (previous && previous.group !== batch.group) {
      tasks.push({
        id: `tack.${previous.group}`,
        stage: 'laminate',
        label: 'rest until tacky',
        kind: 'wait',
        duration: m.windowOpens ?? zero(ledger, `tack.${previous.group}`, 'rest until tacky'),
        ...(m.windowOpens && m.windowCloses ? { window: { opens: m.windowOpens, closes: m.windowCloses } } : {}),
      });
    }
    const plies = batch.plies.length === 1 ? `ply ${batch.plies[0]}` : `plies ${batch.plies[0]}–${batch.plies.at(-1)}`;
    const part = batch.share ? `, part ${batch.share.index} of ${batch.share.of}` : '';
    tasks.push(
      { id: `mix.${batch.number}`, stage: 'laminate', label: `mix batch ${batch.number}`, kind: 'work', withNext: true, duration: handsOn(ledger, `mix.${batch.number}`, `mix batch ${batch.number}`, RATES.mixBatch) },
      { id: `lay.${batch.number}`, stage: 'laminate', label: `lay ${plies}${part}`, kind: 'work', duration: labourOf(batch, parts.hands, ledger), plies: batch.plies },
    );
  }
  tasks.push({
    id: 'cure',
    stage: 'mix',
    label: 'cure until it can be sanded',
    kind: 'wait',
    duration: m.sand,
    ...(m.windowOpens && m.windowCloses ? { window: { opens: m.windowOpens, closes: m.windowCloses } } : {}),
  });
  return tasks;
}

function fairTasks({ fair, grind, system }: Parts, ledger: Ledger): DraftTask[] {
  if (!fair || !grind) return [];
  const work = (id: string, label: string, duration: Figure): DraftTask => ({ id, stage: 'fair', label, kind: 'work', duration });
  const epoxy = system?.chosen?.chain.resin?.family === 'epoxy';
  const wash = epoxy ? 'wash off blush, abrade P80' : 'abrade P80';
  const tasks: DraftTask[] = [work('prepare', wash, handsOn(ledger, 'prepare', wash, RATES.washFixed, [perM2(RATES.washPerM2, grind.finishArea)]))];
  // The batches are counted for all coats together.
  const each = perItem('s', 'per batch, shared by the coats', RATES.mixBatch / fair.coats.value, fair.batches);
  for (let coat = 1; coat <= fair.coats.value; coat += 1) {
    tasks.push(
      { ...work(`mixFiller.${coat}`, 'mix filler', handsOn(ledger, `mixFiller.${coat}`, 'mix filler', 0, [each])), withNext: true },
      work(`spread.${coat}`, 'spread filler', handsOn(ledger, `spread.${coat}`, 'spread filler', RATES.spreadFixed, [perM2(RATES.spreadPerM2, grind.finishArea)])),
      { id: `fillerCure.${coat}`, stage: 'fair', label: 'filler cures until it can be sanded', kind: 'wait', duration: fair.milestones.sand },
    );
  }
  for (const s of fair.sanding) tasks.push(work(`sand.P${s.grit}`, `sand P${s.grit}`, s.time));
  return tasks;
}

function finishTasks({ finish, grind, system }: Parts, ledger: Ledger): DraftTask[] {
  if (!finish || !grind || !system) return [];
  const gel = system.chosen?.chain.finish?.kind === 'gel coat';
  const name = gel ? 'gel coat' : 'paint';
  const tasks: DraftTask[] = [];
  const work = (id: string, label: string, duration: Figure, withNext = false): void => {
    tasks.push({ id, stage: 'finish', label, kind: 'work', duration, ...(withNext ? { withNext } : {}) });
  };
  work('maskFinish', 'mask for the finish', handsOn(ledger, 'maskFinish', 'mask for the finish', RATES.maskFixed, [{ rate: RATES.maskPerMetre, unit: 's/m', per: 'per metre of masking line', amount: grind.maskingLength }]));
  const m = finish.milestones;
  for (let coat = 1; coat <= finish.coats.value; coat += 1) {
    work(`mixCoat.${coat}`, `mix ${name}`, handsOn(ledger, `mixCoat.${coat}`, `mix ${name}`, 0, [perItem('s', 'per cup', RATES.mixBatch, finish.batchesPerCoat)]), true);
    work(`coat.${coat}`, `${name}, coat ${coat}`, handsOn(ledger, `coat.${coat}`, `${name}, coat ${coat}`, RATES.coatFixed, [perM2(RATES.coatPerM2, grind.finishArea)]));
    const last = coat === finish.coats.value;
    const window = m.windowOpens && m.windowCloses ? { opens: m.windowOpens, closes: m.windowCloses } : undefined;
    tasks.push({
      id: `coatCure.${coat}`,
      stage: 'finish',
      label: last ? `${name} cures until it can be ${gel ? 'sanded' : 'handled'}` : 'wait for the overcoat window',
      kind: 'wait',
      duration: last ? m.sand : (m.windowOpens ?? m.sand),
      ...(window && !last ? { window } : {}),
    });
  }
  for (const s of finish.sanding) work(`level.P${s.grit}`, `sand P${s.grit}`, s.time);
  for (let i = 1; i <= finish.polishStages; i += 1) {
    work(`polish.${i}`, i === 1 ? 'cutting compound' : 'fine compound and wax', handsOn(ledger, `polish.${i}`, 'polish', 0, [perM2(RATES.polishPerM2, grind.finishArea)]));
  }
  return tasks;
}
