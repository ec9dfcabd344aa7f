import { RATES } from '../../../rates/book';
import type { Batch } from '../../../mix/batches';
import type { Figure } from '../../../trace/figure';
import { formula } from '../../../trace/formula';
import type { Ledger } from '../../../trace/ledger';
import type { How } from '../../../work/actions';
import type { Item, Layer } from '../../../work/step';
import { afterLast, overLift } from '../../common/over-face';
import type { DishPlan, LaminatePlan } from '../dish-plan';
import { behindSteps, sandBedding } from './behind';
import { each, perM2, StepWriter, type StepMore } from '../../../work/writer';
import { joined, sizesOf, words, type Words } from '../../../trace/words';
import type { Parts } from './parts';

export const together = formula({
  id: 'repairs/laminate/steps/laminate',
  expression: 't = t_wet·n',
  unit: 's',
  source: 'working time of all hands that wet out together',
  inputs: { t_wet: 'wet-out of one pair of hands', n: 'pairs of hands' },
  evaluate: (x) => x.t_wet * x.n,
});

/** Cloth of every ply together, m². */
const cutAreaOf = ({ plies }: LaminatePlan, ledger: Ledger): Figure =>
  ledger.sum(
    'plyArea',
    'plies in all',
    'm²',
    plies.map((p) => p.area),
  );

/** A ply larger than this is laid by two, m²: one wets, one holds and rolls. Source: usual practice. */
const SECOND_PAIR_FROM = 0.3;
const widestOf = (laminate: LaminatePlan | undefined, lays: readonly number[]): number =>
  Math.max(0, ...(laminate?.plies ?? []).filter((p) => lays.includes(p.lay)).map((p) => p.area.value));

/** Working time of all hands for laying one batch. */
function labourOf(batch: Batch, hands: Figure, ledger: Ledger): Figure {
  return hands.value > 1
    ? ledger.compute(`lay.${batch.number}`, `lay batch ${batch.number}, all hands`, together, {
        t_wet: batch.wetOut,
        n: hands,
      })
    : batch.wetOut;
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
  const w = new StepWriter(ledger);
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
    'laminate',
    'make',
    grind.stem ? 'pliesInHalves' : 'plies',
    { place: 'bench', serves: 'plies' },
    RATES.cutPatternSet,
    [each(RATES.cutPerPly, count, 'per ply'), perM2(RATES.cutPerM2, cutAreaOf(laminate, ledger))],
    { aside: true, figures: clothsOf(laminate) },
  );
  sandBedding(w, parts);
  for (const batch of mix.batches) {
    const previous = mix.batches[batch.number - 2];
    if (previous) between(w, parts, previous, batch);
    const side = sideOf(laminate, batch.plies[0]);
    const next = mix.batches[batch.number];
    const goesOn =
      next !== undefined && next.group === batch.group && sideOf(laminate, next.plies[0]) === side;
    const last = next === undefined || sideOf(laminate, next.plies[0]) !== side;
    layBatch(w, parts, batch, side, { goesOn, last });
  }
  lastCure(w, mix, laminate);
  return w.items;
}

/** What lies between two batches: nothing within a lift, tack between lifts, a set laminate between faces. */
function between(w: StepWriter, { laminate, mix, grind }: Parts, previous: Batch, batch: Batch): void {
  if (!laminate || !mix || !grind) return;
  const m = mix.milestones;
  const [from, to] = [sideOf(laminate, previous.plies[0]), sideOf(laminate, batch.plies[0])];
  if (from !== to) {
    // The other face is opened onto laminate that has set.
    const set = from === 'outside' ? 'setOutside' : 'setInside';
    w.wait('laminate', set, { place: from, serves: liftOf(from, previous.group) }, m.sand, {
      cures: { layer: layerOf(from, previous.group), moment: 'sand' },
    });
    w.step('laminate', 'turn', to, { place: to, serves: 'ground' }, RATES.washFixed, [
      perM2(RATES.washPerM2, grind.inside?.groundArea ?? grind.groundArea),
    ]);
    return;
  }
  if (previous.group === batch.group) return;
  const at = { place: from, serves: liftOf(from, previous.group) };
  const { windowOpens: opens, windowCloses: closes } = m;
  const missed = w.reopening('laminate', 'reopenLaminate', at, grind.groundArea);
  const noWait = () =>
    w.ledger.given(`tack.${previous.group}`, 'rest until tacky', 0, 's', 'computed', 'no wait');
  const over = overLift(w.ledger, `over.${previous.group}`, previous.wetOut, previous.plies.length);
  const place = { rest: opens ?? noWait(), opens, closes };
  const lift = over ? afterLast(w.ledger, `over.${previous.group}`, over, place) : place;
  w.wait('laminate', 'tacky', at, lift.rest, {
    cures: { layer: layerOf(from, previous.group), moment: 'opens' },
    ...(lift.opens && lift.closes
      ? { window: { opens: lift.opens, closes: lift.closes, hard: m.sand, missed } }
      : {}),
    ...(over ? { over } : {}),
  });
}

