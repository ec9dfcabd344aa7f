import type { Origin } from '../trace/figure';
import type { Common } from './product';

/** Origin and source of a product's figure: its data sheet where the yard has entered it, else the library's assumption. */
export function sheetOrigin(
  product: Pick<Common, 'name' | 'source' | 'fromSheet'>,
  field: string,
): { readonly origin: Origin; readonly source: string } {
  return product.fromSheet?.fields.includes(field)
    ? { origin: 'data sheet', source: `${product.name}: ${product.fromSheet.sheet}` }
    : { origin: 'assumed', source: `${product.name}: ${product.source}` };
}
