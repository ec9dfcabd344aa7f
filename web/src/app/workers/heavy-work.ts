import { Injectable } from '@angular/core';
import { Observable, map } from 'rxjs';
import type { FaceProposals, Job, Library, NestInput, Shop } from '@nelbo/core';
import type { HeavyAnswer, HeavyRequest } from './messages';

export type Nested = Extract<HeavyAnswer, { kind: 'nested' }>;

/** Work that takes longer than a frame: done in a worker of its own, which is ended when nobody waits any more. */
@Injectable({ providedIn: 'root' })
export class HeavyWork {
  /** Stacks for every face of a job's laminate. */
  propose(job: Job, library: Library, shop: Shop): Observable<readonly FaceProposals[]> {
    return this.#ask({ kind: 'propose', job, library, shop }, (a) => a.kind === 'proposals').pipe(map((a) => (a.kind === 'proposals' ? a.faces : [])));
  }

  /** Layouts on a roll, better and better until the time is up; unsubscribing ends the search. */
  nest(input: NestInput, budgetMs: number): Observable<Nested> {
    return this.#ask({ kind: 'nest', input, budgetMs }, (a) => a.kind === 'nested' && a.done) as Observable<Nested>;
  }

  #ask(request: HeavyRequest, last: (answer: HeavyAnswer) => boolean): Observable<HeavyAnswer> {
    return new Observable((to) => {
      const worker = new Worker(new URL('./heavy.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<HeavyAnswer>) => {
        to.next(data);
        if (last(data)) to.complete();
      };
      worker.onerror = (e) => to.error(new Error(e.message || 'the worker could not be started'));
      worker.postMessage(request);
      return () => worker.terminate();
    });
  }
}
