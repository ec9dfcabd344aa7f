import { Injectable, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  LIBRARY,
  PRODUCT_FIELDS,
  readDocument,
  sameData,
  yardLibrary,
  yupFor,
  type Library,
  type YardProduct,
} from '@nelbo/core';
import {
  ReplaySubject,
  distinctUntilChanged,
  filter,
  map,
  merge,
  of,
  retry,
  shareReplay,
  startWith,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { Api, type StoredProduct } from '../api/api';
import { Live } from './live';
import { LocalStore } from './local-store';

const schema = yupFor(PRODUCT_FIELDS);

/** The yard's own products and overrides, and the library that they make; kept on this device for when the server is away. */
@Injectable({ providedIn: 'root' })
export class StoresStore {
  readonly #api = inject(Api);
  readonly #local = inject(LocalStore);
  readonly #entries = new ReplaySubject<readonly StoredProduct[]>(1);
  #known = false;
  readonly entries$: Observable<readonly StoredProduct[]> = this.#entries.pipe(
    distinctUntilChanged((a, b) => sameData(a, b)),
  );
  /** The generic library until the yard's entries are known. */
  readonly library$: Observable<Library> = this.entries$.pipe(
    map((e) => libraryOf(e)),
    startWith(LIBRARY),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  readonly library = toSignal(this.library$, { initialValue: LIBRARY });

  constructor() {
    this.#local.stores().subscribe((e) => {
      if (!this.#known) this.#entries.next(e);
    });
    const changed = inject(Live).changes$.pipe(
      filter((c) => c.kind === 'stores' || (c.kind === 'resync' && this.#known)),
    );
    merge(of(undefined), changed)
      .pipe(switchMap(() => this.#api.stores().pipe(retry({ delay: 2000 }))))
      .subscribe((e) => this.#keep(e));
  }

  /** Keeps an entry; the plans follow when the server has it. */
  put(id: string, product: Record<string, unknown>): Observable<unknown> {
    return this.#api.keepProduct(id, product).pipe(tap(() => this.#reload()));
  }

  remove(id: string): Observable<unknown> {
    return this.#api.removeProduct(id).pipe(tap(() => this.#reload()));
  }

  #reload(): void {
    this.#api.stores().subscribe((e) => this.#keep(e));
  }

  #keep(entries: readonly StoredProduct[]): void {
    this.#known = true;
    this.#local.keepStores(entries);
    this.#entries.next(entries);
  }
}

/** An entry as the planner takes it. @returns undefined for one that cannot be read */
export function yardProductOf({ id, product }: StoredProduct): YardProduct | undefined {
  const { value, problems } = readDocument(product, PRODUCT_FIELDS, schema);
  return value && !problems.some((p) => p.severity === 'error')
    ? { ...(value as unknown as Omit<YardProduct, 'id'>), id }
    : undefined;
}

const libraryOf = (entries: readonly StoredProduct[]): Library =>
  yardLibrary(
    LIBRARY,
    entries.flatMap((e) => yardProductOf(e) ?? []),
  );
