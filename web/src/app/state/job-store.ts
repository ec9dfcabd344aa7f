import { Injectable, inject } from '@angular/core';
import { editPlace, mergeDocuments, setIn, type JobDocument, type Side } from '@nelbo/core';
import {
  BehaviorSubject,
  EMPTY,
  Subject,
  Subscription,
  catchError,
  combineLatest,
  concatMap,
  debounceTime,
  defer,
  delay,
  filter,
  forkJoin,
  from,
  fromEvent,
  ignoreElements,
  map,
  merge,
  of,
  shareReplay,
  switchMap,
  takeUntil,
  tap,
  timeout,
  timer,
  type Observable,
} from 'rxjs';
import { Api, failureOf, type ApiFailure, type StoredJob } from '../api/api';
import type { JobState, SaveState } from './job-state';
import { heard, isNews, isUnsaved, nextSave, verdictOf, type Draft, type Merged } from './draft';
import { NO_EDITS, redo, remember, undo, type EditLog } from './edit-history';
import { Live } from './live';
import { LocalStore } from './local-store';
import { newId } from './new-id';
import { OpenPlanner, type Open } from './open-planner';
import { Outbox, sendDraft, type Sent } from './outbox';
import { placeHere } from './boat-planner';
import { Here } from './here';
import { RepairKinds } from './repair-kinds';
import { SavesUnderWay } from './saves-under-way';
import { ShopStore } from './shop-store';
import { StoresStore } from './stores-store';

