import type { Product } from '../materials/product';
import type { MilestoneId } from '../plan/cure-forecast';
import type { MilestoneMeaning } from '../trace/milestone';

/** What it means that a film of a product has set, or cured: glue on fabric is neither sanded nor put "into the water". */
export function meaningOf(milestone: MilestoneId, product: Product): MilestoneMeaning | undefined {
  const onFabric = product.role === 'fabric adhesive';
  switch (milestone) {
    case 'opens':
      return { kind: 'bonds-from' };
    case 'closes':
      return { kind: 'bonds-until' };
    case 'sand':
      return { kind: onFabric ? 'handling' : 'workable' };
    case 'full':
      return { kind: onFabric ? 'pressure' : 'cured' };
    default:
      return undefined;
  }
}
