import type { JobDocument, Shop } from '@nelbo/core';
import type { StoredProduct } from '../stores/queries';

/** All that a plan is made from: plain data, so that it can be handed to a thread. */
export interface PlanFacts {
  readonly document: JobDocument;
  /** Whose papers are wanted; those of the whole boat where none is given. */
  readonly place?: string;
  readonly shop: Shop;
  readonly products: readonly StoredProduct[];
  /** ms since 1970 */
  readonly now: number;
  readonly timeZone: string;
}
