import { LIBRARY } from '../materials/library';
import type { ProductRole } from '../materials/product';

/** Options of a list of things with ids. */
export const named = (list: readonly { id: string; name: string }[]): Record<string, string> =>
  Object.fromEntries(list.map((p) => [p.id, p.name]));

/** Products of the library with one of the roles, by id; products of the yard are taken besides. */
export const products = (...roles: readonly ProductRole[]): Record<string, string> =>
  named(LIBRARY.products.filter((p) => roles.includes(p.role)));
