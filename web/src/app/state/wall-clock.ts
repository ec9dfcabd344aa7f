import { Injectable, signal } from '@angular/core';

const TICK_MS = 20_000;

/** The time on the wall, for markers and countdowns; the core itself never looks at a clock. */
@Injectable({ providedIn: 'root' })
export class WallClock {
  readonly #now = signal(Date.now());
  readonly now = this.#now.asReadonly();

  constructor() {
    setInterval(() => this.#now.set(Date.now()), TICK_MS);
  }
}
