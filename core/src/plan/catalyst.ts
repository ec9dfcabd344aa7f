import { CATALYST_LIMITS } from '../materials/own-catalyst';
import type { Product } from '../materials/product';
import type { Job } from '../schema/job';
import { problem, type Problem } from '../trace/problem';
import type { Plan } from './plan';
import { usesChain } from './uses-chain';

type Planned = Pick<Plan, 'system' | 'materials' | 'work' | 'repair' | 'dish' | 'finish'>;

/** Takes a peroxide or a cream, by a share that somebody may decide on. */
export const isCatalysed = (p: Product): boolean =>
  'proportion' in p &&
  (p.proportion?.kind === 'peroxide' || (p.proportion?.kind === 'cream' && p.role !== 'fabric adhesive'));

/** Whether anything that is laid here takes catalyst. */
export const catalysed = (plan: Planned): boolean =>
  usesChain(plan) && (plan.system?.chosen?.chain.links.some(({ product }) => isCatalysed(product)) ?? false);

/** The first of what is laid here that is an epoxy, by name. */
function epoxyOf(plan: Planned): string | undefined {
  if (!usesChain(plan)) return undefined;
  return plan.system?.chosen?.chain.links.find(
    ({ product }) =>
      product.family === 'epoxy' && 'proportion' in product && product.proportion !== undefined,
  )?.product.name;
}

/** A share of catalyst that was entered for an epoxy, or beyond what sets, or beyond what stays sound: nothing is mixed by it. */
export function catalystProblems({ mix }: Job, plan: Planned): readonly Problem[] {
  const [least, most] = CATALYST_LIMITS;
  const share = mix?.catalyst;
  const epoxy = share === undefined || catalysed(plan) ? undefined : epoxyOf(plan);
  if (epoxy)
    return [
      problem({ severity: 'error', stage: 'mix', path: 'mix.catalyst' }, 'peroxide-misplaced', {
        product: epoxy,
      }),
    ];
  if (share === undefined || (share >= least && share <= most) || !catalysed(plan)) return [];
  const product = plan.system?.chosen?.chain.links.find((l) => isCatalysed(l.product))?.product.name ?? '';
  return [
    problem({ severity: 'error', stage: 'mix', path: 'mix.catalyst' }, 'catalyst-share', {
      product,
      share,
      least,
      most,
    }),
  ];
}
