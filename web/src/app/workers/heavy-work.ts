import { Injectable } from '@angular/core';
import { EMPTY, Observable, map } from 'rxjs';
import type { Clock, FaceProposals, Job, Library, Shop } from '@nelbo/core';
import type { LoggerFile } from '@nelbo/core/cure';
import type { FillerChoice, RecipeQuestion, SystemOption, WayChoice } from '@nelbo/core/finish';
import type { NestInput } from '@nelbo/core/papers';
import type { BoatAsked, HeavyAnswer, HeavyRequest, StoredVersion } from './messages';

export type Cured = Extract<HeavyAnswer, { kind: 'cure' }>;
export type Placed = Extract<HeavyAnswer, { kind: 'yard' }>;
export type Helped = Extract<HeavyAnswer, { kind: 'help' }>;
export type Coloured = Extract<HeavyAnswer, { kind: 'colour' }>;
export type Nested = Extract<HeavyAnswer, { kind: 'nested' }>;

/** Work that takes longer than a frame: done in a worker of its own, which is ended when nobody waits any more. */
@Injectable({ providedIn: 'root' })
export class HeavyWork {
  /** Stacks for every face of a job's laminate. */
  propose(job: Job, library: Library, shop: Shop): Observable<readonly FaceProposals[]> {
    return this.#ask({ kind: 'propose', job, library, shop }, (a) => a.kind === 'proposals').pipe(
      map((a) => (a.kind === 'proposals' ? a.faces : [])),
    );
  }

  /** Cure along the course of the air; the last answer has the forecast. Unsubscribing ends the work. */
  cure(job: Job, library: Library, shop: Shop, clock: Clock, boat?: BoatAsked): Observable<Cured> {
    return this.#ask(
      { kind: 'cure', job, library, shop, clock, ...(boat ? { boat } : {}) },
      (a) => a.kind === 'cure' && a.done,
    ) as Observable<Cured>;
  }

  /** When the work of each job is done, job by job. */
  yard(jobs: readonly StoredVersion[], library: Library, shop: Shop, clock: Clock): Observable<Placed> {
    return jobs.length === 0
      ? EMPTY
      : (this.#ask(
          { kind: 'yard', jobs, library, shop, clock },
          (a) => a.kind === 'yard' && a.done,
        ) as Observable<Placed>);
  }

  /** What would bring the job to a safe end sooner, better and better. */
  help(job: Job, library: Library, shop: Shop, clock: Clock): Observable<Helped> {
    return this.#ask(
      { kind: 'help', job, library, shop, clock },
      (a) => a.kind === 'help' && a.progress.done,
    ) as Observable<Helped>;
  }

  /** The job planned with every fairing compound. */
  fillers(job: Job, library: Library, shop: Shop, clock: Clock): Observable<readonly FillerChoice[]> {
    return this.#ask({ kind: 'fillers', job, library, shop, clock }, () => true).pipe(
      map((a) => (a as Extract<HeavyAnswer, { kind: 'fillers' }>).choices),
    );
  }

  /** The job planned in each school, where there are two. */
  ways(job: Job, library: Library, shop: Shop, clock: Clock): Observable<readonly WayChoice[]> {
    return this.#ask({ kind: 'ways', job, library, shop, clock }, () => true).pipe(
      map((a) => (a as Extract<HeavyAnswer, { kind: 'ways' }>).choices),
    );
  }

  /** The job planned with each of the best ways of holding it. */
  systems(job: Job, library: Library, shop: Shop, clock: Clock): Observable<readonly SystemOption[]> {
    return this.#ask({ kind: 'systems', job, library, shop, clock }, () => true).pipe(
      map((a) => (a as Extract<HeavyAnswer, { kind: 'systems' }>).options),
    );
  }

  /** A recipe for a colour; the last answer has it. */
  colour(question: RecipeQuestion): Observable<Coloured> {
    return this.#ask(
      { kind: 'colour', question },
      (a) => a.kind === 'colour' && a.answer !== undefined,
    ) as Observable<Coloured>;
  }

  /** Reads the file of a logger. */
  logger(text: string, timeZone: string): Observable<LoggerFile> {
    return this.#ask({ kind: 'logger', text, timeZone }, () => true).pipe(
      map((a) => (a as Extract<HeavyAnswer, { kind: 'logger' }>).file),
    );
  }

  /** Layouts on a roll, better and better until the time is up; unsubscribing ends the search. */
  nest(input: NestInput, budgetMs: number): Observable<Nested> {
    return this.#ask(
      { kind: 'nest', input, budgetMs },
      (a) => a.kind === 'nested' && a.done,
    ) as Observable<Nested>;
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
