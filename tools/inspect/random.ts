/** A row of numbers between 0 and 1 that is the same for the same seed. Source: mulberry32. */
export class Random {
  #state: number;

  constructor(seed: number) {
    this.#state = seed >>> 0;
  }

  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0;
    let t = this.#state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  below(n: number): number {
    return Math.floor(this.next() * n);
  }

  of<T>(all: readonly T[]): T {
    return all[this.below(all.length)];
  }

  chance(share: number): boolean {
    return this.next() < share;
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next();
  }
}
