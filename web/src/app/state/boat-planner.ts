import {
  FIRST_PLACE,
  placeDocument,
  placeIds,
  placeLetter,
  placeName,
  type Clock,
  type Job,
  type JobDocument,
  type Library,
  type PlanResult,
  type Shop,
} from '@nelbo/core';
import type { PlannedPlace } from '@nelbo/core/boat';
import { KindPlanner, type RepairKinds } from './repair-kinds';

/** A place of the boat as it is told: "B, transom". */
export interface PlaceTold {
  readonly id: string;
  readonly letter: string;
  readonly name: string | undefined;
}

/** Places of a boat by letters, in their order. */
export const placesOf = (document: JobDocument): readonly PlaceTold[] =>
  placeIds(document).map((id, i) => ({
    id,
    letter: placeLetter(i),
    name: placeName(document, id),
  }));

/** The place that is looked at: the first where the boat has not that one, or no more. */
export const placeHere = (document: JobDocument, wanted: string): string =>
  placeIds(document).includes(wanted) ? wanted : FIRST_PLACE;

/**
 * Plans the place that is looked at, among the others of its boat. How several are placed together is fetched for the
 * first boat that has them; until then the place is planned by itself.
 */
export class BoatPlanner {
  readonly #planners = new Map<string, KindPlanner>();
  #boat: Pick<typeof import('@nelbo/core/boat'), 'boatPlaces' | 'planBoat'> | undefined;

  constructor(private readonly kinds: RepairKinds) {}

  /** Whether a boat needs more than is there. */
  lacks(document: JobDocument): boolean {
    return this.#boat === undefined && placeIds(document).length > 1;
  }

  /** @returns whether it is there; without the network, and never fetched before, it is not */
  load(): Promise<boolean> {
    return import('@nelbo/core/boat').then(
      (boat) => {
        this.#boat = boat;
        return true;
      },
      () => false,
    );
  }

  /** The place that is looked at, and all of them where there are several. @param job as it is at that place */
  plan(
    document: JobDocument,
    place: string,
    job: Job,
    library: Library,
    shop: Shop,
    clock: Clock,
  ): { readonly here: PlanResult; readonly all?: readonly PlannedPlace[] } {
    const alone = (): PlanResult => this.#plannerOf(place).plan(job, library, shop, clock);
    if (this.#boat === undefined || placeIds(document).length === 1) return { here: alone() };
    const all = this.#boat.planBoat(
      this.#boat.boatPlaces(document),
      (own, name, elsewhere) => this.#plannerOf(name).plan(own, library, shop, clock, elsewhere),
      shop,
    );
    return { here: all.find((p) => p.id === place)?.result ?? alone(), all };
  }

  #plannerOf(place: string): KindPlanner {
    const known = this.#planners.get(place) ?? new KindPlanner(this.kinds);
    this.#planners.set(place, known);
    return known;
  }
}

/** The document of the place that is looked at. */
export const documentHere = (document: JobDocument, place: string): JobDocument =>
  placeDocument(document, place) ?? document;
