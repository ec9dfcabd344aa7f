import { Injectable, inject } from '@angular/core';
import { comparePlans, createPlanner, documentChanges, linkOf, mergeDocuments, readJob, sameData, setIn, type Change, type FieldChange, type FieldConflict, type Job, type JobDocument, type Library, type Plan, type Problem, type Shop, type Side } from '@nelbo/core';
import { BehaviorSubject, EMPTY, Subject, Subscription, catchError, combineLatest, concatMap, debounceTime, defer, filter, forkJoin, from, fromEvent, map, merge, of, shareReplay, switchMap, takeUntil, tap, timer, type Observable } from 'rxjs';
import { Api, failureOf, type ApiFailure, type StoredJob } from '../api/api';
import { NO_EDITS, redo, remember, undo, type EditLog } from './edit-history';
import { Live } from './live';
import { LocalStore, type Draft } from './local-store';
import { newId } from './new-id';
import { TIME_ZONE } from './reading';
import { RepairKinds } from './repair-kinds';
import { SavesUnderWay } from './saves-under-way';
import { ShopStore } from './shop-store';
import { StoresStore } from './stores-store';
import { whoIsHere } from './who';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'offline' }
  | { readonly kind: 'refused'; readonly detail: string }
  | { readonly kind: 'conflict'; readonly theirs: StoredJob; readonly conflicts: readonly FieldConflict[] };

export interface JobState {
  readonly id: string;
  readonly document: JobDocument;
  readonly job?: Job;
  /** The moment that the plan counts from, ms since 1970. */
  readonly now?: number;
  readonly plan?: Plan;
  readonly problems: readonly Problem[];
  /** What the edits of the last moments moved, in plan terms. */
  readonly changes: readonly Change[];
  /** The fields that those edits changed: the reason. */
  readonly fields: readonly FieldChange[];
  /** Whether the edits were made on another screen. */
  readonly elsewhere: boolean;
  /** What held the repair before those edits, when they changed it. */
  readonly resinBefore?: string;
}

const PAUSE_MS = 500;
const RETRY_MS = 3000;
/** Edits closer together than this count as one change of mind. */
const BURST_MS = 4000;

interface Open {
  readonly id: string;
  readonly document: JobDocument;
  /** Set when the document was changed by another screen. */
  readonly elsewhere?: boolean;
}

/**
 * One open job: the document, the plan that follows from it at once, and its keeping. Every edit is kept on this
 * device at once and sent after a pause; what others save is merged in field by field; what both changed is asked.
 */
@Injectable()
export class JobStore {
  readonly #api = inject(Api);
  readonly #shop = inject(ShopStore);
  readonly #stores = inject(StoresStore);
  readonly #local = inject(LocalStore);
  readonly #live = inject(Live);
  readonly #underWay = inject(SavesUnderWay);
  readonly #planner = createPlanner();
  readonly #kinds = inject(RepairKinds);
  #needsKinds = false;
  readonly #document = new BehaviorSubject<Open | undefined>(undefined);
  readonly #save = new BehaviorSubject<SaveState>({ kind: 'saved' });
  readonly #history = new BehaviorSubject<EditLog>(NO_EDITS);
  readonly #dirty = new Subject<void>();
  readonly #flush = new Subject<void>();
  readonly #closed = new Subject<void>();
  readonly #failure = new BehaviorSubject<string | undefined>(undefined);
  #listening = Subscription.EMPTY;
  #wanted = '';
  /** What the server acknowledged last; 0 while it has not heard of the job. */
  #version = 0;
  #base: JobDocument | undefined;
  /** The save that is being sent again keeps its id, so that it is stored once. */
  #sending: { document: JobDocument; saveId: string } | undefined;
  #openedAt = Date.now();
  #baseline: { plan: Plan; document: JobDocument; at: number; elsewhere: boolean } | undefined;
  #last: { plan?: Plan; document: JobDocument } | undefined;

