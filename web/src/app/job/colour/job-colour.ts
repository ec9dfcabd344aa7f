import { Injectable, computed, inject } from '@angular/core';
import { colourState, knownPastes, shelvedPastes } from '@nelbo/core/finish';
import { JobContext } from '../job-context';

/** A pot to try a colour in, until the coats are planned, kg. */
const TRIAL_POT = 0.1;

/** The colour of the open job, as every part of the page sees it. */
@Injectable()
export class JobColour {
  readonly #context = inject(JobContext);
  readonly #job = computed(() => this.#context.state()?.job);
  /** Gel coat in the pot, kg. */
  readonly batch = computed(
    () => this.#job()?.colour?.batch ?? this.#context.plan()?.finish?.mass.value ?? TRIAL_POT,
  );
  /** Pastes that a recipe may name, and those on the shelf. */
  readonly known = computed(() => knownPastes(this.#context.shop()?.ownPastes));
  readonly shelf = computed(() => shelvedPastes(this.known(), this.#context.shop()?.pastes));
  readonly state = computed(() =>
    colourState(
      this.#job()?.colour,
      this.known(),
      this.batch(),
      this.#context.plan()?.inputs?.dropsPerMl.value ?? 32e6,
    ),
  );
}
