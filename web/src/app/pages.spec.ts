import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { Router, provideRouter } from '@angular/router';
import type { Subject } from 'rxjs';
import { JobsPage } from './jobs/jobs-page';
import { NewJobPage } from './jobs/new-job-page';
import { JOB, listed, stored, type } from './job/testing';
import type { Change } from './state/live';
import { arrival, deviceForSpecs, type MemoryStore } from './state/testing';
import { ShopPage } from './shop/shop-page';
import { ChoiceFieldView } from './ui/choice-field';
import { WorkOrderPage } from './work-order/work-order-page';

function make<T>(component: Type<T>): {
  fixture: ComponentFixture<T>;
  host: HTMLElement;
  http: HttpTestingController;
  local: MemoryStore;
  changes: Subject<Change>;
} {
  const device = deviceForSpecs();
  TestBed.configureTestingModule({
    providers: [...device.providers, provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
  });
  const fixture = TestBed.createComponent(component);
  return {
    fixture,
    host: fixture.nativeElement,
    http: TestBed.inject(HttpTestingController),
    local: device.local,
    changes: device.changes,
  };
}
const text = (host: HTMLElement): string => (host.textContent ?? '').replace(/\s+/g, ' ');
const button = (host: HTMLElement, name: string): HTMLButtonElement => {
  const found = [...host.querySelectorAll<HTMLButtonElement>('button, p-togglebutton')].find(
    (b) => (b.getAttribute('aria-label') ?? b.textContent ?? '').trim() === name,
  );
  if (!found) throw new Error(`no button “${name}”`);
  return found;
};

describe('the jobs page', () => {
  const open = async () => {
    const page = make(JobsPage);
    await page.fixture.whenStable();
    (await arrival(page.http, (r) => r.url === '/api/v1/jobs')).flush(
      listed({ ...JOB, schedule: { done: [{ stage: 'survey', at: '2026-11-23T08:00:00Z' }] } }),
    );
    await page.fixture.whenStable();
    return page;
  };

  it('lists jobs with the stage they are at', async () => {
    const { host } = await open();
    expect(text(host)).toContain('Skiff “Spec”');
    expect(host.querySelector('tbody tr')?.textContent).toContain('System');
    expect(host.querySelector('tbody a')?.getAttribute('href')).toBe('/jobs/job/system');
  });

  it('searches once per pause', async () => {
    const { host, http, fixture } = await open();
    const box = type(host, 'Find a job by boat or title', 'ski');
    box.value = 'skiff';
    box.dispatchEvent(new Event('input'));
    const request = await arrival(http, (r) => r.url === '/api/v1/jobs');
    expect(request.request.params.get('search')).toBe('skiff');
    request.flush({ total: 0, jobs: [] });
    await fixture.whenStable();
    expect(text(host)).toContain('No job fits.');
  });

  it('copies a job without its record of done stages, and archives one', async () => {
    const { host, http } = await open();
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    button(host, 'Copy Skiff “Spec”').click();
    http
      .expectOne('/api/v1/jobs/job')
      .flush(stored({ ...JOB, schedule: { done: [{ stage: 'survey', at: '2026-11-23T08:00:00Z' }] } }));
    const post = http.expectOne({ method: 'POST', url: '/api/v1/jobs' });
    expect(post.request.body.document.title).toBe('Spec job (copy)');
    expect(post.request.body.document.schedule.done).toBeUndefined();
    post.flush(stored(post.request.body.document));
    expect(navigate).toHaveBeenCalled();
    button(host, 'Archive Skiff “Spec”').click();
    expect(http.expectOne('/api/v1/jobs/job/archived').request.body).toEqual({ archived: true });
  });
});

describe('the new job page', () => {
  it('needs a size and nothing more, and plans while it is typed', async () => {
    const { fixture, host, http, local } = make(NewJobPage);
    http.expectOne('/api/v1/shop').flush({ temperature: 18, humidity: 0.5 });
    await fixture.whenStable();
    const submit = button(host, 'Plan this job');
    submit.click();
    await fixture.whenStable();
    expect(text(host)).toContain('The size of the damage is still needed');
    http.expectNone({ method: 'POST', url: '/api/v1/jobs' });
    type(host, 'Size, along the hull', '95');
    type(host, 'Size, up the hull', '2.5 in');
    await fixture.whenStable();
    expect(text(host)).toContain('10 plies build 6.61 mm');
    expect(host.querySelectorAll('.preview svg').length).toBe(1);
    submit.click();
    const moment = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 30));
    await moment();
    const post = http.expectOne({ method: 'POST', url: '/api/v1/jobs' });
    const { document } = post.request.body;
    expect(document.damage.findings[0].extent).toBe('first look');
    expect(document.damage.findings[0].size[1]).toBeCloseTo(0.0635, 9);
    expect(document.hull).toEqual({ material: 'frp-solid' });
    // Without the server the job begins on this device.
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    post.error(new ProgressEvent('error'));
    await moment();
    expect(navigate).toHaveBeenCalledWith(['/jobs', post.request.body.id, 'survey']);
    expect(local.drafts.get(post.request.body.id)).toEqual(
      jasmine.objectContaining({
        version: 0,
        document,
        unanswered: jasmine.objectContaining({ saveId: post.request.body.saveId }),
      }),
    );
  });
});

