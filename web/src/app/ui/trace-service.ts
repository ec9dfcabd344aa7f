import { Injectable, computed, signal } from '@angular/core';
import type { Trace, TraceEntry } from '@nelbo/core';

/** Which figure is open, and the way that led to it. */
@Injectable({ providedIn: 'root' })
export class TraceService {
  // The table of a plan is made when it is first asked for, so the plan is kept and not its trace.
  readonly #plan = signal<{ readonly trace: Trace }>({ trace: {} });
  readonly #path = signal<readonly string[]>([]);

  readonly path = this.#path.asReadonly();
  readonly open = computed<TraceEntry | undefined>(() => {
    const id = this.#path().at(-1);
    return id === undefined ? undefined : this.#plan().trace[id];
  });

  /** The plan on the screen. */
  use(plan: { readonly trace: Trace }): void {
    this.#plan.set(plan);
  }

  entry(id: string): TraceEntry | undefined {
    return this.#plan().trace[id];
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
