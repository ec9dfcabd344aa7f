import { Injectable, computed, signal } from '@angular/core';
import type { Trace, TraceEntry } from '@nelbo/core';

interface Traced {
  readonly trace: Trace;
}

/** Which figure is open, and the way that led to it. */
@Injectable({ providedIn: 'root' })
export class TraceService {
  // The table of a plan is made when it is first asked for, so the plan is kept and not its trace.
  readonly #current = signal<Traced>({ trace: {} });
  /** Another plan than the one on the screen, such as an earlier one, that the open figure belongs to. */
  readonly #other = signal<Traced | undefined>(undefined);
  readonly #path = signal<readonly string[]>([]);

  readonly path = this.#path.asReadonly();
  readonly trace = computed(() => (this.#other() ?? this.#current()).trace);
  readonly open = computed<TraceEntry | undefined>(() => {
    const id = this.#path().at(-1);
    return id === undefined ? undefined : this.trace()[id];
  });

  /** The plan on the screen. */
  use(plan: Traced): void {
    this.#current.set(plan);
  }

  entry(id: string): TraceEntry | undefined {
    return this.trace()[id];
  }

  show(id: string, plan?: Traced): void {
    this.#other.set(plan);
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
    this.#other.set(undefined);
  }
}
