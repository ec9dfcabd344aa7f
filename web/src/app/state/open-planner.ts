import {
  comparePlans,
  documentChanges,
  linkOf,
  readJob,
  type JobDocument,
  type Library,
  type Plan,
  type Shop,
} from '@nelbo/core';
import { BoatPlanner, documentHere, placeHere, placesOf } from './boat-planner';
import { ChangeOfMind } from './change-of-mind';
import type { JobState } from './job-state';
import { TIME_ZONE } from './reading';
import type { RepairKinds } from './repair-kinds';

/** The document on the screen. */
export interface Open {
  readonly id: string;
  readonly document: JobDocument;
  /** Set when the document was changed by another screen. */
  readonly elsewhere?: boolean;
}

/** Plans the open job at the place that is looked at, and tells what the last edits moved there. */
export class OpenPlanner {
  readonly #planner: BoatPlanner;
  readonly #mind = new ChangeOfMind();
  #needsKinds = false;
  #needsBoat = false;
  /** The place that was planned last: what another one moves is no change of the plan. */
  #shown = '';

  constructor(private readonly kinds: RepairKinds) {
    this.#planner = new BoatPlanner(kinds);
  }

  /** Another job is opened. */
  forget(): void {
    this.#mind.forget();
  }

  /** Fetches what the last plan lacked. @returns undefined where nothing is lacking; whether anything came */
  fetch(): Promise<boolean> | undefined {
    const more = [
      ...(this.#needsKinds ? [this.kinds.load()] : []),
      ...(this.#needsBoat ? [this.#planner.load()] : []),
    ];
    return more.length === 0 ? undefined : Promise.all(more).then((there) => there.some(Boolean));
  }

  /**
   * @param wanted the place that is looked at
   * @param openedAt the moment that the plan counts from, ms since 1970
   */
  plan(
    { id, document: whole, elsewhere = false }: Open,
    shop: Shop,
    library: Library,
    wanted: string,
    openedAt: number,
  ): JobState {
    const place = placeHere(whole, wanted);
    const document = documentHere(whole, place);
    const at = { id, whole, place, places: placesOf(whole), document, elsewhere };
    if (this.#shown !== place) this.#mind.forget();
    this.#shown = place;
    const read = readJob(document);
    if (!read.job) return { ...at, problems: read.problems, changes: [], fields: [] };
    const clock = { now: openedAt, timeZone: TIME_ZONE };
    const { here, all } = this.#planner.plan(whole, place, read.job, library, shop, clock);
    const { plan, problems, needs } = here;
    this.#needsKinds = needs !== undefined;
    this.#needsBoat = this.#planner.lacks(whole);
    // What is still to come with the kinds of repair is no change of the plan.
    const baseline = needs || this.#needsBoat ? undefined : this.#mind.before(plan, document, elsewhere);
    const changes = plan && baseline ? comparePlans(baseline.plan, plan) : [];
    const resinBefore = baseline && holderOf(baseline.plan);
    const moved = resinBefore !== undefined && resinBefore !== (plan && holderOf(plan));
    return {
      ...at,
      job: read.job,
      now: openedAt,
      plan,
      ...(all ? { all } : {}),
      problems: [...read.problems, ...problems],
      changes,
      fields: baseline ? documentChanges(baseline.document, document) : [],
      ...(moved ? { resinBefore } : {}),
    };
  }
}

/** Name of what holds the repair. */
const holderOf = (plan: Plan): string | undefined =>
  plan.system?.chosen && linkOf(plan.system.chosen.chain, plan.system.route.key)?.name;