const PAUSE_MS = 500;
const RETRY_MS = 3000;
/** A server that has not answered by then is taken for away: the job opens from this device. */
const PATIENCE_MS = 10_000;
/** What this device has of a job is shown by then, whether or not the server has answered. */
const KEPT_PATIENCE_MS = 1500;

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
  readonly #outbox = inject(Outbox);
  readonly #kinds = inject(RepairKinds);
  readonly #planner = new OpenPlanner(this.#kinds);
  readonly #here = inject(Here);
  readonly #document = new BehaviorSubject<Open | undefined>(undefined);
  readonly #save = new BehaviorSubject<SaveState>({ kind: 'saved' });
  readonly #history = new BehaviorSubject<EditLog>(NO_EDITS);
  readonly #dirty = new Subject<void>();
  readonly #flush = new Subject<void>();
  readonly #closed = new Subject<void>();
  readonly #failure = new BehaviorSubject<string | undefined>(undefined);
  #listening = Subscription.EMPTY;
  #wanted = '';
  /** The document on the screen with what the server is known to have of it. */
  #draft: Draft | undefined;
  #letGo: () => void = () => undefined;
  #openedAt = Date.now();

  readonly save$: Observable<SaveState> = this.#save.asObservable();
  readonly failure$: Observable<string | undefined> = this.#failure.asObservable();
  readonly canUndo$: Observable<{ undo: boolean; redo: boolean }> = this.#history.pipe(
    map((h) => ({ undo: h.done.length > 0, redo: h.undone.length > 0 })),
  );
  readonly state$: Observable<JobState> = combineLatest([
    this.#document.pipe(filter((d) => d !== undefined)),
    this.#shop.shop$,
    this.#stores.library$,
  ]).pipe(
    switchMap(([open, shop, library]) =>
      this.#here.of$(open.id).pipe(map((place) => [open, shop, library, place] as const)),
    ),
    switchMap(([open, shop, library, place]) => {
      const plan = (): JobState => this.#planner.plan(open, shop, library, place, this.#openedAt);
      const state = plan();
      const more = this.#planner.fetch();
      // What plans other kinds and several places is fetched for the first job that needs it; then it is planned anew.
      return more ? from(more).pipe(map((there) => (there ? plan() : state))) : of(state);
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
    if (this.#wanted !== id) this.#hold(id);
    this.#wanted = id;
    this.#draft = undefined;
    this.#document.next(undefined);
    this.#failure.next(undefined);
    const fetched = this.#underWay.settled(id).pipe(
      switchMap(() => this.#fetch(id)),
      shareReplay({ bufferSize: 1, refCount: true }),
    );
    const kept = this.#local.draft(id).pipe(shareReplay({ bufferSize: 1, refCount: true }));
    const early = kept.pipe(
      delay(KEPT_PATIENCE_MS),
      takeUntil(fetched),
      tap((draft) => draft && this.#early(id, draft)),
      ignoreElements(),
    );
    const opened = forkJoin([fetched, kept]).pipe(
      tap(([answer, draft]) => this.#begin(id, answer, draft)),
      switchMap(() => this.#heard(id)),
    );
    this.#listening = merge(opened, early).pipe(takeUntil(this.#closed)).subscribe();
  }

  /** Keeps the outbox from sending what this page sends itself. */
  #hold(id: string): void {
    this.#letGo();
    this.#letGo = this.#outbox.opened(id);
  }

  /** Sets one field; `undefined` takes it back to the default. */
  set(path: string, value: unknown): void {
    this.update((d) => setIn(d, path, value));
  }

  /** Changes the job at the place that is looked at; what holds for the boat changes for every place. */
  update(change: (document: JobDocument) => JobDocument): void {
    this.updateBoat((d) => editPlace(d, placeHere(d, this.#here.of(this.#wanted)), change));
  }

  /** Changes the job with all its places. */
  updateBoat(change: (document: JobDocument) => JobDocument): void {
    if (!this.#draft) return;
    const before = this.#draft.document;
    const document = change(before);
    this.#history.next(remember(this.#history.value, before, document, Date.now()));
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
    if (this.#draft && isUnsaved(this.#draft)) this.#flush.next();
  }

  /** After a conflict: for every field that both changed, which side goes on. */
  resolve(choice: Readonly<Record<string, Side>>): void {
    const [state, draft] = [this.#save.value, this.#draft];
    if (state.kind !== 'conflict' || !draft) return;
    const { theirs } = state;
    const { document } = mergeDocuments(draft.base, draft.document, theirs.document, choice);
    this.#history.next(remember(this.#history.value, draft.document, document, Date.now()));
    this.#stand({ ...draft, version: theirs.version, epoch: theirs.epoch, base: theirs.document, document });
    this.#flush.next();
  }

  close(): void {
    this.flush();
    this.#listening.unsubscribe();
    const [letGo, id] = [this.#letGo, this.#wanted];
    // The save under way is let finish; what is left then goes by the outbox, whatever page is open.
    this.#underWay.settled(id).subscribe(letGo);
    timer(RETRY_MS).subscribe(() => this.#closed.next());
  }

  #fetch(id: string): Observable<StoredJob | ApiFailure> {
    return this.#api.job(id).pipe(
      timeout({ first: PATIENCE_MS }),
      catchError((e: unknown) => of(failureOf(e))),
    );
  }

  /** Shows what this device has of a job. */
  #show(id: string, draft: Draft | undefined): void {
    this.#openedAt = Date.now();
    this.#planner.forget();
    this.#history.next(draft?.history ?? NO_EDITS);
    this.#draft = draft;
    if (draft) this.#document.next({ id, document: draft.document });
  }

  /** A slow server keeps nobody from going on with what is on this device. */
  #early(id: string, draft: Draft): void {
    this.#show(id, draft);
    this.#save.next({ kind: isUnsaved(draft) ? 'offline' : 'away' });
    this.#dirty.next();
  }

  #begin(id: string, answer: StoredJob | ApiFailure, kept: Draft | undefined): void {
    const shown = this.#draft !== undefined;
    if (!shown) this.#show(id, kept);
    const draft = this.#draft;
    if (isJob(answer)) {
      if (!draft) this.#take(answer);
      // A save whose answer was lost is sent again to the letter first: what the server has may be it.
      else if (draft.unanswered) {
        this.#save.next({ kind: 'waiting' });
        this.#dirty.next();
      } else if (!shown || isNews(draft, answer)) this.#receive(answer);
      else if (this.#save.value.kind === 'away') this.#save.next({ kind: 'saved' });
      return;
    }
    const away = verdictOf(answer) === 'away';
    const unsaved = draft !== undefined && isUnsaved(draft);
    if (draft && (away || (answer.status === 404 && unsaved))) {
      // A job that the server has lost, or never heard of, is sent whole.
      if (answer.status === 404 && !draft.unanswered)
        this.#draft = { ...draft, version: 0, epoch: undefined };
      this.#save.next({ kind: away ? (unsaved ? 'offline' : 'away') : 'waiting' });
      this.#dirty.next();
      return;
    }
    this.#document.next(undefined);
    this.#failure.next(
      answer.status === 404
        ? 'There is no such job.'
        : away
          ? 'The server cannot be reached. It is tried again …'
          : `${answer.title}.`,
    );
    if (away)
      timer(RETRY_MS)
        .pipe(takeUntil(this.#closed))
        .subscribe(() => this.#wanted === id && this.open(id));
  }

  /** What other screens saved of this job, and what may have been missed. */
  #heard(id: string): Observable<unknown> {
    return this.#live.changes$.pipe(
      filter(
        (c) => c.kind === 'resync' || (c.kind === 'job' && c.id === id && c.version !== this.#draft?.version),
      ),
      // One's own save is told as well: while it is under way, its answer comes by itself.
      concatMap(() => this.#underWay.settled(id)),
      debounceTime(20),
      concatMap(() => this.#fetch(id)),
      tap((answer) => {
        const { value: save } = this.#save;
        if (save.kind === 'offline' || save.kind === 'away') this.#flush.next();
        const draft = this.#draft;
        // What was not answered is sent again first: this may be it.
        if (!isJob(answer) || draft?.unanswered || this.#wanted !== id) return;
        if (!draft || isNews(draft, answer)) this.#receive(answer);
        else if (save.kind === 'away') this.#save.next({ kind: 'saved' });
      }),
    );
  }

  #take(stored: StoredJob): void {
    this.#stand({
      jobId: stored.id,
      version: stored.version,
      epoch: stored.epoch,
      base: stored.document,
      document: stored.document,
      history: this.#history.value,
      at: Date.now(),
    });
  }

  /** Takes in a state of the server: merges it with what stands on the screen. */
  #receive(stored: StoredJob): void {
    if (this.#draft) this.#merged(heard(this.#draft, stored));
    else this.#take(stored);
  }

  #merged(merged: Merged): void {
    if (merged.kind === 'merged')
      return this.#stand(merged.draft, merged.draft.document !== this.#draft?.document);
    this.#draft = merged.draft;
    this.#keep();
    this.#save.next({ kind: 'conflict', theirs: merged.theirs, conflicts: merged.conflicts });
  }

  /** Goes on from a draft: shows it, keeps it, and sends what the server lacks of it. */
  #stand(draft: Draft, elsewhere = false): void {
    const shown = this.#draft;
    this.#draft = draft;
    if (!shown || shown.document !== draft.document || this.#document.value === undefined)
      this.#document.next({ id: draft.jobId, document: draft.document, ...(elsewhere ? { elsewhere } : {}) });
    const unsaved = isUnsaved(draft);
    this.#save.next({ kind: unsaved ? 'waiting' : 'saved' });
    this.#keep();
    if (unsaved) this.#dirty.next();
  }

  #edit(document: JobDocument): void {
    if (!this.#draft) return;
    this.#draft = { ...this.#draft, document };
    this.#document.next({ id: this.#draft.jobId, document });
    const state = this.#save.value;
    this.#keep();
    if (state.kind === 'conflict') this.#receive(state.theirs);
    else if (state.kind !== 'offline') this.#save.next({ kind: 'waiting' });
    this.#dirty.next();
  }

  #step(step: typeof undo): void {
    const done = this.#draft && step(this.#history.value, this.#draft.document);
    if (!done) return;
    this.#history.next(done.log);
    this.#edit(done.document);
  }

  /** This device remembers the screen until the server has it. */
  #keep(): void {
    if (!this.#draft) return;
    this.#draft = { ...this.#draft, history: this.#history.value, at: Date.now() };
    void this.#local.keepDraft(this.#draft);
  }

  #push(): Observable<unknown> {
    return defer(() => {
      if (!this.#draft || this.#save.value.kind === 'conflict') return EMPTY;
      if (!isUnsaved(this.#draft)) {
        // An edit that was taken back before it was sent needs no sending.
        if (this.#save.value.kind !== 'saved' && this.#save.value.kind !== 'away')
          this.#save.next({ kind: 'saved' });
        return EMPTY;
      }
      const sending = nextSave(this.#draft, newId);
      this.#draft = sending;
      // Noted on the device before it goes: a page that comes after this one sends it again to the letter.
      this.#keep();
      if (this.#save.value.kind !== 'offline') this.#save.next({ kind: 'saving' });
      return sendDraft(this.#api, this.#underWay, () =>
        this.#draft?.jobId === sending.jobId ? { ...this.#draft, unanswered: sending.unanswered } : sending,
      ).pipe(tap((sent) => this.#sent(sending.jobId, sent)));
    });
  }

  #sent(id: string, sent: Sent): void {
    // Another job was opened meanwhile: the outbox sees to what this one lacks.
    if (this.#draft?.jobId !== id) return;
    if (sent === 'away') {
      this.#save.next({ kind: 'offline' });
      timer(RETRY_MS)
        .pipe(takeUntil(this.#closed))
        .subscribe(() => this.#flush.next());
    } else if (sent.kind === 'refused') {
      this.#draft = sent.draft;
      this.#keep();
      this.#save.next({ kind: 'refused', detail: sent.why });
    } else this.#merged(sent);
  }
}

const isJob = (answer: StoredJob | ApiFailure): answer is StoredJob => 'document' in answer;
