import type { Job } from '../../schema/job';

/** Share of the work of stripping an old repair that is left. Source: judged; what has come off has to be cut back only. */
const LEFT = { all: 1, parts: 1, loose: 0.6, gone: 0.2 } as const;

/** What is left to strip of an old repair, as a share of stripping all of it; all of it until somebody has looked. */
export const stillHolds = (holds: Job['damage']['holds']): number => (holds ? LEFT[holds] : 1);
