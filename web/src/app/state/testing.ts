import { signal, type Provider } from '@angular/core';
import { LIBRARY } from '@nelbo/core';
import { EMPTY, Subject, of, type Observable } from 'rxjs';
import type { LogEntry, ShopDocument } from '../api/api';
import { Live, type Change } from './live';
import { LocalStore, type Draft } from './local-store';
import { StoresStore } from './stores-store';

/** A device that remembers at once and only as long as the spec runs. */
export class MemoryStore implements Pick<LocalStore, 'draft' | 'keepDraft' | 'entries' | 'keepEntry' | 'dropEntry' | 'shop' | 'keepShop' | 'stores' | 'keepStores' | 'bench' | 'keepBench'> {
  readonly drafts = new Map<string, Draft>();
  readonly waiting = new Map<string, { jobId: string; entry: LogEntry }>();
  readonly runs = new Map<string, unknown>();
  kept: ShopDocument | undefined;

  draft(jobId: string): Observable<Draft | undefined> {
    return of(this.drafts.get(jobId));
  }
  keepDraft(draft: Draft): void {
    this.drafts.set(draft.jobId, draft);
  }
  entries(jobId: string): Observable<LogEntry[]> {
    return of([...this.waiting.values()].filter((e) => e.jobId === jobId).map((e) => e.entry));
  }
  keepEntry(jobId: string, entry: LogEntry): void {
    this.waiting.set(entry.id, { jobId, entry });
  }
  bench<T>(): Observable<readonly T[]> {
    return of([...this.runs.values()] as T[]);
  }
  keepBench(run: { readonly id: string; readonly jobId: string }, entry?: LogEntry): void {
    this.runs.set(run.id, run);
    if (entry) this.waiting.set(entry.id, { jobId: run.jobId, entry });
  }
  dropEntry(id: string): void {
    this.waiting.delete(id);
  }
  shop(): Observable<ShopDocument> {
    return this.kept ? of(this.kept) : EMPTY;
  }
  stores(): Observable<never> {
    return EMPTY;
  }
  keepStores(): void {
    // Specs of the Stores hold their own.
  }
  keepShop(document: ShopDocument): void {
    this.kept = document;
  }
}

/** Stand-ins for what a page hears from the server and keeps on the device. */
export function deviceForSpecs(): { providers: Provider[]; local: MemoryStore; changes: Subject<Change> } {
  const [local, changes] = [new MemoryStore(), new Subject<Change>()];
  return { local, changes, providers: [{ provide: LocalStore, useValue: local }, { provide: Live, useValue: { changes$: changes } }, { provide: StoresStore, useValue: { library: signal(LIBRARY), library$: of(LIBRARY), entries$: of([]) } }] };
}
