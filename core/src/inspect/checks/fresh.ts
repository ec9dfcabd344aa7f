import type { Product } from '../../materials/product';
import { lays } from '../faces';
import type { Broken } from '../../trace/broken';
import { ready, type Check } from './check';

/** What fresh epoxy stops from drying or curing: alkyds, and gel coat without a tie coat between. */
const stopped = (p: Product): boolean =>
  p.family === 'alkyd' || (p.role === 'finish' && p.kind === 'gel coat');

/** What free amine stops is laid over epoxy of this job only when that has cured in full. */
export const fresh: Check = (p, scene) => {
  const product = scene.place.product(p.product);
  if (!product || p.step.stage !== 'finish' || !lays(p) || !stopped(product)) return [];
  const before = scene.placed.slice(0, scene.placed.indexOf(p)).filter(lays);
  // Only the first coat lies on it; a tie coat keeps it from the gel coat.
  if (before.some((x) => x.product === p.product)) return [];
  const between = before.at(-1);
  const parting = scene.place.product(between?.product);
  if (product.role === 'finish' && parting?.role === 'tie coat') return [];
  if (product.family === 'alkyd' && parting?.role === 'primer' && parting.family === 'acrylic') return [];
  const epoxy = before
    .filter((x) => !x.believed && scene.place.product(x.product)?.family === 'epoxy')
    .at(-1);
  const under = scene.place.product(epoxy?.product);
  if (!epoxy || !under) return [];
  const full = scene.full(epoxy);
  const age = (p.start - epoxy.end) / 1000;
  if (full === undefined) return [{ gate: 'never', product: under.name, moment: 'full' }];
  const broken: readonly Broken[] = ready(age, full)
    ? []
    : [{ gate: 'cured', product: under.name, moment: 'full', early: full - age }];
  return broken;
};
