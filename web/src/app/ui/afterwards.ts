import { PendingTasks, effect, inject, signal, untracked, type Signal } from '@angular/core';

/**
 * Follows a signal in a task of its own, so that what is slow to draw does not hold up what is typed. The first value
 * that there is comes at once; of several in quick succession only the last is shown. Call it where `inject` may be.
 */
export function afterwards<T>(source: Signal<T>): Signal<T> {
  const shown = signal(untracked(source));
  const pending = inject(PendingTasks);
  effect((onCleanup) => {
    const value = source();
    if (untracked(shown) === undefined) {
      shown.set(value);
      return;
    }
    if (untracked(shown) === value) return;
    const done = pending.add();
    const timer = setTimeout(() => {
      shown.set(value);
      done();
    });
    onCleanup(() => {
      clearTimeout(timer);
      done();
    });
  });
  return shown.asReadonly();
}
