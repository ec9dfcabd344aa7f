import type { RouteId } from '../materials/damage-kinds';
import { modelOf, type Product, type ProductRole } from '../materials/product';

/** A link of a chain: one product that the repair takes. */
export interface LinkData {
  /** As a person reads it. */
  readonly name: string;
  /** Ways of repairing that take it besides those whose own choices name it, and what it is chosen from there. */
  readonly into?: { readonly routes: readonly RouteId[]; readonly choice: Omit<Choice, 'role'> };
}

/** Links in the order of the work. A new link is an entry here: where it goes and what it is taken from stand with it. */
export const LINKS = {
  prep: { name: 'surface preparation' },
  clean: { name: 'cleaning after it' },
  prime: { name: 'primer or tie coat' },
  bond: { name: 'bond' },
  coring: { name: 'new core' },
  reinforce: { name: 'reinforcement' },
  fill: { name: 'fairing compound' },
  barrier: {
    name: 'barrier coat',
    into: {
      routes: ['recore', 'inject', 'edge', 'wood', 'metal'],
      choice: {
        from: ['barrier coat'],
        orNone: true,
        below: true,
        only: (p) => modelOf(p) === 'barrier-epoxy',
      },
    },
  },
  undercoat: {
    name: 'primer under the paint',
    into: {
      routes: ['laminate', 'recore', 'surface', 'inject', 'edge', 'bonded', 'wood'],
      choice: {
        from: ['primer'],
        orNone: true,
        only: (p) => ['primer-build', 'primer-water', 'aerosol-primer'].includes(modelOf(p)),
      },
    },
  },
  finish: { name: 'finish' },
} as const satisfies Record<string, LinkData>;

export type ChainRole = keyof typeof LINKS;
/** Links of a chain, in the order of the work. */
export const CHAIN_ROLES = Object.keys(LINKS) as readonly ChainRole[];

/** Where the links of one role are taken from. */
export interface Choice {
  readonly role: ChainRole;
  readonly from: readonly ProductRole[];
  /** The link may be left out. */
  readonly orNone?: boolean;
  /** Offered only where the damage lies under water. */
  readonly below?: true;
  /** Narrows the products of those roles. */
  readonly only?: (product: Product) => boolean;
}

/** Choices of a way with those of the links that put themselves into it. */
export const choicesOf = (route: RouteId, own: readonly Choice[]): readonly Choice[] => [
  ...own,
  ...CHAIN_ROLES.flatMap((role): Choice[] => {
    const { into }: LinkData = LINKS[role];
    return into?.routes.includes(route) && !own.some((c) => c.role === role)
      ? [{ role, ...into.choice }]
      : [];
  }),
];
