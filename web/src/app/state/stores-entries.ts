import { Injectable, inject } from '@angular/core';
import type { ProductDocument } from '@nelbo/core';
import { sameData } from '@nelbo/core/document';
import {
  ReplaySubject,
  distinctUntilChanged,
  filter,
  merge,
  of,
  retry,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { Api, type StoredProduct } from '../api/api';
import { Live } from './live';
import { LocalStore } from './local-store';

/** The yard's own products and overrides; kept on this device for when the server is away. */
@Injectable({ providedIn: 'root' })
export class StoresEntries {
  readonly #api = inject(Api);
  readonly #local = inject(LocalStore);
  readonly #entries = new ReplaySubject<readonly StoredProduct[]>(1);
  #known = false;
  readonly entries$: Observable<readonly StoredProduct[]> = this.#entries.pipe(
    distinctUntilChanged((a, b) => sameData(a, b)),
  );
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
  put(id: string, product: ProductDocument): Observable<unknown> {
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
