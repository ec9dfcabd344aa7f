import type { Stage } from './problem';

/** Stages as a person reads them. */
export const STAGE_TITLES: Record<Stage, string> = {
  survey: 'Survey',
  system: 'System',
  grind: 'Grind',
  laminate: 'Laminate',
  mix: 'Mix & cure',
  fair: 'Fair',
  finish: 'Finish',
  log: 'Log',
};
