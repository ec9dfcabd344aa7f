import { ACTIONS } from '../../work/actions';
import type { ActionEntry } from '../../work/entry';
import type { Plan } from '../../plan/plan';
import type { Stage } from '../../trace/problem';
import type { Lag, Rework, Step } from '../../work/step';
import { tellDone, tellLag, tellSign, tellStep } from '../../work/tell';
import { CHECK_RESULTS, type Checked } from '../../finish/check';
import { guidanceBySteps, type Test } from '../guidance';
import { figure, plainText, saidWords, sayIn, type Reader, type Said } from '../say';
import type { Stop } from '../stops/at-steps';
import { stopLine, type StopLine } from '../stops/told';
import { gatesOf, type Gate } from './gates';
import { numberedWork, type Numbered, type NumberedWork } from './numbered';
import { againWords, potWords } from './pots';
import { whensOf } from './when';

/** A test with its mark, and what came of it where it was done. */
export interface OrderTest extends Test {
  readonly result?: string;
}

/** A step as it is worked from: what is done, and everything that is needed there. */
export interface StepRow {
  readonly kind: 'step';
  readonly n: number;
  /** Letter of the place, in the order of a boat of several. */
  readonly place?: string;
  readonly id: string;
  readonly stage: Stage;
  readonly text: string;
  readonly work: Said;
  /** Clock of its start; the day as well where it is another than of the step before. */
  readonly when: string;
  /** People without whom it is not begun, where one alone does not do. */
  readonly people?: number;
  /** Lines, sizes, films. */
  readonly figures: Said;
  readonly pot: Said;
  /** The pot is the one before once more: told in short. */
  readonly again?: true;
  readonly gates: readonly Gate[];
  /** It is not begun: why, and what lifts that. */
  readonly stops: readonly StopLine[];
  readonly cautions: readonly string[];
  readonly tests: readonly OrderTest[];
  /** How a test fails, what is done then, and how long that takes. */
  readonly fails?: { readonly when: string; readonly text: string; readonly takes: string };
  /** How one sees that it is done. */
  readonly done: string;
  readonly photo: boolean;
  /** Reported done, by itself or with its stage. */
  readonly ticked: boolean;
}

/** What is waited for between two steps. */
export interface WaitRow {
  readonly kind: 'wait';
  readonly id: string;
  readonly stage: Stage;
  readonly text: string;
  readonly takes: Said;
  /** "until Tue 1 Dec 12:11" */
  readonly until: string;
}

export type OrderRow = StepRow | WaitRow;

/** "12", or "B12" where the boat has several places. */
export const rowNumber = ({ n, place = '' }: StepRow): string => `${place}${n}`;

/** Steps and waits in the order in which they are told everywhere. @param stops what is not begun stands at its step */
export function orderRows(plan: Plan, reader: Reader, stops: readonly Stop[] = []): readonly OrderRow[] {
  const work = numberedWork(plan);
  const guidance = guidanceBySteps(plan);
  const done = new Set(
    (plan.timeline?.stages ?? []).flatMap((s) => (s.doneAt === undefined ? [] : [s.stage])),
  );
  const days = new DayByDay(reader);
  const pots = new PotByPot(plan, reader);
  const lastLaid = work.steps.filter(({ step }) => step.action === 'lay').at(-1)?.step.id;
  const stepRow = (numbered: Numbered): StepRow => {
    const { n, step, task } = numbered;
    const entry: ActionEntry = ACTIONS[step.action];
    const { cautions = [], acceptance = [] } = guidance.get(step.id) ?? {};
    return {
      kind: 'step',
      n,
      id: step.id,
      stage: step.stage,
      text: numbered.text,
      // What is done once for several places takes its time, and its pot, where it is done.
      work: [step.together ? `with ${step.together.letter}` : figure(step.work, reader)],
      when: task ? days.told(task.start) : '',
      ...(step.people > 1 ? { people: step.people } : {}),
      figures: step.action === 'check' ? signedBy(plan) : saidWords(step.figures ?? [], reader),
      ...(step.together ? { pot: [] } : pots.told(step)),
      gates: gatesOf(numbered, work, reader),
      stops: stops.filter((s) => s.step === step.id).map(stopLine),
      cautions,
      tests:
        step.action === 'check' && step.stage === 'finish'
          ? [...acceptance, ...checksOf(plan, reader)]
          : acceptance,
      ...(step.failed ? { fails: failsWords(step.failed, work, reader) } : {}),
      done: tellDone(step),
      photo: entry.photo === true || (entry.photo === 'last' && step.id === lastLaid),
      ticked: done.has(step.stage),
    };
  };
  return [
    ...work.steps.flatMap((numbered) => [
      ...numbered.before.map((lag) => waitRow(lag, work, reader)),
      stepRow(numbered),
    ]),
    ...work.after.map((lag) => waitRow(lag, work, reader)),
  ];
}

