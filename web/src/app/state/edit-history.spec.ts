import type { JobDocument } from '@nelbo/core';
import { NO_EDITS, redo, remember, undo, type EditLog } from './edit-history';

const doc = (title: string, thickness = 0.007): JobDocument => ({
  format: 'nelbo-job/2',
  title,
  hull: { material: 'frp-solid', thickness },
  damage: { kind: 'hole' },
});

describe('the way back', () => {
  it('takes typing in one field as one edit, until the hand rests or goes elsewhere', () => {
    let log = remember(NO_EDITS, doc(''), doc('M'), 0);
    log = remember(log, doc('M'), doc('Ma'), 300);
    log = remember(log, doc('Ma'), doc('Mar'), 600);
    expect(log.done.length).toBe(1);
    expect(undo(log, doc('Mar'))?.document.title).toBe('');
    log = remember(log, doc('Mar'), doc('Mar', 0.008), 700);
    log = remember(log, doc('Mar', 0.008), doc('Mari', 0.008), 900);
    log = remember(log, doc('Mari', 0.008), doc('Marig', 0.008), 9000);
    expect(log.done.map((e) => e.changes[0].path)).toEqual(['title', 'hull.thickness', 'title', 'title']);
  });

  it('leads forth again, until something else is edited', () => {
    const log = remember(remember(NO_EDITS, doc('a'), doc('b'), 0), doc('b'), doc('b', 0.009), 5000);
    const back = undo(log, doc('b', 0.009));
    expect(back?.document).toEqual(doc('b'));
    const forth = back && redo(back.log, back.document);
    expect(forth?.document).toEqual(doc('b', 0.009));
    expect(forth?.log).toEqual(log);
    const other = back && remember(back.log, doc('b'), doc('c'), 9000);
    expect(other && redo(other, doc('c'))).toBeUndefined();
  });

  it('ends where it began, forgets nothing-edits, and is no longer than it need be', () => {
    expect(undo(NO_EDITS, doc('a'))).toBeUndefined();
    expect(redo(NO_EDITS, doc('a'))).toBeUndefined();
    expect(remember(NO_EDITS, doc('a'), doc('a'), 0)).toBe(NO_EDITS);
    let log: EditLog = NO_EDITS;
    for (let i = 0; i < 150; i += 1) log = remember(log, doc(`${i}`), doc(`${i + 1}`), i * 5000);
    expect(log.done.length).toBe(100);
    expect(log.done[0].changes[0].before).toBe('50');
  });
});
