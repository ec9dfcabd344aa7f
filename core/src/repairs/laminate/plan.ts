import { ROUTES } from '../../match/routes';
import type { StageMemo } from '../../trace/stage-memo';
import { measureAll, type BenchPlan } from '../common/measure-all';
import { priceMaterials } from '../common/prices';
import type { FinishPlan } from '../common/finish-stage';
import type { KindInput, RepairKind, WorkedOut } from '../kind';
import type { Pot } from '../repair';
import { besideOf, besideSteps } from './beside';
import { isWarmed } from '../common/rubbery';
import { chosenOf, wipedWith } from './chosen';
import { curesOf } from './cures';
import type { DishPlan } from './dish-plan';
import { groundOf } from './ground';
import { listMaterials } from './materials';
import { fairOf, finishOf } from './over-laminate';
import { sectionOf } from './section-of';
import { laminateRepairSteps } from './steps/job';
import { mixOf } from './wet-out';

/**
 * A dish ground into one face or both, laid up, faired and finished: finish build-up → laminate stack → outlines → grind →
 * wet-out and batches → cure → fair → finish.
 */
export const LAMINATE_KIND: RepairKind = {
  id: 'laminate',
  name: 'laminate in a dish',
  takes: ({ route, light }) => light === undefined && ROUTES[route].laysUp === true,
  work: workOut,
};

function workOut(memo: StageMemo, input: KindInput): WorkedOut | undefined {
  const chosen = chosenOf(input);
  const cures = chosen && curesOf(memo, input, chosen);
  const ground = chosen && cures && groundOf(memo, input, chosen, cures);
  if (!chosen || !cures || !ground) return undefined;
  const { grind, panel, coring, structure, laminate, backing } = ground;
  // What somebody else has laid is neither mixed nor bought.
  const laid = input.job.begins === 'fairing';
  const mix = laid ? undefined : mixOf(memo, input, chosen, cures, ground);
  const fair = fairOf(memo, input, chosen, cures, ground);
  const finish = finishOf(memo, input, chosen, cures, ground, fair);
  const dish: DishPlan = { grind, panel, coring, structure, laminate, mix, fair };

  const asked = besideOf(memo, input, grind, chosen.filler === undefined, {
    resin: chosen.resin,
    fillerResin: chosen.fillerResin,
    // Steps of these come where the plies are mixed and laid here.
    ...(mix ? { coring } : {}),
    structure: mix ? (structure ?? []) : [],
    ...(mix && panel ? { panel } : {}),
    ...(fair?.skim ? { skim: fair.skim, skimmed: fair.spreadArea } : {}),
  });
  const beside = asked === 'needs repairs' ? undefined : asked;
  const parts = {
    ...dish,
    system: input.system,
    fillerResin: chosen.fillerResin,
    finish,
    backing,
    job: input.taskFacts,
    hands: input.inputs.hands,
    damaged: input.survey.area,
    laid,
    filling: { under: input.job.fairing?.under ?? ('open' as const), warmed: isWarmed(input.job) },
    wipe: wipedWith(input.system),
    temperature: input.inputs.temperature,
    pots: beside?.repair.pots ?? [],
  };
  return {
    dish,
    finish,
    bench: benchOf(memo, input, dish, finish, beside?.repair.pots ?? []),
    materials: memo.run(
      'materials',
      { parts, peelPly: input.library.peelPly, more: beside?.repair.materials ?? [] },
      (i, l) => [...listMaterials(i.parts, i.peelPly, l), ...priceMaterials(i.more, l)],
    ),
    items: memo.run('time', { parts, beside }, (i, l) =>
      laminateRepairSteps(i.parts, l, besideSteps(i.beside), i.beside?.repair.later),
    ),
    section: sectionOf(memo, input, chosen, ground),
    outlines: grind.outlines,
    ...(beside ? { repair: beside.repair, sanding: beside.sanding } : {}),
    ...(asked === 'needs repairs' ? { needs: 'repairs' as const } : {}),
  };
}

/** How each pot is measured with what the yard has. */
const benchOf = (
  memo: StageMemo,
  { shop }: KindInput,
  { mix, fair }: DishPlan,
  finish: FinishPlan | undefined,
  pots: readonly Pot[],
): BenchPlan | undefined =>
  memo.run(
    'bench',
    {
      batches: mix?.batches.map((b) => b.parts) ?? [],
      // What is fair takes no pot of filler.
      filler: fair && fair.goes.value > 0 ? fair.partsPerBatch : undefined,
      coat: finish?.partsPerCup,
      pots: pots.map(({ id, stage, parts, through }) => ({ id, stage, parts, through })),
      instruments: shop.instruments,
    },
    measureAll,
  );
