import { Injectable, inject } from '@angular/core';
import type { LogEvent, Stage } from '@nelbo/core';
import {
  BehaviorSubject,
  EMPTY,
  Subject,
  catchError,
  combineLatest,
  filter,
  map,
  merge,
  retry,
  switchMap,
  timer,
  type Observable,
} from 'rxjs';
import { Api, failureOf, type LogEntry } from '../api/api';
import { verdictOf } from './draft';
import { Live } from './live';
import { newId } from './new-id';
import { Outbox } from './outbox';
import { rememberWho, whoIsHere } from './who';

export interface ShownEntry extends LogEntry {
  /** Not yet acknowledged by the server. */
  readonly pending: boolean;
  /** Why the server will not take it; it is kept on this device all the same. */
  readonly refused?: string;
}

const RETRY_MS = 3000;

/**
 * The log of one job: what the server has, and what waits in the outbox. An entry keeps its id while it is sent again
 * and again, and is kept on this device until the server has it, so that it is stored once whatever happens to page,
 * network or server.
 */
@Injectable()
export class LogStore {
  readonly #api = inject(Api);
  readonly #outbox = inject(Outbox);
  readonly #job = new BehaviorSubject('');
  readonly #stored = new BehaviorSubject<readonly LogEntry[]>([]);
  readonly #again = new Subject<void>();
  readonly entries$: Observable<readonly ShownEntry[]> = combineLatest([
    this.#stored,
    this.#outbox.entries$,
    this.#job,
  ]).pipe(
    map(([stored, waiting, job]) => {
      const known = new Set(stored.map((e) => e.id));
      const own = waiting.filter((e) => e.jobId === job && !known.has(e.id));
      return [
        ...stored.map((e) => ({ ...e, pending: false })),
        ...own.map((e) => ({ ...e.entry, pending: true, ...(e.trouble ? { refused: e.trouble } : {}) })),
      ];
    }),
  );

  constructor() {
    const heard = inject(Live).changes$.pipe(
      filter(
        (c) =>
          this.#job.value !== '' && ((c.kind === 'log' && c.id === this.#job.value) || c.kind === 'resync'),
      ),
    );
    merge(this.#job, heard, this.#again)
      .pipe(
        map(() => this.#job.value),
        filter((id) => id !== ''),
        switchMap((id) => this.#read(id)),
      )
      .subscribe(({ id, stored }) => {
        if (id === this.#job.value) this.#stored.next(stored);
      });
    this.#outbox.stored$.subscribe(({ jobId, entry }) => {
      if (jobId === this.#job.value && !this.#stored.value.some((e) => e.id === entry.id))
        this.#stored.next([...this.#stored.value, entry]);
    });
  }

  open(jobId: string): void {
    if (jobId === this.#job.value) return;
    this.#stored.next([]);
    this.#job.next(jobId);
    this.#outbox.wake();
  }

  get who(): string {
    return whoIsHere();
  }

  add(stage: Stage, who: string, text: string, event?: LogEvent): LogEntry {
    const entry = this.make(stage, who, text, event);
    this.#outbox.add(this.#job.value, entry);
    return entry;
  }

  /** An entry that is kept together with something else; {@link send} sends it. */
  make(stage: Stage, who: string, text: string, event?: LogEvent): LogEntry {
    if (who) rememberWho(who);
    return {
      id: newId(),
      stage,
      at: new Date().toISOString(),
      who: who || 'not named',
      text,
      ...(event ? { event } : {}),
    };
  }

  /** Sends an entry of a job that this device keeps already, or is about to. */
  send(jobId: string, entry: LogEntry, kept: Promise<void>): void {
    this.#outbox.add(jobId, entry, kept);
  }

  #read(id: string): Observable<{ id: string; stored: readonly LogEntry[] }> {
    return this.#api.log(id).pipe(
      retry({ delay: (e: unknown) => (verdictOf(failureOf(e)) === 'away' ? timer(RETRY_MS) : EMPTY) }),
      catchError(() => EMPTY),
      map((stored) => ({ id, stored })),
    );
  }
}
