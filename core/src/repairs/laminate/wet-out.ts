import { planMix } from '../../mix/batches';
import type { StageMemo } from '../../trace/stage-memo';
import type { KindInput } from '../kind';
import type { Chosen } from './chosen';
import type { Cures } from './cures';
import type { DishPlan } from './dish-plan';
import type { Ground } from './ground';

/** The plies in pots: what wets them out, in the order of the work. */
export function mixOf(
  memo: StageMemo,
  { inputs }: KindInput,
  { resin }: Chosen,
  cures: Cures,
  { grind, laminate }: Ground,
): DishPlan['mix'] {
  const grounds = laminate.sides.flatMap(({ face, plies }) =>
    plies.length > 0
      ? [{ lay: plies[0], area: (face === 'inside' ? grind.inside : grind)?.laidArea ?? grind.laidArea }]
      : [],
  );
  const batches = memo.run(
    'mix',
    {
      plies: laminate.plies.map((p) => ({
        lay: p.lay,
        thickness: p.thickness,
        area: p.area,
        resin: p.resin,
        rate: p.cloth.wetOutRate,
      })),
      grounds,
      groundCoat: inputs.groundCoat,
      waste: inputs.waste,
      resin,
      temperature: inputs.temperature,
      usableTime: cures.resin.usable,
      dropsPerMl: inputs.dropsPerMl,
      hands: inputs.hands,
      lie: inputs.lie,
    },
    planMix,
  );
  return batches && { ...batches, milestones: cures.resin };
}
