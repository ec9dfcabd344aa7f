import { Injectable, inject } from '@angular/core';
import type { ProductDocument, Shop } from '@nelbo/core';
import { setIn } from '@nelbo/core/document';
import {
  BehaviorSubject,
  EMPTY,
  Subject,
  catchError,
  concatMap,
  debounceTime,
  defer,
  filter,
  fromEvent,
  map,
  merge,
  of,
  timer,
  type Observable,
} from 'rxjs';
import { failureOf } from '../api/api';
import { verdictOf } from './draft';
import { ShopStore } from './shop-store';
import { StoresEntries } from './stores-entries';
import { typed } from './typed';

/** Fields of Settings by path, and products of Stores by id, that were set here and are not stored yet. */
export interface Pending {
  readonly shop: Readonly<Record<string, unknown>>;
  readonly products: Readonly<Record<string, ProductDocument>>;
}

const KEY = 'yard';
const NOTHING: Pending = { shop: {}, products: {} };
const PAUSE_MS = 400;
const AGAIN_MS = 4000;
/** A field that was cleared: JSON has no undefined. */
const CLEARED = null;

/**
 * Edits of the yard itself: kept on this device at once, sent after a pause from whichever page is open, and sent again
 * until the server has them.
 */
@Injectable({ providedIn: 'root' })
export class YardEdits {
  readonly #shop = inject(ShopStore);
  readonly #stores = inject(StoresEntries);
  readonly #pending = new BehaviorSubject<Pending>(typed.get<Pending>(KEY) ?? NOTHING);
  readonly #failed = new BehaviorSubject<string>('');
  readonly #dirty = new Subject<void>();
  readonly pending$: Observable<Pending> = this.#pending;
  /** Why the last try did not go through; empty while nothing stands in the way. */
  readonly failed$: Observable<string> = this.#failed;

  constructor() {
    merge(timer(PAUSE_MS), this.#dirty.pipe(debounceTime(PAUSE_MS)), fromEvent(window, 'online'))
      .pipe(
        // Several reasons at one moment are one.
        debounceTime(20),
        filter(() => this.#size() > 0),
        concatMap(() => this.#send()),
      )
      .subscribe();
  }

  setField(path: string, value: unknown): void {
    const { shop } = this.#pending.value;
    this.#keep({
      ...this.#pending.value,
      shop: { ...shop, [path]: value === undefined || value === '' ? CLEARED : value },
    });
  }

  setProduct(id: string, product: ProductDocument): void {
    this.#keep({ ...this.#pending.value, products: { ...this.#pending.value.products, [id]: product } });
  }

  #size(): number {
    return Object.keys(this.#pending.value.shop).length + Object.keys(this.#pending.value.products).length;
  }

  #keep(next: Pending): void {
    this.#pending.next(next);
    this.#note(NOTHING);
    this.#failed.next('');
    this.#dirty.next();
  }

  #send(): Observable<unknown> {
    return defer(() => {
      const sent = this.#pending.value;
      const products = Object.entries(sent.products).map(([id, product]) =>
        this.#stores.put(id, product).pipe(map(() => this.#done({ shop: {}, products: { [id]: product } }))),
      );
      const shop =
        Object.keys(sent.shop).length > 0
          ? [
              this.#shop
                .change((now) => withFields(now, sent.shop))
                .pipe(map(() => this.#done({ shop: sent.shop, products: {} }))),
            ]
          : [];
      return of(...shop, ...products).pipe(
        concatMap((call) => call.pipe(catchError((e: unknown) => this.#notSent(e)))),
      );
    });
  }

  #notSent(e: unknown): Observable<never> {
    const failure = failureOf(e);
    this.#failed.next(`Not saved: ${failure.detail ?? failure.title}`);
    // What the server refuses waits for the next edit; what did not reach it goes again by itself.
    if (verdictOf(failure) === 'away') setTimeout(() => this.#dirty.next(), AGAIN_MS);
    return EMPTY;
  }

  /** What was sent is stored; what was set anew meanwhile still waits. */
  #done(sent: Pending): void {
    const now = this.#pending.value;
    const rest = <T>(
      left: Readonly<Record<string, T>>,
      gone: Readonly<Record<string, T>>,
    ): Record<string, T> =>
      Object.fromEntries(Object.entries(left).filter(([k, v]) => !(k in gone) || gone[k] !== v));
    const next = { shop: rest(now.shop, sent.shop), products: rest(now.products, sent.products) };
    this.#pending.next(next);
    this.#note(sent);
  }

  /** Writes down what waits: this tab's, and what other tabs wrote that is not just stored. */
  #note(stored: Pending): void {
    const [there, own] = [typed.get<Pending>(KEY) ?? NOTHING, this.#pending.value];
    const rest = <T>(
      all: Readonly<Record<string, T>>,
      gone: Readonly<Record<string, T>>,
    ): Record<string, T> => Object.fromEntries(Object.entries(all).filter(([k]) => !(k in gone)));
    const next = {
      shop: { ...rest(there.shop, stored.shop), ...own.shop },
      products: { ...rest(there.products, stored.products), ...own.products },
    };
    typed.set(KEY, Object.keys(next.shop).length + Object.keys(next.products).length > 0 ? next : undefined);
  }
}

/** A yard with fields that were set here. */
export const withFields = (document: Shop, fields: Pending['shop']): Shop =>
  Object.entries(fields).reduce(
    (d, [path, value]) => setIn(d, path, value === CLEARED ? undefined : value),
    document,
  );
