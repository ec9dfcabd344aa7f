import { Injectable, inject } from '@angular/core';
import {
  LIBRARY,
  comparePlans,
  createPlanner,
  readJob,
  type Change,
  type Job,
  type JobDocument,
  type Plan,
  type Problem,
  type Shop,
} from '@nelbo/core';
import { BehaviorSubject, EMPTY, Subject, catchError, combineLatest, concatMap, debounceTime, filter, map, merge, of, shareReplay, switchMap, takeUntil, tap, timer, type Observable } from 'rxjs';
import { Api, failureOf, type StoredJob } from '../api/api';
import { setIn } from './document-path';
import { SavesUnderWay } from './saves-under-way';
import { ShopStore } from './shop-store';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'offline' }
  | { readonly kind: 'refused'; readonly detail: string }
  | { readonly kind: 'conflict'; readonly theirs: StoredJob };

export interface JobState {
  readonly id: string;
  readonly document: JobDocument;
  readonly job?: Job;
  readonly plan?: Plan;
  readonly problems: readonly Problem[];
  /** What the edits of the last moments moved, in plan terms. */
  readonly changes: readonly Change[];
  /** The resin of the chain before those edits, when they changed it. */
  readonly resinBefore?: string;
}

const PAUSE_MS = 500;
const RETRY_MS = 3000;
/** Edits closer together than this count as one change of mind. */
const BURST_MS = 4000;

/** One open job: the document, the plan that follows from it at once, and its saving in the background. */
@Injectable()
export class JobStore {
  readonly #api = inject(Api);
  readonly #shop = inject(ShopStore);
  readonly #underWay = inject(SavesUnderWay);
  readonly #planner = createPlanner();
  readonly #document = new BehaviorSubject<{ id: string; document: JobDocument } | undefined>(undefined);
  readonly #save = new BehaviorSubject<SaveState>({ kind: 'saved' });
  readonly #dirty = new Subject<void>();
  readonly #flush = new Subject<void>();
  readonly #closed = new Subject<void>();
  readonly #failure = new BehaviorSubject<string | undefined>(undefined);
  #version = 0;
  #saved: JobDocument | undefined;
  #openedAt = Date.now();
  #baseline: { plan: Plan; at: number } | undefined;

  readonly save$: Observable<SaveState> = this.#save.asObservable();
  readonly failure$: Observable<string | undefined> = this.#failure.asObservable();
  readonly state$: Observable<JobState> = combineLatest([this.#document.pipe(filter((d) => d !== undefined)), this.#shop.shop$]).pipe(
    map(([{ id, document }, shop]) => this.#plan(id, document, shop)),
    shareReplay({ bufferSize: 1, refCount: false }),
  );

  constructor() {
    merge(this.#dirty.pipe(debounceTime(PAUSE_MS)), this.#flush)
      .pipe(
        concatMap(() => this.#push()),
        takeUntil(this.#closed),
      )
      .subscribe();
  }

  open(id: string): void {
    this.#underWay.settled(id).pipe(switchMap(() => this.#api.job(id))).subscribe({
      next: (stored) => this.#take(stored),
      error: (e: unknown) => {
        const failure = failureOf(e);
        this.#failure.next(failure.status === 404 ? 'There is no such job.' : `${failure.title}.`);
      },
    });
  }

  /** Sets one field; `undefined` takes it back to the default. */
  set(path: string, value: unknown): void {
    this.update((d) => setIn(d, path, value));
  }

  update(change: (document: JobDocument) => JobDocument): void {
    const current = this.#document.value;
    if (!current) return;
    this.#document.next({ id: current.id, document: change(current.document) });
    if (this.#save.value.kind !== 'conflict') this.#save.next({ kind: 'waiting' });
    this.#dirty.next();
  }

  /** Saves now what is waiting: before the page goes, or before something is printed. */
  flush(): void {
    if (this.#document.value && this.#document.value.document !== this.#saved) this.#flush.next();
  }

  /** After a conflict: this screen's version goes on top of theirs, or theirs replaces this screen's. */
  resolve(keep: 'mine' | 'theirs'): void {
    const state = this.#save.value;
    if (state.kind !== 'conflict') return;
    if (keep === 'theirs') {
      this.#take(state.theirs);
      return;
    }
    this.#version = state.theirs.version;
    this.#save.next({ kind: 'waiting' });
    this.#flush.next();
  }

  close(): void {
    this.flush();
    // The save under way is let finish; what comes after belongs to nobody.
    timer(RETRY_MS).subscribe(() => this.#closed.next());
  }

  #take(stored: StoredJob): void {
    this.#version = stored.version;
    this.#saved = stored.document;
    this.#openedAt = Date.now();
    this.#baseline = undefined;
    this.#save.next({ kind: 'saved' });
    this.#document.next({ id: stored.id, document: stored.document });
  }

  #push(): Observable<unknown> {
    const current = this.#document.value;
    if (!current || this.#save.value.kind === 'conflict' || current.document === this.#saved) return EMPTY;
    const sent = current.document;
    this.#save.next({ kind: 'saving' });
    return this.#underWay.track(current.id, this.#api.saveJob(current.id, this.#version, sent)).pipe(
      tap((stored) => {
        this.#version = stored.version;
        this.#saved = sent;
        this.#save.next({ kind: this.#document.value?.document === sent ? 'saved' : 'waiting' });
      }),
      catchError((e: unknown) => {
        const failure = failureOf(e);
        if (failure.status === 409 && failure.current) this.#save.next({ kind: 'conflict', theirs: failure.current });
        else if (failure.status >= 400 && failure.status < 500) this.#save.next({ kind: 'refused', detail: failure.detail ?? failure.title });
        else {
          this.#save.next({ kind: 'offline' });
          timer(RETRY_MS).pipe(takeUntil(this.#closed)).subscribe(() => this.#dirty.next());
        }
        return of(undefined);
      }),
    );
  }

  #plan(id: string, document: JobDocument, shop: Shop): JobState {
    const read = readJob(document);
    if (!read.job) return { id, document, problems: read.problems, changes: [] };
    const { plan, problems } = this.#planner.plan(read.job, LIBRARY, shop, { now: this.#openedAt });
    const now = Date.now();
    const previous = this.#last;
    if (previous && (!this.#baseline || now - this.#baseline.at > BURST_MS)) this.#baseline = { plan: previous, at: now };
    if (this.#baseline) this.#baseline = { ...this.#baseline, at: now };
    this.#last = plan;
    const changes = plan && this.#baseline ? comparePlans(this.#baseline.plan, plan) : [];
    const resinBefore = this.#baseline?.plan.system?.chosen.chain.resin.name;
    const moved = resinBefore !== undefined && resinBefore !== plan?.system?.chosen.chain.resin.name;
    return { id, document, job: read.job, plan, problems: [...read.problems, ...problems], changes, ...(moved ? { resinBefore } : {}) };
  }

  #last: Plan | undefined;
}
