import { Injectable, inject } from '@angular/core';
import type { Shop } from '@nelbo/core';
import { sameData } from '@nelbo/core/document';
import {
  ReplaySubject,
  distinctUntilChanged,
  filter,
  merge,
  of,
  retry,
  switchMap,
  take,
  tap,
  type Observable,
} from 'rxjs';
import { Api } from '../api/api';
import { Live } from './live';
import { LocalStore } from './local-store';
import { Reading } from './reading';

/** What the yard knows of itself, shared by every page and kept on this device for when the server is away. */
@Injectable({ providedIn: 'root' })
export class ShopStore {
  readonly #api = inject(Api);
  readonly #local = inject(LocalStore);
  readonly #reading = inject(Reading);
  readonly #document = new ReplaySubject<Shop>(1);
  #known = false;
  readonly shop$: Observable<Shop> = this.#document.pipe(distinctUntilChanged((a, b) => sameData(a, b)));

  constructor() {
    this.#local.shop().subscribe((d) => {
      if (!this.#known) this.#take(d);
    });
    const changed = inject(Live).changes$.pipe(
      filter((c) => c.kind === 'shop' || (c.kind === 'resync' && this.#known)),
    );
    merge(of(undefined), changed)
      .pipe(switchMap(() => this.#api.shop().pipe(retry({ delay: 2000 }))))
      .subscribe((d) => this.#keep(d));
  }

  /** Changes some fields of what the yard holds now; other fields stay as somebody else may just have set them. */
  change(edit: (document: Shop) => Shop): Observable<Shop> {
    return this.#api.shop().pipe(
      switchMap((now) => this.#api.saveShop(edit(now))),
      take(1),
      tap((d) => this.#keep(d)),
    );
  }

  #keep(document: Shop): void {
    this.#known = true;
    this.#local.keepShop(document);
    this.#take(document);
  }

  #take(document: Shop): void {
    this.#reading.use({ currency: document.currency, units: document.units });
    this.#document.next(document);
  }
}
