import { Injectable, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { CureForecast } from '@nelbo/core';
import { EMPTY, catchError, debounce, of, switchMap, tap, timer } from 'rxjs';
import type { JobState } from '../state/job-state';
import { JobStore } from '../state/job-store';
import { TIME_ZONE } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { StoresStore } from '../state/stores-store';
import { HeavyWork } from '../workers/heavy-work';

/** Edits come one after another: the forecast waits until they pause, longer where nobody is looking at the cure. */
const PAUSE_MS = 150;
const PAUSE_ELSEWHERE_MS = 500;

/** The cure forecast of the open job, worked out in a worker and thrown away as soon as the job is another. */
@Injectable()
export class Forecast {
  readonly #state = toSignal(inject(JobStore).state$);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  readonly #stores = inject(StoresStore);
  readonly #heavy = inject(HeavyWork);
  readonly #wanted = signal(false);
  #looked = false;
  readonly #found = signal<
    | {
        readonly state: JobState;
        readonly cure: CureForecast;
        readonly all?: ReadonlyMap<string, CureForecast>;
      }
    | undefined
  >(undefined);
  /** 0–1 while it is worked out; undefined otherwise. */
  readonly share = signal<number | undefined>(undefined);
  readonly failed = signal(false);
  /** How long the last one took in the worker, ms. */
  readonly ms = signal<number | undefined>(undefined);

  readonly #question = computed(() => {
    const [state, shop] = [this.#state(), this.#shop()];
    return this.#wanted() && state?.job && state.plan?.timeline && shop
      ? {
          state,
          job: state.job,
          boat: state.places.length > 1 ? { document: state.whole, place: state.place } : undefined,
          shop,
          library: this.#stores.library(),
          clock: { now: state.now ?? 0, timeZone: TIME_ZONE },
        }
      : undefined;
  });

  constructor() {
    toSignal(
      toObservable(this.#question).pipe(
        debounce(() => timer(this.#looked ? PAUSE_MS : PAUSE_ELSEWHERE_MS)),
        switchMap((q) => {
          if (!q) return EMPTY;
          this.failed.set(false);
          this.share.set(0);
          return this.#heavy.cure(q.job, q.library, q.shop, q.clock, q.boat).pipe(
            tap((answer) => {
              this.share.set(answer.done ? undefined : answer.share);
              if (!answer.done) return;
              this.ms.set(answer.ms);
              this.#found.set(answer.forecast && { state: q.state, cure: answer.forecast, all: answer.all });
            }),
            catchError(() => {
              this.share.set(undefined);
              this.failed.set(true);
              return of(undefined);
            }),
          );
        }),
      ),
    );
  }

  /**
   * Forecasts from now on whenever the job changes.
   * @param looked whether the cure is on the screen, so that it is wanted soon
   */
  begin(looked: boolean): void {
    this.#looked = looked;
    this.#wanted.set(true);
  }

  /** The forecast of exactly this state of the job. */
  of(state: JobState | undefined): CureForecast | undefined {
    const found = this.#found();
    return found && found.state === state ? found.cure : undefined;
  }

  /** The forecasts of all places of exactly this state of the job, where its boat has several. */
  allOf(state: JobState | undefined): ReadonlyMap<string, CureForecast> | undefined {
    const found = this.#found();
    return found && found.state === state ? found.all : undefined;
  }

  /** The newest forecast, also while the next one is worked out. */
  readonly latest = computed(() => this.#found()?.cure);
}
