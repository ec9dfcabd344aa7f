import { Injectable, computed, signal } from '@angular/core';
import type { Trace, TraceEntry } from '@nelbo/core';

/** Which figure is open, and the way that led to it. */
@Injectable({ providedIn: 'root' })
export class TraceService {
  readonly #trace = signal<Trace>({});
  readonly #path = signal<readonly string[]>([]);

  readonly path = this.#path.asReadonly();
  readonly open = computed<TraceEntry | undefined>(() => {
    const id = this.#path().at(-1);
    return id === undefined ? undefined : this.#trace()[id];
  });

  /** The trace of the plan on the screen. */
  use(trace: Trace): void {
    this.#trace.set(trace);
  }

  entry(id: string): TraceEntry | undefined {
    return this.#trace()[id];
  }

  show(id: string): void {
    this.#path.set([id]);
  }

  deeper(id: string): void {
    this.#path.update((p) => [...p, id]);
  }

  back(): void {
    this.#path.update((p) => p.slice(0, -1));
  }

  close(): void {
    this.#path.set([]);
  }
}
