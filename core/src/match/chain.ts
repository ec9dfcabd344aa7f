import type { Cloth, Filler, Finish, Product, Resin } from '../materials/product';
import { CHAIN_ROLES, type ChainRole, type Rule } from './rule';

/** A link that is left out. */
export const NONE_ID = 'none';

export interface Link {
  readonly role: ChainRole;
  readonly product: Product;
}

/** One whole system: every link with its product, and every rule that speaks about them. */
export interface Chain {
  readonly id: string;
  readonly route: string;
  /** In the order of the work. */
  readonly links: readonly Link[];
  /** Every rule that applies; those that refuse come first. */
  readonly rules: readonly Rule[];
  readonly refusedBy: readonly Rule[];
  /** The links whose quantities the later stages work out, where the chain has them. */
  readonly resin?: Resin;
  readonly cloth?: Cloth;
  readonly filler?: Filler;
  readonly finish?: Finish;
}

/** The product of a role. @returns undefined where the chain leaves that link out */
export const linkOf = (chain: Chain, role: ChainRole): Product | undefined =>
  chain.links.find((l) => l.role === role)?.product;

const isRole = <R extends Product['role']>(
  role: R,
  product: Product | undefined,
): Extract<Product, { role: R }> | undefined =>
  product?.role === role ? (product as Extract<Product, { role: R }>) : undefined;

/** Builds a chain from its products, one per role; `undefined` leaves the link out. */
export function makeChain(
  route: string,
  roles: readonly ChainRole[],
  products: readonly (Product | undefined)[],
  rules: readonly Rule[],
  refused: (rule: Rule) => boolean,
): Chain {
  const links = roles
    .flatMap((role, i): Link[] => (products[i] ? [{ role, product: products[i] }] : []))
    .sort((a, b) => CHAIN_ROLES.indexOf(a.role) - CHAIN_ROLES.indexOf(b.role));
  const of = (role: ChainRole): Product | undefined => links.find((l) => l.role === role)?.product;
  const sorted = [...rules].sort((a, b) => Number(refused(b)) - Number(refused(a)));
  return {
    id: roles.map((_, i) => products[i]?.id ?? NONE_ID).join('/'),
    route,
    links,
    rules: sorted,
    refusedBy: sorted.filter(refused),
    resin: isRole('laminating resin', of('bond')),
    cloth: isRole('cloth', of('reinforce')),
    filler: isRole('fairing compound', of('fill')),
    finish: isRole('finish', of('finish')),
  };
}
