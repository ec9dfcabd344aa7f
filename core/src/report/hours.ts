import { STAGE_TITLES } from '../trace/stage-titles';
import type { Stage } from '../trace/problem';
import type { Plan } from '../plan/plan';
import { stageSentence } from './summary';
import { figure, figureIn, plainText, said, sayIn, type Reader } from './say';

/** The hours of one stage, as an owner may ask after them. */
export interface StageHours {
  readonly stage: Stage;
  readonly title: string;
  /** Working time of all hands, s. */
  readonly work: number;
  /** Time in which nobody can work on it, s. */
  readonly wait: number;
  /** What takes the time, the longest first. */
  readonly tasks: readonly { readonly label: string; readonly work: number }[];
  readonly why: string;
}

/** What comes before and after the work itself: nobody sees it, and it takes its time. */
const SETTING_UP = 'setting up, clearing away, photographs';

/** Tasks of less than this are gathered. */
const SMALL = 120;

function why(stage: Stage, plan: Plan, reader: Reader): string {
  // What a repair says of its stage explains it; only a paint or a gel coat has more to tell.
  if (
    plan.repair &&
    !plan.dish?.grind &&
    !(stage === 'finish' && plan.finish) &&
    stage !== 'survey' &&
    stage !== 'log'
  )
    return stageSentence(stage, plan, reader) ?? '';
  const { finish, dish: { fair, mix, grind } = {} } = plan;
  switch (stage) {
    case 'survey':
      return 'Wiping, tapping and marking: how far it goes decides all that follows.';
    case 'grind':
      return grind
        ? plainText(
            said`The laminate is thinned towards the damage at ${figure(grind.taper.used, reader)}, so that the new one bonds over ${figureIn(grind.grindLimit, 'mm', 0, reader)} all round instead of butting against the old.`,
          )
        : '';
    case 'laminate':
      return plan.dish?.laminate
        ? `${plan.dish?.laminate.plies.length} plies are cut, wetted out and rolled one after another; the next goes on while the last is tacky.`
        : '';
    case 'mix':
      return mix ? 'Nothing can be sanded before the resin is hard: that is waiting, not work.' : '';
    case 'fair': {
      if (!fair) return '';
      const papers = fair.sanding.map((s) => s.grit).join(', ');
      const read = fair.surface
        ? plainText(
            said`The surface was measured: the deepest low is ${figureIn(fair.surface.deepest, 'mm', 1, reader)}, the eye sees ${figureIn(fair.tolerance, 'mm', 2, reader)}. `,
          )
        : '';
      const span =
        fair.rounds.span && fair.rounds.span[0] !== fair.rounds.span[1]
          ? `, ${fair.rounds.span[0]} to ${fair.rounds.span[1]} in all`
          : '';
      const rounds =
        fair.rounds.value === 0
          ? fair.surface?.fair
            ? 'It is fair now; '
            : 'Only what stands proud is still cut down; '
          : `${fair.rounds.value === 1 ? 'One round' : `${fair.rounds.value} rounds`} of filling, waiting and levelling ${fair.rounds.value === 1 ? 'is' : 'are'} likely${span}, since filler shrinks and a blade dips; `;
      return `${read}${rounds}then ${papers}, each paper taking out the scratches of the one before.`;
    }
    case 'finish': {
      if (!finish) return '';
      const polish =
        finish.polishStages > 0
          ? ` It is levelled with ${finish.sanding.map((s) => s.grit).join(', ')} and polished in ${finish.polishStages === 1 ? 'one stage' : `${finish.polishStages} stages`}.`
          : '';
      return `${finish.coats.value === 1 ? 'One coat' : `${finish.coats.value} coats`}, ${plainText([figureIn(finish.wetPerCoat, 'µm', 0, reader)])} wet each: more in one coat runs, less shows the ground.${polish}`;
    }
    default:
      return '';
  }
}

/** The hours stage by stage with what takes them and why, for who pays for them. */
export function hoursExplained(plan: Plan, reader: Reader): readonly StageHours[] {
  const beforehand = new Map((plan.work?.steps ?? []).map((s) => [s.id, s.beforehand ?? 0]));
  return (plan.timeline?.stages ?? []).flatMap(({ stage, tasks }): StageHours[] => {
    const of = (kind: 'work' | 'wait'): number =>
      tasks.filter((t) => t.kind === kind).reduce((sum, t) => sum + t.duration.value, 0);
    const byLabel = new Map<string, number>();
    const add = (label: string, seconds: number): void => {
      if (seconds > 0) byLabel.set(label, (byLabel.get(label) ?? 0) + seconds);
    };
    for (const t of tasks) {
      if (t.kind !== 'work') continue;
      const before = beforehand.get(t.id) ?? 0;
      add(t.label, t.duration.value - before);
      add(SETTING_UP, before);
    }
    const named = [...byLabel]
      .filter(([, s]) => s >= SMALL)
      .map(([label, work]) => ({ label, work }))
      .sort((a, b) => b.work - a.work);
    const [work, wait] = [of('work'), of('wait')];
    return work + wait > 0
      ? [{ stage, title: STAGE_TITLES[stage], work, wait, tasks: named, why: why(stage, plan, reader) }]
      : [];
  });
}

/** "1.5 h", "20 min" */
export const hoursWords = (seconds: number, reader: Reader): string =>
  seconds >= 3600 ? sayIn({ value: seconds }, 'h', 1, reader) : sayIn({ value: seconds }, 'min', 0, reader);
