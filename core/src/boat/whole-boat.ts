import { refinePlan, refineProblems } from '../forecast/refine';
import type { Library } from '../materials/product';
import type { Clock } from '../plan/clock';
import { planRepair } from '../plan/plan-repair';
import type { Plan } from '../plan/plan';
import type { RepairKinds } from '../repairs/kinds';
import type { Job } from '../schema/job';
import { readPlaces } from '../schema/read-job';
import type { Shop } from '../schema/shop-fields';
import type { Problem } from '../trace/problem';
import { provenBoat } from './forecast-boat';
import { planBoat } from './plan-boat';

/** One place of a boat, planned to the end as far as it could be. */
export interface WholePlace {
  readonly id: string;
  readonly name: string | undefined;
  readonly job?: Job;
  /** With its forecast. */
  readonly plan?: Plan;
  /** Of the document of the place, of its plan and of its forecast. */
  readonly problems: readonly Problem[];
  /** Of the document alone. */
  readonly read: readonly Problem[];
}

/**
 * Reads, plans and forecasts a job document with all its places. Takes up to seconds: run it in a thread or a worker.
 *
 * @param document as parsed from JSON
 * @returns the places in their order, and what keeps the document from being read at all
 */
export function wholeBoat(
  document: unknown,
  library: Library,
  shop: Shop,
  clock: Clock,
  kinds: RepairKinds,
): { readonly places: readonly WholePlace[]; readonly problems: readonly Problem[] } {
  const { places, problems } = readPlaces(document);
  const jobs = places.flatMap(({ id, name, job }) => (job ? [{ id, name, job }] : []));
  const planned = planBoat(
    jobs,
    (job, _, elsewhere) => planRepair(job, library, shop, clock, kinds, elsewhere),
    shop,
  );
  const cures = provenBoat(planned, library, shop, clock);
  return {
    problems,
    places: places.map(({ id, name, job, problems: read }): WholePlace => {
      const result = planned.find((p) => p.id === id)?.result;
      const cure = cures.get(id);
      const found = result && cure ? refineProblems(result.problems, cure) : (result?.problems ?? []);
      const plan = result?.plan && cure ? refinePlan(result.plan, cure) : result?.plan;
      return {
        id,
        name,
        ...(job ? { job } : {}),
        ...(plan ? { plan } : {}),
        read,
        problems: [...read, ...found],
      };
    }),
  };
}