/** What a pot of the laminating resin holds. */
const potOf = ({ chosen }: Parts['system'], { mass, number }: Batch): StepMore => {
  const resin = chosen?.chain.resin;
  return resin ? { pot: { product: resin.id, mass, cup: { of: 'laminate', batch: number } } } : {};
};

/** How many plies of which cloth. */
function clothsOf({ plies }: LaminatePlan): Words {
  const counts = new Map<string, number>();
  for (const { cloth } of plies) counts.set(cloth.name, (counts.get(cloth.name) ?? 0) + 1);
  return joined([...counts].map(([name, n]) => words`${n} of ${name}`));
}

/** What is laid, ply by ply: its way and size, and its cloth where the stack has several. */
function pliesOf(laminate: LaminatePlan | undefined, lays: readonly number[]): Words {
  const all = laminate?.plies ?? [];
  const mixed = all.some((p) => p.cloth !== all[0].cloth);
  return joined(
    all
      .filter((p) => lays.includes(p.lay))
      .map(
        (p) =>
          words`${lays.length > 1 ? `${p.lay}: ` : ''}${mixed ? `${p.cloth.name} ` : ''}${p.orientation}, ${sizesOf(p.cuts, p.length, p.width)}`,
      ),
  );
}

/**
 * @param goesOn whether the next pot of the same lift follows at once: a lift is laid wet in wet
 * @param last whether nothing more is laid on this face: peel ply goes over it
 */
function layBatch(
  w: StepWriter,
  { system, hands, laminate }: Parts,
  batch: Batch,
  side: Side,
  { goesOn, last }: { readonly goesOn: boolean; readonly last: boolean },
): void {
  const serves = `${side}-batch-${batch.number}`;
  const one = batch.plies.length === 1;
  const how: How<'lay'> = batch.share ? (one ? 'plyPart' : 'pliesPart') : one ? 'ply' : 'plies';
  w.step(
    'laminate',
    'mix',
    'batch',
    { place: 'bench', serves, fields: { number: batch.number } },
    RATES.mixBatch,
    [],
    { withNext: true, ...potOf(system, batch) },
  );
  w.timed(
    'laminate',
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
    {
      ...(hands.value < 2 && widestOf(laminate, batch.plies) > SECOND_PAIR_FROM ? { people: 2 } : {}),
      plies: batch.plies,
      withNext: goesOn,
      figures: [...pliesOf(laminate, batch.plies), ...(last ? ['; peel ply over it'] : [])],
    },
  );
}

/** The last lift cures into the next stage: fairing waits for it. */
function lastCure(w: StepWriter, mix: NonNullable<DishPlan['mix']>, laminate: LaminatePlan): void {
  const last = mix.batches[mix.batches.length - 1];
  const side = sideOf(laminate, last.plies[0]);
  const { sand, windowOpens: opens, windowCloses: closes } = mix.milestones;
  w.wait('mix', 'sandable', { place: side, serves: liftOf(side, last.group) }, sand, {
    cures: { layer: layerOf(side, last.group), moment: 'sand' },
    ...(opens && closes ? { window: { opens, closes } } : {}),
  });
}
