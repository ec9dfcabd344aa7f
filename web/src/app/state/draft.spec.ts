import type { JobDocument } from '@nelbo/core';
import type { StoredJob } from '../api/api';
import {
  answered,
  heard,
  isNews,
  isUnsaved,
  nextSave,
  verdictOf,
  withoutUnanswered,
  type Draft,
} from './draft';

const base: JobDocument = { format: 'nelbo-job/2', title: 'base', hull: {}, damage: {} };
const draft = (more: Partial<Draft> = {}): Draft => ({
  jobId: 'j',
  version: 3,
  epoch: 'e',
  base,
  document: base,
  history: { done: [], undone: [] },
  at: 1,
  ...more,
});
const stored = (version: number, document: JobDocument, epoch = 'e'): StoredJob => ({
  id: 'j',
  version,
  epoch,
  archived: false,
  updatedAt: '',
  document,
});
const mine = { ...base, title: 'mine' };

describe('a draft', () => {
  it('is unsaved while the server may lack anything of it', () => {
    expect(isUnsaved(draft())).toBeFalse();
    expect(isUnsaved(draft({ document: mine }))).toBeTrue();
    expect(isUnsaved(draft({ version: 0 }))).toBeTrue();
    expect(isUnsaved(draft({ unanswered: { saveId: 's', document: base, version: 3 } }))).toBeTrue();
  });

  it('sends the same save until it is answered, whatever is typed meanwhile', () => {
    const first = nextSave(draft({ document: mine }), () => 'one');
    const again = nextSave({ ...first, document: { ...base, title: 'typed since' } }, () => 'two');
    expect(again.unanswered).toEqual(first.unanswered);
    const done = answered(again, again.unanswered, stored(4, mine));
    expect(done.kind).toBe('merged');
    expect(done.draft).toEqual(
      jasmine.objectContaining({ version: 4, base: mine, document: { ...base, title: 'typed since' } }),
    );
    expect('unanswered' in done.draft).toBeFalse();
    expect(nextSave(done.draft, () => 'three').unanswered).toEqual(
      jasmine.objectContaining({ saveId: 'three', version: 4 }),
    );
  });

  it('takes what somebody saved on top of one’s own save, and conflicts only where both changed the same', () => {
    const sent = nextSave(draft({ document: mine }), () => 's');
    const onTop = answered(sent, sent.unanswered, stored(5, { ...mine, access: 'both' }));
    expect(onTop.draft.document).toEqual({ ...mine, access: 'both' });
    const clash = heard(
      withoutUnanswered(draft({ document: mine })),
      stored(4, { ...base, title: 'theirs' }),
    );
    expect(clash.kind === 'conflict' && clash.conflicts.map((c) => c.path)).toEqual(['title']);
    expect(clash.draft.document).toBe(mine);
  });

  it('tells a later state, and one of a restored yard, from what it knows', () => {
    expect(isNews(draft(), stored(3, base))).toBeFalse();
    expect(isNews(draft(), stored(2, base))).toBeFalse();
    expect(isNews(draft(), stored(4, base))).toBeTrue();
    expect(isNews(draft(), stored(2, base, 'another'))).toBeTrue();
    expect(isNews(draft(), stored(3, base, 'another'))).toBeTrue();
  });

  it('reads an answer for what it means for what was sent', () => {
    for (const status of [0, 408, 425, 429, 500, 503])
      expect(verdictOf({ status })).withContext(String(status)).toBe('away');
    expect(verdictOf({ status: 409, current: {} })).toBe('changed');
    expect(verdictOf({ status: 409 })).toBe('refused');
    expect(verdictOf({ status: 404 })).toBe('gone');
    for (const status of [400, 403, 413, 422]) expect(verdictOf({ status })).toBe('refused');
  });
});
