import { RATES } from '../../../materials/work-rates';
import type { Ledger } from '../../../trace/ledger';
import { workId } from '../../../work/ids';
import type { InPots, Item } from '../../../work/step';
import { each, perLitre, perM2, StepWriter, type StepMore } from '../../../work/writer';
import { ml, mm, words } from '../../../trace/words';
import { papersOf, type SandingStep } from '../../common/sanding';
import type { FairPlan } from '../dish-plan';
import type { Parts } from './parts';

/** From the washed laminate to the last paper before the finish. */
export function fairSteps({ fair, grind, system }: Parts, ledger: Ledger): readonly Item[] {
  if (!fair || !grind) return [];
  const w = new StepWriter(ledger);
  const epoxy = system?.chosen?.chain.resin?.family === 'epoxy';
  w.step(
    'fair',
    'abrade',
    epoxy ? 'afterBlush' : 'afterWash',
    { place: 'face', serves: 'fill' },
    RATES.washFixed,
    [perM2(RATES.washPerM2, fair.spreadArea)],
  );
  if (fair.surface && fair.surface.highs > 0)
    w.step(
      'fair',
      'cutHighs',
      fair.surface.highs === 1 ? 'one' : 'many',
      { place: 'face', serves: 'highs', fields: { count: fair.surface.highs } },
      RATES.abradeFixed,
      [perLitre(RATES.cutHighPerM3, fair.surface.cut, 'per litre cut')],
    );
  const [level, ...finer] = fair.sanding;
  const product = system.chosen?.chain.filler?.id;
  const pot: InPots | undefined =
    product === undefined ? undefined : { product, count: fair.batches, cup: { of: 'filler' } };
  for (let go = 1; go <= fair.goes.value; go += 1) fillGo(w, fair, go, level, pot);
  for (const s of level ? [level, ...finer] : finer)
    w.timed(
      'fair',
      'sand',
      'grit',
      { place: 'face', serves: `fill-${s.paperId}`, fields: { grit: s.grit } },
      s.time,
      { figures: papersOf(s) },
    );
  return w.items;
}

/** One coat of filler. From the last coat of the first round on it is filled, levelled and read again until it is fair. */
function fillGo(
  w: StepWriter,
  fair: FairPlan,
  go: number,
  level: SandingStep | undefined,
  pot: InPots | undefined,
): void {
  const serves = `fill-${go}`;
  const round = Math.max(1, go - fair.coats.value + 1);
  const more: StepMore =
    go < fair.coats.value
      ? {}
      : { round: { id: workId('face', 'fill', 'fair'), until: 'fair', likely: fair.rounds } };
  // The batches are counted for all coats of the first round together.
  const share = each(RATES.mixBatch / fair.coats.value, fair.batches, 'per batch, shared by the coats');
  w.step('fair', 'mix', 'filler', { place: 'bench', serves }, 0, [share], { ...more, withNext: true, pot });
  w.step(
    'fair',
    'fill',
    round > 1 ? 'lows' : 'spread',
    { place: 'face', serves, fields: { round } },
    RATES.spreadFixed,
    [perM2(RATES.spreadPerM2, fair.spreadArea)],
    {
      ...more,
      figures: words`${ml(fair.volume)}${fair.goes.value > 1 ? ' in all coats' : ''}, ${mm(fair.margin)} beyond the low each side`,
    },
  );
  w.wait('fair', 'fillerSandable', { place: 'face', serves }, fair.milestones.sand, {
    cures: { layer: { of: 'filler', number: go }, moment: 'sand' },
  });
  // Between rounds it is only levelled; the finer papers come once, at the end.
  if (go >= fair.coats.value && go < fair.goes.value && level)
    w.timed(
      'fair',
      'sand',
      'guide',
      { place: 'face', serves: `round-${round}`, fields: { tool: level.tool, grit: level.grit } },
      level.time,
      { ...more, figures: papersOf(level) },
    );
}
