import type { RepairKinds } from '../repairs/kinds';
import { tellProblem } from '../tell/tell-problem';
import { linkOf } from '../match/chain';
import { linkConditions } from '../match/compile';
import type { Filler, Library } from '../materials/product';
import type { Job, SystemChoice } from '../schema/job';
import type { Figure } from '../trace/figure';
import { planRepair } from '../plan/plan-repair';
import type { Clock } from '../plan/clock';
import type { Shop } from '../schema/shop-fields';

/** One fairing compound on this job: whether it may, and what it costs in coats and hours. */
export interface FillerChoice {
  readonly filler: Filler;
  /** What the job's system is when it is taken. */
  readonly system: SystemChoice;
  readonly chosen: boolean;
  readonly allowed: boolean;
  /** Why not, or on what condition. */
  readonly reasons: readonly string[];
  readonly perGo: number;
  readonly coats?: Figure;
  readonly sand?: Figure;
  readonly handsOn?: number;
  /** Of the fairing stage, s. */
  readonly elapsed?: number;
  readonly cost?: number;
}

/** The job planned once with each compound of the library: the same computation as the plan itself. */
export function fillerChoices(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  kinds?: RepairKinds,
): readonly FillerChoice[] {
  const own = planRepair(job, library, shop, clock, kinds).plan?.system?.chosen?.chain;
  return library.fillers.map((filler): FillerChoice => {
    // The rest of the chain is held: a filler that only another resin or finish would take is no choice here.
    const system = {
      ...job.system,
      ...(own?.resin ? { resin: own.resin.id } : {}),
      ...(own?.finish ? { finish: own.finish.id } : {}),
      filler: filler.id,
    };
    const { plan, problems } = planRepair({ ...job, system }, library, shop, clock, kinds);
    const chain = plan?.system?.chosen?.chain;
    const taken =
      chain &&
      linkOf(chain, 'fill')?.id === filler.id &&
      chain.resin?.id === own?.resin?.id &&
      chain.finish?.id === own?.finish?.id;
    const head = { filler, system, chosen: filler.id === own?.filler?.id, perGo: filler.maximumPerGo };
    if (!taken || !plan?.dish?.fair) {
      const refused = problems
        .filter((p) => p.path === 'system.filler' || p.path.startsWith('system'))
        .map((p) => tellProblem(p).what);
      return {
        ...head,
        allowed: false,
        reasons: refused.length > 0 ? refused.slice(0, 2) : ['no sound chain holds with it on this job'],
      };
    }
    const stage = plan.timeline?.stages.find((s) => s.stage === 'fair');
    const work = stage?.tasks.filter((t) => t.kind === 'work').reduce((sum, t) => sum + t.duration.value, 0);
    const line = plan.materials?.find((m) => m.id === 'filler');
    return {
      ...head,
      allowed: true,
      reasons: (plan.system?.chosen?.chain.rules ?? [])
        .filter((r) => r.verdict !== 'bonds' && linkConditions(r).has('fill'))
        .map((r) => r.remedy ?? r.reason)
        .slice(0, 2),
      coats: plan.dish?.fair.goes,
      sand: plan.dish?.fair.milestones.sand,
      ...(work === undefined ? {} : { handsOn: work }),
      ...(stage ? { elapsed: (stage.end - stage.start) / 1000 } : {}),
      ...(line?.cost ? { cost: line.cost.value } : {}),
    };
  });
}
