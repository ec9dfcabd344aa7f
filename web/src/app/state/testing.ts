import type { HttpRequest } from '@angular/common/http';
import type { HttpTestingController, RequestMatch, TestRequest } from '@angular/common/http/testing';
import { signal, type Provider } from '@angular/core';
import { LIBRARY, type Shop } from '@nelbo/core';
import { BehaviorSubject, EMPTY, Subject, of, type Observable } from 'rxjs';
import type { LogEntry } from '../api/api';
import { isUnsaved, type Draft } from './draft';
import { Live, type Change } from './live';
import { LocalStore, type KeptDraft, type KeptEntry } from './local-store';
import { StoresStore } from './stores-store';

const DONE = Promise.resolve();

/**
 * The one request that comes, whenever it comes: a busy machine saves later than after the pause.
 *
 * @throws Error when none came within 15 s, or two at once.
 */
export async function arrival(
  http: HttpTestingController,
  match: string | RequestMatch | ((request: HttpRequest<unknown>) => boolean),
): Promise<TestRequest> {
  let came = http.match(match);
  for (const end = Date.now() + 15_000; !came.length && Date.now() < end; came = http.match(match)) {
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  if (came.length !== 1)
    throw new Error(`${came.length} requests came for ${JSON.stringify(match)}, not one`);
  return came[0];
}

/** A device that remembers at once and only as long as the spec runs: one tab, whose name is of no account. */
export class MemoryStore implements Pick<
  LocalStore,
  | 'keeps$'
  | 'settled'
  | 'alone'
  | 'draft'
  | 'keepDraft'
  | 'dropDraft'
  | 'unsent'
  | 'replaceDraft'
  | 'entries'
  | 'keepEntry'
  | 'dropEntry'
  | 'shop'
  | 'keepShop'
  | 'stores'
  | 'keepStores'
  | 'bench'
  | 'keepBench'
> {
  readonly drafts = new Map<string, Draft>();
  readonly waiting = new Map<string, KeptEntry>();
  readonly runs = new Map<string, unknown>();
  readonly keeps$ = new BehaviorSubject(true);
  kept: Shop | undefined;

  async alone(_: string, work: () => Promise<unknown>): Promise<void> {
    await work();
  }
  settled(): Promise<void> {
    return DONE;
  }
  draft(jobId: string): Observable<Draft | undefined> {
    return of(this.drafts.get(jobId));
  }
  keepDraft(draft: Draft): Promise<void> {
    this.drafts.set(draft.jobId, draft);
    return DONE;
  }
  dropDraft(jobId: string): Promise<void> {
    this.drafts.delete(jobId);
    return DONE;
  }
  unsent(): Observable<readonly KeptDraft[]> {
    return of([...this.drafts.values()].filter(isUnsaved).map((d) => ({ ...d, key: d.jobId, tab: 'spec' })));
  }
  replaceDraft(before: KeptDraft, after: Draft): Promise<void> {
    if (this.drafts.get(before.key)?.at === before.at) this.drafts.set(before.key, after);
    return DONE;
  }
  entries(): Observable<readonly KeptEntry[]> {
    return of([...this.waiting.values()]);
  }
  keepEntry(kept: KeptEntry): Promise<void> {
    this.waiting.set(kept.id, kept);
    return DONE;
  }
  bench<T>(): Observable<readonly T[]> {
    return of([...this.runs.values()] as T[]);
  }
  keepBench(run: { readonly id: string; readonly jobId: string }, entry?: LogEntry): Promise<void> {
    this.runs.set(run.id, run);
    if (entry) this.waiting.set(entry.id, { id: entry.id, jobId: run.jobId, entry });
    return DONE;
  }
  dropEntry(id: string): Promise<void> {
    this.waiting.delete(id);
    return DONE;
  }
  shop(): Observable<Shop> {
    return this.kept ? of(this.kept) : EMPTY;
  }
  stores(): Observable<never> {
    return EMPTY;
  }
  keepStores(): Promise<void> {
    // Specs of the Stores hold their own.
    return DONE;
  }
  keepShop(document: Shop): Promise<void> {
    this.kept = document;
    return DONE;
  }
}

/** Stand-ins for what a page hears from the server and keeps on the device. */
export function deviceForSpecs(): { providers: Provider[]; local: MemoryStore; changes: Subject<Change> } {
  for (const key of Object.keys(localStorage))
    if (key.startsWith('nelbo.typed.')) localStorage.removeItem(key);
  const [local, changes] = [new MemoryStore(), new Subject<Change>()];
  return {
    local,
    changes,
    providers: [
      { provide: LocalStore, useValue: local },
      { provide: Live, useValue: { changes$: changes } },
      {
        provide: StoresStore,
        useValue: { library: signal(LIBRARY), library$: of(LIBRARY), entries$: of([]) },
      },
    ],
  };
}
