import type { Job } from '../../schema/job';

/** What heats the face itself, and not only the air round it. */
const HEATING: ReadonlySet<string> = new Set(['lamp', 'mat']);

/**
 * Whether what sets is heated meanwhile: filler goes through its rubbery state in minutes and is hard soon after, so that
 * what stands proud is sliced off with a blade and not sanded later.
 */
export const isWarmed = ({ warmth }: Pick<Job, 'warmth'>): boolean =>
  warmth?.kind !== undefined && HEATING.has(warmth.kind);
