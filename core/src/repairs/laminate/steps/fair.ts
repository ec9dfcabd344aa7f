import { papersWorn } from '../../common/around';
import { multiple } from '../../../rates/row';
import { RATES } from '../../../rates/book';
import type { Ledger } from '../../../trace/ledger';
import { workId } from '../../../work/ids';
import type { InPots, Item } from '../../../work/step';
import { each, perLitre, perM2, StepWriter, type StepMore } from '../../../work/writer';
import { grams, ml, mm, words, type Words } from '../../../trace/words';
import { papersOf, type SandingStep } from '../../common/sanding';
import { spreaderFor, type Spreader } from '../../../fair/spreader';
import type { FairPlan } from '../dish-plan';
import { DEFAULTS } from '../../../materials/defaults';
import type { Pot } from '../../repair';
import { SIDE_POTS, sidePot } from '../side-pots';
import { FILMS, type Parts } from './parts';

/** From the washed laminate to the last paper before the finish. */
export function fairSteps({ fair, grind, system, filling, pots }: Parts, ledger: Ledger): readonly Item[] {
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
  for (let go = 1; go <= fair.goes.value; go += 1) fillGo(w, fair, go, { level, pot, filling });
  if (level) sandWith(w, level, 'fill');
  skimmed(w, fair, pots);
  // A face that one paper finishes is gone over with it once more where it was skimmed.
  for (const s of finer) sandWith(w, s, 'fill');
  if (level && fair.skim && finer.length === 0) sandWith(w, level, 'skim');
  return w.items;
}

const sandWith = (w: StepWriter, s: SandingStep, serves: 'fill' | 'skim'): StepWriter =>
  w.timed(
    'fair',
    'sand',
    'grit',
    { place: 'face', serves: `${serves}-${s.paperId}`, fields: { grit: s.grit } },
    s.time,
    { figures: papersOf(s) },
  );

/** Paper opens hollow spheres: their pits are closed before the finer papers, or each is a pinhole in the coat. */
function skimmed(w: StepWriter, { skim, spreadArea, milestones }: FairPlan, pots: readonly Pot[]): void {
  if (!skim) return;
  const own = sidePot(pots, SIDE_POTS.skim);
  const at = { place: 'face' as const, serves: 'skim' };
  w.step('fair', 'mix', 'skim', { place: 'bench', serves: 'skim' }, RATES.mixBatch, [], {
    withNext: true,
    ...own,
  });
  w.step('fair', 'fill', 'skim', at, RATES.spreadFixed, [perM2(RATES.coverPerM2, spreadArea)], {
    figures: words`${ml(skim.volume)}`,
  });
  const product = own.pot?.product;
  w.wait('fair', 'fillerSandable', at, milestones.sand, {
    ...(product
      ? {
          cures: {
            layer: { of: 'film', number: FILMS.skim, product, thickness: DEFAULTS.pitDepth },
            moment: 'sand',
          },
        }
      : {}),
  });
}

interface With {
  readonly level: SandingStep | undefined;
  readonly pot: InPots | undefined;
  readonly filling: Parts['filling'];
}

/** One coat of filler. From the last coat of the first round on it is filled, levelled and read again until it is fair. */
function fillGo(w: StepWriter, fair: FairPlan, go: number, { level, pot, filling }: With): void {
  const serves = `fill-${go}`;
  const round = Math.max(1, go - fair.coats.value + 1);
  const more: StepMore =
    go < fair.coats.value
      ? {}
      : { round: { id: workId('face', 'fill', 'fair'), until: 'fair', likely: fair.rounds } };
  // The batches are counted for all coats of the first round together.
  const share = each(
    multiple(RATES.mixBatch, 1 / fair.coats.value),
    fair.batches,
    'per batch, shared by the coats',
  );
  w.step('fair', 'mix', 'filler', { place: 'bench', serves }, 0, [share], { ...more, withNext: true, pot });
  // Only the first coat goes on a face that drinks.
  if (fair.neat && go === 1)
    w.step(
      'fair',
      'saturate',
      'neat',
      { place: 'face', serves },
      RATES.spreadFixed,
      [perM2(RATES.neatPerM2, fair.spreadArea)],
      { ...more, withNext: true, figures: words`${grams(fair.neat)} of it` },
    );
  w.step(
    'fair',
    'fill',
    round > 1 ? 'lows' : 'spread',
    { place: 'face', serves, fields: { round } },
    RATES.spreadFixed,
    [perM2(RATES.spreadPerM2, fair.spreadArea)],
    {
      ...more,
      withNext: (filling?.under ?? 'open') !== 'open',
      figures: words`${ml(fair.volume)}${fair.goes.value > 1 ? ' in all coats' : ''}, ${drawnWith(fair)}${fair.surface ? words`${mm(fair.margin)} beyond the low each side` : 'out to the finish edge'}`,
    },
  );
  untilHard(w, fair, go, { filling, more });
  // Between rounds it is only levelled; the finer papers come once, at the end.
  if (go >= fair.coats.value && go < fair.goes.value && level)
    w.timed(
      'fair',
      'sand',
      'guide',
      { place: 'face', serves: `round-${round}`, fields: { tool: level.tool, grit: level.grit } },
      level.time,
      { ...more, figures: papersOf(level), rated: papersWorn(level) },
    );
}

/** What filler is drawn off with, where the curve of the hull was read. */
const SPREADERS: Readonly<Record<Spreader, string>> = {
  stiff: 'stiff wide blade',
  flexible: 'flexible blade, drawn along the straight of the face',
  shaped: 'strip cut to the curve',
};

function drawnWith({ surface, margin, tolerance }: FairPlan): Words {
  const radius = surface?.radius?.value;
  return radius === undefined ? [] : [`${SPREADERS[spreaderFor(radius, margin.value, tolerance.value)]}, `];
}

/** From the wet filler to one that can be sanded: drawn level under a cover, or sliced off while it is rubbery. */
function untilHard(
  w: StepWriter,
  { spreadArea, milestones }: FairPlan,
  go: number,
  { filling, more }: { readonly filling: Parts['filling']; readonly more: StepMore },
): void {
  const at = { place: 'face' as const, serves: `fill-${go}` };
  const layer = { of: 'filler' as const, number: go };
  const under = filling?.under ?? 'open';
  if (under !== 'open')
    w.step('fair', 'cover', under, at, RATES.coverFixed, [perM2(RATES.coverPerM2, spreadArea)], more);
  else if (filling?.warmed && milestones.windowOpens)
    w.step(
      'fair',
      'dress',
      'rubbery',
      at,
      RATES.coverFixed,
      [perM2(RATES.slicePerM2, spreadArea)],
      more,
    ).beside('rubbery', at, milestones.windowOpens, { cures: { layer, moment: 'opens' } });
  w.wait('fair', 'fillerSandable', at, milestones.sand, { cures: { layer, moment: 'sand' } });
  if (under !== 'open') w.step('fair', 'strike', 'cover', at, RATES.strike, [], more);
}