/** What comes within some seconds, or a failure that says so. */
async function soon<T>(look: () => T | undefined): Promise<T> {
  for (let i = 0; i < 100; i += 1) {
    const found = look();
    if (found) return found;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error('it did not come within five seconds');
}

describe('the shop page', () => {
  it('sorts the yard and takes a new reading', async () => {
    const { fixture, host, http } = make(ShopPage);
    http.expectOne('/api/v1/shop').flush({
      name: 'Skerry Lane Boatworks',
      temperature: 17.4,
      humidity: 0.61,
      hours: { days: 'always' },
    });
    // The board comes by itself when the page is drawn.
    const asked = await soon(() => http.match('/api/v1/jobs/under-way')[0]);
    asked.flush([stored({ ...JOB, schedule: { start: new Date(Date.now() - 60_000).toISOString() } })]);
    await fixture.whenStable();
    expect(text(host)).toContain('Skerry Lane Boatworks');
    expect(host.querySelector('.hands')?.textContent).toContain('Skiff “Spec”');
    expect(text(host)).toContain('9.8 °C');
    button(host, 'New reading').click();
    await fixture.whenStable();
    type(host, 'Shop temperature', '50 °F');
    await fixture.whenStable();
    button(host, 'Take this reading').click();
    // Somebody else may have changed another field meanwhile.
    http
      .expectOne({ method: 'GET', url: '/api/v1/shop' })
      .flush({ name: 'Skerry Lane Boatworks', temperature: 17.4, humidity: 0.61, currency: '£' });
    const put = http.expectOne({ method: 'PUT', url: '/api/v1/shop' });
    expect(put.request.body.currency).toBe('£');
    expect(put.request.body.temperature).toBeCloseTo(10, 9);
    expect(put.request.body.name).toBe('Skerry Lane Boatworks');
    put.flush(put.request.body);
    await fixture.whenStable();
    expect(text(host)).toContain('10.0 °C');
  });
});

describe('the work order page', () => {
  it('keeps the plan before it prints, and does not print what was not kept', async () => {
    const { fixture, host, http } = make(WorkOrderPage);
    fixture.componentRef.setInput('id', 'job');
    http.expectOne('/api/v1/shop').flush({ currency: '£' });
    await fixture.whenStable();
    http.expectOne('/api/v1/jobs/job').flush(stored(JOB, 4));
    http
      .expectOne('/api/v1/jobs/job/work-orders')
      .flush([{ id: 'x', jobVersion: 3, madeAt: new Date().toISOString() }]);
    await fixture.whenStable();
    expect(text(host)).toContain('from state 3');
    // Every figure of the sheet opens to its reasons.
    expect(host.querySelectorAll('button.figure').length).toBeGreaterThan(80);
    expect(text(host)).toContain('Work order: Spec job');
    expect(host.querySelectorAll('svg').length).toBe(2);
    expect(text(host)).toContain('does not inspect');
    const print = spyOn(window, 'print');
    button(host, 'Print').click();
    http.expectOne('/api/v1/jobs/job/work-orders').error(new ProgressEvent('error'));
    await fixture.whenStable();
    expect(print).not.toHaveBeenCalled();
    expect(text(host)).toContain('not kept, not printed');
    button(host, 'Print').click();
    http.expectOne('/api/v1/jobs/job/work-orders').flush({ id: 'x', jobVersion: 4 });
    await fixture.whenStable();
    expect(print).toHaveBeenCalledTimes(1);
    expect(text(host)).toContain('version 4');
  });
});

describe('a choice', () => {
  const show = async (path: string, inputs: object = {}) => {
    const { fixture, host } = make(ChoiceFieldView);
    const sent: unknown[] = [];
    fixture.componentInstance.changed.subscribe((v) => sent.push(v));
    fixture.componentRef.setInput('path', path);
    for (const [k, v] of Object.entries(inputs)) fixture.componentRef.setInput(k, v);
    await fixture.whenStable();
    return { fixture, host, sent };
  };

  it('of two short words is two buttons; of more, a list', async () => {
    const two = await show('access', { assumed: 'one' });
    expect(two.host.querySelector('p-selectbutton')).not.toBeNull();
    expect(text(two.host)).toContain('assumed until chosen');
    button(two.host, 'both sides').click();
    expect(two.sent).toEqual(['both']);
    TestBed.resetTestingModule();
    const list = await show('duty');
    const options = list.host.querySelectorAll<HTMLOptionElement>('select option');
    expect([...options].slice(0, 2).map((o) => o.textContent)).toEqual(['choose', 'cosmetic feather 5:1']);
    const select = list.host.querySelector('select');
    if (!select) return fail('a list');
    select.value = 'general';
    select.dispatchEvent(new Event('change'));
    expect(list.sent).toEqual(['general']);
  });

  it('shows a null as nothing chosen', async () => {
    const { host } = await show('access', { value: null, assumed: 'one' });
    expect(text(host)).toContain('assumed until chosen');
  });
});
