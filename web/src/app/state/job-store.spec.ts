import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { JobDocument } from '@nelbo/core';
import type { StoredJob } from '../api/api';
import { JobStore, type JobState, type SaveState } from './job-store';
import { LogStore, type ShownEntry } from './log-store';

const document: JobDocument = { format: 'nelbo-job/1', title: 'spec', hull: { material: 'frp-solid', thickness: 0.007 }, damage: { kind: 'hole', size: [0.096, 0.058] } };
const stored = (version: number, d: JobDocument = document): StoredJob => ({ id: 'j', version, archived: false, updatedAt: '2026-11-23T08:00:00Z', document: d });
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const PAUSE = 650;

describe('JobStore', () => {
  let http: HttpTestingController;
  let store: JobStore;
  let states: JobState[];
  let saves: SaveState[];
  const last = <T>(list: T[]): T => list[list.length - 1];

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting(), JobStore, LogStore] });
    http = TestBed.inject(HttpTestingController);
    store = TestBed.inject(JobStore);
    [states, saves] = [[], []];
    store.state$.subscribe((s) => states.push(s));
    store.save$.subscribe((s) => saves.push(s));
    http.expectOne('/api/v1/shop').flush({});
    store.open('j');
    http.expectOne('/api/v1/jobs/j').flush(stored(3));
  });
  afterEach(() => http.verify());

  it('plans what it opens and again on every edit, at once', () => {
    expect(last(states).plan?.laminate?.plies.length).toBe(10);
    store.set('hull.thickness', 0.012);
    expect(last(states).plan?.laminate?.plies.length).toBe(18);
    expect(last(states).changes.map((c) => c.key)).toContain('plies');
    store.close();
    http.expectOne('/api/v1/jobs/j').flush(stored(4));
  });

  it('saves once per pause, with the version it knows', async () => {
    store.set('hull.thickness', 0.008);
    store.set('hull.thickness', 0.009);
    expect(last(saves).kind).toBe('waiting');
    await wait(PAUSE);
    const put = http.expectOne('/api/v1/jobs/j');
    expect(put.request.body.version).toBe(3);
    expect(put.request.body.document.hull.thickness).toBe(0.009);
    put.flush(stored(4, put.request.body.document));
    expect(last(saves).kind).toBe('saved');
    store.set('title', 'two');
    store.flush();
    const second = http.expectOne('/api/v1/jobs/j');
    expect(second.request.body.version).toBe(4);
    second.flush(stored(5));
  });

  it('offers both versions after somebody else saved, and goes on with the one chosen', async () => {
    store.set('title', 'mine');
    await wait(PAUSE);
    http.expectOne('/api/v1/jobs/j').flush({ title: 'conflict', current: stored(7, { ...document, title: 'theirs' }) }, { status: 409, statusText: 'Conflict' });
    expect(last(saves).kind).toBe('conflict');
    store.resolve('mine');
    const put = http.expectOne('/api/v1/jobs/j');
    expect(put.request.body).toEqual({ version: 7, document: { ...document, title: 'mine' } });
    put.flush({ title: 'conflict', current: stored(8, { ...document, title: 'theirs again' }) }, { status: 409, statusText: 'Conflict' });
    store.resolve('theirs');
    expect(last(states).document.title).toBe('theirs again');
    expect(last(saves).kind).toBe('saved');
  });

  it('keeps the work when the server is gone and sends it again', async () => {
    store.set('title', 'offline');
    await wait(PAUSE);
    http.expectOne('/api/v1/jobs/j').error(new ProgressEvent('error'));
    expect(last(saves).kind).toBe('offline');
    await wait(3000 + PAUSE);
    const again = http.expectOne('/api/v1/jobs/j');
    expect(again.request.body.document.title).toBe('offline');
    again.flush(stored(4));
    expect(last(saves).kind).toBe('saved');
  }, 8000);

  it('says so when the server refuses a document', async () => {
    store.set('title', 'x');
    await wait(PAUSE);
    http.expectOne('/api/v1/jobs/j').flush({ title: 'no', detail: 'title: too long' }, { status: 422, statusText: 'Unprocessable' });
    expect(last(saves)).toEqual({ kind: 'refused', detail: 'title: too long' });
  });

  it('sends a log entry again under the same id until it is stored', async () => {
    const log = TestBed.inject(LogStore);
    let entries: readonly ShownEntry[] = [];
    log.entries$.subscribe((e) => (entries = e));
    log.open('j');
    http.expectOne('/api/v1/jobs/j/log').flush([]);
    log.add('grind', 'Tam', 'gauge checked');
    expect(entries[0].pending).toBeTrue();
    const first = http.expectOne('/api/v1/jobs/j/log');
    first.error(new ProgressEvent('error'));
    await wait(3200);
    const second = http.expectOne('/api/v1/jobs/j/log');
    expect(second.request.body.id).toBe(first.request.body.id);
    second.flush(second.request.body);
    expect(entries.map((e) => [e.text, e.pending])).toEqual([['gauge checked', false]]);
  }, 8000);
});
