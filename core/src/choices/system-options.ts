import { linkOf } from '../match/chain';
import type { RankedChain } from '../match/rank';
import { VERDICTS } from '../match/rule';
import type { Library, Product } from '../materials/product';
import type { Plan } from '../plan/plan';
import type { Clock } from '../plan/clock';
import { planRepair } from '../plan/plan-repair';
import type { RepairKinds } from '../repairs/kinds';
import type { Job, SystemChoice } from '../schema/job';
import type { Shop } from '../schema/shop-fields';

/** One way of holding it, planned on this job to the end. */
export interface SystemOption {
  /** Id of the product that holds it. */
  readonly id: string;
  readonly name: string;
  /** Its chemistry, as its family says. */
  readonly family: string;
  readonly chosen: boolean;
  readonly tooCold: boolean;
  /** It holds for a while only. */
  readonly quickFix: boolean;
  /** Against the one in the plan; absent for that itself and where it could not be planned. */
  readonly against?: Difference;
  /** What has to be kept in mind with it, the weakest first, and not with the one in the plan. */
  readonly mind: readonly string[];
}

/** What changes: s of work, ms until it is done, money; strength and what one breathes and touches on a scale of 0 to 1, more is better. */
export interface Difference {
  readonly handsOn: number;
  readonly end: number;
  readonly cost: number;
  readonly strength: number;
  readonly exposure: number;
}

/** What an option takes, as the plan on the page counts it: that, and what changes against it. s, ms since 1970, money. */
export interface Takes {
  readonly handsOn: number;
  readonly end: number;
  readonly cost: number;
}

/**
 * The plan on the page may have its cures along the air, which the options were not planned with: only their differences are
 * laid upon it, so that two figures of one page never say different things of one system.
 *
 * @returns undefined for an option that could not be planned
 */
export function takesOf({ chosen, against }: SystemOption, plan: Plan): Takes | undefined {
  const [cost, end] = [costOf(plan), plan.timeline?.end];
  if (!plan.totals || cost === undefined || end === undefined || (!chosen && !against)) return undefined;
  const { handsOn = 0, end: later = 0, cost: dearer = 0 } = against ?? {};
  return { handsOn: plan.totals.handsOn.value + handsOn, end: end + later, cost: cost + dearer };
}

/** The part of a chain that a product is chosen for. */
export const partOf = (key: string, product: Product): keyof SystemChoice =>
  key === 'finish' ? 'finish' : product.role === 'laminating resin' ? 'resin' : 'bond';

/** Parts that a new way of holding it brings with it, unless the finish was asked for. */
const BROUGHT = ['filler', 'prep', 'clean', 'prime', 'coring', 'barrier', 'undercoat', 'patch'] as const;
const TWINS: Readonly<Partial<Record<keyof SystemChoice, keyof SystemChoice>>> = {
  resin: 'bond',
  bond: 'resin',
  cloth: 'patch',
  patch: 'cloth',
};

/** What is asked for once a part is chosen by hand: its twin goes, and a new way of holding it is matched anew. */
export function systemWith(
  system: SystemChoice | undefined,
  part: keyof SystemChoice,
  id: string | undefined,
): SystemChoice {
  const next: Partial<Record<keyof SystemChoice, string>> = { ...system, [part]: id };
  const twin = TWINS[part];
  if (twin) delete next[twin];
  if (part === 'resin' || part === 'bond') for (const link of BROUGHT) delete next[link];
  return next;
}

/** Most of the ways that are planned: the best of the ranking. */
const PLANNED = 8;

/**
 * The job planned once with each of the best ways of holding it, held against the one that is in the plan.
 *
 * @returns best first; empty where no chain holds
 */
export function systemOptions(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  kinds?: RepairKinds,
): readonly SystemOption[] {
  const own = planRepair(job, library, shop, clock, kinds).plan;
  const system = own?.system;
  if (!own || !system?.chosen) return [];
  const best = system.ranked.slice(0, PLANNED);
  const shown = best.includes(system.chosen) ? best : [system.chosen, ...best];
  return shown.flatMap((ranked) => {
    const product = linkOf(ranked.chain, system.route.key);
    if (!product) return [];
    const chosen = ranked === system.chosen;
    const asked = systemWith(job.system, partOf(system.route.key, product), product.id);
    const plan = chosen ? own : planRepair({ ...job, system: asked }, library, shop, clock, kinds).plan;
    return [optionOf(product, ranked, plan, own)];
  });
}

function optionOf(product: Product, ranked: RankedChain, plan: Plan | undefined, own: Plan): SystemOption {
  const chosen = plan === own;
  const [mine, theirs] = [own.system?.chosen, plan?.system?.chosen ?? ranked];
  const [end, cost] = [plan?.timeline?.end, costOf(plan)];
  const [ownEnd, ownCost] = [own.timeline?.end, costOf(own)];
  const comparable =
    !chosen && mine && plan?.totals && own.totals && end !== undefined && ownEnd !== undefined;
  return {
    id: product.id,
    name: product.name,
    family: product.family,
    chosen,
    tooCold: ranked.tooCold,
    quickFix: ranked.quickFixes.length > 0,
    ...(comparable && plan.totals && own.totals
      ? {
          against: {
            handsOn: plan.totals.handsOn.value - own.totals.handsOn.value,
            end: end - ownEnd,
            cost: (cost ?? 0) - (ownCost ?? 0),
            strength: theirs.criteria.strength - mine.criteria.strength,
            exposure: theirs.criteria.health - mine.criteria.health,
          },
        }
      : {}),
    mind: remindersOf(theirs, chosen ? undefined : mine),
  };
}

const costOf = (plan: Plan | undefined): number | undefined =>
  plan?.totals && plan.totals.materials.value + plan.totals.labour.value;

/** What the rules ask of a chain, the weakest verdict first; what they ask of another as well is left out. */
function remindersOf({ chain }: RankedChain, other: RankedChain | undefined): readonly string[] {
  const known = new Set(other?.chain.rules.map((r) => r.id));
  return [...chain.rules]
    .filter((r) => r.remedy && !known.has(r.id))
    .sort((a, b) => VERDICTS.indexOf(b.verdict) - VERDICTS.indexOf(a.verdict))
    .map((r) => r.remedy ?? '');
}
