import { Injectable, inject } from '@angular/core';
import {
  BehaviorSubject,
  Subject,
  catchError,
  debounceTime,
  defer,
  exhaustMap,
  filter,
  firstValueFrom,
  from,
  fromEvent,
  map,
  merge,
  of,
  timeout,
  timer,
  type Observable,
} from 'rxjs';
import { Api, failureOf, type ApiFailure, type LogEntry, type StoredJob } from '../api/api';
import {
  answered,
  heard,
  isUnsaved,
  nextSave,
  verdictOf,
  withoutUnanswered,
  type Draft,
  type Merged,
} from './draft';
import { Live } from './live';
import { LocalStore, type KeptDraft, type KeptEntry } from './local-store';
import { newId } from './new-id';
import { SavesUnderWay } from './saves-under-way';
import { whoIsHere } from './who';

/** One thing that waits on this device, as a person may look at it. */
export interface Waiting {
  readonly key: string;
  readonly kind: 'job' | 'entry';
  readonly jobId: string;
  readonly title: string;
  /** ms since 1970 */
  readonly since: number;
  /** What a person has to do about it; none where it goes by itself once the server is there. */
  readonly trouble?: string;
}

interface Trouble {
  readonly at: number;
  readonly what: string;
}

const LATER_MS = 1200;
const AGAIN_MS = 4000;
const OPEN_MS = 6000;
/** A server that takes longer to answer is taken for away, so that nothing waits behind one request for ever. */
const PATIENCE_MS = 20_000;
/** Goes of one draft at a time: each merges what another screen saved in between. */
const MOST_GOES = 5;

