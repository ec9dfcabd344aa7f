import type { YardProduct } from '../materials/yard-product';
import { PRODUCT_FIELDS } from './product-fields';
import { readerOf } from './read-document';

const read = readerOf(PRODUCT_FIELDS);

/**
 * An entry of the yard's Stores as the library takes it.
 * @returns undefined for one that cannot be read any more
 */
export function readYardProduct({ id, product }: { id: string; product: unknown }): YardProduct | undefined {
  const { whole } = read(product);
  return whole && { ...whole, id };
}
