import {
  LIBRARY,
  createPlanner,
  findingHistory,
  placeLetter,
  problem,
  tellProblem,
  yardLibrary,
  type FindingEffect,
  type Job,
  type Library,
  type Plan,
  type Problem,
  type Reader,
} from '@nelbo/core';
import { wholeBoat } from '@nelbo/core/boat';
import { boatOrder, workOrder, type TracedOrder } from '@nelbo/core/papers';
import { REPAIRS } from '@nelbo/core/repairs';
import type { Database } from '../db/connect';
import type { PlanFacts } from './plan-facts';
import { HttpProblem } from '../http/problem';
import type { JobView } from '../jobs/service';
import { readShop } from '../shop/queries';
import { listProducts, yardProducts } from '../stores/queries';

/** One place of the boat of a job, planned. */
export interface Planned {
  readonly id: string;
  readonly name: string | undefined;
  /** By which the place is told among the others. */
  readonly letter: string;
  readonly job: Job;
  readonly plan: Plan;
  readonly problems: readonly Problem[];
  readonly history: readonly FindingEffect[];
  readonly reader: Reader;
  /** The stores as they stand. */
  readonly library: Library;
}

/** What a stored job is planned from, as the yard stands now. @param place whose papers are wanted; those of the whole boat where none is given */
export async function factsOf(db: Database, job: JobView, place?: string): Promise<PlanFacts> {
  const [shop, products] = await Promise.all([readShop(db), listProducts(db)]);
  return {
    document: job.document,
    ...(place === undefined ? {} : { place }),
    shop,
    products,
    now: Date.now(),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  };
}

/**
 * Plans a job from its facts, place by place, its cures along the course of the air. Takes up to seconds: run it in a thread.
 *
 * @returns the places that can be planned, at least one; only the one that is wanted where one is
 * @throws HttpProblem 404 for a place that the boat has not, 422 where nothing can be planned
 */
export function planned({ document, place, shop, products, now, timeZone }: PlanFacts): readonly Planned[] {
  const library = yardLibrary(LIBRARY, yardProducts(products));
  const clock = { now, timeZone };
  const { places, problems } = wholeBoat(document, library, shop, clock, REPAIRS);
  const wanted = places.flatMap((p, i) =>
    place === undefined || p.id === place ? [{ ...p, letter: placeLetter(i) }] : [],
  );
  if (place !== undefined && wanted.length === 0)
    throw new HttpProblem(404, 'There is no such place', `the job has ${places.length}`);
  const found = wanted.flatMap(({ id, name, letter, job, plan, problems: told }): Planned[] =>
    job && plan
      ? [
          {
            id,
            name,
            letter,
            job,
            plan,
            problems: told,
            library,
            history: findingHistory(job, library, shop, clock, () => createPlanner(REPAIRS)),
            reader: { currency: shop.currency, units: shop.units, timeZone },
          },
        ]
      : [],
  );
  if (found.length === 0)
    throw new HttpProblem(
      422,
      'The job cannot be planned',
      [...problems, ...wanted.flatMap((p) => p.problems)]
        .filter((p) => p.severity === 'error')
        .map((p) => tellProblem(p).what)[0],
    );
  const missing = wanted.flatMap(({ id, letter, plan, problems: told }) =>
    plan
      ? []
      : [
          problem({ severity: 'warning', path: `places.${id}` }, 'place-not-planned', {
            letter,
            errors: told.filter((p) => p.severity === 'error').length,
          }),
        ],
  );
  return found.map((p, i) => (i === 0 ? { ...p, problems: [...p.problems, ...missing] } : p));
}

/** One order of all the places that were planned. */
export const orderOf = (places: readonly Planned[]): TracedOrder =>
  boatOrder(
    places.map(({ letter, name, job, plan, problems, history, reader }) => ({
      letter,
      name,
      plan,
      order: workOrder(job, plan, problems, history, reader),
    })),
    places[0].reader,
  );
