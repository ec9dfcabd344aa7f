import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { BehaviorSubject, of } from 'rxjs';
import { Outbox, type Waiting } from '../state/outbox';
import { deviceForSpecs, type MemoryStore } from '../state/testing';
import { YardEdits } from '../state/yard-edits';
import { OutboxView } from './outbox-view';

describe('the count of what waits', () => {
  let fixture: ComponentFixture<OutboxView>;
  let local: MemoryStore;
  const waiting$ = new BehaviorSubject<readonly Waiting[]>([]);
  const pending$ = new BehaviorSubject({ shop: {}, products: {} });
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const button = (): HTMLButtonElement | null => host().querySelector(':scope > button');
  const text = (): string => (host().textContent ?? '').replace(/\s+/g, ' ').trim();
  beforeEach(() => {
    const device = deviceForSpecs();
    local = device.local;
    TestBed.configureTestingModule({
      providers: [
        ...device.providers,
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        {
          provide: Outbox,
          useValue: { waiting$, retry: () => undefined, discard: () => undefined, busy: signal(false) },
        },
        { provide: YardEdits, useValue: { pending$, failed$: of('') } },
      ],
    });
    fixture = TestBed.createComponent(OutboxView);
    fixture.detectChanges();
  });
  afterEach(() => {
    waiting$.next([]);
    pending$.next({ shop: {}, products: {} });
  });

  it('is not there while nothing waits', () => {
    expect(button()).toBeNull();
  });

  it('counts jobs, entries, settings and products, and names each', () => {
    waiting$.next([
      { key: 'job j', kind: 'job', jobId: 'j', title: 'Wherry', since: 0 } as Waiting,
      {
        key: 'entry e',
        kind: 'entry',
        jobId: 'j',
        title: 'gauge checked',
        since: 0,
        trouble: 'no such stage',
      } as Waiting,
    ]);
    pending$.next({ shop: { currency: '€' }, products: { 'own-a': {} } });
    fixture.detectChanges();
    expect(button()?.textContent?.replace(/\s+/g, '')).toBe('4notsent');
    expect(button()?.classList).toContain('trouble');
    button()?.click();
    fixture.detectChanges();
    for (const named of ['Wherry', 'gauge checked', 'no such stage', 'Settings 1 field', 'Stores 1 product'])
      expect(text()).toContain(named);
  });

  it('warns of a browser that keeps nothing, and does not call that “0 not sent”', () => {
    local.keeps$.next(false);
    fixture.detectChanges();
    expect(text()).toContain('keeps nothing');
    expect(text()).not.toContain('0');
    button()?.click();
    fixture.detectChanges();
    expect(text()).toContain('All is sent.');
    waiting$.next([{ key: 'job j', kind: 'job', jobId: 'j', title: 'Wherry', since: 0 } as Waiting]);
    fixture.detectChanges();
    expect(text()).toContain('leave this page open until it is sent');
    expect(text()).not.toContain('All is sent.');
  });
});
