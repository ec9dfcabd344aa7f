import { Injectable, signal } from '@angular/core';
import type { Reader } from '@nelbo/core';

/** The clock on the wall of this device. */
export const TIME_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** How figures are read out here: units and currency of the yard. Set by the shop, looked at by everything that shows a figure. */
@Injectable({ providedIn: 'root' })
export class Reading {
  readonly #reader = signal<Reader>({ timeZone: TIME_ZONE });
  readonly reader = this.#reader.asReadonly();

  use(reader: Reader): void {
    this.#reader.set({ ...reader, timeZone: TIME_ZONE });
  }
}
