import { checkGo, checkTemperature, doublingRule } from '../cure/cure-model';
import { gritBeforeFinish, planBuildUp } from '../finish/film';
import type { Dish } from '../grind/dish';
import type { Faces } from '../grind/faces';
import { planTaperRatio } from '../grind/taper-ratio';
import { compareStiffness, type StiffnessInput } from '../laminate/compare-stiffness';
import { planCoring } from '../laminate/coring';
import { planStructure } from '../laminate/structure';
import { linkOf } from '../match/chain';
import type { RouteId } from '../materials/damage-kinds';
import { DEFAULTS } from '../materials/defaults';
import type { Filler, Library, Resin, Sheet } from '../materials/product';
import { planMix } from '../mix/batches';
import { openedWet } from '../repairs/kinds';
import type { RepairPlan } from '../repairs/repair';
import type { Face, Job } from '../schema/job';
import type { Item } from '../work/step';
import { checkPlan } from './checks';
import { planFairing, planSurface } from './fairing';
import { finishStage } from './finishing';
import type { Inputs } from './inputs';
import { planLaminating } from './laminating';
import { listMaterials, priceMaterials } from './materials-list';
import type { SystemPlan } from './matching';
import { measureAll } from './measure-all';
import type { KindInput, PlanKind, WorkedOut } from './kind';
import { joined, paperSteps, repairInput, sandingOf } from './other-repair';
import type { GrindPlan, LaminatePlan } from './dish-plan';
import type { Plan } from './plan';
import { drawSection, type SectionFace } from './section';
import type { StageMemo } from './stage-memo';
import { laminateRepairSteps } from './steps/job';

/**
 * A dish ground into one face or both, laid up, faired and finished: finish build-up → laminate stack → outlines → grind →
 * wet-out and batches → cure → fair → finish.
 * @returns undefined before the chain has what it takes
 */
