import { once } from 'node:events';
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';

/** From when to when, ms since the epoch. */
export type Span = readonly [from: number, to: number];

/** Watches every processor until it is asked; then tells when one of them was taken away. */
export function watchMachine(): { pauses(): Promise<readonly Span[]> } {
  const threads = Array.from(
    { length: availableParallelism() },
    () => new Worker(new URL('stands-still.mjs', import.meta.url)),
  );
  return {
    async pauses() {
      const told = threads.map((thread) => once(thread, 'message') as Promise<[Span[]]>);
      for (const thread of threads) thread.postMessage('stop');
      return (await Promise.all(told)).flatMap(([spans]) => spans);
    },
  };
}

/** How long a queue made by a pause takes to be worked off. */
const AFTERWARDS_MS = 500;

/** What was measured while the machine ran all the time: nothing that a pause touched, or the half second after one. */
export function undisturbed(spans: readonly Span[], pauses: readonly Span[]): readonly Span[] {
  return spans.filter(([from, to]) => !pauses.some((p) => p[0] <= to && from <= p[1] + AFTERWARDS_MS));
}

export const lengthOf = ([from, to]: Span): number => to - from;
