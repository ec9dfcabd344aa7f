import { Injectable } from '@angular/core';

/** Kinds of repair besides laminate: fetched when a job needs them, so that the first page of the others stays small. */
@Injectable({ providedIn: 'root' })
export class RepairKinds {
  #loading: Promise<boolean> | undefined;

  /** @returns whether they are there; without the network, and never fetched before, they are not */
  load(): Promise<boolean> {
    this.#loading ??= import('@nelbo/core/repairs').then(
      ({ useRepairs }) => {
        useRepairs();
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
