import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { deviceForSpecs } from './testing';
import { typed } from './typed';
import { YardEdits, withFields, type Pending } from './yard-edits';

const PAUSE = 550;
/** Time passes at once, so that what goes out together does so however busy the machine is. */
const wait = (ms: number): void => jasmine.clock().tick(ms);

describe('edits of the yard', () => {
  let http: HttpTestingController;
  let pending: Pending;
  function begin(): YardEdits {
    TestBed.configureTestingModule({
      providers: [...deviceForSpecs().providers, provideHttpClient(), provideHttpClientTesting()],
    });
    return again();
  }
  /** As another page would come up over the same device. */
  function again(): YardEdits {
    http = TestBed.inject(HttpTestingController);
    const edits = TestBed.inject(YardEdits);
    edits.pending$.subscribe((p) => (pending = p));
    http.match('/api/v1/shop').forEach((r) => r.flush({ name: 'Yard', temperature: 17 }));
    return edits;
  }
  beforeEach(() => jasmine.clock().install().mockDate());
  afterEach(() => {
    jasmine.clock().uninstall();
    typed.set('yard', undefined);
  });

  it('stand on the device with every key, go out once after a pause, and leave alone what others set', () => {
    const edits = begin();
    for (const name of ['S', 'Sk', 'Skerry']) edits.setField('name', name);
    expect(typed.get<Pending>('yard')?.shop).toEqual({ name: 'Skerry' });
    wait(PAUSE);
    http
      .expectOne({ method: 'GET', url: '/api/v1/shop' })
      .flush({ name: 'Yard', temperature: 19, currency: '£' });
    const put = http.expectOne({ method: 'PUT', url: '/api/v1/shop' });
    expect(put.request.body).toEqual({ name: 'Skerry', temperature: 19, currency: '£' });
    put.flush(put.request.body);
    expect(pending.shop).toEqual({});
    expect(typed.get('yard')).toBeUndefined();
  });

  it('are sent by the next page when this one dies before they are', () => {
    begin().setField('currency', '€');
    TestBed.resetTestingModule();
    const keep = typed.get<Pending>('yard');
    TestBed.configureTestingModule({
      providers: [...deviceForSpecs().providers, provideHttpClient(), provideHttpClientTesting()],
    });
    typed.set('yard', keep);
    again();
    wait(PAUSE);
    http.expectOne({ method: 'GET', url: '/api/v1/shop' }).flush({ name: 'Yard' });
    expect(http.expectOne({ method: 'PUT', url: '/api/v1/shop' }).request.body).toEqual({
      name: 'Yard',
      currency: '€',
    });
  });

  it('wait with their reason when they are refused, and go again with the next edit', () => {
    const edits = begin();
    let failed = '';
    edits.failed$.subscribe((f) => (failed = f));
    edits.setField('labourPerHour', 5000);
    wait(PAUSE);
    http.expectOne({ method: 'GET', url: '/api/v1/shop' }).flush({});
    http
      .expectOne({ method: 'PUT', url: '/api/v1/shop' })
      .flush({ title: 'no', detail: 'labourPerHour: outside' }, { status: 422, statusText: 'no' });
    expect(failed).toContain('outside');
    expect(pending.shop).toEqual({ labourPerHour: 5000 });
    edits.setField('labourPerHour', 60);
    expect(failed).toBe('');
    wait(PAUSE);
    http.expectOne({ method: 'GET', url: '/api/v1/shop' }).flush({});
    expect(http.expectOne({ method: 'PUT', url: '/api/v1/shop' }).request.body).toEqual({
      labourPerHour: 60,
    });
  });

  it('take a field back to nothing too', () => {
    expect(withFields({ name: 'a', currency: '£' }, { currency: null })).toEqual({ name: 'a' });
  });
});
