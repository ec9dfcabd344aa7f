import { RATES } from '../../../rates/book';
import type { Ledger } from '../../../trace/ledger';
import type { Stage } from '../../../trace/problem';
import type { Thing } from '../../../work/entry';
import { freedBy, setBy } from '../../../work/holds';
import { stageOf } from '../../../work/network';
import { maskedOnce } from '../../../work/masked-once';
import type { Item, Soon } from '../../../work/step';
import { stepOf } from '../../../work/step-of';
import { perM2, StepWriter } from '../../../work/writer';
import { formersOff, propsOff, tabSteps } from './behind';
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
 * @param later what is done when the finish is on
 */
export function laminateRepairSteps(
  parts: Parts,
  ledger: Ledger,
  more: readonly Item[] = [],
  later: readonly Item[] = [],
): readonly Item[] {
  const { finish, grind, system, job } = parts;
  const masksAgain = finish !== undefined || more.some((x) => 'step' in x && setBy(x.step) === 'tape');
  const whole = maskedOnce([
    ...surveySteps(
      ledger,
      system.substrates.map((s) => s.family),
      parts.damaged,
    ),
    ...grindSteps(
      parts,
      ledger,
      more.filter((x) => stageOf(x) === 'grind'),
    ),
    ...closedDry(laminateSteps(parts, ledger), more, ledger),
    ...formersOff(parts, ledger),
    ...tabSteps(parts, ledger),
    ...fairSteps(parts, ledger),
    ...propsOff(parts, ledger),
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
    ...later,
  ]);
  return parts.laid && grind ? fromFairing(whole, grind, ledger) : whole;
}

const LAID_BEFORE: ReadonlySet<Stage> = new Set(['grind', 'laminate', 'mix']);
const LAID_AGAINST: ReadonlySet<Thing> = new Set(['former', 'props', 'weights']);

/** What is left to do where the laminate was laid by somebody else: all from fairing on, without what it was laid against. */
function fromFairing(items: readonly Item[], grind: GrindPlan, ledger: Ledger): readonly Item[] {
  const left = items.filter(
    (i) =>
      !LAID_BEFORE.has(stageOf(i)) &&
      !('step' in i && freedBy(i.step).some((thing) => LAID_AGAINST.has(thing))),
  );
  const first = new StepWriter(ledger)
    .step('fair', 'check', 'laid', { place: 'outside', serves: 'laid' }, RATES.glance)
    .step('fair', 'wash', 'dewaxOutside', { place: 'outside', serves: 'ground' }, RATES.washFixed, [
      perM2(RATES.washPerM2, grind.maskedArea),
    ]);
  const opened = left.findIndex((i) => stageOf(i) !== 'survey');
  return [...left.slice(0, opened), ...first.items, ...left.slice(opened)];
}

/** A reading holds for so long, s: a core that lies open takes up water from the air again. Source: usual practice. */
const READING_HOLDS = 24 * 3600;

/** The first pot over what was dried is mixed while the last reading of it holds, else it is read again. */
function closedDry(laying: readonly Item[], more: readonly Item[], ledger: Ledger): readonly Item[] {
  const read = more.flatMap((x) => ('step' in x && x.step.action === 'read' ? [x.step] : [])).at(-1);
  const first = laying.find((x) => 'step' in x && x.step.action === 'mix');
  if (!read) return laying;
  const again = { place: read.place, serves: `${read.serves}-again` };
  const soon: Soon = {
    after: read.id,
    within: ledger.given(
      'readToClosed',
      'read to closed',
      READING_HOLDS,
      's',
      'assumed',
      'an open core takes up water from the air again; usual practice',
    ),
    missed: stepOf(
      'laminate',
      'read',
      'once',
      again,
      new StepWriter(ledger).time('read', 'once', again, RATES.readMeter),
    ),
  };
  return laying.map((x) => (x === first && 'step' in x ? { ...x, soon } : x));
}

/** Fittings taken off for the repair, each once. */
const movedBack = (grind: GrindPlan): FinishWork['moved'] =>
  grind.room.filter((x, k, all) => x.answer === 'move' && all.findIndex((y) => y.index === x.index) === k);
