import { Injectable, inject } from '@angular/core';
import type { LogEvent, Stage } from '@nelbo/core';
import { BehaviorSubject, EMPTY, Subject, catchError, filter, map, merge, retry, switchMap, throwError, timer, type Observable } from 'rxjs';
import { Api, failureOf, type LogEntry } from '../api/api';
import { Live } from './live';
import { LocalStore } from './local-store';
import { newId } from './new-id';
import { rememberWho, whoIsHere } from './who';

export interface ShownEntry extends LogEntry {
  /** Not yet acknowledged by the server. */
  readonly pending: boolean;
  /** The server will not take it. */
  readonly refused?: boolean;
}

const RETRY_MS = 3000;

/**
 * The log of one job. An entry keeps its id while it is sent again and again, and is kept on this device until the
 * server has it, so that it is stored once whatever happens to page, network or server.
 */
@Injectable()
export class LogStore {
  readonly #api = inject(Api);
  readonly #local = inject(LocalStore);
  readonly #entries = new BehaviorSubject<readonly ShownEntry[]>([]);
  readonly entries$: Observable<readonly ShownEntry[]> = this.#entries.asObservable();
  readonly #sending = new Set<string>();
  readonly #opened = new Subject<string>();
  #jobId = '';

  constructor() {
    const heard = inject(Live).changes$.pipe(
      filter((c) => this.#jobId !== '' && ((c.kind === 'log' && c.id === this.#jobId) || c.kind === 'resync')),
      map(() => this.#jobId),
    );
    merge(this.#opened, heard)
      .pipe(switchMap((id) => this.#api.log(id).pipe(retry({ delay: RETRY_MS, count: 20 }), catchError(() => EMPTY), map((stored) => ({ id, stored })))))
      .subscribe(({ id, stored }) => {
        if (id === this.#jobId) this.#show(stored);
      });
  }

  open(jobId: string): void {
    if (jobId === this.#jobId) return;
    this.#jobId = jobId;
    this.#entries.next([]);
    this.#opened.next(jobId);
    this.#local.entries(jobId).subscribe((waiting) => {
      for (const entry of waiting) if (jobId === this.#jobId) this.#put(entry);
    });
  }

  get who(): string {
    return whoIsHere();
  }

  add(stage: Stage, who: string, text: string, event?: LogEvent): LogEntry {
    const entry = this.make(stage, who, text, event);
    this.#local.keepEntry(this.#jobId, entry);
    this.#put(entry);
    return entry;
  }

  /** An entry that is kept together with something else; {@link send} sends it. */
  make(stage: Stage, who: string, text: string, event?: LogEvent): LogEntry {
    if (who) rememberWho(who);
    return { id: newId(), stage, at: new Date().toISOString(), who: who || 'not named', text, ...(event ? { event } : {}) };
  }

  /** Sends an entry that this device has kept already. */
  send(entry: LogEntry): void {
    this.#put(entry);
  }

  /** Shows an entry and sends it until the server has it. */
  #put(entry: LogEntry): void {
    if (this.#sending.has(entry.id)) return;
    this.#sending.add(entry.id);
    if (!this.#entries.value.some((e) => e.id === entry.id)) this.#entries.next([...this.#entries.value, { ...entry, pending: true }]);
    const done = (shown: ShownEntry): void => {
      this.#sending.delete(entry.id);
      this.#local.dropEntry(entry.id);
      this.#entries.next(this.#entries.value.map((e) => (e.id === entry.id ? shown : e)));
    };
    this.#send(this.#jobId, entry).subscribe({
      next: (stored) => done({ ...stored, pending: false }),
      // Refused for good: it stays on the screen, marked as not stored.
      error: () => done({ ...entry, pending: true, refused: true }),
    });
  }

  #send(jobId: string, entry: LogEntry): Observable<LogEntry> {
    const transient = (e: unknown): Observable<unknown> => {
      const { status } = failureOf(e);
      return status === 0 || status >= 500 ? timer(RETRY_MS) : throwError(() => e);
    };
    return this.#api.addLogEntry(jobId, entry).pipe(retry({ delay: transient }));
  }

  #show(stored: readonly LogEntry[]): void {
    const waiting = this.#entries.value.filter((e) => e.pending && !stored.some((s) => s.id === e.id));
    this.#entries.next([...stored.map((e) => ({ ...e, pending: false })), ...waiting]);
  }
}
