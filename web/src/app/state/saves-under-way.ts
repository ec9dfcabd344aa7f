import { Injectable } from '@angular/core';
import { BehaviorSubject, defer, filter, finalize, first, map, type Observable } from 'rxjs';

/**
 * Saves that have been sent and not yet answered, per job, across pages: whoever opens a job waits for them, so that
 * nobody reads (or prints) a job from before an edit that was made a moment ago.
 */
@Injectable({ providedIn: 'root' })
export class SavesUnderWay {
  readonly #counts = new BehaviorSubject<ReadonlyMap<string, number>>(new Map());

  /** Counts a save from the moment it is subscribed to until it ends, however it ends. */
  track<T>(jobId: string, save: Observable<T>): Observable<T> {
    return defer(() => {
      this.#add(jobId, 1);
      return save.pipe(finalize(() => this.#add(jobId, -1)));
    });
  }

  /** Emits once when no save of the job is under way. */
  settled(jobId: string): Observable<void> {
    return this.#counts.pipe(
      filter((counts) => (counts.get(jobId) ?? 0) === 0),
      first(),
      map(() => undefined),
    );
  }

  #add(jobId: string, change: number): void {
    const counts = new Map(this.#counts.value);
    counts.set(jobId, (counts.get(jobId) ?? 0) + change);
    this.#counts.next(counts);
  }
}
