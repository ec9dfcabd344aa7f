import { tellMilestone, tellPlace } from '../../tell/milestones';
import type { Task } from '../../schedule/timeline';
import { DRYING_WAITS, type Awaited } from '../../work/actions';
import type { Lag, Step } from '../../work/step';
import { tellLag, tellStep } from '../../work/tell';
import { say, type Reader } from '../say';
import type { NumberedWork, Numbered } from './numbered';
import { whensOf } from './when';

/** How it stands with what a step needs: a step before it makes it, only a reading can tell, or it was not kept. */
export type GateStatus = 'planned' | 'to measure' | 'broken';

/** Something that has to be so before a step is begun. */
export interface Gate {
  readonly kind: 'waited' | 'dry' | 'within';
  readonly status: GateStatus;
  readonly text: string;
}

/** What a step needs of what was laid, dried and waited for before it, from the links that lead to it. */
export function gatesOf(
  { before, soon, task, reopens }: Numbered,
  work: NumberedWork,
  reader: Reader,
): readonly Gate[] {
  const waits = before.flatMap((lag) => {
    const placed = work.tasks.get(lag.id);
    const waited: Gate = DRYING_WAITS.has(lag.awaited)
      ? {
          kind: 'dry',
          status: 'to measure',
          text: `${tellLag(lag)}: goes on only when it reads dry at every place`,
        }
      : { kind: 'waited', status: 'planned', text: waitedText(lag, placed, reader) };
    const window =
      placed?.window && lag.window?.missed && task && !reopens
        ? [within(lag, placed.window, task, reader)]
        : [];
    return [waited, ...window];
  });
  // What was made anew meets it.
  const kept = soon.filter((s) => !work.tasks.get(s.missed.id)?.reopens);
  return [
    ...waits,
    ...kept.flatMap(({ after, within: most, missed, since: from }): Gate[] => {
      const made = work.tasks.get(after);
      if (!made || !task) return [];
      const since = work.doneAt.get(made.stage) ?? (from === 'start' ? made.start : made.end);
      return [inTime(BEGIN_BY, since + most.value * 1000, missed, task, reader)];
    }),
  ];
}

function waitedText(lag: Lag, placed: Task | undefined, reader: Reader): string {
  const until = placed ? `, ${whensOf(reader).moment(placed.end)}` : '';
  const place = placed?.place ? `, ${tellPlace(placed.place)}` : '';
  return `${tellLag(lag)}: ${say(placed?.duration ?? lag.least, reader)}${until}${place}`;
}

/** A ground that does not keep. */
const BEGIN_BY = 'begin by';
/** What has to be done in time, where it is not the next coat. */
const IN_TIME: Readonly<Partial<Record<Awaited, string>>> = {
  grabs: 'join by',
  dull: 'while the pot lives: begin by',
};

function within(lag: Lag, { closes }: NonNullable<Task['window']>, task: Task, reader: Reader): Gate {
  const name = IN_TIME[lag.awaited] ?? tellMilestone({ kind: 'bonds-until' });
  return inTime(name, closes, lag.window?.missed, task, reader);
}

/** What has to be begun by a moment, and what is done first where it is not. */
function inTime(name: string, closes: number, missed: Step | undefined, task: Task, reader: Reader): Gate {
  return {
    kind: 'within',
    status: task.start > closes ? 'broken' : 'planned',
    text: `${name} ${whensOf(reader).moment(closes)}${missed ? `, else ${tellStep(missed)}` : ''}`,
  };
}
