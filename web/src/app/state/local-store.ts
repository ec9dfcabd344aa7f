import { Injectable } from '@angular/core';
import { sameData, type JobDocument } from '@nelbo/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { EMPTY, catchError, defer, from, of, switchMap, type Observable } from 'rxjs';
import type { LogEntry, ShopDocument, StoredProduct } from '../api/api';
import type { EditLog } from './edit-history';
import { openTabs, ownTab } from './tab';

/** One tab's state of one job: what the server acknowledged last, and what stands on the screen. */
export interface Draft {
  readonly jobId: string;
  /** 0 while the server has not heard of the job. */
  readonly version: number;
  readonly base: JobDocument;
  readonly document: JobDocument;
  readonly history: EditLog;
  /** ms since 1970 */
  readonly at: number;
}

interface KeptDraft extends Draft {
  readonly key: string;
  readonly tab: string;
}

interface Schema extends DBSchema {
  drafts: { key: string; value: KeptDraft; indexes: { job: string } };
  entries: { key: string; value: { id: string; jobId: string; entry: LogEntry }; indexes: { job: string } };
  kept: { key: string; value: { name: string; value: unknown } };
  bench: { key: string; value: { id: string; at: number; jobId: string } & Record<string, unknown> };
}

const WEEK_MS = 7 * 86_400_000;
const MONTH_MS = 30 * 86_400_000;
const LATER_MS = 6000;

/**
 * What this device keeps of the work until the server has it: drafts of jobs, unsent log entries, the yard's settings.
 * Where the browser gives no storage, everything still works as long as the page is open.
 */
@Injectable({ providedIn: 'root' })
export class LocalStore {
  readonly #tab = ownTab();
  #database: Promise<IDBPDatabase<Schema>> | undefined;

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
      blocking: (_, __, event) => (event.target as IDBDatabase).close(),
    }));
  }

  #run<T>(work: (db: IDBPDatabase<Schema>) => Promise<T>, otherwise: T): Observable<T> {
    return defer(() => from(this.#open().then(work))).pipe(catchError(() => of(otherwise)));
  }

  #write(work: (db: IDBPDatabase<Schema>) => Promise<unknown>): void {
    this.#run(work, undefined).subscribe();
  }

  /** This tab's draft of a job, or else the newest that a closed tab left behind (which becomes this tab's). */
  draft(jobId: string): Observable<Draft | undefined> {
    return this.#run(async (db) => {
      const [tab, open, all] = await Promise.all([this.#tab, openTabs(), db.getAllFromIndex('drafts', 'job', jobId)]);
      const own = all.find((d) => d.tab === tab);
      if (own) return own;
      const left = all.filter((d) => !open.has(d.tab)).sort((a, b) => b.at - a.at)[0];
      if (left) {
        await db.put('drafts', { ...left, tab, key: `${jobId}/${tab}` });
        await db.delete('drafts', left.key);
      }
      return left;
    }, undefined as Draft | undefined);
  }

  keepDraft(draft: Draft): void {
    this.#write(async (db) => {
      const tab = await this.#tab;
      await db.put('drafts', { ...draft, tab, key: `${draft.jobId}/${tab}` });
    });
  }

  /** Forgets drafts that are a month old and saved: the server has all there is in them. */
  #tidy(now: number): void {
    this.#write(async (db) => {
      for (const d of await db.getAll('drafts')) if (d.at < now - MONTH_MS && sameData(d.base, d.document)) await db.delete('drafts', d.key);
    });
  }

  entries(jobId: string): Observable<LogEntry[]> {
    return this.#run(async (db) => (await db.getAllFromIndex('entries', 'job', jobId)).map((e) => e.entry), [] as LogEntry[]);
  }

  keepEntry(jobId: string, entry: LogEntry): void {
    this.#write((db) => db.put('entries', { id: entry.id, jobId, entry }));
  }

  /** A batch of the bench, and what it adds to the log, together or not at all. */
  keepBench(run: { readonly id: string; readonly at: number; readonly jobId: string }, entry?: LogEntry): void {
    this.#write(async (db) => {
      const tx = db.transaction(['bench', 'entries'], 'readwrite');
      await Promise.all([tx.objectStore('bench').put(run as Schema['bench']['value']), entry ? tx.objectStore('entries').put({ id: entry.id, jobId: run.jobId, entry }) : undefined, tx.done]);
    });
  }

  /** Batches of every job that this device has worked, the newest first; a week back. */
  bench<T>(now: number): Observable<readonly T[]> {
    return this.#run(async (db) => {
      const all = await db.getAll('bench');
      for (const run of all) if (run.at < now - WEEK_MS) await db.delete('bench', run.id);
      return all.filter((run) => run.at >= now - WEEK_MS).sort((a, b) => b.at - a.at) as unknown as T[];
    }, [] as readonly T[]);
  }

  dropEntry(id: string): void {
    this.#write((db) => db.delete('entries', id));
  }

  shop(): Observable<ShopDocument> {
    return this.#run(async (db) => (await db.get('kept', 'shop'))?.value as ShopDocument | undefined, undefined).pipe(switchMap((v) => (v ? of(v) : EMPTY)));
  }

  stores(): Observable<readonly StoredProduct[]> {
    return this.#run(async (db) => (await db.get('kept', 'stores'))?.value as readonly StoredProduct[] | undefined, undefined).pipe(switchMap((v) => (v ? of(v) : EMPTY)));
  }

  keepStores(entries: readonly StoredProduct[]): void {
    this.#write((db) => db.put('kept', { name: 'stores', value: entries }));
  }

  keepShop(document: ShopDocument): void {
    this.#write((db) => db.put('kept', { name: 'shop', value: document }));
  }
}
