import { Injectable, computed, inject, signal } from '@angular/core';
import { FIRST_PLACE, type LogEvent } from '@nelbo/core';
import type { BenchBatch } from '@nelbo/core/cure';
import { LocalStore } from '../state/local-store';
import { LogStore } from '../state/log-store';
import { newId } from '../state/new-id';
import { clockOf, type BenchRun, type RunningClock } from './run';

/** How far apart the looks at the clock are, ms; what is shown is always reckoned to the deadline. */
const TICK_MS = 250;

/** The batches on the bench, kept on this device with every tap; what they tell goes to the log, now or when the network is back. */
@Injectable()
export class BenchStore {
  readonly #local = inject(LocalStore);
  readonly #log = inject(LogStore);
  readonly #runs = signal<readonly BenchRun[]>([]);
  readonly runs = this.#runs.asReadonly();
  readonly ready = signal(false);
  readonly now = signal(Date.now());

  /** Clocks that run, the soonest first; those that are over stand at the front. */
  readonly clocks = computed<readonly RunningClock[]>(() =>
    this.#runs()
      .flatMap((r) => clockOf(r, this.now()) ?? [])
      .sort((a, b) => Number(b.kind === 'over') - Number(a.kind === 'over') || a.until - b.until),
  );

  constructor() {
    this.#local.bench<BenchRun>(Date.now()).subscribe((kept) => {
      const here = new Set(this.#runs().map((r) => r.id));
      this.#runs.update((runs) => [...runs, ...kept.filter((r) => !here.has(r.id))]);
      this.ready.set(true);
    });
    setInterval(() => this.now.set(Date.now()), TICK_MS);
    // A tab that slept looks at the clock at once.
    document.addEventListener('visibilitychange', () => this.now.set(Date.now()));
  }

  start(jobId: string, place: string, boat: string, batch: BenchBatch): BenchRun {
    const run: BenchRun = {
      id: newId(),
      jobId,
      ...(place === FIRST_PLACE ? {} : { place }),
      boat,
      batch,
      way: 0,
      step: 'ready',
      events: [],
      at: Date.now(),
    };
    this.#runs.update((runs) => [run, ...runs]);
    void this.#local.keepBench(run);
    return run;
  }

  /** Changes a batch; what it tells the log is kept with it in one go, so that neither is there without the other. */
  change(
    id: string,
    patch: Partial<BenchRun>,
    told?: { readonly who: string; readonly text: string; readonly event: LogEvent },
  ): void {
    const run = this.#runs().find((r) => r.id === id);
    if (!run) return;
    const next: BenchRun = { ...run, ...patch, at: Date.now() };
    const entry =
      told &&
      this.#log.make(run.batch.stage, told.who, told.text, {
        ...told.event,
        run: run.id,
        batch: run.batch.title,
        product: run.batch.product,
        ...(run.lot || patch.lot ? { lot: patch.lot ?? run.lot } : {}),
      });
    const kept = this.#local.keepBench(next, entry);
    this.#runs.update((runs) => runs.map((r) => (r.id === id ? next : r)));
    if (entry) this.#log.send(run.jobId, entry, kept);
    this.now.set(Date.now());
  }
}
