import { Injectable } from '@angular/core';
import {
  Observable,
  Subject,
  distinctUntilChanged,
  fromEvent,
  map,
  share,
  startWith,
  switchMap,
  EMPTY,
} from 'rxjs';

/** What changed in the yard, on whichever screen. `resync`: look at everything anew, something may have been missed. */
export type Change =
  | { readonly kind: 'job'; readonly id: string; readonly version: number }
  | { readonly kind: 'log'; readonly id: string }
  | { readonly kind: 'shop' }
  | { readonly kind: 'stores' }
  | { readonly kind: 'photos'; readonly id: string }
  | { readonly kind: 'resync' };

const FIRST_LOOK_MS = 1500;

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
    // What happened before the stream opened is not told: everything is looked at again. The first time a little later,
    // since a page that has just come is looking at everything already.
    let late: ReturnType<typeof setTimeout> | undefined;
    let first = true;
    source.onopen = () => {
      late = setTimeout(() => subscriber.next({ kind: 'resync' }), first ? FIRST_LOOK_MS : 0);
      first = false;
    };
    source.onmessage = (e: MessageEvent<string>) => subscriber.next(JSON.parse(e.data) as Change);
    return () => {
      clearTimeout(late);
      source.close();
    };
  });
}
