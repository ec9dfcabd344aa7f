import { expectedOf } from '../expected';
import { lays } from '../faces';
import type { Broken } from '../../trace/broken';
import { ready, type Check } from './check';

/** What is pressed or filled against something that was laid behind it comes when that no longer gives. */
export const behind: Check = (p, scene) => {
  if (!expectedOf(p.step).bonds || p.step.place === 'inside') return [];
  return scene.placed.flatMap((laid): readonly Broken[] => {
    if (laid.believed || laid.step.place !== 'inside' || laid.end > p.start || !lays(laid)) return [];
    const product = scene.place.product(laid.product);
    if (!product || !scene.clockwork.sheetOf(product)) return [];
    const { opens, sand } = scene.moments(laid);
    const needed = opens ?? sand;
    const moment = opens === undefined ? 'sand' : 'opens';
    if (needed === undefined) return [{ gate: 'never', product: product.name, moment }];
    const age = (p.start - laid.end) / 1000;
    return ready(age, needed) ? [] : [{ gate: 'cured', product: product.name, moment, early: needed - age }];
  });
};
