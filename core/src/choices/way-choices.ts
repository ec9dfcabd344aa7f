import { tellProblem } from '../tell/tell-problem';
import { lightWayOf, waysOpen, type RepairWay } from '../match/light-ways';
import { hasSchools } from '../match/routes';
import type { Library } from '../materials/product';
import { substrateOf } from '../materials/substrates';
import type { RepairKinds } from '../repairs/kinds';
import type { Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import { planRepair } from '../plan/plan-repair';
import type { Plan } from '../plan/plan';
import type { Clock } from '../plan/clock';
import type { Shop } from '../schema/shop-fields';
import { stageSentence } from '../report/summary';

/** One way of going about this job, planned to the end. */
export interface WayChoice {
  readonly way: RepairWay;
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

const BUYS: Readonly<Record<RepairWay, string>> = {
  inject:
    'Skin and finish stay; for small, dry ground, or to get through a season. What is wet or rotten stays in.',
  dress: 'Minutes; nothing is built up, and what was lost stays lost.',
  hold: 'Under an hour with what is aboard; for days, and all of it comes off again.',
  full: 'As good as it was, for good.',
  recore: 'Dry, new core and a skin that carries again; the finish is made anew and it takes days.',
};
const NAMES: Readonly<Record<RepairWay, string>> = {
  inject: 'Inject',
  recore: 'Open and replace the core',
  dress: 'Dress it only',
  hold: 'Hold it until home',
  full: 'Repair it in full',
};

/** The job planned once in each way. @returns empty where there is only one */
export function wayChoices(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  kinds?: RepairKinds,
): readonly WayChoice[] {
  const ways = waysOpen(job);
  const substrate = substrateOf(job.hull.material);
  const { kind } = job.damage;
  if (ways.length === 0 || !substrate || !kind) return [];
  const school = planRepair(job, library, shop, clock, kinds).plan?.system?.route.id;
  const own = lightWayOf(job, kind, substrate) ?? (hasSchools(substrate.family, kind) ? school : 'full');
  return ways.map((way): WayChoice => {
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
      does: (plan && sentenceOf(plan)) ?? 'no system holds',
      handsOn: plan?.totals?.handsOn,
      elapsed: plan?.totals?.elapsed,
      materials: plan?.totals?.materials,
      warnings: problems
        .filter((p) => p.severity !== 'assumed' && p.path.startsWith('repair'))
        .map((p) => tellProblem(p).what),
    };
  });
}

/** What a way does to the boat: how it is opened, or what is done where nothing is. */
const sentenceOf = (plan: Plan): string | undefined =>
  stageSentence('grind', plan) ?? stageSentence('mix', plan);
