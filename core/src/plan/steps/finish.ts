import { COAT_RATE } from '../../finish/film';
import { afterLast, overFace } from '../../repairs/common/over-face';
import type { Chain } from '../../match/chain';
import { handsOn } from '../../materials/hands-on';
import { RATES } from '../../materials/work-rates';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { workId } from '../../work/ids';
import { tellStep } from '../../work/tell';
import type { Item } from '../../work/step';
import type { FinishPlan } from '../plan';
import type { GrindPlan } from '../dish-plan';
import { reopened } from './laminate';
import { perItem, perM2, StageSteps, type TaskFacts } from './parts';

/** Rounds of trial and correction that a colour usually takes. */
const COLOUR_ROUNDS = 2;

export interface FinishWork {
  readonly finish: FinishPlan;
  readonly chain?: Chain;
  readonly job?: TaskFacts;
  /** Length of the masking line. */
  readonly masking: Figure;
  /** Pairs of hands that lay a coat side by side. */
  readonly hands: Figure;
  /** Fittings that were taken off and are bedded again. */
  readonly moved: readonly { readonly index: number; readonly name: string }[];
}

/** Fittings taken off for the repair, each once. */
export const movedBack = (grind: GrindPlan): FinishWork['moved'] =>
  grind.room.filter((x, k, all) => x.answer === 'move' && all.findIndex((y) => y.index === x.index) === k);

/** Coats from masking to the check. */
export function finishSteps(
  { finish, chain, job, masking, moved, hands }: FinishWork,
  ledger: Ledger,
): readonly Item[] {
  const gel = chain?.finish?.kind === 'gel coat';
  const w = new StageSteps('finish', ledger);
  w.step('maskFinish', 'mask', 'finish', { place: 'finish', serves: 'coat' }, RATES.maskFixed, [
    { rate: RATES.maskPerMetre, unit: 's/m', per: 'per metre of masking line', amount: masking },
  ]);
  if (gel && job?.colour)
    w.step('colour', 'colour', 'match', { place: 'bench', serves: 'coat' }, 0, [
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
    ]);
  if (finish.method === 'spray')
    w.step('sprayGear', 'sprayGear', 'set', { place: 'bench', serves: 'coat' }, RATES.sprayFixed);
  for (let coat = 1; coat <= finish.coats.value; coat += 1) coatSteps(w, finish, hands, gel, coat);
  for (const s of finish.sanding)
    w.timed(
      'sand',
      s.wet ? 'wet' : 'grit',
      { place: 'finish', serves: `coat-${s.paperId}`, fields: { grit: s.grit } },
      s.time,
    );
  for (let i = 1; i <= finish.polishStages; i += 1)
    w.step(`polish.${i}`, 'polish', i === 1 ? 'cut' : 'fine', { place: 'finish', serves: `gloss-${i}` }, 0, [
      perM2(RATES.polishPerM2, finish.area),
    ]);
  w.step('finishCheck', 'check', 'finish', { place: 'finish', serves: 'job' }, RATES.finishCheck);
  for (const { index, name } of moved)
    w.step(
      `putBack.${index + 1}`,
      'putBack',
      'fitting',
      { place: 'fitting', serves: `fitting-${index + 1}`, fields: { name } },
      RATES.moveFitting / 2,
    );
  return w.items;
}

function coatSteps(w: StageSteps, finish: FinishPlan, hands: Figure, gel: boolean, coat: number): void {
  const m = finish.milestones;
  const serves = `coat-${coat}`;
  w.step(
    `mixCoat.${coat}`,
    'mix',
    gel ? 'gelCoat' : 'paint',
    { place: 'bench', serves },
    0,
    [perItem('s', 'per cup', RATES.mixBatch, finish.batchesPerCoat)],
    true,
  );
  const fields = { coat };
  const how = gel ? 'gelCoat' : 'paint';
  const work = handsOn(w.ledger, `coat.${coat}`, tellStep({ action: 'coat', how, fields }), RATES.coatFixed, [
    perM2(COAT_RATE[finish.method], finish.area),
  ]);
  w.timed('coat', how, { place: 'finish', serves, fields }, work);
  const last = coat === finish.coats.value;
  const awaited = !last ? 'overcoat' : gel ? 'gelCoatSanded' : 'paintHandled';
  const missed = reopened(
    'finish',
    `abradeCoat.${coat}`,
    'reopen',
    { place: 'finish', serves, fields: { grit: finish.grits.between } },
    finish.area,
    w.ledger,
  );
  const over = last ? undefined : overFace(w.ledger, `coat.${coat}.over`, work, hands, 'alike');
  const place = {
    rest: last ? m.sand : (m.windowOpens ?? m.sand),
    ...(last ? {} : { opens: m.windowOpens, closes: m.windowCloses }),
  };
  const { rest, opens, closes } = over ? afterLast(w.ledger, `coat.${coat}.over`, over, place) : place;
  w.add({
    lag: {
      id: workId('finish', awaited, serves),
      stage: 'finish',
      awaited,
      least: rest,
      cures: { layer: { of: 'finish', number: coat }, moment: last || !m.windowOpens ? 'sand' : 'opens' },
      ...(opens && closes ? { window: { opens, closes, missed } } : {}),
      ...(over ? { over } : {}),
    },
  });
}
