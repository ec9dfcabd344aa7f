import { Injectable } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { BehaviorSubject, EMPTY, catchError, defer, from, of, switchMap, type Observable } from 'rxjs';
import type { Shop } from '@nelbo/core';
import type { LogEntry, StoredProduct } from '../api/api';
import { isUnsaved, type Draft } from './draft';
import { NO_EDITS } from './edit-history';
import { openTabs, ownTab, tabAtOnce } from './tab';
import { typed } from './typed';

/** A draft with the tab that it belongs to. */
export interface KeptDraft extends Draft {
  readonly key: string;
  readonly tab: string;
}

/** An entry of a log that the server has not acknowledged. */
export interface KeptEntry {
  readonly id: string;
  readonly jobId: string;
  readonly entry: LogEntry;
  /** Why the server did not take it, where it said so: it is kept all the same. */
  readonly trouble?: string;
}

interface Schema extends DBSchema {
  drafts: { key: string; value: KeptDraft; indexes: { job: string } };
  entries: { key: string; value: KeptEntry; indexes: { job: string } };
  kept: { key: string; value: { name: string; value: unknown } };
  bench: { key: string; value: { id: string; at: number; jobId: string } & Record<string, unknown> };
}

const WEEK_MS = 7 * 86_400_000;
const MONTH_MS = 30 * 86_400_000;
const LATER_MS = 6000;
const JOURNAL = 'draft.';

/**
 * What this device keeps of the work until the server has it: drafts of jobs, unsent log entries, the yard's settings.
 * Where the browser gives no storage, everything still works as long as the page is open, and {@link keeps$} says so.
 */
@Injectable({ providedIn: 'root' })
export class LocalStore {
  readonly #tab = ownTab();
  readonly #keeps = new BehaviorSubject(true);
  #database: Promise<IDBPDatabase<Schema>> | undefined;
  /** Writes one after another: a later state of a draft never comes before an earlier one. */
  #writing: Promise<void> = Promise.resolve();
  /** Drafts that wait to be written, by job: the newest of each. */
  readonly #latest = new Map<string, Draft>();
  /** Writes that are under way. */
  #busy = 0;

  /** Whether what was last to be kept could be: false where the browser has no room, or gives none. */
  readonly keeps$: Observable<boolean> = this.#keeps;