  readonly save$: Observable<SaveState> = this.#save.asObservable();
  readonly failure$: Observable<string | undefined> = this.#failure.asObservable();
  readonly canUndo$: Observable<{ undo: boolean; redo: boolean }> = this.#history.pipe(map((h) => ({ undo: h.done.length > 0, redo: h.undone.length > 0 })));
  readonly state$: Observable<JobState> = combineLatest([this.#document.pipe(filter((d) => d !== undefined)), this.#shop.shop$, this.#stores.library$]).pipe(
    switchMap(([open, shop, library]) => {
      const state = this.#plan(open, shop, library);
      // The kinds of repair are fetched for the first job that needs them; then it is planned anew.
      return this.#needsKinds ? from(this.#kinds.load()).pipe(map((there) => (there ? this.#plan(open, shop, library) : state))) : of(state);
    }),
    shareReplay({ bufferSize: 1, refCount: false }),
  );

  constructor() {
    merge(this.#dirty.pipe(debounceTime(PAUSE_MS)), this.#flush, fromEvent(window, 'online'))
      .pipe(
        concatMap(() => this.#push()),
        takeUntil(this.#closed),
      )
      .subscribe();
  }

  /** Opens a job from the server, with what this device kept of it; from this device alone while the server is away. */
  open(id: string): void {
    this.#listening.unsubscribe();
    this.#wanted = id;
    this.#document.next(undefined);
    this.#failure.next(undefined);
    const fetched = this.#underWay.settled(id).pipe(switchMap(() => this.#fetch(id)));
    this.#listening = forkJoin([fetched, this.#local.draft(id)])
      .pipe(
        tap(([answer, draft]) => this.#begin(id, answer, draft)),
        switchMap(() => this.#heard(id)),
        takeUntil(this.#closed),
      )
      .subscribe();
  }

  /** Sets one field; `undefined` takes it back to the default. */
  set(path: string, value: unknown): void {
    this.update((d) => setIn(d, path, value));
  }

  update(change: (document: JobDocument) => JobDocument): void {
    const current = this.#document.value;
    if (!current) return;
    const document = change(current.document);
    this.#history.next(remember(this.#history.value, current.document, document, Date.now()));
    this.#edit(document);
  }

  undo(): void {
    this.#step(undo);
  }

  redo(): void {
    this.#step(redo);
  }

  /** Saves now what is waiting: before the page goes, or before something is printed. */
  flush(): void {
    if (this.#unsaved()) this.#flush.next();
  }

  /** After a conflict: for every field that both changed, which side goes on. */
  resolve(choice: Readonly<Record<string, Side>>): void {
    const [state, current, base] = [this.#save.value, this.#document.value, this.#base];
    if (state.kind !== 'conflict' || !current || !base) return;
    const { document } = mergeDocuments(base, current.document, state.theirs.document, choice);
    this.#acknowledge(state.theirs.version, state.theirs.document);
    this.#history.next(remember(this.#history.value, current.document, document, Date.now()));
    this.#document.next({ id: current.id, document });
    this.#settle();
    this.#flush.next();
  }

  close(): void {
    this.flush();
    this.#listening.unsubscribe();
    // The save under way is let finish; what comes after belongs to nobody.
    timer(RETRY_MS).subscribe(() => this.#closed.next());
  }

  #fetch(id: string): Observable<StoredJob | ApiFailure> {
    return this.#api.job(id).pipe(catchError((e: unknown) => of(failureOf(e))));
  }

  #begin(id: string, answer: StoredJob | ApiFailure, draft: Draft | undefined): void {
    this.#openedAt = Date.now();
    this.#baseline = undefined;
    this.#last = undefined;
    this.#sending = undefined;
    this.#history.next(draft?.history ?? NO_EDITS);
    if (draft) {
      this.#acknowledge(draft.version, draft.base);
      this.#document.next({ id, document: draft.document });
    }
    if (isJob(answer)) {
      if (draft) this.#receive(answer);
      else this.#take(answer);
      return;
    }
    const away = answer.status === 0 || answer.status >= 500;
    const unsaved = draft !== undefined && (draft.version === 0 || !sameData(draft.base, draft.document));
    if (draft && (away || (answer.status === 404 && unsaved))) {
      // A job that the server has lost, or never heard of, is sent whole.
      if (answer.status === 404) this.#version = 0;
      this.#save.next({ kind: unsaved ? 'offline' : 'saved' });
      this.#dirty.next();
      return;
    }
    this.#document.next(undefined);
    this.#failure.next(answer.status === 404 ? 'There is no such job.' : away ? 'The server cannot be reached. It is tried again …' : `${answer.title}.`);
    if (away) timer(RETRY_MS).pipe(takeUntil(this.#closed)).subscribe(() => this.#wanted === id && this.open(id));
  }

  /** What other screens saved of this job, and what may have been missed. */
  #heard(id: string): Observable<unknown> {
    return this.#live.changes$.pipe(
      filter((c) => c.kind === 'resync' || (c.kind === 'job' && c.id === id && c.version > this.#version)),
      // One's own save is told as well: while it is under way, its answer comes by itself.
      concatMap(() => this.#underWay.settled(id)),
      debounceTime(20),
      concatMap(() => this.#fetch(id)),
      tap((answer) => {
        if (isJob(answer) && (answer.version > this.#version || this.#base === undefined)) this.#receive(answer);
        if (isJob(answer) && this.#save.value.kind === 'offline') this.#flush.next();
      }),
    );
  }

  #take(stored: StoredJob): void {
    this.#acknowledge(stored.version, stored.document);
    this.#save.next({ kind: 'saved' });
    this.#document.next({ id: stored.id, document: stored.document });
    this.#keep();
  }

  /** Takes in a state of the server: merges it with what stands on the screen. */
  #receive(stored: StoredJob): void {
    const [current, base] = [this.#document.value, this.#base];
    if (!current || !base) return this.#take(stored);
    const { document, conflicts } = mergeDocuments(base, current.document, stored.document);
    if (conflicts.length > 0) {
      this.#save.next({ kind: 'conflict', theirs: stored, conflicts });
      return;
    }
    this.#acknowledge(stored.version, stored.document);
    if (!sameData(document, current.document)) this.#document.next({ id: current.id, document, elsewhere: true });
    this.#settle();
    if (this.#unsaved()) this.#dirty.next();
  }

  #acknowledge(version: number, document: JobDocument): void {
    this.#version = version;
    this.#base = document;
  }

  #unsaved(): boolean {
    const document = this.#document.value?.document;
    return document !== undefined && (this.#version === 0 || !sameData(document, this.#base));
  }

  #settle(): void {
    this.#save.next({ kind: this.#unsaved() ? 'waiting' : 'saved' });
    this.#keep();
  }

  #edit(document: JobDocument): void {
    const current = this.#document.value;
    if (!current) return;
    this.#document.next({ id: current.id, document });
    const state = this.#save.value;
    if (state.kind === 'conflict') this.#receive(state.theirs);
    else if (state.kind !== 'offline') this.#save.next({ kind: 'waiting' });
    this.#keep();
    this.#dirty.next();
  }

  #step(step: typeof undo): void {
    const current = this.#document.value;
    const done = current && step(this.#history.value, current.document);
    if (!done) return;
    this.#history.next(done.log);
    this.#edit(done.document);
  }

  /** This device remembers the screen until the server has it. */
  #keep(): void {
    const [current, base] = [this.#document.value, this.#base];
    if (current && base) this.#local.keepDraft({ jobId: current.id, version: this.#version, base, document: current.document, history: this.#history.value, at: Date.now() });
  }

  #push(): Observable<unknown> {
    return defer(() => {
      const current = this.#document.value;
      if (!current || this.#save.value.kind === 'conflict') return EMPTY;
      if (!this.#unsaved()) {
        // An edit that was taken back before it was sent needs no sending.
        if (this.#save.value.kind !== 'saved') this.#save.next({ kind: 'saved' });
        return EMPTY;
      }
      const sent = current.document;
      if (this.#sending?.document !== sent) this.#sending = { document: sent, saveId: newId() };
      const label = { saveId: this.#sending.saveId, who: whoIsHere() || undefined };
      if (this.#save.value.kind !== 'offline') this.#save.next({ kind: 'saving' });
      const call = this.#version === 0 ? this.#api.createJob(current.id, sent, label) : this.#api.saveJob(current.id, this.#version, sent, label);
      return this.#underWay.track(current.id, call).pipe(
        tap((stored) => this.#saved(sent, stored)),
        catchError((e: unknown) => of(this.#notSaved(failureOf(e)))),
      );
    });
  }

  #saved(sent: JobDocument, stored: StoredJob): void {
    this.#sending = undefined;
    if (sameData(stored.document, sent)) {
      this.#acknowledge(stored.version, sent);
      this.#settle();
      return;
    }
    // Somebody saved on top of it already: what was sent is what both started from.
    this.#base = sent;
    this.#receive(stored);
  }

  #notSaved(failure: ApiFailure): void {
    if (failure.status === 409 && failure.current) {
      this.#receive(failure.current);
    } else if (failure.status >= 400 && failure.status < 500) {
      this.#save.next({ kind: 'refused', detail: failure.detail ?? failure.title });
    } else {
      this.#save.next({ kind: 'offline' });
      timer(RETRY_MS).pipe(takeUntil(this.#closed)).subscribe(() => this.#flush.next());
    }
  }

  #plan({ id, document, elsewhere = false }: Open, shop: Shop, library: Library): JobState {
    const read = readJob(document);
    if (!read.job) return { id, document, problems: read.problems, changes: [], fields: [], elsewhere };
    const { plan, problems, needs } = this.#planner.plan(read.job, library, shop, { now: this.#openedAt, timeZone: TIME_ZONE });
    this.#needsKinds = needs !== undefined;
    const now = Date.now();
    const previous = this.#last;
    const fresh = !this.#baseline || now - this.#baseline.at > BURST_MS || this.#baseline.elsewhere !== elsewhere;
    if (previous?.plan && fresh) this.#baseline = { plan: previous.plan, document: previous.document, at: now, elsewhere };
    if (this.#baseline) this.#baseline = { ...this.#baseline, at: now };
    this.#last = { plan, document };
    const baseline = this.#baseline;
    const changes = plan && baseline ? comparePlans(baseline.plan, plan) : [];
    const resinBefore = baseline && holderOf(baseline.plan);
    const moved = resinBefore !== undefined && resinBefore !== (plan && holderOf(plan));
    return {
      id,
      document,
      job: read.job,
      now: this.#openedAt,
      plan,
      problems: [...read.problems, ...problems],
      changes,
      fields: baseline ? documentChanges(baseline.document, document) : [],
      elsewhere,
      ...(moved ? { resinBefore } : {}),
    };
  }
}

/** Name of what holds the repair. */
const holderOf = (plan: Plan): string | undefined => plan.system?.chosen && linkOf(plan.system.chosen.chain, plan.system.route.key)?.name;

const isJob = (answer: StoredJob | ApiFailure): answer is StoredJob => 'document' in answer;
