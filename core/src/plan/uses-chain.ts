import { effectsOf } from '../work/surfaces';
import type { Plan } from './plan';

/** Something of the chain is laid or used up; where a valve is cleaned, what would hold a patch says nothing. */
export const usesChain = ({
  work,
  materials = [],
  system,
}: Pick<Plan, 'work' | 'materials' | 'system'>): boolean =>
  (work?.steps.some((s) => effectsOf(s).includes('lays')) ?? true) ||
  materials.length === 0 ||
  materials.some((m) => system?.chosen?.chain.links.some(({ product }) => product.name === m.product));
