import { TestBed } from '@angular/core/testing';
import { Live, type Change } from './live';

/** A stream that the spec speaks through. */
class FakeSource {
  static readonly opened: FakeSource[] = [];
  onopen: (() => void) | null = null;
  onmessage: ((e: { data: string }) => void) | null = null;
  closed = false;
  constructor(readonly url: string) {
    FakeSource.opened.push(this);
  }
  close(): void {
    this.closed = true;
  }
}

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

describe('Live', () => {
  const real = window.EventSource;
  let seen: Change[];
  beforeEach(() => {
    FakeSource.opened.length = 0;
    Object.assign(window, { EventSource: FakeSource });
    seen = [];
  });
  afterEach(() => Object.assign(window, { EventSource: real }));

  const show = (state: 'visible' | 'hidden'): void => {
    Object.defineProperty(document, 'visibilityState', { configurable: true, value: state });
    document.dispatchEvent(new Event('visibilitychange'));
  };

  it('passes on what changed over one connection, however many listen', () => {
    const { changes$ } = TestBed.inject(Live);
    const subscriptions = [changes$.subscribe((c) => seen.push(c)), changes$.subscribe()];
    expect(FakeSource.opened.map((s) => s.url)).toEqual(['/api/v1/events']);
    FakeSource.opened[0].onmessage?.({ data: '{"kind":"job","id":"j","version":4}' });
    expect(seen).toEqual([{ kind: 'job', id: 'j', version: 4 }]);
    subscriptions.forEach((s) => s.unsubscribe());
    expect(FakeSource.opened[0].closed).toBeTrue();
  });

  it('looks at everything anew when the stream was broken, and a little after it first opened', async () => {
    const subscription = TestBed.inject(Live).changes$.subscribe((c) => seen.push(c));
    const [source] = FakeSource.opened;
    source.onopen?.();
    await wait(20);
    expect(seen).toEqual([]);
    await wait(1600);
    expect(seen).toEqual([{ kind: 'resync' }]);
    source.onopen?.();
    await wait(20);
    expect(seen.length).toBe(2);
    subscription.unsubscribe();
  });

  it('lets the connection go while nobody looks', () => {
    const subscription = TestBed.inject(Live).changes$.subscribe();
    show('hidden');
    expect(FakeSource.opened[0].closed).toBeTrue();
    show('visible');
    expect(FakeSource.opened.length).toBe(2);
    expect(FakeSource.opened[1].closed).toBeFalse();
    subscription.unsubscribe();
  });
});