  constructor() {
    setTimeout(() => this.#tidy(Date.now()), LATER_MS);
  }

  #open(): Promise<IDBPDatabase<Schema>> {
    return (this.#database ??= openDB<Schema>('nelbo', 2, {
      upgrade(db, from) {
        if (from < 2) db.createObjectStore('bench', { keyPath: 'id' });
        if (from >= 1) return;
        db.createObjectStore('drafts', { keyPath: 'key' }).createIndex('job', 'jobId');
        db.createObjectStore('entries', { keyPath: 'id' }).createIndex('job', 'jobId');
        db.createObjectStore('kept', { keyPath: 'name' });
      },
      // A newer page in another tab is not kept waiting by this one.
      blocking: (_, __, event) => {
        (event.target as IDBDatabase).close();
        this.#database = undefined;
      },
      // The browser may close it of its own accord, when it is cleared or the disk fails: the next use opens it anew.
      terminated: () => (this.#database = undefined),
    }).catch((e: unknown) => {
      this.#database = undefined;
      throw e;
    }));
  }

  #run<T>(work: (db: IDBPDatabase<Schema>) => Promise<T>, otherwise: T): Observable<T> {
    return defer(() => from(this.#open().then(work))).pipe(catchError(() => of(otherwise)));
  }

  #write(work: (db: IDBPDatabase<Schema>) => Promise<unknown>): Promise<void> {
    this.#busy += 1;
    const done = this.#writing
      .then(() => this.#open())
      .then(work)
      .then(
        () => this.#note(true),
        () => this.#note(false),
      )
      .finally(() => (this.#busy -= 1));
    this.#writing = done;
    return done;
  }

  #note(kept: boolean): void {
    if (this.#keeps.value !== kept) this.#keeps.next(kept);
  }

  /** Resolves once all that was to be kept until now is kept, or could not be. */
  settled(): Promise<unknown> {
    return this.#writing;
  }

  /** One tab of this browser does a piece of work at a time; the others do without. */
  async alone(name: string, work: () => Promise<unknown>, otherwise: () => Promise<unknown>): Promise<void> {
    if ('locks' in navigator)
      await navigator.locks.request(`nelbo ${name}`, { ifAvailable: true }, (lock) =>
        lock ? work() : otherwise(),
      );
    else await work();
  }

  /** This tab's draft of a job, or else the newest that a closed tab left behind (which becomes this tab's). */
  draft(jobId: string): Observable<Draft | undefined> {
    return this.#run(
      async (db) => {
        await this.#absorb(db);
        const [tab, open, all] = await Promise.all([
          this.#tab,
          openTabs(),
          db.getAllFromIndex('drafts', 'job', jobId),
        ]);
        const own = all.find((d) => d.tab === tab);
        const left = all
          .filter((d) => d.tab !== tab && !open.has(d.tab))
          .sort((a, b) => Number(isUnsaved(b)) - Number(isUnsaved(a)) || b.at - a.at)[0];
        // One's own goes before, unless it has nothing to send and a closed tab left work behind.
        if (own && (isUnsaved(own) || !left || !isUnsaved(left))) return own;
        if (left) {
          const tx = db.transaction('drafts', 'readwrite');
          await Promise.all([
            tx.store.put({ ...left, tab, key: `${jobId}/${tab}` }),
            tx.store.delete(left.key),
            tx.done,
          ]);
        }
        return left;
      },
      undefined as Draft | undefined,
    );
  }

  /**
   * Keeps a draft. While one is being written only the newest of the job waits behind it, and stands in the quick
   * journal meanwhile: a tab that dies between two keys takes neither with it.
   */
  keepDraft(draft: Draft): Promise<void> {
    const waits = this.#latest.has(draft.jobId);
    this.#latest.set(draft.jobId, draft);
    if (this.#busy > 0) this.#journal(draft);
    if (waits) return this.#writing;
    return this.#write(async (db) => {
      const tab = await this.#tab;
      const latest = this.#latest.get(draft.jobId) ?? draft;
      this.#latest.delete(draft.jobId);
      await db.put('drafts', { ...latest, tab, key: `${latest.jobId}/${tab}` });
      if (!this.#latest.has(draft.jobId)) typed.set(`${JOURNAL}${latest.jobId}/${tab}`, undefined);
    });
  }

  /** Notes a draft where it is written at once; its way back is too long for that. */
  #journal(draft: Draft): void {
    const tab = tabAtOnce();
    if (tab) typed.set(`${JOURNAL}${draft.jobId}/${tab}`, { ...draft, history: NO_EDITS });
  }

  /** Brings what pages that are gone noted in the journal, and wrote no more, into the database. */
  async #absorb(db: IDBPDatabase<Schema>): Promise<void> {
    const [own, open] = [await this.#tab, await openTabs()];
    for (const name of typed.names(JOURNAL)) {
      const key = name.slice(JOURNAL.length);
      const tab = key.slice(key.indexOf('/') + 1);
      if (tab === own ? this.#busy > 0 || this.#latest.size > 0 : open.has(tab)) continue;
      const noted = typed.get<Draft>(name);
      const there = await db.get('drafts', key);
      if (noted && (!there || there.at < noted.at))
        await db.put('drafts', { ...noted, history: there?.history ?? NO_EDITS, tab, key });
      typed.set(name, undefined);
    }
  }

  /** Forgets this tab's draft of a job that came to nothing. */
  dropDraft(jobId: string): Promise<void> {
    return this.#write(async (db) => db.delete('drafts', `${jobId}/${await this.#tab}`));
  }

  /** Drafts that hold work the server may lack: this tab's, and those that closed tabs left behind. */
  unsent(): Observable<readonly KeptDraft[]> {
    return this.#run(
      async (db) => {
        await this.#absorb(db);
        const [tab, open, all] = await Promise.all([this.#tab, openTabs(), db.getAll('drafts')]);
        return all
          .filter((d) => (d.tab === tab || !open.has(d.tab)) && isUnsaved(d))
          .sort((a, b) => a.at - b.at);
      },
      [] as readonly KeptDraft[],
    );
  }

  /** Keeps a draft of whichever tab as it stands after it was sent, unless that tab has gone on with it meanwhile. */
  replaceDraft(before: KeptDraft, after: Draft): Promise<void> {
    return this.#write(async (db) => {
      const tx = db.transaction('drafts', 'readwrite');
      const now = await tx.store.get(before.key);
      if (now && now.at === before.at && now.unanswered?.saveId === before.unanswered?.saveId)
        await tx.store.put({ ...after, key: before.key, tab: before.tab });
      await tx.done;
    });
  }

  /** Forgets drafts that are a month old and saved: the server has all there is in them. */
  #tidy(now: number): void {
    void this.#write(async (db) => {
      for (const d of await db.getAll('drafts'))
        if (d.at < now - MONTH_MS && !isUnsaved(d)) await db.delete('drafts', d.key);
    });
  }

  /** Entries of every job that wait, in the order in which they were written. */
  entries(): Observable<readonly KeptEntry[]> {
    return this.#run(
      async (db) =>
        (await db.getAll('entries')).sort((a, b) => Date.parse(a.entry.at) - Date.parse(b.entry.at)),
      [] as readonly KeptEntry[],
    );
  }

  keepEntry(kept: KeptEntry): Promise<void> {
    return this.#write(async (db) => {
      const tx = db.transaction('entries', 'readwrite');
      await Promise.all([tx.store.put(kept), tx.done]);
    });
  }

  /** A batch of the bench, and what it adds to the log, together or not at all. */
  keepBench(
    run: { readonly id: string; readonly at: number; readonly jobId: string },
    entry?: LogEntry,
  ): Promise<void> {
    return this.#write(async (db) => {
      const tx = db.transaction(['bench', 'entries'], 'readwrite');
      await Promise.all([
        tx.objectStore('bench').put(run as Schema['bench']['value']),
        entry ? tx.objectStore('entries').put({ id: entry.id, jobId: run.jobId, entry }) : undefined,
        tx.done,
      ]);
    });
  }

  /** Batches of every job that this device has worked, the newest first; a week back. */
  bench<T>(now: number): Observable<readonly T[]> {
    return this.#run(
      async (db) => {
        const all = await db.getAll('bench');
        for (const run of all) if (run.at < now - WEEK_MS) await db.delete('bench', run.id);
        return all.filter((run) => run.at >= now - WEEK_MS).sort((a, b) => b.at - a.at) as unknown as T[];
      },
      [] as readonly T[],
    );
  }

  dropEntry(id: string): Promise<void> {
    return this.#write((db) => db.delete('entries', id));
  }

  shop(): Observable<Shop> {
    return this.#run(async (db) => (await db.get('kept', 'shop'))?.value as Shop | undefined, undefined).pipe(
      switchMap((v) => (v ? of(v) : EMPTY)),
    );
  }

  stores(): Observable<readonly StoredProduct[]> {
    return this.#run(
      async (db) => (await db.get('kept', 'stores'))?.value as readonly StoredProduct[] | undefined,
      undefined,
    ).pipe(switchMap((v) => (v ? of(v) : EMPTY)));
  }

  keepStores(entries: readonly StoredProduct[]): Promise<void> {
    return this.#write((db) => db.put('kept', { name: 'stores', value: entries }));
  }

  keepShop(document: Shop): Promise<void> {
    return this.#write((db) => db.put('kept', { name: 'shop', value: document }));
  }
}
