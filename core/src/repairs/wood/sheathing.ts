import type { Cloth, Product } from '../../materials/product';
import { RATES } from '../../rates/book';
import { mm } from '../../trace/words';
import { perM2 } from '../../work/writer';
import type { RepairBuilder } from '../builder';
import { mixed } from '../common/mixing';
import { planReinforcement } from '../common/reinforce';
import type { Wood } from './cut-out';

/** Glass over the joint, as many layers as are asked for; none where none is wanted. */
export function sheathe(b: RepairBuilder, w: Wood, cloth: Cloth, bond: Product): void {
  const own = b.input.job.repair?.wood?.sheathing;
  const layers = own ?? 1;
  b.at('laminate').ask('repair.wood.sheathing');
  if (layers === 0) return;
  const r = planReinforcement(
    b,
    cloth,
    { length: w.length, width: w.width },
    layers,
    0.05,
    'over the joint and 50 mm past it',
  );
  mixed(b, {
    id: 'sheath',
    stage: 'mix',
    title: `${bond.name}, for the glass`,
    about: 'wet the sheathing out',
    product: bond,
    mass: r.resin,
    working: b.assumed('sheathTime', 'wetting out', 240 + r.area.value / 3e-4, 's', 'by hand'),
    next: 'can be sanded',
  });
  b.material('sheathResin', bond.name, 'sheathing', r.resin, bond);
  // Glass lies on what is flush and dull: glue that has set holds it by its scratches alone.
  b.step('mix', 'abrade', 'joint', { place: 'joint', serves: 'sheathing' }, RATES.abradeFixed, [
    perM2(RATES.abradePerM2, r.area),
  ]);
  b.step(
    'mix',
    'mix',
    'cloth',
    { place: 'bench', serves: 'sheathing' },
    RATES.mixBatch,
    [],
    b.mixes('sheath'),
  );
  b.step(
    'mix',
    'lay',
    layers === 1 ? 'sheathing' : 'sheathings',
    { place: 'face', serves: 'sheathing', fields: { count: layers, product: cloth.name } },
    10,
    [perM2(RATES.spreadPerM2, r.area)],
  );
  const times = b.times(bond);
  if (times)
    b.wait('mix', 'sheathing', { place: 'face', serves: 'sheathing' }, times.sand, b.curing(bond, 'sand'));
  b.at('laminate').table(
    'Sheathing',
    ['Cloth', 'Layers', 'Past the joint', 'Area', 'To wet it out'],
    [[[cloth.name], [r.layers], [mm(r.lap)], [r.area], [r.resin]]],
  );
}
