import { linkOf } from '../../match/chain';
import type { Cloth, Product } from '../../materials/product';
import { RATES } from '../../rates/book';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { each, perM2 } from '../../work/writer';
import { abradeBetween } from '../common/goes';
import { goesAlike, shareOf, wholeNumber, withLoss } from '../common/measures';
import { massFor, mixed } from '../common/mixing';
import type { Stirred } from '../common/thickened';
import { planReinforcement } from '../common/reinforce';
import { lower, ml, mm, words } from '../../trace/words';
import type { Joint, Part } from './part';

const MIN = 60;
/** What is missing of an edge is filled as it is, without a groove: cloth over it lies on faces that are still coated. */
const EDGES: ReadonlySet<string> = new Set(['nick', 'worn-edge']);
const LOSS = 0.25;

/** Graphite in a bearing, parts per 100. Source: usual, stirred in until it is as thick as cream. */
const GRAPHITE = 20;

/** Graphite of the library, and how much of it. */
function graphiteFor(b: RepairBuilder): Stirred | undefined {
  const powder = b.input.library.products.find((p) => p.id === 'graphite');
  return powder?.role === 'powder'
    ? {
        powder,
        parts: b.assumed('fill.powderParts', 'graphite per 100 parts', GRAPHITE, '1', 'as thick as cream'),
      }
    : undefined;
}

/** Mixed and run in first: a joint that is clamped dry stays dry. */
function clamp(b: RepairBuilder, clamps: Figure): void {
  b.step(
    'mix',
    'glue',
    'edge',
    { place: 'edge', serves: 'split', fields: { count: clamps.value } },
    10,
    [each(1.5 * MIN, clamps, 'per clamp')],
    { people: 2 },
  );
}

/** What is bought by the piece. */
const plateBought = (b: RepairBuilder, plate: Product | undefined): void => {
  if (plate)
    b.material(
      'bush',
      plate.name,
      'bearing',
      b.ledger.given('bushes', 'bushes', 1, 'count', 'computed', 'one pivot'),
      plate,
    );
};

