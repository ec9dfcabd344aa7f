import type { MilestoneId } from '@nelbo/core';

/** Milestones as a table has them. */
export const SHORT_NAMES: Readonly<Record<MilestoneId, string>> = {
  gel: 'gelled', opens: 'next layer bonds from', trim: 'trim and pull tape by', closes: 'next layer bonds until', sand: 'sand, peel ply off', load: 'handle and load', full: 'full cure, into the water',
};
