import { HttpErrorResponse, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { verdictOf } from '../state/draft';
import { Api, failureOf } from './api';
import { OWN_ANSWER, ownAnswers } from './own-answers';

describe('an answer', () => {
  let http: HttpTestingController;
  let api: Api;
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(withInterceptors([ownAnswers])), provideHttpClientTesting()],
    });
    http = TestBed.inject(HttpTestingController);
    api = TestBed.inject(Api);
  });

  function failure(
    body: object | null,
    status: number,
    headers: Record<string, string> = {},
  ): { status: number } | undefined {
    let failed: { status: number } | undefined;
    api.job('j').subscribe({ error: (e: unknown) => (failed = failureOf(e)) });
    http.expectOne('/api/v1/jobs/j').flush(body, { status, statusText: 'so it says', headers });
    return failed;
  }

  it('that is not of Nelbo’s server keeps nothing and refuses nothing, whatever it says', () => {
    for (const [body, status] of [
      [{}, 200],
      [null, 200],
      [null, 204],
      [{ id: 'j' }, 201],
      [{}, 403],
      [{}, 404],
      [{ current: {} }, 409],
      [{}, 502],
    ] as const) {
      const failed = failure(body, status);
      expect(failed && verdictOf(failed))
        .withContext(String(status))
        .toBe('away');
    }
  });

  it('of Nelbo’s server is taken at its word', () => {
    expect(failure({ id: 'j' }, 200, { [OWN_ANSWER]: '1' })).toBeUndefined();
    for (const status of [404, 409, 422])
      expect(failure({ title: 'no' }, status, { [OWN_ANSWER]: '1' })?.status).toBe(status);
  });

  it('that never came is told as such', () => {
    let error: unknown;
    api.job('j').subscribe({ error: (e: unknown) => (error = e) });
    http.expectOne('/api/v1/jobs/j').error(new ProgressEvent('error'));
    expect(error).toBeInstanceOf(HttpErrorResponse);
    expect(failureOf(error).status).toBe(0);
  });
});
