import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { JobDocument } from '@nelbo/core';
import type { StoredJob } from '../api/api';
import { deviceForSpecs } from './testing';
import { JobStore } from './job-store';
import type { JobState } from './job-state';

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

describe('a job that needs the kinds of repair besides laminate', () => {
  it('is planned anew when they have come, and that is told as no change', async () => {
    const { providers } = deviceForSpecs();
    TestBed.configureTestingModule({
      providers: [...providers, provideHttpClient(), provideHttpClientTesting(), JobStore],
    });
    const http = TestBed.inject(HttpTestingController);
    const store = TestBed.inject(JobStore);
    const states: JobState[] = [];
    store.state$.subscribe((s) => states.push(s));
    http.expectOne('/api/v1/shop').flush({});
    store.open('j');
    // A wet core that is opened has to dry: what its laminate does not know by itself.
    http.expectOne('/api/v1/jobs/j').flush(
      stored(3, {
        format: 'nelbo-job/2',
        hull: { material: 'frp-cored', thickness: 0.004 },
        damage: { kind: 'wet-core', size: [0.3, 0.2] },
        access: 'one',
      }),
    );
    for (let i = 0; i < 100 && !states.at(-1)?.plan?.repair; i += 1) await wait(50);
    expect(states.at(-1)?.plan?.repair?.kind).toBe('drying');
    expect(states.map((s) => s.changes.length)).toEqual(states.map(() => 0));
    expect(states.at(-1)?.fields).toEqual([]);
    http.verify();
  });
});