function workOut(memo: StageMemo, input: KindInput): WorkedOut | undefined {
  const { job, facts, damage: kind, library, shop, inputs, system, survey, cored, taskFacts } = input;
  const { cloth, finish: chosenCoat } = system.chosen?.chain ?? {};
  const resin = inOneGo(system.chosen?.chain.resin, job);
  const filler = fillInOneGo(system.chosen?.chain.filler, job);
  // Room is left for a paint where another coat, or none, goes on.
  const coat = chosenCoat ?? library.finishes.find((f) => f.kind === 'paint');
  if (!system.chosen || !resin || !cloth || !coat) return undefined;

  // A thickened filler is made of a resin of its own chemistry, not of whatever the laminate is.
  const fillerResin =
    !filler || filler.kind === 'putty' || filler.family === resin.family
      ? resin
      : (library.resins.find((r) => r.family === filler.family) ?? resin);
  const milestones = memo.run(
    'cure',
    {
      resin,
      fillerResin,
      filler,
      coat: chosenCoat,
      temperature: inputs.temperature,
      sheets: {
        resin: system.chosen.chain.resin?.maximumPerGo ?? resin.maximumPerGo,
        filler: system.chosen.chain.filler?.maximumPerGo,
      },
    },
    (i, ledger) => {
      checkTemperature(i.resin, i.temperature, 'mix', ledger);
      checkGo(ledger, 'mix', 'mix.perGo', i.resin.name, i.resin.maximumPerGo, i.sheets.resin);
      if (i.filler)
        checkGo(
          ledger,
          'fair',
          'mix.fillPerGo',
          i.filler.name,
          i.filler.maximumPerGo,
          i.sheets.filler ?? i.filler.maximumPerGo,
        );
      const fillerProduct =
        i.filler &&
        (i.filler.cure
          ? { ...i.filler, cure: i.filler.cure }
          : {
              ...i.filler,
              name: i.filler.name,
              cure: i.fillerResin.cure,
              fromSheet: i.fillerResin.fromSheet,
            });
      if (fillerProduct && i.filler?.cure) checkTemperature(fillerProduct, i.temperature, 'fair', ledger);
      if (i.coat) checkTemperature(i.coat, i.temperature, 'finish', ledger);
      return {
        resin: doublingRule.milestones('resin', i.resin, i.temperature, ledger),
        filler: fillerProduct && doublingRule.milestones('filler', fillerProduct, i.temperature, ledger),
        finish: i.coat && doublingRule.milestones('finish', i.coat, i.temperature, ledger),
      };
    },
  );
  if (!milestones) return undefined;

  const buildUp = memo.run('buildUp', { coat, gelCoat: inputs.gelCoat, film: job.coat?.film }, (i, l) =>
    planBuildUp(i.coat, i.gelCoat, i.film, l),
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
  const laminating =
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
      base: survey.region,
      baseArea: survey.area,
      centre: survey.centre,
      cored,
    });
  if (!buildUp || !laminating) return undefined;
  const { faces } = laminating;
  const newCore = linkOf(system.chosen.chain, 'coring');
  const stiffness = memo.run(
    'stiffness',
    stiffnessInput(job, library, inputs, resin, laminating.laminate, newCore?.family ?? job.hull.core),
    compareStiffness,
  );
  const laminate: LaminatePlan = { ...laminating.laminate, stiffness };
  const backing = backingOf(faces, inputs, kind, cored);
  const grind: GrindPlan = {
    ...laminating.grind,
    backing,
    checks: checkPlan({ job, inputs, grind: laminating.grind, laminate, stiffness, backing }),
  };
  const { order, plies } = laminate;
  const coring =
    cored && faces.through && newCore && inputs.core
      ? memo.run(
          'coring',
          { base: survey.region, baseArea: survey.area, core: inputs.core, product: newCore as Sheet },
          planCoring,
        )
      : undefined;

  const members = job.structure ?? [];
  const structure =
    members.length > 0
      ? memo.run(
          'structure',
          {
            members,
            cloths: library.cloths,
            cloth,
            resin,
            sand: milestones.resin.sand,
            length: survey.length,
          },
          planStructure,
        )
      : undefined;

  const wetPlies = plies.map((p) => ({
    lay: p.lay,
    thickness: p.thickness,
    area: p.area,
    resin: p.resin,
    rate: p.cloth.wetOutRate,
  }));
  const grounds = laminate.sides.flatMap((side) =>
    side.plies.length > 0
      ? [
          {
            lay: side.plies[0],
            area: (side.face === 'inside' ? grind.inside : grind)?.groundArea ?? grind.groundArea,
          },
        ]
      : [],
  );
  const batches = memo.run(
    'mix',
    {
      plies: wetPlies,
      grounds,
      groundCoat: inputs.groundCoat,
      waste: inputs.waste,
      resin,
      temperature: inputs.temperature,
      usableTime: milestones.resin.usable,
      dropsPerMl: inputs.dropsPerMl,
      hands: inputs.hands,
      lie: inputs.lie,
    },
    planMix,
  );
  const mix = batches && { ...batches, milestones: milestones.resin };

  const outer = laminate.sides.find((side) => side.face === 'outside');
  const shelf = { papers: shop.papers, habit: shop.habit };
  const surface = memo.run('surface', { fairing: job.fairing, grade: inputs.grade }, planSurface);
  const filled =
    surface &&
    filler &&
    milestones.filler &&
    memo.run(
      'fair',
      {
        filler: {
          wall: faces.outside.depth,
          laminate: outer?.thickness,
          finish: buildUp.finish,
          groundArea: grind.groundArea,
          finishArea: grind.finishArea,
          filler,
          resin: fillerResin,
          temperature: inputs.temperature,
          usable: milestones.filler.usable,
          dropsPerMl: inputs.dropsPerMl,
        },
        endGrit: gritBeforeFinish(coat, inputs.grade),
        surface,
        oldCoat: inputs.gelCoat,
        library,
        shop: shelf,
        sanding: job.sanding,
      },
      planFairing,
    );
  const fair = filled && milestones.filler && { ...filled, milestones: milestones.filler };

  const filmed =
    chosenCoat &&
    milestones.finish &&
    memo.run(
      'finish',
      {
        film: {
          finish: chosenCoat,
          film: buildUp.finish,
          area: fair?.coatArea ?? grind.finishArea,
          grade: inputs.grade,
          temperature: inputs.temperature,
          usable: milestones.finish.usable,
          dropsPerMl: inputs.dropsPerMl,
          method: job.coat?.method,
          thinner: job.coat?.thinner,
          tapeRoom: grind.maskingLine.value - grind.finishEdge.value,
        },
        humidity: inputs.humidity,
        check: job.check,
        weather: { place: job.conditions?.place, wind: job.coat?.wind, sun: job.conditions?.sun },
        library,
        shop: shelf,
        sanding: job.sanding,
      },
      finishStage,
    );
  const finish = filmed && milestones.finish && { ...filmed, milestones: milestones.finish };

  const bench = memo.run(
    'bench',
    {
      batches: mix?.batches.map((b) => b.parts) ?? [],
      filler: fair?.partsPerBatch,
      coat: finish?.partsPerCoat,
      instruments: shop.instruments,
    },
    (i, ledger) => measureAll(i, ledger),
  );

  const asked = extrasOf(memo, { ...input, facts }, grind, filler === undefined);
  const extras = asked === 'needs repairs' ? undefined : asked;
  const parts = {
    system,
    fillerResin,
    grind,
    coring,
    structure,
    laminate,
    mix,
    fair,
    finish,
    backing,
    job: taskFacts,
    hands: inputs.hands,
    solventWipe: wiped(system),
  };
  const materials = memo.run(
    'materials',
    { parts, peelPly: library.peelPly, more: extras?.repair.materials ?? [] },
    (i, l) => [...listMaterials(i.parts, i.peelPly, l), ...priceMaterials(i.more, l)],
  );
  const items = memo.run('time', { parts, extras }, (i, l) =>
    laminateRepairSteps(i.parts, l, extrasSteps(i.extras)),
  );

  const section = memo.run(
    'section',
    {
      half: survey.length.value / 2,
      skin: inputs.wall.value,
      core: inputs.core?.value ?? 0,
      innerSkin: cored ? inputs.thickness.value : 0,
      gelCoat: inputs.gelCoat.value,
      through: faces.through,
      outside: sectionFace('outside', grind, laminate),
      inside: grind.inside && sectionFace('inside', grind.inside, laminate),
      order,
      finish: buildUp.finish.value,
      finishKind: coat.kind,
      maskingLine: grind.maskingLine.value,
      // Between two dishes the former stands only until the other face is opened.
      backing: backing &&
        faces.side !== 'both' && {
          kind: backing,
          lap: DEFAULTS.backingLap,
          thickness: DEFAULTS.backingThickness,
        },
    },
    drawSection,
  );
  return {
    dish: { grind, coring, structure, laminate, mix, fair },
    finish,
    bench,
    materials,
    section,
    items,
    outlines: grind.outlines,
    ...(extras ? { repair: extras.repair, sanding: extras.sanding } : {}),
    ...(asked === 'needs repairs' ? { needs: 'repairs' as const } : {}),
  };
}

