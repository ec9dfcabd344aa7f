import { handsOn } from '../../materials/hands-on';
import { RATES } from '../../materials/work-rates';
import type { Batch } from '../../mix/batches';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import type { Stage } from '../../trace/problem';
import type { How } from '../../work/actions';
import { workId } from '../../work/ids';
import { stepOf } from '../../work/step-of';
import { tellStep } from '../../work/tell';
import type { Item, Lag, Layer, Step } from '../../work/step';
import type { DishPlan, LaminatePlan } from '../dish-plan';
import { behindSteps, sandBedding, tabSteps } from './behind';
import { perM2, StageSteps, type At, type Parts } from './parts';

export const together = formula({
  id: 'plan/steps/laminate',
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
export function reopened(
  stage: Stage,
  key: string,
  how: 'reopenLaminate' | 'reopen',
  at: At,
  area: Figure,
  ledger: Ledger,
): Step {
  const label = tellStep({ action: 'abrade', how, fields: at.fields });
  const work = handsOn(ledger, key, label, RATES.abradeFixed, [perM2(RATES.abradePerM2, area)]);
  return stepOf(stage, 'abrade', how, at, work);
}

type Side = 'outside' | 'inside';
const sideOf = (laminate: LaminatePlan, lay: number): Side =>
  laminate.plies.find((p) => p.lay === lay)?.side ?? 'outside';

/** A group of plies that is laid while the last is tacky, on one face. */
const liftOf = (side: Side, group: number): string => `${side}-lift-${group}`;
const layerOf = (side: Side, group: number): Layer => ({ of: 'laminate', number: group, face: side });

/** From what lies behind to the cure of the last ply. */
export function laminateSteps(parts: Parts, ledger: Ledger): readonly Item[] {
  const { laminate, mix, grind } = parts;
  if (!laminate || !mix || !grind) return [];
  const w = new StageSteps('laminate', ledger);
  behindSteps(w, parts);
  const count = ledger.given(
    'plies',
    'plies to cut',
    laminate.plies.length,
    'count',
    'computed',
    'plies of the stack',
  );
  w.step(
    'cut',
    'make',
    grind.stem ? 'pliesInHalves' : 'plies',
    { place: 'bench', serves: 'plies' },
    RATES.cutPatternSet,
    [{ rate: RATES.cutPerPly, unit: 's', per: 'per ply', amount: count }],
  ).aside();
  sandBedding(w, parts);
  for (const batch of mix.batches) {
    const previous = mix.batches[batch.number - 2];
    if (previous) between(w, parts, previous, batch);
    const side = sideOf(laminate, batch.plies[0]);
    const next = mix.batches[batch.number];
    const goesOn =
      next !== undefined && next.group === batch.group && sideOf(laminate, next.plies[0]) === side;
    layBatch(w, batch, side, parts.hands, goesOn);
  }
  w.add({ lag: lastCure(mix, laminate) });
  tabSteps(w, parts);
  return w.items;
}

/** What lies between two batches: nothing within a lift, tack between lifts, a set laminate between faces. */
function between(w: StageSteps, { laminate, mix, grind }: Parts, previous: Batch, batch: Batch): void {
  if (!laminate || !mix || !grind) return;
  const m = mix.milestones;
  const [from, to] = [sideOf(laminate, previous.plies[0]), sideOf(laminate, batch.plies[0])];
  if (from !== to) {
    // The other face is opened onto laminate that has set.
    w.add({
      lag: {
        id: workId(from, from === 'outside' ? 'setOutside' : 'setInside', liftOf(from, previous.group)),
        stage: 'laminate',
        awaited: from === 'outside' ? 'setOutside' : 'setInside',
        least: m.sand,
        cures: { layer: layerOf(from, previous.group), moment: 'sand' },
      },
    });
    w.step('turn', 'turn', to, { place: to, serves: 'ground' }, RATES.washFixed, [
      perM2(RATES.washPerM2, grind.inside?.groundArea ?? grind.groundArea),
    ]);
    return;
  }
  if (previous.group === batch.group) return;
  const serves = liftOf(from, previous.group);
  const missed = reopened(
    'laminate',
    `abrade.${previous.group}`,
    'reopenLaminate',
    { place: from, serves },
    grind.groundArea,
    w.ledger,
  );
  w.add({
    lag: {
      id: workId(from, 'tacky', serves),
      stage: 'laminate',
      awaited: 'tacky',
      least:
        m.windowOpens ??
        w.ledger.given(`tack.${previous.group}`, 'rest until tacky', 0, 's', 'computed', 'no wait'),
      cures: { layer: layerOf(from, previous.group), moment: 'opens' },
      ...(m.windowOpens && m.windowCloses
        ? { window: { opens: m.windowOpens, closes: m.windowCloses, missed } }
        : {}),
    },
  });
}

/** @param goesOn whether the next pot of the same lift follows at once: a lift is laid wet in wet */
function layBatch(w: StageSteps, batch: Batch, side: Side, hands: Figure, goesOn: boolean): void {
  const serves = `${side}-batch-${batch.number}`;
  const one = batch.plies.length === 1;
  const how: How<'lay'> = batch.share ? (one ? 'plyPart' : 'pliesPart') : one ? 'ply' : 'plies';
  w.step(
    `mix.${batch.number}`,
    'mix',
    'batch',
    { place: 'bench', serves, fields: { number: batch.number } },
    RATES.mixBatch,
    [],
    true,
  );
  w.timed(
    'lay',
    how,
    {
      place: side,
      serves,
      fields: {
        first: batch.plies[0],
        last: batch.plies[batch.plies.length - 1],
        ...(batch.share ? { part: batch.share.index, parts: batch.share.of } : {}),
      },
    },
    labourOf(batch, hands, w.ledger),
    { plies: batch.plies, withNext: goesOn },
  );
}

function lastCure(mix: NonNullable<DishPlan['mix']>, laminate: LaminatePlan): Lag {
  const last = mix.batches[mix.batches.length - 1];
  const side = sideOf(laminate, last.plies[0]);
  const { sand, windowOpens, windowCloses } = mix.milestones;
  return {
    id: workId(side, 'sandable', liftOf(side, last.group)),
    stage: 'mix',
    awaited: 'sandable',
    least: sand,
    cures: { layer: layerOf(side, last.group), moment: 'sand' },
    ...(windowOpens && windowCloses ? { window: { opens: windowOpens, closes: windowCloses } } : {}),
  };
}
