import { Injectable } from '@angular/core';
import { Observable, Subject, distinctUntilChanged, fromEvent, map, share, startWith, switchMap, EMPTY } from 'rxjs';

/** What changed in the yard, on whichever screen. `resync`: look at everything anew, something may have been missed. */
export type Change = { readonly kind: 'job'; readonly id: string; readonly version: number } | { readonly kind: 'log'; readonly id: string } | { readonly kind: 'shop' } | { readonly kind: 'resync' };

/**
 * Server-sent events, as long as the page can be seen: a browser opens few connections to one server, and a hidden
 * page looks anew when it comes back.
 */
@Injectable({ providedIn: 'root' })
export class Live {
  readonly #changes = fromEvent(document, 'visibilitychange').pipe(
    startWith(undefined),
    map(() => document.visibilityState !== 'hidden'),
    distinctUntilChanged(),
    switchMap((visible) => (visible ? stream() : EMPTY)),
    share({ connector: () => new Subject<Change>() }),
  );
  readonly changes$: Observable<Change> = this.#changes;
}

function stream(): Observable<Change> {
  return new Observable((subscriber) => {
    const source = new EventSource('/api/v1/events');
    // Opened for the first time or again: what happened before is not told.
    source.onopen = () => subscriber.next({ kind: 'resync' });
    source.onmessage = (e: MessageEvent<string>) => subscriber.next(JSON.parse(e.data) as Change);
    return () => source.close();
  });
}