/**
 * Everything on this device that the server has not acknowledged, sent from whichever page is open: drafts of jobs that
 * no page has open, then log entries in the order in which they were written. Nothing is let go because of an answer:
 * what the server will not take stays, with the reason, until a person decides.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  readonly #api = inject(Api);
  readonly #local = inject(LocalStore);
  readonly #underWay = inject(SavesUnderWay);
  readonly #entries = new BehaviorSubject<readonly KeptEntry[]>([]);
  readonly #drafts = new BehaviorSubject<readonly KeptDraft[]>([]);
  /** Drafts that wait for a person, with the state of theirs that was tried last. */
  readonly #troubles = new BehaviorSubject<ReadonlyMap<string, Trouble>>(new Map());
  readonly #stored = new Subject<{ readonly jobId: string; readonly entry: LogEntry }>();
  readonly #wake = new Subject<void>();
  readonly #open = new Map<string, number>();

  /** Entries of every job that wait. */
  readonly entries$: Observable<readonly KeptEntry[]> = this.#entries;
  /** Entries that the server has just acknowledged. */
  readonly stored$: Observable<{ readonly jobId: string; readonly entry: LogEntry }> = this.#stored;
  readonly waiting$: Observable<readonly Waiting[]> = merge(this.#entries, this.#drafts, this.#troubles).pipe(
    debounceTime(0),
    map(() => [
      ...this.#drafts.value.map((d) => ofDraft(d, this.#troubles.value.get(d.key)?.what)),
      ...this.#entries.value.map((e) => ofEntry(e, this.#drafts.value)),
    ]),
  );

  constructor() {
    const again = merge(
      timer(LATER_MS),
      this.#wake.pipe(debounceTime(50)),
      fromEvent(window, 'online'),
      inject(Live).changes$.pipe(
        filter((c) => c.kind === 'resync'),
        debounceTime(300),
      ),
    );
    merge(again, timer(AGAIN_MS, AGAIN_MS).pipe(filter(() => this.#waits())))
      .pipe(
        exhaustMap(() =>
          from(
            this.#local.alone(
              'outbox',
              () => this.#send(),
              () => this.#look(),
            ),
          ),
        ),
      )
      .subscribe();
    this.#local.entries().subscribe((kept) => this.#entries.next(joined(kept, this.#entries.value)));
  }

  /** A page has a job open and sends it itself. @returns call it when the page lets go of the job */
  opened(jobId: string): () => void {
    this.#open.set(jobId, (this.#open.get(jobId) ?? 0) + 1);
    let held = true;
    return () => {
      if (!held) return;
      held = false;
      this.#open.set(jobId, (this.#open.get(jobId) ?? 1) - 1);
      this.#wake.next();
    };
  }

  /** Keeps an entry on this device and sends it as soon as its job is there. */
  add(
    jobId: string,
    entry: LogEntry,
    kept: Promise<void> = this.#local.keepEntry({ id: entry.id, jobId, entry }),
  ): void {
    this.#entries.next([
      ...this.#entries.value.filter((e) => e.id !== entry.id),
      { id: entry.id, jobId, entry },
    ]);
    void kept.then(() => this.#wake.next());
  }

  /** Tries once more what the server would not take. */
  retry(id: string): void {
    const kept = this.#entries.value.find((e) => e.id === id);
    if (kept) this.add(kept.jobId, kept.entry);
  }

  /** A person lets go of an entry that the server will not take. */
  discard(id: string): void {
    void this.#local.dropEntry(id);
    this.#entries.next(this.#entries.value.filter((e) => e.id !== id));
  }

  /** Looks at once whether anything can be sent. */
  wake(): void {
    this.#wake.next();
  }

  #waits(): boolean {
    return this.#drafts.value.length > 0 || this.#entries.value.some((e) => e.trouble === undefined);
  }

  async #look(): Promise<readonly KeptDraft[]> {
    await this.#local.settled();
    const [drafts, entries] = await Promise.all([
      firstValueFrom(this.#local.unsent()),
      firstValueFrom(this.#local.entries()),
    ]);
    const idle = drafts.filter((d) => (this.#open.get(d.jobId) ?? 0) === 0);
    // A job that is open is sent by its page; it counts here once it has waited longer than that takes.
    this.#drafts.next(drafts.filter((d) => idle.includes(d) || d.at < Date.now() - OPEN_MS));
    this.#entries.next(
      joined(
        entries,
        this.#entries.value.filter((e) => entries.some((k) => k.id === e.id)),
      ),
    );
    return idle;
  }

  async #send(): Promise<void> {
    const drafts = await this.#look();
    // What waits for a person is tried again when they have changed it.
    for (const draft of drafts)
      if (this.#troubles.value.get(draft.key)?.at !== draft.at) await this.#sendDraft(draft);
    await this.#look();
    const tried = new Set<string>();
    // What is written meanwhile goes after it.
    for (let next = this.#next(tried); next !== undefined; next = this.#next(tried)) {
      tried.add(next.id);
      if (!(await this.#sendEntry(next))) break;
    }
  }

  #next(tried: ReadonlySet<string>): KeptEntry | undefined {
    return this.#entries.value.find((e) => e.trouble === undefined && !tried.has(e.id));
  }

  /** Sends one draft, merging what others saved. */
  async #sendDraft(kept: KeptDraft): Promise<void> {
    let at: KeptDraft = kept;
    for (let go = 0; go < MOST_GOES && isUnsaved(at) && (this.#open.get(at.jobId) ?? 0) === 0; go += 1) {
      const sending: KeptDraft & Required<Pick<Draft, 'unanswered'>> = { ...at, ...nextSave(at, newId) };
      // Noted before it goes: if the answer is lost with the page, the next page sends it again to the letter.
      await this.#local.replaceDraft(at, sending);
      const next = await firstValueFrom(sendDraft(this.#api, this.#underWay, () => sending));
      if (next === 'away') return;
      const after: KeptDraft = {
        ...at,
        ...next.draft,
        unanswered: next.draft.unanswered,
        key: at.key,
        tab: at.tab,
      };
      this.#note(
        at,
        next.kind === 'conflict'
          ? 'you and somebody else changed the same: open it and choose'
          : next.kind === 'refused'
            ? next.why
            : undefined,
      );
      await this.#local.replaceDraft(sending, after);
      if (next.kind !== 'merged') return;
      at = after;
    }
  }

  #note({ key, at }: KeptDraft, what: string | undefined): void {
    const next = new Map(this.#troubles.value);
    if (what === undefined) next.delete(key);
    else next.set(key, { at, what });
    this.#troubles.next(next);
  }

  /** @returns whether the next one may be tried: the server answered */
  async #sendEntry(kept: KeptEntry): Promise<boolean> {
    const answer = await firstValueFrom(
      this.#api.addLogEntry(kept.jobId, kept.entry).pipe(
        timeout({ first: PATIENCE_MS }),
        map((stored) => ({ stored })),
        catchError((e: unknown) => of({ failure: failureOf(e) })),
      ),
    );
    if ('stored' in answer) {
      await this.#local.dropEntry(kept.id);
      this.#entries.next(this.#entries.value.filter((e) => e.id !== kept.id));
      this.#stored.next({ jobId: kept.jobId, entry: answer.stored });
      return true;
    }
    const verdict = verdictOf(answer.failure);
    if (verdict === 'away') return false;
    // The job may be on its way from this device, or from another: the entry waits for it.
    const trouble =
      verdict === 'gone'
        ? undefined
        : `${answer.failure.title}${answer.failure.detail ? `: ${answer.failure.detail}` : ''}`;
    if (trouble !== undefined) {
      const told = { ...kept, trouble };
      await this.#local.keepEntry(told);
      this.#entries.next(this.#entries.value.map((e) => (e.id === kept.id ? told : e)));
    }
    return true;
  }
}

/** What became of a draft that was sent. `away`: the server was not there to ask. */
export type Sent =
  Merged | { readonly kind: 'refused'; readonly draft: Draft; readonly why: string } | 'away';

/** A draft that has noted what is to be sent of it. */
export type Sending = Draft & Required<Pick<Draft, 'unanswered'>>;

/**
 * Sends what a draft has noted to be sent, and works its answer into the draft.
 * @param now the draft as it stands: it may have been edited while the answer was on its way
 */
export function sendDraft(api: Api, underWay: SavesUnderWay, now: () => Sending): Observable<Sent> {
  const { jobId, unanswered: sent } = now();
  const label = { saveId: sent.saveId, who: whoIsHere() || undefined };
  const call: Observable<StoredJob> = defer(() =>
    sent.version === 0
      ? api.createJob(jobId, sent.document, label)
      : api.saveJob(jobId, { version: sent.version, epoch: sent.epoch }, sent.document, label),
  );
  return underWay.track(jobId, call.pipe(timeout({ first: PATIENCE_MS }))).pipe(
    map((stored): Sent => answered(now(), sent, stored)),
    catchError((e: unknown) => of(unanswerable(now(), failureOf(e)))),
  );
}

function unanswerable(draft: Sending, failure: ApiFailure): Sent {
  const free = withoutUnanswered(draft);
  switch (verdictOf(failure)) {
    case 'away':
      return 'away';
    case 'changed':
      return failure.current ? heard(free, failure.current) : 'away';
    case 'gone':
      // The yard was replaced by one without the job: what was typed is worth a job of its own under the same id.
      return { kind: 'merged', draft: { ...free, version: 0, epoch: undefined } };
    case 'refused':
      return { kind: 'refused', draft: free, why: failure.detail ?? failure.title };
  }
}

const ofDraft = (d: KeptDraft, trouble: string | undefined): Waiting => ({
  key: d.key,
  kind: 'job',
  jobId: d.jobId,
  title: titleOf(d),
  since: d.at,
  ...(trouble ? { trouble } : {}),
});

const ofEntry = (e: KeptEntry, drafts: readonly KeptDraft[]): Waiting => {
  const job = drafts.find((d) => d.jobId === e.jobId);
  return {
    key: e.id,
    kind: 'entry',
    jobId: e.jobId,
    title: `${e.entry.text.slice(0, 80)}${job ? ` (${titleOf(job)})` : ''}`,
    since: Date.parse(e.entry.at),
    ...(e.trouble ? { trouble: e.trouble } : {}),
  };
};

const titleOf = (d: Draft): string =>
  [d.document.boat?.name, d.document.title].filter(Boolean).join(' · ') || 'a job without a name';

/** Entries of the device, and those that are just being kept. */
function joined(kept: readonly KeptEntry[], here: readonly KeptEntry[]): readonly KeptEntry[] {
  const known = new Set(kept.map((e) => e.id));
  return [...kept, ...here.filter((e) => !known.has(e.id))];
}
