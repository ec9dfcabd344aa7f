import { multiple } from '../../rates/row';
import { washFirst } from '../common/wash';
import { offset } from '../../geometry/offset';
import { regionArea, regionPerimeter } from '../../geometry/region';
import { linkOf } from '../../match/chain';
import { RATES } from '../../rates/book';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import { type RepairBuilder } from '../builder';
import { perM2, perMetre } from '../../work/writer';
import { massFor, mixed } from '../common/mixing';
import { layerVolume, withLoss } from '../common/measures';
import { Drawing } from '../drawing';
import type { RepairPlan } from '../repair';
import { ml, mm, words } from '../../trace/words';

/** A skin thinner than this is cut away where it is loose, not injected, m. Source: usual with thin-skinned craft. */
export const THIN_SKIN = 0.0015;
/** Patch past the cut. */
const PAST = 0.0125;
/** Cells are filled level this deep. */
const CELLS = 0.003;
const CLOTH = 0.2;

export const clothMass = formula({
  id: 'repairs/injection/thin-skin',
  expression: 'm = A·n·w·(1 − W_f)/W_f',
  unit: 'kg',
  source: 'resin that the cloth holds, by its fibre fraction',
  inputs: { A: 'area', n: 'layers', w: 'areal weight of the cloth', W_f: 'fibre by mass' },
  evaluate: (x) => (x.A * x.n * x.w * (1 - x.W_f)) / x.W_f,
});

/** A loose thin skin over foam or honeycomb: cut away with a shallow blade, cells filled level, a patch just past it. */
export function planThinSkin(b: RepairBuilder, skin: Figure): RepairPlan {
  const { survey, chain } = b.input;
  const bond = linkOf(chain, 'bond');
  const past = b.assumed('past', 'patch past the cut', PAST, 'm', '10 to 15 mm on a thin skin');
  const grown = offset(survey.region, PAST);
  const area = b.ledger.record(
    'patch',
    'patch',
    {
      id: 'geometry/offset',
      expression: 'A, outline moved out',
      unit: 'm²',
      source: 'outline of the loose skin moved out by the lap',
    },
    regionArea(grown),
    { A: survey.area, past },
  );
  const edge = b.ledger.record(
    'edge',
    'edge of the patch',
    {
      id: 'geometry/offset',
      expression: 'P, outline moved out',
      unit: 'm',
      source: 'outline of the loose skin moved out by the lap',
    },
    regionPerimeter(grown),
    { P: survey.perimeter, past },
  );
  const cells = b.compute('cells', 'cells to fill level', layerVolume, {
    A: survey.area,
    d: b.assumed('cellDepth', 'filled', CELLS, 'm', 'the outer cells only; the rest stays light'),
  });
  const fill = b.compute('fill', 'with what is lost', withLoss, {
    'V₀': cells,
    loss: b.assumed('loss', 'lost', 0.2, 'fraction', 'by hand'),
  });
  const layers = b.assumed(
    'layers',
    'layers of 200 g/m² cloth',
    Math.max(1, Math.round(skin.value / 0.0004)),
    'count',
    'as thick as the skin was',
  );
  const wet = b.compute('wet', 'to wet the cloth out', clothMass, {
    A: area,
    n: layers,
    w: b.assumed('cloth', 'cloth', CLOTH, 'kg/m²', 'plain 200'),
    W_f: b.assumed('clothFraction', 'fibre by mass', 0.5, 'fraction', 'hand lay-up, half and half'),
  });
  b.at('grind').key('Skin', skin, 'mm', 1).key('Patch past it', past, 'mm', 0).key('Patch', area);
  b.at('grind').say(
    words`Cut only the loose skin away, the blade held shallow; sand a ring of ${mm(past)} round it.`,
  );
  b.at('grind')
    .note(
      ['Bevel the edge with the blade nearly flat: the core under a sound skin is not cut.'],
      ['No solvent and no heat on a polystyrene core; no gun above 60 °C near any foam.'],
    )
    .ask('hull.thickness', skin);
  washFirst(b, area);
  b.step('grind', 'cut', 'skin', { place: 'skin', serves: 'ground' }, 6, [
    perMetre(360, survey.perimeter),
  ]).step('grind', 'abrade', 'ring', { place: 'skin', serves: 'ground' }, 6, [
    perM2(multiple(RATES.abradePerM2, 2), area),
  ]);
  if (bond) {
    const mass = massFor(b, 'fill', bond, fill);
    mixed(b, {
      id: 'fill',
      stage: 'mix',
      title: `${bond.name}, for the cells`,
      about: 'fill the cells level, thickened',
      product: bond,
      mass,
      working: b.assumed('working', 'filling', 480, 's', 'by hand'),
      next: 'patch goes on',
    });
    mixed(b, {
      id: 'wet',
      stage: 'mix',
      title: `${bond.name}, for the patch`,
      about: 'wet the cloth out',
      product: bond,
      mass: wet,
      working: b.assumed('wetting', 'wetting out', 480, 's', 'by hand'),
      next: 'can be sanded',
    });
    b.material(
      'bond',
      bond.name,
      'cells and patch',
      b.ledger.sum('bond', bond.name, 'kg', [mass, wet]),
      bond,
    );
    b.material('cloth', 'plain cloth 200 g/m²', `${layers.value} layers`, area);
    const pot = RATES.mixBatch;
    const more = { withNext: true };
    b.step('mix', 'mix', 'pot', { place: 'bench', serves: 'cells' }, pot, [], b.mixes('fill'))
      .step(
        'mix',
        'fill',
        'cells',
        { place: 'core', serves: 'cells', fields: { product: bond.name } },
        8,
        [perM2(1800, survey.area)],
        more,
      )
      .step('mix', 'mix', 'cloth', { place: 'bench', serves: 'patch' }, pot, [], b.mixes('wet'))
      .step('mix', 'lay', 'patch', { place: 'skin', serves: 'patch' }, 10, [perM2(3600, area)]);
    const times = b.times(bond);
    if (times)
      b.wait('mix', 'untilSanded', { place: 'skin', serves: 'patch' }, times.sand, b.curing(bond, 'sand'));
    b.at('mix')
      .key('Cells', fill, 'ml', 0)
      .key('Cloth', layers)
      .say(
        words`${ml(fill)} fills the cells level; ${layers} layers of 200 g/m² cloth over it, ${mm(past)} past the cut.`,
      );
  }
  b.at('fair')
    .key('Face', area)
    .say(words`Sand the edge of the patch down, ${area}.`)
    .sand({
      area,
      stock: b.assumed('proud', 'edge of the patch', 0.0003, 'm', 'usual'),
      end: 180,
      material: 'cured resin',
      levels: true,
    });
  b.coat(area, edge);
  const d = new Drawing({ id: 'thin', onOutline: true, title: 'Loose skin and patch', note: 'from outside' });
  d.region('patch', grown, 'patch').region('damage', survey.region, 'skin cut away');
  const right = Math.max(...survey.region.flat().map((p) => p.x));
  d.dimension({ x: right, y: 0 }, { x: right + PAST, y: 0 }, past, 'mm', 0, { off: 0 });
  b.draw(d.done());
  return b.done('thin skin', 'cut and patch');
}
