import type { HullFamily } from '../../materials/substrates';
import { formula } from '../../trace/formula';
import type { LetGo } from '../../trace/problem-codes';
import type { RepairBuilder } from '../builder';

/** What can let go in a hull. */
const CAN: Readonly<Partial<Record<HullFamily, readonly LetGo[]>>> = {
  frp: ['plies'],
  'frp-cored': ['skin', 'plies'],
  'foam-sheet': ['skin'],
  wood: ['veneer'],
  foil: ['skin', 'plies'],
};

/** Drilled down to a split between plies, m. */
export const downToSplit = formula({
  id: 'repairs/injection/split',
  expression: 'd = t/2',
  unit: 'm',
  source: 'midway until the first hole shows it: plies let go where shear is largest',
  inputs: { t: 'thickness' },
  evaluate: (x) => x.t / 2,
});

/**
 * Whether it has let go within the skin, so that it is not drilled through and the core behind takes nothing. Where a
 * hull has but one answer, that is the answer.
 */
export function splitWithin(b: RepairBuilder): boolean {
  const { job, substrate } = b.input;
  const can = CAN[substrate.family] ?? [];
  const { layer } = job.damage;
  if (layer && !can.includes(layer)) {
    b.warn('survey', 'damage.layer', 'layer-not-here', { layer, here: can });
    return !can.includes('skin');
  }
  return layer ? layer !== 'skin' : !can.includes('skin');
}
