import { THIN_SKIN } from '../../grind/faces';
import { gritBeforeFinish } from '../../finish/film';
import type { StageMemo } from '../../trace/stage-memo';
import { finishStage, type FinishPlan } from '../common/finish-stage';
import type { KindInput } from '../kind';
import type { Chosen } from './chosen';
import type { Cures } from './cures';
import type { FairPlan } from './dish-plan';
import { isWarmed } from '../common/rubbery';
import { planFairing } from './fairing';
import { planSurface } from './surface';
import type { Ground } from './ground';

/** What is drawn over wet filler levels it. */
const COVERED: ReadonlySet<string> = new Set(['peelPly', 'film']);

/** What fills the dish flush, and how it is levelled. */
export function fairOf(
  memo: StageMemo,
  { job, library, shop, inputs }: KindInput,
  { filler, fillerResin, coat }: Chosen,
  cures: Cures,
  { grind, laminate, faces, buildUp }: Ground,
): FairPlan | undefined {
  const surface = memo.run(
    'surface',
    { fairing: job.fairing, grade: inputs.grade, repaired: grind.outlines.finishEdge },
    planSurface,
  );
  if (!surface || !filler || !cures.filler) return undefined;
  const outside = laminate.sides.find((side) => side.face === 'outside')?.thickness;
  // The patch of a thin skin may stand proud: it is skimmed over and feathered, never cut back.
  const wall =
    outside && inputs.thickness.value < THIN_SKIN && faces.through
      ? memo.run('proud', { outside, buildUp, wall: faces.outside.depth }, (i, l) => {
          const skimmed = l.sum('wall', 'patch with its skim and finish', 'm', [
            i.outside,
            i.buildUp.fairing,
            i.buildUp.finish,
          ]);
          return skimmed.value > i.wall.value ? skimmed : i.wall;
        })
      : faces.outside.depth;
  if (!wall) return undefined;
  const covered = COVERED.has(job.fairing?.under ?? 'open');
  const filled = memo.run(
    'fair',
    {
      filler: {
        wall,
        laminate: outside,
        finish: buildUp.finish,
        laidArea: grind.laidArea,
        groundArea: grind.groundArea,
        finishArea: grind.finishArea,
        filler,
        resin: fillerResin,
        temperature: inputs.temperature,
        usable: cures.filler.usable,
        dropsPerMl: inputs.dropsPerMl,
        covered,
      },
      endGrit: gritBeforeFinish(coat, inputs.grade),
      sliced: isWarmed(job) && !covered && cures.filler.windowOpens !== undefined,
      surface,
      oldCoat: inputs.gelCoat,
      library,
      shop: { papers: shop.papers, habit: shop.habit },
      sanding: job.sanding,
    },
    planFairing,
  );
  return filled && { ...filled, milestones: cures.filler };
}

/** The coats of a paint or a gel coat over the ground, or over all that was filled. */
export function finishOf(
  memo: StageMemo,
  { job, library, shop, inputs, elsewhere }: KindInput,
  { finish }: Chosen,
  cures: Cures,
  { grind, buildUp }: Ground,
  fair: FairPlan | undefined,
): FinishPlan | undefined {
  if (!finish || !cures.finish) return undefined;
  const filmed = memo.run(
    'finish',
    {
      film: {
        finish,
        film: buildUp.coat,
        area: fair?.coatArea ?? grind.finishArea,
        elsewhere: elsewhere?.coated,
        grade: inputs.grade,
        temperature: inputs.temperature,
        usable: cures.finish.usable,
        dropsPerMl: inputs.dropsPerMl,
        instruments: shop.instruments,
        method: job.coat?.method,
        thinner: job.coat?.thinner,
        tapeRoom: grind.maskingLine.value - grind.finishEdge.value,
      },
      hollow: true,
      humidity: inputs.humidity,
      check: job.check,
      weather: { wind: job.coat?.wind, sun: job.conditions?.sun },
      library,
      shop: { papers: shop.papers, habit: shop.habit },
      sanding: job.sanding,
    },
    finishStage,
  );
  return filmed && { ...filmed, milestones: cures.finish };
}
