import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import type { JobDocument } from '@nelbo/core';
import { NO_EDITS } from './edit-history';
import type { Draft } from './draft';
import { LocalStore } from './local-store';
import { openTabs, ownTab } from './tab';
import { typed } from './typed';

const document: JobDocument = { format: 'nelbo-job/2', hull: {}, damage: {} };
const draft = (jobId: string, title: string, at = 1): Draft => ({
  jobId,
  version: 3,
  base: document,
  document: { ...document, title },
  history: NO_EDITS,
  at,
});
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

  it('lists what the server may lack, of this tab and of closed ones, and puts back what was sent unless it was edited meanwhile', async () => {
    const [store, id, saved] = [TestBed.inject(LocalStore), job(), job()];
    await store.keepDraft({ ...draft(id, 'edited'), at: 7 });
    await store.keepDraft({ ...draft(saved, 'saved'), base: { ...document, title: 'saved' } });
    const unsent = (await firstValueFrom(store.unsent())).filter((d) => [id, saved].includes(d.jobId));
    expect(unsent.map((d) => d.document.title)).toEqual(['edited']);
    await store.replaceDraft(unsent[0], { ...unsent[0], version: 4, base: unsent[0].document });
    expect((await firstValueFrom(store.draft(id)))?.version).toBe(4);
    await store.keepDraft({ ...draft(id, 'edited again'), at: 8 });
    await store.replaceDraft(unsent[0], { ...unsent[0], version: 5 });
    expect((await firstValueFrom(store.draft(id)))?.document.title).toBe('edited again');
    await store.dropDraft(id);
    expect(await firstValueFrom(store.draft(id))).toBeUndefined();
  });

  it('keeps the edits in the order in which they were made, however fast they come', async () => {
    const [store, id] = [TestBed.inject(LocalStore), job()];
    for (let i = 0; i < 40; i += 1) void store.keepDraft(draft(id, `key ${i}`, i));
    await store.settled();
    expect((await firstValueFrom(store.draft(id)))?.document.title).toBe('key 39');
  });

  it('takes up what a page noted in haste and could write no more, unless the device knows later', async () => {
    const [store, id, other] = [TestBed.inject(LocalStore), job(), job()];
    await store.keepDraft({ ...draft(other, 'known later'), at: 9 });
    const name = await ownTab();
    typed.set(`draft.${id}/gone`, draft(id, 'the last key', 5));
    typed.set(`draft.${other}/gone`, draft(other, 'an older key', 5));
    // Of a tab that is open: it is still at it.
    typed.set(`draft.${id}/${name}`, draft(id, 'of an open tab', 99));
    expect((await firstValueFrom(store.draft(id)))?.document.title).toBe('the last key');
    expect(typed.get(`draft.${id}/gone`)).toBeUndefined();
    expect((await firstValueFrom(store.draft(other)))?.document.title).toBe('known later');
    typed.set(`draft.${id}/${name}`, undefined);
  });

  it('says so when the browser keeps nothing', async () => {
    const open = spyOn(indexedDB, 'open').and.throwError('no storage');
    const store = TestBed.inject(LocalStore);
    const seen: boolean[] = [];
    store.keeps$.subscribe((k) => seen.push(k));
    await store.keepDraft(draft(job(), 'nowhere'));
    expect(seen).toEqual([true, false]);
    open.and.callThrough();
    await store.keepDraft(draft(job(), 'somewhere'));
    expect(seen).toEqual([true, false, true]);
  });

  it('keeps log entries until they are dropped', async () => {
    const [store, id] = [TestBed.inject(LocalStore), job()];
    const entry = {
      id: crypto.randomUUID(),
      stage: 'grind' as const,
      at: '2026-11-24T08:00:00Z',
      who: 'Tam',
      text: 'x',
    };
    const kept = { id: entry.id, jobId: id, entry };
    await store.keepEntry(kept);
    expect(await firstValueFrom(store.entries())).toContain(kept);
    await store.dropEntry(entry.id);
    expect((await firstValueFrom(store.entries())).filter((e) => e.jobId === id)).toEqual([]);
  });

  it('gives every tab a name of its own, also a duplicated one', async () => {
    const name = await ownTab();
    expect(await openTabs()).toContain(name);
    // A duplicate begins with a copy of the session: the name is held already.
    sessionStorage.setItem('nelbo.tab', name);
    expect(await ownTab()).not.toBe(name);
  });
});
