import type { Shop } from '@nelbo/core';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';

import { type } from '../job/testing';
import { arrival, deviceForSpecs } from '../state/testing';
import { Reading } from '../state/reading';
import { SettingsPage } from './settings-page';

describe('the settings page', () => {
  let fixture: ComponentFixture<SettingsPage>;
  let host: HTMLElement;
  let http: HttpTestingController;
  const text = (): string => (host.textContent ?? '').replace(/\s+/g, ' ');
  const button = (name: string): HTMLButtonElement => {
    const found = [...host.querySelectorAll<HTMLButtonElement>('button, p-togglebutton')].find(
      (b) => (b.getAttribute('aria-label') ?? b.textContent ?? '').trim() === name,
    );
    if (!found) throw new Error(`no button “${name}”`);
    return found;
  };
  /** Answers the reading before a save, and gives what was saved. */
  async function saved(now: Shop = {}): Promise<Shop> {
    (await arrival(http, { method: 'GET', url: '/api/v1/shop' })).flush(now);
    const put = http.expectOne({ method: 'PUT', url: '/api/v1/shop' });
    put.flush(put.request.body);
    await fixture.whenStable();
    return put.request.body as Shop;
  }

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        ...deviceForSpecs().providers,
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
      ],
    });
    fixture = TestBed.createComponent(SettingsPage);
    [host, http] = [fixture.nativeElement, TestBed.inject(HttpTestingController)];
    http.expectOne('/api/v1/shop').flush({ name: 'Yard', temperature: 17 });
    await fixture.whenStable();
  });

  it('set one field and leave what others set meanwhile', async () => {
    type(host, 'Labour per hour', '72');
    expect(await saved({ name: 'Renamed elsewhere', temperature: 12 })).toEqual({
      name: 'Renamed elsewhere',
      temperature: 12,
      labourPerHour: 72,
    });
    expect(text()).toContain('Saved');
  });

  it('set a rate of the yard’s own, row by row, with the usual shown until then', async () => {
    expect(text()).toContain('Goes: set-up and clean-up');
    const box = type(host, 'Mix a pot', '8');
    expect(box.placeholder).toBe('5');
    expect((await saved({ name: 'Yard' })).rates).toEqual({ mixBatch: 480 });
    expect(text()).toContain('1 of your own');
    // A row by volume is entered for a litre.
    expect(type(host, 'Cut and grind laminate, per litre', '').placeholder).toBe('100');
  });

  it('change the units of the whole application at once, kind by kind', async () => {
    button('°F').click();
    expect((await saved({ name: 'Yard' })).units).toEqual({ temperature: 'us' });
    expect(TestBed.inject(Reading).reader().units).toEqual({ temperature: 'us' });
    expect(text()).toContain('254 mm, 138.0 g, 63.3 °F');
    button('All US customary').click();
    await saved({ name: 'Yard' });
    expect(text()).toContain('10 in, 4.87 oz av, 63.3 °F');
  });

  it('begin with typical instruments and take the yard’s own, a whole row at a time', async () => {
    expect(text()).toContain('Taken as 32 drops per ml');
    const droppers = [...host.querySelectorAll('nb-rows')]
      .find((r) => r.textContent?.includes('Dropper'))
      ?.querySelector<HTMLButtonElement>('button');
    droppers?.click();
    expect((await saved({})).instruments).toEqual({ droppers: [{ name: 'dropper bottle', dropsPerMl: 32 }] });
    type(host, 'Drops in one ml *'.replace(' *', ''), '25');
    expect((await saved({})).instruments?.droppers?.[0].dropsPerMl).toBe(25);
    type(host, 'Drops in one ml', 'many');
    await fixture.whenStable();
    expect(text()).toContain('Allowed: 5 to 100');
  });

  it('say when hours make no day', async () => {
    expect(text()).toContain('From (assumed)');
    type(host, 'From (assumed)', '07:30');
    expect((await saved({})).hours).toEqual({ days: 'mon-fri', start: '07:30' });
    type(host, 'To (assumed)', '06:00');
    await fixture.whenStable();
    expect(text()).toContain('The day ends before it begins: work is planned from 08:00 to 17:00');
    await saved({ hours: { days: 'mon-fri', start: '07:30' } });
  });

  it('say why a setting was refused', async () => {
    type(host, 'Labour per hour', '80');
    (await arrival(http, { method: 'GET', url: '/api/v1/shop' })).flush({});
    http
      .expectOne({ method: 'PUT', url: '/api/v1/shop' })
      .flush(
        { title: 'no', detail: 'labourPerHour: too dear' },
        { status: 422, statusText: 'Unprocessable' },
      );
    await fixture.whenStable();
    expect(text()).toContain('Not saved: labourPerHour: too dear');
  });
});
