import { Injectable, inject } from '@angular/core';
import type { Stage } from '@nelbo/core';
import { BehaviorSubject, catchError, of, retry, throwError, timer, type Observable } from 'rxjs';
import { Api, failureOf, type LogEntry } from '../api/api';
import { newId } from './new-id';

export interface ShownEntry extends LogEntry {
  /** Not yet acknowledged by the server. */
  readonly pending: boolean;
}

const RETRY_MS = 3000;
const WHO_KEY = 'nelbo.who';

/** The log of one job. An entry keeps its id while it is sent again and again, so that it is stored once. */
@Injectable()
export class LogStore {
  readonly #api = inject(Api);
  readonly #entries = new BehaviorSubject<readonly ShownEntry[]>([]);
  readonly entries$: Observable<readonly ShownEntry[]> = this.#entries.asObservable();
  #jobId = '';

  open(jobId: string): void {
    if (jobId === this.#jobId) return;
    this.#jobId = jobId;
    this.#entries.next([]);
    this.#api
      .log(jobId)
      .pipe(retry({ delay: RETRY_MS, count: 20 }), catchError(() => of([])))
      .subscribe((stored) => {
        const waiting = this.#entries.value.filter((e) => e.pending && !stored.some((s) => s.id === e.id));
        this.#entries.next([...stored.map((e) => ({ ...e, pending: false })), ...waiting]);
      });
  }

  get who(): string {
    return localStorage.getItem(WHO_KEY) ?? '';
  }

  add(stage: Stage, who: string, text: string): void {
    if (who) localStorage.setItem(WHO_KEY, who);
    const entry: LogEntry = { id: newId(), stage, at: new Date().toISOString(), who: who || 'not named', text };
    this.#entries.next([...this.#entries.value, { ...entry, pending: true }]);
    this.#send(entry).subscribe({
      next: (stored) => this.#settle(entry.id, { ...stored, pending: false }),
      // Refused for good: it stays on the screen, marked as not stored.
      error: () => undefined,
    });
  }

  #send(entry: LogEntry): Observable<LogEntry> {
    const transient = (e: unknown): Observable<unknown> => {
      const { status } = failureOf(e);
      return status === 0 || status >= 500 ? timer(RETRY_MS) : throwError(() => e);
    };
    return this.#api.addLogEntry(this.#jobId, entry).pipe(retry({ delay: transient }));
  }

  #settle(id: string, stored: ShownEntry): void {
    this.#entries.next(this.#entries.value.map((e) => (e.id === id ? stored : e)));
  }
}
