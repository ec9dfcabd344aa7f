import { isotropic } from '../laminate/elastic';
import { oldPlies } from '../laminate/compare-stiffness';
import { layCloth } from '../laminate/stack';
import { proposeStacks, type Candidate, type Proposal } from '../laminate/propose';
import { matchSystem } from '../match/rank';
import { contextOf } from '../match/facts';
import { DEFAULTS } from '../materials/defaults';
import { CORE_MODULUS } from '../materials/stiffness';
import type { Cloth, Library } from '../materials/product';
import type { Face, Job, PlyChoice } from '../schema/job';
import { Ledger } from '../trace/ledger';
import { matchingInput } from '../resolve/matching';
import type { Plan } from '../plan/plan';
import type { Shop } from '../schema/shop-fields';

/** Proposals for one face of the wall. */
export interface FaceProposals {
  readonly face: Face;
  readonly proposals: readonly Proposal[];
  /** Cloths that were looked at, and those that a rule keeps out of this job. */
  readonly cloths: readonly Cloth[];
  readonly refused: readonly Cloth[];
}

/** Cloths of the stores that the rules let into this job with its resin. */
function allowedCloths(
  job: Job,
  plan: Plan,
  library: Library,
  shop: Shop,
): { allowed: Cloth[]; refused: Cloth[] } {
  const { system, inputs } = plan;
  const kind = job.damage.kind;
  if (!system?.chosen || !inputs || !kind) return { allowed: [], refused: [] };
  const input = matchingInput(job, inputs, library, shop, system.substrates, kind);
  const contexts = system.substrates.map((s) => contextOf(s, input.facts));
  const resin = system.chosen.chain.resin?.id;
  const allowed = library.cloths.filter((cloth) => {
    const wanted = { ...input.wanted, bond: resin, reinforce: cloth.id };
    const { chosen } = matchSystem(
      {
        library,
        route: system.route,
        contexts,
        wanted,
        priorities: input.priorities,
        defaultCloth: DEFAULTS.cloth,
        temperature: input.temperature,
        epoxyFinish: input.epoxyFinish,
        solventWipe: input.solventWipe,
      },
      new Ledger('propose'),
    );
    return chosen?.chain.cloth?.id === cloth.id && chosen.chain.resin?.id === resin;
  });
  return { allowed, refused: library.cloths.filter((c) => !allowed.includes(c)) };
}

/**
 * Stacks for every face that is laid up, from the cloths in the stores that the rules allow. Heavy: meant for a worker.
 * @returns nothing where the plan has no laminate
 */
export function proposeForPlan(job: Job, plan: Plan, library: Library, shop: Shop): readonly FaceProposals[] {
  const { inputs, system, dish: { laminate } = {} } = plan;
  const resin = system?.chosen?.chain.resin;
  if (!laminate || !inputs || !resin) return [];
  const { allowed, refused } = allowedCloths(job, plan, library, shop);
  const ledger = new Ledger('propose');
  const candidates = allowed.map((cloth): Candidate => ({
    cloth,
    thickness: layCloth(cloth, resin, ledger).thickness.value,
  }));
  const old = oldPlies({
    plies: job.hull.plies ?? [],
    thickness: inputs.thickness,
    laminate: inputs.oldLaminate,
    matrix: job.hull.matrix,
    library,
  }).plies;
  const behind = inputs.core
    ? [
        isotropic(
          CORE_MODULUS[plan.dish?.coring?.product.family ?? ''] ?? CORE_MODULUS['pvc foam'],
          0.3,
          inputs.core.value,
        ),
        ...old,
      ]
    : [];
  return laminate.sides.map((side) => {
    // Each face of a double taper is held against its half of the old laminate.
    const share = laminate.sides.length > 1 && !inputs.core ? 0.5 : 1;
    const cover = side.cover ? laminate.plies.find((p) => p.lay === side.plies.at(-1)) : undefined;
    const band: [number, number] = [side.lowerLimit.value, side.upperLimit.value].map((v) =>
      Math.max(0, v - (cover?.thickness.value ?? 0)),
    ) as [number, number];
    const before = old.map((p) => ({ ...p, thickness: p.thickness * share }));
    return {
      face: side.face,
      cloths: allowed,
      refused,
      proposals: proposeStacks({
        candidates,
        resin: resin.family,
        densityResin: resin.densityCured,
        band,
        old: before,
        behind,
      }),
    };
  });
}

/** The plies of a proposal as a job states them; those of the other faces stay. */
export function proposedPlies(proposal: Proposal, face: Face, plan: Plan): PlyChoice[] {
  const { dish: { laminate } = {} } = plan;
  const others = (laminate?.plies ?? [])
    .filter((p) => p.side !== face && !isCover(plan, p.lay))
    .map((p): PlyChoice => ({ cloth: p.cloth.id, way: p.orientation, side: p.side }));
  const own = proposal.plies.map((p): PlyChoice => ({ cloth: p.cloth.id, way: p.way, side: face }));
  return face === 'outside' ? [...own, ...others] : [...others, ...own];
}

/** True for the lay number of a cover ply. */
export const isCover = ({ dish: { laminate } = {} }: Plan, lay: number): boolean =>
  laminate?.sides.some((s) => s.cover && s.plies.at(-1) === lay) ?? false;
