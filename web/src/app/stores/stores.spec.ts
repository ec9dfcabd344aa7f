import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { LIBRARY } from '@nelbo/core';
import { stored, JOB, type } from '../job/testing';
import { GuidePage } from '../guide/guide-page';
import { arrival, deviceForSpecs } from '../state/testing';
import { StoresStore } from '../state/stores-store';
import { StoresPage } from './stores-page';

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const text = (host: HTMLElement): string => (host.textContent ?? '').replace(/\s+/g, ' ');

describe('stores', () => {
  async function open(id = 'epoxy-slow', entries: unknown[] = []) {
    const device = deviceForSpecs();
    // The real store, over the stand-ins for server and device.
    TestBed.configureTestingModule({
      providers: [
        ...device.providers,
        StoresStore,
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([{ path: '**', component: StoresPage }]),
      ],
    });
    const http = TestBed.inject(HttpTestingController);
    const fixture = TestBed.createComponent(StoresPage);
    fixture.componentRef.setInput('id', id);
    http.expectOne('/api/v1/stores').flush(entries);
    http.expectOne('/api/v1/shop').flush({});
    http.expectOne('/api/v1/jobs/under-way').flush([stored(JOB)]);
    await fixture.whenStable();
    return { fixture, http, host: fixture.nativeElement as HTMLElement, store: TestBed.inject(StoresStore) };
  }

  it('list every product by its role, find by a word, and say what the jobs under way use', async () => {
    const { host, fixture } = await open();
    expect(host.querySelectorAll('tbody tr').length).toBe(LIBRARY.products.length);
    expect(text(host)).toMatch(/Slow laminating epoxy 5:1 ?epoxy ?uses \d/);
    type(host, 'Find a product', 'vinyl est');
    await fixture.whenStable();
    expect([...host.querySelectorAll('tbody a')].map((a) => a.textContent)).toContain(
      'Vinyl ester laminating resin',
    );
    expect(host.querySelectorAll('tbody tr').length).toBeLessThan(10);
  });

  it('keep a value of the data sheet, and every plan’s library follows', async () => {
    const { host, fixture, http, store } = await open();
    const box = type(host, 'Pot life, 100 g', '22');
    expect(box.placeholder).toBe('30');
    const put = await arrival(http, (r) => r.method === 'PUT' && r.url === '/api/v1/stores/epoxy-slow');
    expect(put.request.body).toEqual({ like: 'epoxy-slow', values: { potLife: 22 * 60 } });
    put.flush({ id: 'epoxy-slow', product: put.request.body });
    http.expectOne('/api/v1/stores').flush([{ id: 'epoxy-slow', product: put.request.body }]);
    await fixture.whenStable();
    expect(store.library().resins.find((r) => r.id === 'epoxy-slow')?.cure.potLife).toBe(22 * 60);
    expect(text(host)).toContain('data sheet');
  });

  it('refuse a value out of range by name, and send nothing', async () => {
    const { host, fixture, http } = await open();
    type(host, 'Pot life, 100 g', '40 d');
    await fixture.whenStable();
    expect(text(host)).toContain('is outside what can be planned');
    await wait(600);
    http.expectNone((r) => r.method === 'PUT');
  });

  it('make a product of the yard’s own after another, and take an entry out', async () => {
    const { host, http, fixture } = await open('epoxy-slow', [
      { id: 'epoxy-slow', product: { like: 'epoxy-slow', values: { potLife: 1320 } } },
    ]);
    const click = (name: string): void =>
      [...host.querySelectorAll('button')].find((b) => b.textContent?.trim() === name)?.click();
    click('Make one of your own after this');
    const put = http.expectOne((r) => r.method === 'PUT');
    expect(put.request.url).toMatch(/own-[0-9a-f]{8}$/);
    expect((put.request.body as { like: string }).like).toBe('epoxy-slow');
    click('Back to the values of the library');
    http
      .expectOne((r) => r.method === 'DELETE' && r.url === '/api/v1/stores/epoxy-slow')
      .flush({ id: 'epoxy-slow' });
    await fixture.whenStable();
    http.match('/api/v1/stores').forEach((r) => r.flush([]));
  });
});

describe('the bonding guide', () => {
  async function open() {
    const device = deviceForSpecs();
    TestBed.configureTestingModule({
      providers: [...device.providers, provideHttpClient(), provideHttpClientTesting()],
    });
    const fixture = TestBed.createComponent(GuidePage);
    await fixture.whenStable();
    return { fixture, host: fixture.nativeElement as HTMLElement };
  }

  it('tells every verdict by a sign and a word, and opens the rules behind it', async () => {
    const { host, fixture } = await open();
    const cells = [...host.querySelectorAll<HTMLButtonElement>('td button')];
    expect(cells.length).toBeGreaterThan(600);
    expect(cells.every((c) => c.querySelector('path') && (c.textContent ?? '').trim() !== '')).toBeTrue();
    const cell = cells.find((c) =>
      c.getAttribute('aria-label')?.startsWith('Slow laminating epoxy 5:1 on HDPE'),
    );
    expect(cell?.getAttribute('aria-label')).toContain('no bond');
    cell?.click();
    await fixture.whenStable();
    expect(host.querySelector('aside')?.textContent).toContain('Rule epoxy-on-polyolefin');
    expect(host.querySelector('aside')?.textContent).toContain('Weld with the same polymer');
  });
});
