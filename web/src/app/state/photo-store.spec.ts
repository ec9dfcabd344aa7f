import { HttpEventType, provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Photo } from '../api/api';
import { PhotoStore, type Sending } from './photo-store';
import { deviceForSpecs } from './testing';

describe('PhotoStore', () => {
  function open() {
    const device = deviceForSpecs();
    TestBed.configureTestingModule({
      providers: [...device.providers, provideHttpClient(), provideHttpClientTesting(), PhotoStore],
    });
    const store = TestBed.inject(PhotoStore);
    const http = TestBed.inject(HttpTestingController);
    const seen: { photos: readonly Photo[]; sending: (Sending | undefined)[]; failures: string[] } = {
      photos: [],
      sending: [],
      failures: [],
    };
    store.photos$.subscribe((p) => (seen.photos = p));
    store.sending$.subscribe((s) => seen.sending.push(s));
    store.failure$.subscribe((f) => seen.failures.push(f));
    store.open('job');
    http.expectOne('/api/v1/jobs/job/photos').flush([]);
    return { store, http, seen, changes: device.changes };
  }
  const file = new File(['x'], 'hull.jpg', { type: 'image/jpeg' });
  const photo: Photo = { id: 'p', name: 'hull.jpg', width: 4, height: 3, madeAt: '2026-11-25T08:00:00Z' };

  it('tells how far a photograph has gone, and lists it once the server has it', () => {
    const { store, http, seen } = open();
    let id = '';
    store.add(file).subscribe((x) => (id = x));
    const request = http.expectOne((r) => r.method === 'POST');
    request.event({ type: HttpEventType.UploadProgress, loaded: 1, total: 4 });
    expect(seen.sending.at(-1)).toEqual({ name: 'hull.jpg', share: 0.25 });
    request.flush(photo, { status: 201, statusText: 'Created' });
    expect(id).toBe(request.request.params.get('id') ?? 'none');
    expect(seen.sending.at(-1)).toBeUndefined();
    http.expectOne('/api/v1/jobs/job/photos').flush([photo]);
    expect(seen.photos).toEqual([photo]);
  });

  it('says why one was refused, in the words of the server, or that the server is away', () => {
    const { store, http, seen } = open();
    store.add(file).subscribe(() => fail('was refused'));
    http
      .expectOne((r) => r.method === 'POST')
      .flush(
        { title: 'The photograph is too large', detail: 'a photograph may take up to 30 MB' },
        { status: 413, statusText: 'x' },
      );
    expect(seen.failures.at(-1)).toContain('up to 30 MB');
    store.add(file).subscribe(() => fail('the server is away'));
    http.expectOne((r) => r.method === 'POST').error(new ProgressEvent('error'));
    expect(seen.failures.at(-1)).toContain('The grid works without it');
    expect(seen.sending.at(-1)).toBeUndefined();
  });

  it('looks again when another screen adds one to this job', () => {
    const { http, seen, changes } = open();
    changes.next({ kind: 'photos', id: 'another' });
    http.expectNone('/api/v1/jobs/job/photos');
    changes.next({ kind: 'photos', id: 'job' });
    http.expectOne('/api/v1/jobs/job/photos').flush([photo]);
    expect(seen.photos.length).toBe(1);
  });
});
