import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { JobDocument } from '@nelbo/core';
import type { StoredJob } from '../api/api';
import type { Provider } from '@angular/core';
import type { Subject } from 'rxjs';
import type { Change } from './live';
import { arrival, deviceForSpecs, type MemoryStore } from './testing';
import { JobStore } from './job-store';
import type { JobState, SaveState } from './job-state';

const document: JobDocument = {
  format: 'nelbo-job/2',
  title: 'spec',
  hull: { material: 'frp-solid', thickness: 0.007 },
  damage: { kind: 'hole', size: [0.096, 0.058] },
};
const EPOCH = 'e1';
const stored = (version: number, d: JobDocument = document, epoch = EPOCH): StoredJob => ({
  id: 'j',
  version,
  epoch,
  archived: false,
  updatedAt: '2026-11-23T08:00:00Z',
  document: d,
});
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const PAUSE = 650;

describe('JobStore', () => {
  let http: HttpTestingController;
  let store: JobStore;
  let providers: Provider[];
  let local: MemoryStore;
  let changes: Subject<Change>;
  let states: JobState[];
  let saves: SaveState[];
  const last = <T>(list: T[]): T => list[list.length - 1];

  beforeEach(() => {
    ({ providers, local, changes } = deviceForSpecs());
    TestBed.configureTestingModule({
      providers: [...providers, provideHttpClient(), provideHttpClientTesting(), JobStore],
    });
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
    expect(last(states).plan?.dish?.laminate?.plies.length).toBe(10);
    store.set('hull.thickness', 0.012);
    expect(last(states).plan?.dish?.laminate?.plies.length).toBe(18);
    expect(last(states).changes.map((c) => c.key)).toContain('plies');
    expect(last(states).fields.map((f) => [f.path, f.before, f.after])).toEqual([
      ['hull.thickness', 0.007, 0.012],
    ]);
    store.close();
    http.expectOne('/api/v1/jobs/j').flush(stored(4));
  });

  it('saves once per pause, with the version it knows', async () => {
    store.set('hull.thickness', 0.008);
    store.set('hull.thickness', 0.009);
    expect(last(saves).kind).toBe('waiting');
    const put = await arrival(http, '/api/v1/jobs/j');
    expect(put.request.body.version).toBe(3);
    expect(put.request.body.document.hull.thickness).toBe(0.009);
    put.flush(stored(4, put.request.body.document));
    expect(last(saves).kind).toBe('saved');
    store.set('title', 'two');
    store.flush();
    const second = http.expectOne('/api/v1/jobs/j');
    expect(second.request.body.version).toBe(4);
    expect(second.request.body.saveId).not.toBe(put.request.body.saveId);
    second.flush(stored(5, second.request.body.document));
    expect(last(saves).kind).toBe('saved');
  });

  const conflict = async (current: StoredJob): Promise<void> =>
    (await arrival(http, '/api/v1/jobs/j')).flush(
      { title: 'conflict', current },
      { status: 409, statusText: 'Conflict' },
    );

  it('merges what somebody else saved in other fields, and sends the rest on top', async () => {
    store.set('title', 'mine');
    await conflict(stored(7, { ...document, access: 'both' }));
    expect(last(states).document).toEqual({ ...document, title: 'mine', access: 'both' });
    expect(last(states).elsewhere).toBeTrue();
    const put = await arrival(http, '/api/v1/jobs/j');
    expect(put.request.body.version).toBe(7);
    expect(put.request.body.document).toEqual({ ...document, title: 'mine', access: 'both' });
    put.flush(stored(8, put.request.body.document));
    expect(last(saves).kind).toBe('saved');
  });

  it('asks field by field where both changed the same, and goes on with what was chosen', async () => {
    store.set('title', 'mine');
    store.set('hull.thickness', 0.008);
    await conflict(
      stored(7, {
        ...document,
        title: 'theirs',
        hull: { ...document.hull, thickness: 0.009 },
        access: 'both',
      }),
    );
    const asked = last(saves);
    expect(
      asked.kind === 'conflict' && asked.conflicts.map((c) => [c.path, c.base, c.mine, c.theirs]),
    ).toEqual([
      ['title', 'spec', 'mine', 'theirs'],
      ['hull.thickness', 0.007, 0.008, 0.009],
    ]);
    // Nothing goes out while it is open.
    await wait(PAUSE);
    http.expectNone('/api/v1/jobs/j');
    store.resolve({ title: 'mine', 'hull.thickness': 'theirs' });
    const put = http.expectOne('/api/v1/jobs/j');
    expect(put.request.body.version).toBe(7);
    expect(put.request.body.document).toEqual({
      ...document,
      title: 'mine',
      hull: { ...document.hull, thickness: 0.009 },
      access: 'both',
    });
    put.flush(stored(8, put.request.body.document));
    expect(last(saves).kind).toBe('saved');
  });

  it('takes in at once what another screen saved', async () => {
    changes.next({ kind: 'job', id: 'other', version: 99 });
    changes.next({ kind: 'job', id: 'j', version: 3 });
    await wait(60);
    http.expectNone('/api/v1/jobs/j');
    changes.next({ kind: 'job', id: 'j', version: 4 });
    await wait(60);
    http
      .expectOne('/api/v1/jobs/j')
      .flush(stored(4, { ...document, hull: { ...document.hull, thickness: 0.012 } }));
    expect(last(states).plan?.dish?.laminate?.plies.length).toBe(18);
    expect(last(states).elsewhere).toBeTrue();
    expect(last(saves).kind).toBe('saved');
  });

  it('undoes and redoes, and leaves alone what others changed meanwhile', async () => {
    store.set('title', 'a');
    store.set('access', 'both');
    changes.next({ kind: 'job', id: 'j', version: 4 });
    await wait(60);
    http.expectOne('/api/v1/jobs/j').flush(stored(4, { ...document, duty: 'high' }));
    store.undo();
    expect(last(states).document).toEqual({ ...document, title: 'a', duty: 'high' });
    store.undo();
    expect(last(states).document).toEqual({ ...document, duty: 'high' });
    store.undo();
    store.redo();
    expect(last(states).document.title).toBe('a');
    store.set('grade', 'show');
    store.redo();
    expect(last(states).document.access).toBeUndefined();
    (await arrival(http, '/api/v1/jobs/j')).flush(stored(5, last(states).document));
  });

  it('keeps every edit and the way back on this device, and goes on from there after a reload', async () => {
    store.set('title', 'kept');
    expect(local.drafts.get('j')).toEqual(
      jasmine.objectContaining({ version: 3, base: document, document: { ...document, title: 'kept' } }),
    );
    // As if the page had been closed before anything was sent.
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [...providers, provideHttpClient(), provideHttpClientTesting(), JobStore],
    });
    http = TestBed.inject(HttpTestingController);
    const reopened = TestBed.inject(JobStore);
    const seen: JobState[] = [];
    reopened.state$.subscribe((s) => seen.push(s));
    http.expectOne('/api/v1/shop').flush({});
    reopened.open('j');
    http.expectOne('/api/v1/jobs/j').flush(stored(5, { ...document, access: 'both' }));
    expect(last(seen).document).toEqual({ ...document, title: 'kept', access: 'both' });
    const put = await arrival(http, '/api/v1/jobs/j');
    expect(put.request.body.version).toBe(5);
    put.flush(stored(6, put.request.body.document));
    reopened.undo();
    expect(last(seen).document).toEqual({ ...document, access: 'both' });
    (await arrival(http, '/api/v1/jobs/j')).flush(stored(7, last(seen).document));
  });

  it('opens from this device while the server is away, and creates a job that the server has not heard of', async () => {
    local.keepDraft({
      jobId: 'new',
      version: 0,
      base: document,
      document,
      history: { done: [], undone: [] },
      at: 0,
    });
    store.open('new');
    http.expectOne('/api/v1/jobs/new').error(new ProgressEvent('error'));
    expect(last(states).plan?.dish?.laminate).toBeDefined();
    expect(last(saves).kind).toBe('offline');
    const post = await arrival(http, { method: 'POST', url: '/api/v1/jobs' });
    expect(post.request.body).toEqual(jasmine.objectContaining({ id: 'new', document }));
    post.flush({ ...stored(1), id: 'new' });
    expect(last(saves).kind).toBe('saved');
  });

  it('counts an edit that was taken back before it was sent as saved', async () => {
    store.set('title', 'on second thoughts');
    expect(last(saves).kind).toBe('waiting');
    store.set('title', 'spec');
    await wait(PAUSE);
    http.expectNone('/api/v1/jobs/j');
    expect(last(saves).kind).toBe('saved');
  });

  it('keeps the work when the server is gone and sends it again', async () => {
    store.set('title', 'offline');
    (await arrival(http, '/api/v1/jobs/j')).error(new ProgressEvent('error'));
    expect(last(saves).kind).toBe('offline');
    const again = await arrival(http, '/api/v1/jobs/j');
    expect(again.request.body.document.title).toBe('offline');
    expect(again.request.body.saveId).toMatch(/^[0-9a-f-]{36}$/);
    again.flush(stored(4, again.request.body.document));
    expect(last(saves).kind).toBe('saved');
  }, 8000);

  it('says so when the server refuses a document', async () => {
    store.set('title', 'x');
    (await arrival(http, '/api/v1/jobs/j')).flush(
      { title: 'no', detail: 'title: too long' },
      { status: 422, statusText: 'Unprocessable' },
    );
    expect(last(saves)).toEqual({ kind: 'refused', detail: 'title: too long' });
  });

  it('sends a save whose answer was lost again to the letter, and what was typed meanwhile after it', async () => {
    store.set('title', 'first');
    const lost = await arrival(http, '/api/v1/jobs/j');
    store.set('title', 'typed while it was on its way');
    lost.error(new ProgressEvent('error'));
    const again = await arrival(http, '/api/v1/jobs/j');
    expect(again.request.body).toEqual(lost.request.body);
    // The server had it: this is no conflict with anybody.
    again.flush(stored(4, again.request.body.document));
    expect(last(saves).kind).not.toBe('saved');
    const rest = await arrival(http, '/api/v1/jobs/j');
    expect([rest.request.body.version, rest.request.body.document.title]).toEqual([
      4,
      'typed while it was on its way',
    ]);
    rest.flush(stored(5, rest.request.body.document));
    expect(last(saves).kind).toBe('saved');
    expect(saves.some((s) => s.kind === 'conflict')).toBeFalse();
  }, 10_000);

  it('does not take a lost create for somebody else’s job: what was typed since goes on top', async () => {
    local.keepDraft({
      jobId: 'new',
      version: 0,
      base: document,
      document: { ...document, title: 'typed since' },
      unanswered: { saveId: 's', document, version: 0 },
      history: { done: [], undone: [] },
      at: 0,
    });
    store.open('new');
    http.expectOne('/api/v1/jobs/new').flush({ ...stored(1), id: 'new' });
    // Nobody knows yet whether the server had it: it is not called saved.
    expect(last(saves).kind).toBe('waiting');
    const post = await arrival(http, { method: 'POST', url: '/api/v1/jobs' });
    expect(post.request.body).toEqual(jasmine.objectContaining({ id: 'new', document, saveId: 's' }));
    post.flush({ ...stored(1), id: 'new' });
    expect(last(states).document.title).toBe('typed since');
    const put = await arrival(http, '/api/v1/jobs/new');
    expect(put.request.body.document.title).toBe('typed since');
    put.flush({ ...stored(2, put.request.body.document), id: 'new' });
    expect(last(saves).kind).toBe('saved');
  });

  it('takes in a yard that was put back to before, though its version is lower or the same, and sends its epoch', async () => {
    const resync = async (): Promise<void> => {
      changes.next({ kind: 'resync' });
      await wait(60);
      for (const shop of http.match('/api/v1/shop')) shop.flush({});
    };
    await resync();
    http.expectOne('/api/v1/jobs/j').flush(stored(2, { ...document, title: 'as in the backup' }, 'e2'));
    expect(last(states).document.title).toBe('as in the backup');
    store.set('access', 'both');
    const put = await arrival(http, '/api/v1/jobs/j');
    expect([put.request.body.version, put.request.body.epoch]).toEqual([2, 'e2']);
    put.flush(stored(3, put.request.body.document, 'e2'));
    await resync();
    http
      .expectOne('/api/v1/jobs/j')
      .flush(stored(3, { ...document, title: 'the same number, another yard' }, 'e3'));
    expect(last(states).document.title).toBe('the same number, another yard');
  });

  it('creates a job anew that the yard no longer knows, rather than lose what was typed', async () => {
    store.set('title', 'still here');
    (await arrival(http, '/api/v1/jobs/j')).flush(
      { title: 'Job not found' },
      { status: 404, statusText: 'Not Found' },
    );
    const post = await arrival(http, { method: 'POST', url: '/api/v1/jobs' });
    expect(post.request.body.document.title).toBe('still here');
    post.flush(stored(1, post.request.body.document, 'e2'));
    expect(last(saves).kind).toBe('saved');
  });

  it('opens a job from this device at once when the server is slow, goes on with it, and takes in what comes later', async () => {
    local.keepDraft({
      jobId: 'kept',
      version: 2,
      epoch: EPOCH,
      base: document,
      document: { ...document, title: 'as kept' },
      history: { done: [], undone: [] },
      at: 0,
    });
    store.open('kept');
    const slow = http.expectOne('/api/v1/jobs/kept');
    await wait(1600);
    expect(last(states).document.title).toBe('as kept');
    expect(last(saves).kind).toBe('offline');
    store.set('access', 'one');
    const put = await arrival(http, { method: 'PUT', url: '/api/v1/jobs/kept' });
    expect(put.request.body.document).toEqual({ ...document, title: 'as kept', access: 'one' });
    put.flush({ ...stored(3, put.request.body.document), id: 'kept' });
    expect(last(saves).kind).toBe('saved');
    // An answer that was under way all the time is older than what was saved since.
    slow.flush({ ...stored(2, document), id: 'kept' });
    expect(last(states).document).toEqual({ ...document, title: 'as kept', access: 'one' });
    expect(last(saves).kind).toBe('saved');
  }, 15_000);

  it('shows what is saved and kept while the server is slow, and counts it as saved once the server says so', async () => {
    local.keepDraft({
      jobId: 'kept',
      version: 2,
      epoch: EPOCH,
      base: document,
      document,
      history: { done: [], undone: [] },
      at: 0,
    });
    store.open('kept');
    const slow = http.expectOne('/api/v1/jobs/kept');
    await wait(1600);
    expect(last(states).document).toEqual(document);
    expect(last(saves).kind).toBe('away');
    slow.flush({ ...stored(3, { ...document, title: 'by others' }), id: 'kept' });
    expect(last(states).document.title).toBe('by others');
    expect(last(saves).kind).toBe('saved');
  });

  it('counts a server that is too busy as one that is away, not as one that refuses', async () => {
    for (const status of [408, 429, 502, 503]) {
      store.set('title', `busy ${status}`);
      store.flush();
      http.expectOne('/api/v1/jobs/j').flush({ title: 'busy' }, { status, statusText: 'Busy' });
      expect(last(saves).kind).withContext(String(status)).toBe('offline');
      store.flush();
      const again = http.expectOne('/api/v1/jobs/j');
      again.flush(stored(10, again.request.body.document));
      store.flush();
      for (const rest of http.match('/api/v1/jobs/j')) rest.flush(stored(11, rest.request.body.document));
    }
  });
});
