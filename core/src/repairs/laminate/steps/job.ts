import type { Ledger } from '../../../trace/ledger';
import { setBy } from '../../../work/holds';
import { stageOf } from '../../../work/network';
import type { Item } from '../../../work/step';
import { StepWriter } from '../../../work/writer';
import { formersOff } from './behind';
import { fairSteps } from './fair';
import { finishSteps, tapeOff, type FinishWork } from '../../common/finish-steps';
import type { GrindPlan } from '../dish-plan';
import { grindSteps } from './grind';
import { laminateSteps } from './laminate';
import { surveySteps } from '../../common/survey-steps';
import type { Parts } from './parts';

/**
 * Every step of a laminate repair in the order of the work, as far as the plan goes.
 *
 * @param more what the chain has besides plies, filler and paint
 */
export function laminateRepairSteps(
  parts: Parts,
  ledger: Ledger,
  more: readonly Item[] = [],
): readonly Item[] {
  const { finish, grind, system, job } = parts;
  const masksAgain = finish !== undefined || more.some((x) => 'step' in x && setBy(x.step) === 'tape');
  return [
    ...surveySteps(
      ledger,
      system.substrates.map((s) => s.family),
    ),
    ...grindSteps(
      parts,
      ledger,
      more.filter((x) => stageOf(x) === 'grind'),
    ),
    ...laminateSteps(parts, ledger),
    ...formersOff(parts, ledger),
    ...fairSteps(parts, ledger),
    ...(grind && !masksAgain ? tapeOff(new StepWriter(ledger), 'outside', grind.maskingLength).items : []),
    ...more.filter((x) => stageOf(x) !== 'grind'),
    ...(finish && grind
      ? finishSteps(
          {
            finish,
            chain: system?.chosen?.chain,
            job,
            masking: grind.maskingLength,
            moved: movedBack(grind),
            hands: parts.hands,
          },
          ledger,
        )
      : []),
  ];
}

/** Fittings taken off for the repair, each once. */
const movedBack = (grind: GrindPlan): FinishWork['moved'] =>
  grind.room.filter((x, k, all) => x.answer === 'move' && all.findIndex((y) => y.index === x.index) === k);
