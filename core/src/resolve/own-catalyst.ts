import type { Chain } from '../match/chain';
import { catalysed } from '../materials/own-catalyst';
import type { Product } from '../materials/product';
import type { SystemPlan } from './matching';

const chainWith = (chain: Chain, share: number): Chain => {
  const own = <P extends Product>(p: P | undefined): P | undefined => p && (catalysed(p, share) as P);
  return {
    ...chain,
    links: chain.links.map((l) => ({ ...l, product: catalysed(l.product, share) })),
    resin: own(chain.resin),
    filler: own(chain.filler),
    finish: own(chain.finish),
  };
};

/** The system that is taken, with the share of catalyst that somebody decided on; what else was looked at stays as it is. */
export function systemWithCatalyst({
  system,
  share,
}: {
  readonly system: SystemPlan;
  readonly share: number | undefined;
}): SystemPlan {
  const { chosen } = system;
  return share === undefined || !chosen
    ? system
    : { ...system, chosen: { ...chosen, chain: chainWith(chosen.chain, share) } };
}
