import { Injectable, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { LIBRARY, readYardProduct, yardLibrary, type Library, type ProductDocument } from '@nelbo/core';
import { map, shareReplay, startWith, type Observable } from 'rxjs';
import type { StoredProduct } from '../api/api';
import { StoresEntries } from './stores-entries';

/** The library that the yard's own products and overrides make. */
@Injectable({ providedIn: 'root' })
export class StoresStore {
  readonly #kept = inject(StoresEntries);
  readonly entries$ = this.#kept.entries$;
  /** The generic library until the yard's entries are known. */
  readonly library$: Observable<Library> = this.entries$.pipe(
    map((e) => libraryOf(e)),
    startWith(LIBRARY),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  readonly library = toSignal(this.library$, { initialValue: LIBRARY });

  put(id: string, product: ProductDocument): Observable<unknown> {
    return this.#kept.put(id, product);
  }

  remove(id: string): Observable<unknown> {
    return this.#kept.remove(id);
  }
}

const libraryOf = (entries: readonly StoredProduct[]): Library =>
  yardLibrary(
    LIBRARY,
    entries.flatMap((e) => readYardProduct(e) ?? []),
  );
