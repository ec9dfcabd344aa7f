import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { JobDocument, Shop } from '@nelbo/core';
import { REPAIRS } from '@nelbo/core/repairs';
import type { Subject } from 'rxjs';
import { BASE } from '../../../../core/spec/support';
import type { JobPageOf, JobSummary, LogEntry, StoredJob } from '../api/api';
import { JobStore } from '../state/job-store';
import { LogStore } from '../state/log-store';
import { PhotoStore } from '../state/photo-store';
import { RepairKinds } from '../state/repair-kinds';
import { deviceForSpecs, type MemoryStore } from '../state/testing';
import type { Change } from '../state/live';
import { Forecast } from './forecast';
import { JobContext } from './job-context';

/** The complete job of the core's specs, with a boat. */
export const JOB: JobDocument = { ...BASE, title: 'Spec job', boat: { name: 'Skiff “Spec”' } };

/** The same job as a list shows it. */
export const listed = (document: JobDocument, version = 1): JobPageOf => ({
  total: 1,
  jobs: [
    {
      id: 'job',
      version,
      archived: false,
      updatedAt: '2026-11-23T08:00:00Z',
      title: document.title ?? '',
      boat: document.boat?.name ?? '',
      schedule: (document.schedule ?? {}) as JobSummary['schedule'],
    },
  ],
});

export const stored = (document: JobDocument, version = 1): StoredJob => ({
  id: 'job',
  version,
  epoch: 'e1',
  archived: false,
  updatedAt: '2026-11-23T08:00:00Z',
  document,
});

export interface Bench<T> {
  readonly fixture: ComponentFixture<T>;
  readonly host: HTMLElement;
  readonly context: JobContext;
  readonly http: HttpTestingController;
  readonly local: MemoryStore;
  readonly changes: Subject<Change>;
  /** Waits until what was kept on the device is on its way to the server, or its answer has come through. */
  sent(): Promise<void>;
  /** Waits until the screen has caught up. */
  settle(): Promise<void>;
  text(): string;
  /** Waits until these words are shown: what a worker or a file answers takes as long as the machine takes. */
  until(words: string): Promise<void>;
  button(name: string): HTMLButtonElement;
  document(): JobDocument;
}

/** Makes the services of a job page, opens a job from a made-up server, and shows one component over it. */
export async function bench<T>(
  component: Type<T>,
  inputs: Record<string, unknown> = {},
  job: JobDocument = JOB,
  log: LogEntry[] = [],
  shop: Shop = { currency: '£' },
): Promise<Bench<T>> {
  const device = deviceForSpecs();
  TestBed.configureTestingModule({
    providers: [
      ...device.providers,
      provideHttpClient(),
      provideHttpClientTesting(),
      provideRouter([{ path: '**', component }]),
      JobStore,
      LogStore,
      PhotoStore,
      Forecast,
      JobContext,
    ],
  });
  TestBed.inject(RepairKinds).use(REPAIRS);
  const http = TestBed.inject(HttpTestingController);
  const context = TestBed.inject(JobContext);
  http.expectOne('/api/v1/shop').flush(shop);
  context.store.open('job');
  http.expectOne('/api/v1/jobs/job').flush(stored(job));
  context.logStore.open('job');
  http.expectOne('/api/v1/jobs/job/log').flush(log);
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const host: HTMLElement = fixture.nativeElement;
  return {
    fixture,
    host,
    context,
    http,
    local: device.local,
    changes: device.changes,
    sent: () =>
      new Promise<void>((resolve) => setTimeout(resolve, 200))
        .then(() => fixture.whenStable())
        .then(() => undefined),
    settle: () => fixture.whenStable().then(() => undefined),
    async until(words) {
      const end = Date.now() + 15_000;
      do {
        await new Promise((resolve) => setTimeout(resolve, 25));
        await fixture.whenStable();
      } while (!(host.textContent ?? '').replace(/\s+/g, ' ').includes(words) && Date.now() < end);
      expect((host.textContent ?? '').replace(/\s+/g, ' ')).toContain(words);
    },
    text: () => (host.textContent ?? '').replace(/\s+/g, ' '),
    button(name) {
      const all = [...host.querySelectorAll<HTMLButtonElement>('button, p-togglebutton')];
      const found = all.find((b) => (b.getAttribute('aria-label') ?? b.textContent ?? '').trim() === name);
      if (!found)
        throw new Error(
          `no button “${name}”; there are ${all.map((b) => b.getAttribute('aria-label') ?? b.textContent).join(' | ')}`,
        );
      return found;
    },
    document() {
      const d = context.document();
      if (!d) throw new Error('no document');
      return d;
    },
  };
}

/** Types into the input that a label names. */
export function type(host: HTMLElement, label: string, text: string): HTMLInputElement | HTMLTextAreaElement {
  const tag = [...host.querySelectorAll('label')].find(
    (l) => l.textContent?.replace('*', '').trim() === label,
  );
  const box = tag && host.querySelector<HTMLInputElement>(`[id="${tag.getAttribute('for')}"]`);
  if (!box) throw new Error(`no box labelled “${label}”`);
  box.value = text;
  box.dispatchEvent(new Event('input'));
  box.dispatchEvent(new Event('change'));
  return box;
}
