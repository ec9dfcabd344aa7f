import { sameData, type JobDocument, type Plan } from '@nelbo/core';

/** A plan that changes are told against. */
export interface Baseline {
  readonly plan: Plan;
  readonly document: JobDocument;
  readonly at: number;
  readonly elsewhere: boolean;
}

/** Edits closer together than this count as one change of mind, ms. */
const BURST = 4000;

/** While a job opens, what the yard knows comes in piece by piece: the plans of that time are one, ms. */
const OPENING = 5000;

/** Remembers what stood before the edits that are under way, so that they are told together. */
export class ChangeOfMind {
  #baseline: Baseline | undefined;
  #opened: number | undefined;
  #last: { readonly plan: Plan | undefined; readonly document: JobDocument } | undefined;

  /** Takes the plan of an edit. @returns what it is told against; undefined for the first */
  before(plan: Plan | undefined, document: JobDocument, elsewhere: boolean): Baseline | undefined {
    const now = Date.now();
    const [was, last] = [this.#baseline, this.#last];
    this.#opened ??= now;
    // Nobody has edited anything: what follows from the stores and the shop as they arrive has moved nothing.
    if (last && !was && now - this.#opened < OPENING && sameData(last.document, document)) {
      this.#last = { plan, document };
      return undefined;
    }
    const fresh = !was || now - was.at > BURST || was.elsewhere !== elsewhere;
    if (last?.plan && fresh)
      this.#baseline = { plan: last.plan, document: last.document, at: now, elsewhere };
    else if (was) this.#baseline = { ...was, at: now };
    this.#last = { plan, document };
    return this.#baseline;
  }

  /** Another job is opened. */
  forget(): void {
    [this.#baseline, this.#last, this.#opened] = [undefined, undefined, undefined];
  }
}
