import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import type { JobDocument } from '@nelbo/core';
import { NO_EDITS } from './edit-history';
import { LocalStore, type Draft } from './local-store';
import { openTabs, ownTab } from './tab';

const document: JobDocument = { format: 'nelbo-job/1', hull: {}, damage: {} };
const draft = (jobId: string, title: string, at = 1): Draft => ({ jobId, version: 3, base: document, document: { ...document, title }, history: NO_EDITS, at });
/** Writes go out by and by. */
const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 80));

describe('LocalStore in the browser’s own database', () => {
  const job = (): string => crypto.randomUUID();

  it('gives a draft back, newest state only', async () => {
    const [store, id] = [TestBed.inject(LocalStore), job()];
    store.keepDraft(draft(id, 'a'));
    store.keepDraft(draft(id, 'b', 2));
    await settled();
    expect((await firstValueFrom(store.draft(id)))?.document.title).toBe('b');
    expect(await firstValueFrom(store.draft(job()))).toBeUndefined();
  });

  it('takes over what a closed tab left behind, and leaves the drafts of open tabs alone', async () => {
    const id = job();
    const first = TestBed.inject(LocalStore);
    first.keepDraft(draft(id, 'of the first tab'));
    await settled();
    // Another tab, while the first is open: it holds its lock.
    sessionStorage.setItem('nelbo.tab', crypto.randomUUID());
    TestBed.resetTestingModule();
    const second = TestBed.inject(LocalStore);
    expect(await firstValueFrom(second.draft(id))).toBeUndefined();
    // A tab that is gone holds none.
    const database: IDBDatabase = await new Promise((resolve) => {
      const request = indexedDB.open('nelbo');
      request.onsuccess = () => resolve(request.result);
    });
    const write = database.transaction('drafts', 'readwrite');
    write.objectStore('drafts').put({ ...draft(id, 'of a closed tab', 5), tab: 'gone', key: `${id}/gone` });
    await new Promise((resolve) => (write.oncomplete = resolve));
    database.close();
    expect((await firstValueFrom(second.draft(id)))?.document.title).toBe('of a closed tab');
  });

  it('keeps log entries until they are dropped', async () => {
    const [store, id] = [TestBed.inject(LocalStore), job()];
    const entry = { id: crypto.randomUUID(), stage: 'grind' as const, at: '2026-11-24T08:00:00Z', who: 'Tam', text: 'x' };
    store.keepEntry(id, entry);
    await settled();
    expect(await firstValueFrom(store.entries(id))).toEqual([entry]);
    store.dropEntry(entry.id);
    await settled();
    expect(await firstValueFrom(store.entries(id))).toEqual([]);
  });

  it('gives every tab a name of its own, also a duplicated one', async () => {
    const name = await ownTab();
    expect(await openTabs()).toContain(name);
    // A duplicate begins with a copy of the session: the name is held already.
    sessionStorage.setItem('nelbo.tab', name);
    expect(await ownTab()).not.toBe(name);
  });
});
