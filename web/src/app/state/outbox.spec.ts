import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { JobDocument } from '@nelbo/core';
import { Subscription } from 'rxjs';
import type { StoredJob } from '../api/api';
import type { Draft } from './draft';
import { LogStore, type ShownEntry } from './log-store';
import { Outbox, type Waiting } from './outbox';
import { deviceForSpecs, type MemoryStore } from './testing';

const document: JobDocument = {
  format: 'nelbo-job/2',
  title: 'spec',
  hull: { material: 'frp-solid', thickness: 0.007 },
  damage: { kind: 'hole', size: [0.096, 0.058] },
};
const EPOCH = 'e1';
const stored = (version: number, d: JobDocument = document): StoredJob => ({
  id: 'j',
  version,
  epoch: EPOCH,
  archived: false,
  updatedAt: '2026-11-23T08:00:00Z',
  document: d,
});
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

describe('what waits on a device', () => {
  let http: HttpTestingController;
  let local: MemoryStore;
  let outbox: Outbox;
  let waiting: readonly Waiting[] = [];
  let listening = Subscription.EMPTY;
  afterEach(() => listening.unsubscribe());
  const entry = {
    id: 'e1',
    stage: 'grind' as const,
    at: '2026-11-23T08:00:00Z',
    who: 'Tam',
    text: 'gauge checked',
  };
  const draft = (jobId: string, more: Partial<Draft> = {}): Draft => ({
    jobId,
    version: 3,
    epoch: EPOCH,
    base: document,
    document: { ...document, title: `mine of ${jobId}` },
    history: { done: [], undone: [] },
    at: 5,
    ...more,
  });
  const soon = (): Promise<void> => wait(150);
  beforeEach(() => {
    const device = deviceForSpecs();
    local = device.local;
    TestBed.configureTestingModule({
      providers: [...device.providers, provideHttpClient(), provideHttpClientTesting(), LogStore],
    });
  });
  /** The application as it comes up, with what an earlier page left behind. */
  async function begin(): Promise<void> {
    http = TestBed.inject(HttpTestingController);
    outbox = TestBed.inject(Outbox);
    listening = outbox.waiting$.subscribe((w) => (waiting = w));
    outbox.wake();
    await soon();
  }

  it('is sent from whichever page is open, each job before its entries, in the order in which it was written', async () => {
    await local.keepDraft(draft('new', { version: 0, epoch: undefined }));
    await local.keepEntry({ id: 'e1', jobId: 'new', entry });
    await local.keepEntry({ id: 'e2', jobId: 'new', entry: { ...entry, id: 'e2', text: 'then laid' } });
    await begin();
    expect(waiting.map((w) => w.kind)).toEqual(['job', 'entry', 'entry']);
    http.expectNone('/api/v1/jobs/new/log');
    const post = http.expectOne({ method: 'POST', url: '/api/v1/jobs' });
    post.flush({ ...stored(1, post.request.body.document), id: 'new' });
    await soon();
    const first = http.expectOne('/api/v1/jobs/new/log');
    expect(first.request.body.id).toBe('e1');
    first.flush(first.request.body);
    await soon();
    const second = http.expectOne('/api/v1/jobs/new/log');
    expect(second.request.body.id).toBe('e2');
    second.flush(second.request.body);
    await soon();
    expect(waiting).toEqual([]);
    expect(local.waiting.size).toBe(0);
    expect(local.drafts.get('new')?.version).toBe(1);
  });

  it('is never let go because of an answer: a missing job is waited for, a refusal stays with its reason until a person decides', async () => {
    await local.keepEntry({ id: 'e1', jobId: 'j', entry });
    await begin();
    http
      .expectOne('/api/v1/jobs/j/log')
      .flush({ title: 'Job not found' }, { status: 404, statusText: 'Not Found' });
    await soon();
    expect(waiting.map((w) => [w.kind, w.trouble])).toEqual([['entry', undefined]]);
    expect(local.waiting.size).toBe(1);
    outbox.wake();
    await soon();
    http
      .expectOne('/api/v1/jobs/j/log')
      .flush(
        { title: 'Some fields cannot be used', detail: 'text: too long' },
        { status: 422, statusText: 'Unprocessable' },
      );
    await soon();
    expect(waiting[0].trouble).toBe('Some fields cannot be used: text: too long');
    expect(local.waiting.get('e1')?.trouble).toContain('too long');
    outbox.wake();
    await soon();
    http.expectNone('/api/v1/jobs/j/log');
    outbox.retry('e1');
    await soon();
    http.expectOne('/api/v1/jobs/j/log').error(new ProgressEvent('error'));
    await soon();
    outbox.discard('e1');
    await soon();
    expect([waiting.length, local.waiting.size]).toEqual([0, 0]);
  });

  it('leaves a job that is open to its page, merges what others saved, and asks a person where both changed the same', async () => {
    await local.keepDraft(draft('open'));
    await local.keepDraft(draft('left'));
    http = TestBed.inject(HttpTestingController);
    const letGo = TestBed.inject(Outbox).opened('open');
    await begin();
    http.expectNone('/api/v1/jobs/open');
    http
      .expectOne('/api/v1/jobs/left')
      .flush(
        { title: 'conflict', current: { ...stored(7, { ...document, access: 'both' }), id: 'left' } },
        { status: 409, statusText: 'Conflict' },
      );
    await soon();
    const put = http.expectOne('/api/v1/jobs/left');
    expect([put.request.body.version, put.request.body.document]).toEqual([
      7,
      { ...document, title: 'mine of left', access: 'both' },
    ]);
    put.flush({ ...stored(8, put.request.body.document), id: 'left' });
    await soon();
    letGo();
    await soon();
    http
      .expectOne('/api/v1/jobs/open')
      .flush(
        { title: 'conflict', current: { ...stored(9, { ...document, title: 'theirs' }), id: 'open' } },
        { status: 409, statusText: 'Conflict' },
      );
    await soon();
    expect(waiting.map((w) => [w.jobId, w.trouble])).toEqual([
      ['open', 'you and somebody else changed the same: open it and choose'],
    ]);
    outbox.wake();
    await soon();
    http.expectNone('/api/v1/jobs/open');
    expect(local.drafts.get('open')?.document.title).toBe('mine of open');
  });

  it('shows in the log of its job until the server has it, and once', async () => {
    await begin();
    const log = TestBed.inject(LogStore);
    let entries: readonly ShownEntry[] = [];
    log.entries$.subscribe((e) => (entries = e));
    log.open('j');
    http.expectOne('/api/v1/jobs/j/log').flush([]);
    log.add('grind', 'Tam', 'gauge checked');
    expect(entries.map((e) => [e.text, e.pending])).toEqual([['gauge checked', true]]);
    await soon();
    const first = http.expectOne('/api/v1/jobs/j/log');
    first.error(new ProgressEvent('error'));
    await wait(4500);
    const second = http.expectOne('/api/v1/jobs/j/log');
    expect(second.request.body).toEqual(first.request.body);
    second.flush(second.request.body);
    await soon();
    expect(entries.map((e) => [e.text, e.pending])).toEqual([['gauge checked', false]]);
    expect(local.waiting.size).toBe(0);
  }, 9000);
});
