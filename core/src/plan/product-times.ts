import { checkTemperature, doublingRule } from '../cure/cure-model';
import type { Chain } from '../match/chain';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { ProductTimes } from './plan';

/** When each product of a chain that the work takes may be touched at the temperature of the work, and which is out of its range. */
export function productTimes(
  i: { readonly chain: Chain; readonly temperature: Figure; readonly taken: readonly string[] },
  ledger: Ledger,
): readonly ProductTimes[] {
  return i.chain.links.flatMap(({ role, product }) => {
    const cure = 'cure' in product ? product.cure : undefined;
    // A finish is told with its coats.
    if (!cure || role === 'finish' || !i.taken.includes(product.id)) return [];
    checkTemperature({ ...product, cure }, i.temperature, 'mix', ledger);
    return [
      {
        product: product.name,
        milestones: doublingRule.milestones(role, { ...product, cure }, i.temperature, ledger),
      },
    ];
  });
}
