import { RATES } from '../../materials/work-rates';
import type { Ledger } from '../../trace/ledger';
import { stageOf } from '../../work/network';
import type { Item } from '../../work/step';
import { fairSteps } from './fair';
import { finishSteps, movedBack } from './finish';
import { grindSteps } from './grind';
import { laminateSteps } from './laminate';
import { StageSteps, type Parts } from './parts';

/** What every job begins with. */
export const surveySteps = (ledger: Ledger): readonly Item[] =>
  new StageSteps('survey', ledger).step(
    'survey',
    'survey',
    'tap',
    { place: 'hull', serves: 'damage' },
    RATES.surveyAndTap,
  ).items;

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
  return [
    ...surveySteps(ledger),
    ...grindSteps(
      parts,
      ledger,
      more.filter((x) => stageOf(x) === 'grind'),
    ),
    ...laminateSteps(parts, ledger),
    ...fairSteps(parts, ledger),
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
