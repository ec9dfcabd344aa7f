import { Injectable, inject } from '@angular/core';
import type { Shop } from '@nelbo/core';
import { ReplaySubject, map, retry, tap, type Observable } from 'rxjs';
import { Api, type ShopDocument } from '../api/api';

/** What the yard knows of itself, shared by every page. */
@Injectable({ providedIn: 'root' })
export class ShopStore {
  readonly #api = inject(Api);
  readonly #document = new ReplaySubject<ShopDocument>(1);

  readonly document$: Observable<ShopDocument> = this.#document.asObservable();
  readonly shop$: Observable<Shop> = this.#document.pipe(map((d) => ({ ...d, crew: d.crew?.map((c) => c.name) })));

  constructor() {
    this.#api
      .shop()
      .pipe(retry({ delay: 2000 }))
      .subscribe((d) => this.#document.next(d));
  }

  save(document: ShopDocument): Observable<ShopDocument> {
    return this.#api.saveShop(document).pipe(tap((d) => this.#document.next(d)));
  }
}
