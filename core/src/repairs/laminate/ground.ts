import { linkOf } from '../../match/chain';
import { planBuildUp, type BuildUp } from '../../finish/build-up';
import type { Faces } from '../../grind/faces';
import { planTaperRatio } from '../../grind/taper-ratio';
import { planBacking } from '../../laminate/backing';
import { compareStiffness, type StiffnessInput } from '../../laminate/compare-stiffness';
import { planCoring } from '../../laminate/coring';
import { planStructure } from '../../laminate/structure';
import type { Library, Resin } from '../../materials/product';
import type { Inputs } from '../../resolve/inputs';
import type { Face, Job } from '../../schema/job';
import type { StageMemo } from '../../trace/stage-memo';
import type { KindInput } from '../kind';
import { checkPlan } from './checks';
import type { Chosen } from './chosen';
import type { Cures } from './cures';
import type { DishPlan, GrindPlan, LaminatePlan } from './dish-plan';
import { planLaminating } from './laminating';

/** What is ground and what is laid in it. */
export interface Ground extends Pick<DishPlan, 'coring' | 'structure' | 'panel'> {
  readonly buildUp: BuildUp;
  readonly faces: Faces;
  readonly grind: GrindPlan;
  readonly laminate: LaminatePlan;
  readonly backing?: 'removable' | 'bonded';
}

/** Finish build-up → taper → stacks, outlines and dishes → stiffness → core and members. @returns undefined where nothing can be laid */
export function groundOf(
  memo: StageMemo,
  input: KindInput,
  chosen: Chosen,
  cures: Cures,
): Ground | undefined {
  const { job, library, inputs, survey, cored, damage } = input;
  const { resin, cloth, coat, newCore } = chosen;
  const chain = input.system.chosen?.chain;
  const primed = chain?.finish !== undefined && linkOf(chain, 'undercoat') !== undefined;
  const buildUp = memo.run(
    'buildUp',
    { coat, gelCoat: inputs.gelCoat, film: job.coat?.film, primed },
    planBuildUp,
  );
  const taper = memo.run(
    'taper',
    {
      duty: inputs.duty,
      dutyEntered: inputs.dutyEntered,
      own: job.taper?.ratio,
      oldLaminate: inputs.oldLaminate,
      laminateEntered: inputs.laminateEntered,
      bondShear: library.bondShear[resin.family],
      resinName: resin.family,
    },
    planTaperRatio,
  );
  const { region: base, area: baseArea, centre } = survey;
  const laid =
    buildUp &&
    taper &&
    planLaminating(memo, {
      job,
      library,
      inputs,
      buildUp,
      taper,
      cloth,
      resin,
      base,
      baseArea,
      centre,
      cored,
    });
  if (!buildUp || !laid) return undefined;
  const stiffness = memo.run(
    'stiffness',
    {
      ...stiffnessInput(job, library, inputs, resin, laid.laminate, newCore?.family ?? job.hull.core),
      stays: laid.faces.stays,
    },
    compareStiffness,
  );
  const laminate: LaminatePlan = { ...laid.laminate, stiffness };
  const backing = backingOf(laid.faces, inputs, damage, cored);
  const checks = checkPlan({ job, inputs, grind: laid.grind, laminate, stiffness, backing });
  return {
    buildUp,
    faces: laid.faces,
    laminate,
    backing,
    grind: { ...laid.grind, backing, checks },
    panel: backing === 'bonded' ? memo.run('backing', { base, cloth, resin }, planBacking) : undefined,
    coring: coringOf(memo, input, chosen, laid.faces),
    structure: structureOf(memo, input, chosen, cures),
  };
}

const coringOf = (
  memo: StageMemo,
  { cored, inputs, survey }: KindInput,
  { newCore }: Chosen,
  faces: Faces,
): Ground['coring'] =>
  cored && faces.through && newCore && inputs.core
    ? memo.run(
        'coring',
        {
          base: survey.region,
          baseArea: survey.area,
          core: inputs.core,
          product: newCore,
          bothSkins: faces.inside !== undefined,
        },
        planCoring,
      )
    : undefined;

const structureOf = (
  memo: StageMemo,
  { job, library, survey }: KindInput,
  { cloth, resin }: Chosen,
  cures: Cures,
): Ground['structure'] =>
  job.structure && job.structure.length > 0
    ? memo.run(
        'structure',
        {
          members: job.structure,
          cloths: library.cloths,
          cloth,
          resin,
          sand: cures.resin.sand,
          full: cures.resin.full,
          length: survey.length,
        },
        planStructure,
      )
    : undefined;

/** The new laminate from outside in, and what it is held against. */
function stiffnessInput(
  job: Job,
  library: Library,
  inputs: Inputs,
  resin: Resin,
  laminate: LaminatePlan,
  material: string | undefined,
): StiffnessInput {
  const laid = (face: Face): StiffnessInput['plies'] =>
    laminate.plies
      .filter((p) => p.side === face)
      .map((p) => ({ cloth: p.cloth, way: p.orientation, thickness: p.thickness.value }));
  const outside = [...laid('outside')].reverse();
  return {
    // A dish in each skin of a core: the outer one is compared, with the rest of the panel behind it.
    plies: inputs.core ? outside : [...outside, ...laid('inside')],
    thickness: inputs.core
      ? (laminate.sides.find((s) => s.face === 'outside')?.thickness ?? laminate.thickness)
      : laminate.thickness,
    resin: resin.family,
    densityResin: resin.densityCured,
    old: {
      plies: job.hull.plies ?? [],
      thickness: inputs.thickness,
      laminate: inputs.oldLaminate,
      matrix: job.hull.matrix,
      library,
    },
    core: inputs.core && { thickness: inputs.core.value, material },
  };
}

/** What the first ply is laid against, where the cut-out is open behind it. */
function backingOf(
  faces: Faces,
  inputs: Inputs,
  kind: string,
  cored: boolean,
): 'removable' | 'bonded' | undefined {
  if (!faces.through) return undefined;
  // Behind the skin of a core lies the new core; only a hole right through both skins wants a backing.
  if (cored && kind !== 'hole') return undefined;
  return faces.side === 'outside' ? inputs.backing : 'removable';
}
