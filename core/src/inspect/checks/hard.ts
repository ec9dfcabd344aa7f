import { expectedOf } from '../expected';
import { lays } from '../faces';
import type { Broken } from '../../trace/broken';
import { ready, type Check } from './check';

/** What is looked over, put back together or handed over is hard: each thing that was laid before. */
export const hard: Check = (p, scene) => {
  if (!expectedOf(p.step).hard) return [];
  return scene.placed.flatMap((laid): readonly Broken[] => {
    if (laid.believed || laid.end > p.start || !lays(laid)) return [];
    const product = scene.place.product(laid.product);
    if (!product || !scene.clockwork.sheetOf(product)) return [];
    const { sand } = scene.moments(laid);
    if (sand === undefined) return [{ gate: 'never', product: product.name, moment: 'sand' }];
    const age = (p.start - laid.end) / 1000;
    return ready(age, sand)
      ? []
      : [{ gate: 'cured', product: product.name, moment: 'sand', early: sand - age }];
  });
};
