import { TestBed } from '@angular/core/testing';
import { ApplicationRef, signal } from '@angular/core';
import { afterwards } from './afterwards';

describe('afterwards', () => {
  const follow = <T>(first: T) => {
    const source = signal(first);
    const shown = TestBed.runInInjectionContext(() => afterwards(source));
    return { source, shown };
  };
  const settled = () => TestBed.inject(ApplicationRef).whenStable();

  it('has the first value at once', () => {
    expect(follow(7).shown()).toBe(7);
  });

  it('takes the first value that comes, when there was none, without waiting', () => {
    const { source, shown } = follow<number | undefined>(undefined);
    source.set(3);
    TestBed.tick();
    expect(shown()).toBe(3);
  });

  it('shows a change in a later task, and only the last of several', async () => {
    const { source, shown } = follow(1);
    const seen: number[] = [];
    for (const next of [2, 3, 4]) {
      source.set(next);
      TestBed.tick();
      seen.push(shown());
    }
    expect(seen).toEqual([1, 1, 1]);
    await settled();
    expect(shown()).toBe(4);
  });

  it('goes on following after it was shown', async () => {
    const { source, shown } = follow('a');
    source.set('b');
    await settled();
    source.set('c');
    await settled();
    expect(shown()).toBe('c');
  });

  it('settles when the value comes back before it was shown', async () => {
    const { source, shown } = follow(1);
    source.set(2);
    TestBed.tick();
    source.set(1);
    await settled();
    expect(shown()).toBe(1);
  });
});
