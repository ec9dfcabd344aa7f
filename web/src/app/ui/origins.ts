import type { Origin } from '@nelbo/core';

/** Where a figure came from, in words. */
export const ORIGIN_HINTS: Record<Origin, string> = {
  measured: 'measured here',
  entered: 'entered for this job',
  'data sheet': 'from the data sheet',
  shop: 'from the shop',
  assumed: 'assumed: a default until it is measured or a data sheet says otherwise',
  computed: 'computed',
};

/** The class of the line under a figure; base.css draws one kind of line for each. */
export const originClass = (origin: Origin): string => `from-${origin.replace(' ', '-')}`;
