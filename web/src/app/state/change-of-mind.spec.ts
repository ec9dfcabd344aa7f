import type { JobDocument, Plan } from '@nelbo/core';
import { ChangeOfMind } from './change-of-mind';

describe('a change of mind', () => {
  const plan = (name: string): Plan => ({ library: name }) as unknown as Plan;
  const document = (title: string): JobDocument => ({ format: 'nelbo-job/2', title, hull: {}, damage: {} });
  let mind: ChangeOfMind;

  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-24T09:00:00Z'));
    mind = new ChangeOfMind();
  });
  afterEach(() => jasmine.clock().uninstall());

  const edit = (name: string, elsewhere = false): string | undefined =>
    mind.before(plan(name), document(name), elsewhere)?.plan.library;

  it('has nothing to be told against at first', () => {
    expect(edit('a')).toBeUndefined();
    expect(edit('b')).toBe('a');
  });
  it('tells edits close together against what stood before the first of them', () => {
    edit('a');
    expect(edit('b')).toBe('a');
    jasmine.clock().tick(3000);
    expect(edit('c')).toBe('a');
    // Each edit holds it open: six seconds after the first, three after the last.
    jasmine.clock().tick(3000);
    expect(edit('d')).toBe('a');
  });
  it('begins anew after a pause', () => {
    edit('a');
    edit('b');
    jasmine.clock().tick(5000);
    expect(edit('c')).toBe('b');
  });
  it('keeps apart what was typed here and what came from another screen', () => {
    edit('a');
    edit('b');
    expect(edit('c', true)).toBe('b');
    expect(edit('d', true)).toBe('b');
  });
  it('takes what arrives while a job opens for no edit, and what the shop learns later for one', () => {
    const learnt = (name: string): string | undefined =>
      mind.before(plan(name), document('same'), false)?.plan.library;
    learnt('bare');
    jasmine.clock().tick(1500);
    expect(learnt('with the stores')).toBeUndefined();
    jasmine.clock().tick(1500);
    expect(edit('typed')).toBe('with the stores');
    mind.forget();
    learnt('bare');
    jasmine.clock().tick(6000);
    expect(learnt('a warmer shop')).toBe('bare');
  });
  it('tells nothing against a plan that could not be made, and forgets with the job', () => {
    mind.before(undefined, document('none'), false);
    expect(edit('a')).toBeUndefined();
    expect(edit('b')).toBe('a');
    mind.forget();
    expect(edit('c')).toBeUndefined();
  });
});
