import { Injectable } from '@angular/core';
import { createPlanner, type Planner, type RepairKinds as Kinds } from '@nelbo/core';

/**
 * Kinds of repair besides laminate, handed to whatever plans. A page that plans jobs of any kind brings them with it; the
 * page of one job fetches them only where its job needs them, so that the first page of the others stays small.
 */
@Injectable({ providedIn: 'root' })
export class RepairKinds {
  #current: Kinds | undefined;
  #loading: Promise<boolean> | undefined;

  get current(): Kinds | undefined {
    return this.#current;
  }

  /** Takes them from a page that brought them. @returns the same */
  use(kinds: Kinds): Kinds {
    this.#current = kinds;
    return kinds;
  }

  /** @returns whether they are there; without the network, and never fetched before, they are not */
  load(): Promise<boolean> {
    this.#loading ??= import('@nelbo/core/repairs').then(
      ({ REPAIRS }) => {
        this.use(REPAIRS);
        return true;
      },
      () => {
        this.#loading = undefined;
        return false;
      },
    );
    return this.#loading;
  }
}

/** A planner with the kinds that are there: once more have come, it begins anew with them. */
export class KindPlanner implements Planner {
  #made: { readonly kinds: Kinds | undefined; readonly planner: Planner } | undefined;

  constructor(private readonly kinds: RepairKinds) {}

  plan(...question: Parameters<Planner['plan']>): ReturnType<Planner['plan']> {
    const kinds = this.kinds.current;
    if (this.#made?.kinds !== kinds || !this.#made) this.#made = { kinds, planner: createPlanner(kinds) };
    return this.#made.planner.plan(...question);
  }
}