const LAID: ReadonlySet<RouteId> = new Set(['laminate', 'recore']);

/** Laminate in a dish: a skin ground and laid up anew, over a new core or not. */
export const LAMINATE_KIND: PlanKind = { takes: (route) => LAID.has(route), work: workOut };

interface Extras {
  readonly repair: RepairPlan;
  readonly sanding: NonNullable<Plan['sanding']>;
}

/** What a repair has besides plies, filler and paint: a wet core dried, coats under the finish, another finish or none, sanding where nothing is filled. */
function extrasOf(
  memo: StageMemo,
  input: KindInput,
  grind: GrindPlan,
  unfilled: boolean,
): Extras | 'needs repairs' | undefined {
  const repair = repairInput(input);
  const chain = input.system.chosen?.chain;
  if (!repair || !chain) return undefined;
  const face = { area: grind.finishArea, masking: grind.maskingLength };
  const under = linkOf(chain, 'prime') !== undefined || linkOf(chain, 'barrier') !== undefined;
  const wet = input.cored && openedWet(repair);
  if (!unfilled && !under && !wet && chain.finish) return undefined;
  const { kinds } = input;
  if (!kinds) return 'needs repairs';
  const all = [
    wet ? memo.run('drying', { repair }, (i, l) => kinds.openedDrying(i.repair, l)) : undefined,
    unfilled
      ? memo.run('unfilled', { repair, face }, (i, l) => kinds.unfilled(i.repair, i.face, l))
      : undefined,
    under ? memo.run('under', { repair, face }, (i, l) => kinds.underCoats(i.repair, i.face, l)) : undefined,
    chain.finish
      ? undefined
      : memo.run('coating', { repair, face }, (i, l) => kinds.finishing(i.repair, i.face, l)),
  ].filter((x): x is RepairPlan => x !== undefined);
  const [first, ...rest] = all;
  if (!first) return undefined;
  const whole = rest.reduce(joined, first);
  return { repair: whole, sanding: sandingOf(memo, whole, input) };
}

/** Their steps, with the papers they are sanded with. */
const extrasSteps = (extras: Extras | undefined): readonly Item[] =>
  extras ? [...paperSteps(extras.sanding, 'fair'), ...extras.repair.items] : [];

/** The resin with what the technician decided on thickness and pot. */
function inOneGo(resin: Resin | undefined, { mix }: Job): Resin | undefined {
  return resin && (mix?.perGo !== undefined || mix?.pot !== undefined)
    ? { ...resin, maximumPerGo: mix.perGo ?? resin.maximumPerGo, maximumPot: mix.pot ?? resin.maximumPot }
    : resin;
}

const fillInOneGo = (filler: Filler | undefined, { mix }: Job): Filler | undefined =>
  filler && mix?.fillPerGo !== undefined ? { ...filler, maximumPerGo: mix.fillPerGo } : filler;

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
  if (cored && (kind !== 'hole' || faces.inside)) return undefined;
  return faces.side === 'outside' ? inputs.backing : 'removable';
}

function sectionFace(face: Face, dish: Dish, laminate: LaminatePlan): SectionFace {
  const side = laminate.sides.find((s) => s.face === face);
  const own = laminate.plies
    .filter((p) => p.side === face)
    .map((p) => ({
      lay: p.lay,
      offset: p.offset.value,
      thickness: p.thickness.value,
      orientation: p.orientation,
      name: p.cloth.name,
    }));
  return {
    depth: dish.depth.value,
    profile: dish.profile,
    grindLimit: dish.grindLimit.value,
    plies: side?.cover ? own.slice(0, -1) : own,
    cover: side?.cover ? own.at(-1) : undefined,
  };
}

/** Where the yard wipes with a solvent after abrading: the chain says. */
const wiped = ({ chosen }: SystemPlan): 'wipe' | 'none' =>
  chosen && linkOf(chosen.chain, 'clean')?.traits?.includes('solvent') ? 'wipe' : 'none';