export function fill(b: RepairBuilder, part: Part, joint: Joint, bond: Product, bored: boolean): void {
  const { volume, clamps, bush } = joint;
  // A bush slides by itself: what holds it needs no graphite.
  const graphite = bored && !bush;
  const { survey, chain, damage } = b.input;
  const whole = b.compute('whole', 'with what is lost', withLoss, {
    'V₀': volume,
    loss: b.assumed('loss', 'lost and squeezed out', LOSS, 'fraction', 'small pots'),
  });
  const inner = linkOf(chain, 'reinforce');
  const cloth =
    inner?.role === 'cloth' && !bored
      ? planReinforcement(
          b,
          inner as Cloth,
          { length: survey.length, width: part.depth },
          2,
          0.05,
          'a layer on each face over the joint',
        )
      : undefined;
  const most =
    'maximumPerGo' in bond && bond.maximumPerGo
      ? b.sheetFigure('perGo', 'thickest in one go', bond, 'maximumPerGo', bond.maximumPerGo, 'm')
      : b.assumed('perGo', 'thickest in one go', 0.01, 'm', 'usual');
  const deep = bored ? part.thick : part.local;
  const goes =
    damage === 'split-edge' || bush
      ? b.ledger.given('goes', 'goes', 1, 'count', 'computed', bush ? 'thin round a bush' : 'thin in a split')
      : b.compute('goes', 'goes', wholeNumber, { x: deep, most });
  // Every go sets before the next, so every go is a mix of its own.
  const each = massFor(b, 'fill', bond, b.compute('eachGo', 'each go', shareOf, { X: whole, n: goes }));
  const mass = b.compute('fillAll', `${bond.name} in all`, goesAlike, {
    m_go: each,
    n: goes,
  });
  const title = graphite ? `${bond.name}, with graphite` : bond.name;
  mixed(b, {
    id: 'fill',
    stage: 'mix',
    title: goes.value > 1 ? `${title}, each go` : title,
    about: bush ? 'set the bush' : bored ? 'pour the bearing' : 'fill the edge',
    product: bond,
    mass: each,
    working: b.assumed('working', 'filling', 300, 's', 'minutes'),
    next: goes.value > 1 ? 'next go' : 'can be sanded',
    repeats: goes,
    ...(graphite ? { stirred: graphiteFor(b) } : {}),
  });
  const all = cloth ? b.ledger.sum('bondMass', bond.name, 'kg', [mass, cloth.resin]) : mass;
  if (cloth)
    mixed(b, {
      id: 'wetOut',
      stage: 'mix',
      title: `${bond.name}, for the cloth`,
      about: 'a layer on each face',
      product: bond,
      mass: cloth.resin,
      working: b.assumed('clothTime', 'wetting out', 420, 's', 'both faces'),
      next: 'can be sanded',
    });
  b.material('bond', bond.name, 'edge', all, bond);
  if (bush) plateBought(b, inner);
  // Glass over a split or round an edge lies on the old faces; a groove was abraded past itself when it was opened.
  if (cloth && (clamps || EDGES.has(damage)))
    b.step('grind', 'abrade', 'clothFaces', { place: 'edge', serves: 'cloth' }, RATES.abradeFixed, [
      perM2(RATES.abradePerM2, cloth.area),
    ]);
  const times = b.times(bond);
  for (let go = 1; go <= goes.value; go += 1) {
    abradeBetween(b, go);
    b.step(
      'mix',
      'mix',
      graphite ? 'graphite' : 'pot',
      { place: 'bench', serves: `fill-${go}` },
      RATES.mixBatch,
      [],
      b.mixes('fill'),
    );
    const wet = go === goes.value ? cloth : undefined;
    b.step(
      'mix',
      'fill',
      bored ? 'bore' : clamps ? 'split' : goes.value > 1 ? 'facesGo' : 'faces',
      { place: 'fill', serves: `fill-${go}`, fields: { go } },
      8,
      [],
      {
        withNext: wet !== undefined || clamps !== undefined || bush !== undefined,
        figures: words`${ml(whole, 1)} ${goes.value > 1 ? 'in all goes' : 'in all'}`,
      },
    );
    if (wet) {
      b.step(
        'mix',
        'mix',
        'cloth',
        { place: 'bench', serves: 'cloth' },
        RATES.mixBatch,
        [],
        b.mixes('wetOut'),
      );
      b.step(
        'mix',
        'lay',
        'faces',
        { place: 'edge', serves: 'cloth', fields: { product: inner?.name ?? '' } },
        RATES.spreadFixed,
        [perM2(RATES.spreadPerM2, wet.area)],
        { withNext: clamps !== undefined },
      );
    }
    if (clamps) clamp(b, clamps);
    if (bush)
      b.step('mix', 'glue', 'bush', { place: 'bore', serves: 'bush' }, 10, [], {
        figures: words`${mm(bush, 1)} outside`,
      });
    if (times)
      b.wait(
        'mix',
        go === goes.value ? 'untilWorked' : 'nextGo',
        { place: 'fill', serves: `fill-${go}` },
        times.sand,
        b.curing(bond, 'sand', deep.value / goes.value),
      );
  }
  if (clamps) b.step('mix', 'strike', 'clamps', { place: 'edge', serves: 'fill' }, RATES.strike);
  if (joint.held)
    b.step('mix', 'strike', joint.held, { place: bored ? 'bore' : 'edge', serves: 'fill' }, RATES.strike);
  if (bored && !joint.round) b.step('mix', 'drill', 'pin', { place: 'bore', serves: 'pin' }, 25);
  b.at('mix')
    .key('Fill', whole, 'ml', 1)
    .key('Goes', goes)
    .key('In all', all)
    .say(
      words`${ml(whole, 1)} of ${lower(bond.name)} in ${goes} ${goes.value === 1 ? 'go' : 'goes'}${times ? words`; worked after ${times.sand}` : ''}.`,
    );
  b.accept(
    'mix',
    bored ? 'turn the pin through a full circle' : 'a nail pressed into the fill',
    bored ? 'turns freely, no rattle' : 'no print',
  );
}
