import type { JobDocument, Stage } from '@nelbo/core';

/** An entry of the log that a demo job begins with. */
export interface DemoLog {
  readonly hoursAgo: number;
  readonly stage: Stage;
  readonly who: string;
  readonly text: string;
}

export interface DemoJob {
  readonly id: string;
  readonly document: JobDocument;
  readonly log: readonly DemoLog[];
}
