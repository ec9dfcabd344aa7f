import {
  HttpErrorResponse,
  HttpResponse,
  type HttpEvent,
  type HttpInterceptorFn,
} from '@angular/common/http';
import { catchError, map, throwError } from 'rxjs';

/** Stands in every answer of Nelbo's server, whatever it says. */
export const OWN_ANSWER = 'nelbo-api';

/**
 * What answers in the server's place (the sign-in page of a harbour's network, a proxy that says "404" or an empty "OK")
 * has not kept anything and refuses nothing: the server is away, and what was sent is sent again.
 */
export const ownAnswers: HttpInterceptorFn = (request, next) =>
  next(request).pipe(
    map((event: HttpEvent<unknown>) => {
      if (event instanceof HttpResponse && !event.headers.has(OWN_ANSWER)) throw away(request.url);
      return event;
    }),
    catchError((error: unknown) =>
      throwError(() =>
        error instanceof HttpErrorResponse && error.status !== 0 && !error.headers.has(OWN_ANSWER)
          ? away(request.url)
          : error,
      ),
    ),
  );

const away = (url: string): HttpErrorResponse =>
  new HttpErrorResponse({ status: 0, statusText: 'not the server of Nelbo', url });
