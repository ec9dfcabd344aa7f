import { tellProblem } from '../tell/tell-problem';
import { SCHOOLS, hasSchools, type School } from '../match/routes';
import type { Library } from '../materials/product';
import { substrateOf } from '../materials/substrates';
import type { RepairKinds } from '../repairs/kinds';
import type { Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import { planRepair } from '../plan/plan-repair';
import type { Clock } from '../plan/clock';
import type { Shop } from '../schema/shop-fields';
import { stageSentence } from '../report/summary';

/** One school of repairing a core on this job, planned to the end. */
export interface WayChoice {
  readonly way: School;
  readonly name: string;
  /** What it buys and what it leaves, in a sentence. */
  readonly buys: string;
  readonly chosen: boolean;
  /** What it does to the boat: the sentence of its grind stage. */
  readonly does: string;
  readonly handsOn?: Figure;
  readonly elapsed?: Figure;
  readonly materials?: Figure;
  readonly warnings: readonly string[];
}

const BUYS: Readonly<Record<School, string>> = {
  inject:
    'Skin and finish stay; for small, dry ground, or to get through a season. What is wet or rotten stays in.',
  recore: 'Dry, new core and a skin that carries again; the finish is made anew and it takes days.',
};
const NAMES: Readonly<Record<School, string>> = { inject: 'Inject', recore: 'Open and replace the core' };

/** The job planned once in each school. @returns empty where there is only one way */
export function wayChoices(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  kinds?: RepairKinds,
): readonly WayChoice[] {
  const family = substrateOf(job.hull.material)?.family;
  const { kind } = job.damage;
  if (!family || !kind || !hasSchools(family, kind)) return [];
  const own = planRepair(job, library, shop, clock, kinds).plan?.system?.route.id;
  return SCHOOLS.map((way): WayChoice => {
    // Each school takes the chain that is best in it.
    const { plan, problems } = planRepair(
      { ...job, system: way === own ? job.system : undefined, repair: { ...job.repair, way } },
      library,
      shop,
      clock,
      kinds,
    );
    return {
      way,
      name: NAMES[way],
      buys: BUYS[way],
      chosen: way === own,
      does: (plan && stageSentence('grind', plan)) ?? 'no chain holds',
      handsOn: plan?.totals?.handsOn,
      elapsed: plan?.totals?.elapsed,
      materials: plan?.totals?.materials,
      warnings: problems
        .filter((p) => p.severity !== 'assumed' && p.path.startsWith('repair'))
        .map((p) => tellProblem(p).what),
    };
  });
}