/** What is done where a test fails, in one line; what is done once more is told by its number. */
const failsWords = (
  { sign, steps }: Rework,
  work: NumberedWork,
  reader: Reader,
): NonNullable<StepRow['fails']> => ({
  when: tellSign(sign),
  text: steps.map((s) => againOf(s, work) ?? tellStep(s)).join('; '),
  takes: sayIn({ value: steps.reduce((sum, s) => sum + s.work.value, 0) }, 'min', 0, reader),
});

/** "step 7 again" */
function againOf({ repeats }: Step, work: NumberedWork): string | undefined {
  const n = repeats === undefined ? undefined : work.steps.find(({ step }) => step.id === repeats)?.n;
  return n === undefined ? undefined : `step ${n} again`;
}

function waitRow(lag: Lag, work: NumberedWork, reader: Reader): WaitRow {
  const task = work.tasks.get(lag.id);
  return {
    kind: 'wait',
    id: lag.id,
    stage: lag.stage,
    text: tellLag(lag),
    takes: [figure(task?.duration ?? lag.least, reader)],
    until: task ? `until ${whensOf(reader).moment(task.end)}` : '',
  };
}

/** Who signed what was looked at, once it was. */
const signedBy = ({ finish }: Plan): Said =>
  finish?.signed ? [`signed ${finish.signed.at.slice(0, 10)} by ${finish.signed.who}`] : [];

/** What is looked at before it is handed over, with what was found. */
function checksOf({ finish }: Plan, reader: Reader): readonly OrderTest[] {
  const read = ({ reads, answer }: Checked): string => {
    const value = reads && answer?.[reads.as];
    if (value === undefined || !reads) return '';
    return reads.unit === 'mm' || reads.unit === 'µm'
      ? sayIn({ value }, reads.unit, reads.unit === 'mm' ? 2 : 0, reader)
      : `${value} ${reads.unit}`;
  };
  // That it is photographed stands in the words of the step.
  const checks = (finish?.checks ?? []).filter((c) => c.id !== 'photos' || c.answer);
  return checks.map((c) => {
    const found = [read(c), c.answer?.note ?? '', c.result ? CHECK_RESULTS[c.result] : ''].filter(Boolean);
    return {
      test: `${c.name}: ${c.how}`,
      pass: c.mark,
      ...(found.length > 0 ? { result: found.join('; ') } : {}),
    };
  });
}

/** Pots one after another: what is mixed once more just as before is told in short. */
class PotByPot {
  #last = '';
  constructor(
    private readonly plan: Plan,
    private readonly reader: Reader,
  ) {}

  told(step: Step): { readonly pot: Said; readonly again?: true } {
    const pot = potWords(step, this.plan, this.reader);
    const words = plainText(pot);
    if (words === '') return { pot };
    const short = words === this.#last ? againWords(step, this.plan, this.reader) : undefined;
    this.#last = words;
    return short ? { pot: short, again: true } : { pot };
  }
}

/** Clocks one after another, with the day where it changes. */
class DayByDay {
  #last = '';
  constructor(private readonly reader: Reader) {}

  told(ms: number): string {
    const { day, clock } = whensOf(this.reader);
    const today = day(ms);
    const same = today === this.#last;
    this.#last = today;
    return same ? clock(ms) : `${today} ${clock(ms)}`;
  }
}
