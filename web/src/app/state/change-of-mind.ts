import type { JobDocument, Plan } from '@nelbo/core';

/** A plan that changes are told against. */
export interface Baseline {
  readonly plan: Plan;
  readonly document: JobDocument;
  readonly at: number;
  readonly elsewhere: boolean;
}

/** Edits closer together than this count as one change of mind, ms. */
const BURST = 4000;

/** Remembers what stood before the edits that are under way, so that they are told together. */
export class ChangeOfMind {
  #baseline: Baseline | undefined;
  #last: { readonly plan: Plan | undefined; readonly document: JobDocument } | undefined;

  /** Takes the plan of an edit. @returns what it is told against; undefined for the first */
  before(plan: Plan | undefined, document: JobDocument, elsewhere: boolean): Baseline | undefined {
    const now = Date.now();
    const [was, last] = [this.#baseline, this.#last];
    const fresh = !was || now - was.at > BURST || was.elsewhere !== elsewhere;
    if (last?.plan && fresh)
      this.#baseline = { plan: last.plan, document: last.document, at: now, elsewhere };
    else if (was) this.#baseline = { ...was, at: now };
    this.#last = { plan, document };
    return this.#baseline;
  }

  /** Another job is opened. */
  forget(): void {
    [this.#baseline, this.#last] = [undefined, undefined];
  }
}
