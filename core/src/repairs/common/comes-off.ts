import { COMES_OFF, type ComesOff, type ComesOffKind } from '../../materials/comes-off';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { Stage } from '../../trace/problem';
import { stageOf } from '../../work/network';
import type { Item } from '../../work/step';
import { StepWriter, type Rate } from '../../work/writer';

const MIN = 60;
/** Length that is taken off where nobody has measured it: what the damage leaves room to work at, m. */
const USUAL_LENGTH = 1;

type Thing = NonNullable<Job['comesOff']>[number];

export interface Amount {
  readonly data: ComesOff;
  readonly figure: Figure;
  /** "3 m of", "6": nothing where there is one. */
  readonly count: string;
}

/** How much of a thing comes off: as entered, else one or a metre. @param index its place in the list */
export function amountOf({ what, count, length }: Thing, index: number, ledger: Ledger): Amount {
  const data: ComesOff = COMES_OFF[what as ComesOffKind];
  const metres = data.per === 'metre';
  const entered = metres ? length : count;
  const figure = ledger.given(
    `off-${index}`,
    data.name,
    entered ?? (metres ? USUAL_LENGTH : 1),
    metres ? 'm' : 'count',
    entered === undefined ? 'assumed' : 'entered',
    entered === undefined ? 'until it is measured or counted' : 'entered for this job',
  );
  return { data, figure, count: !metres && figure.value > 1 ? `${Math.round(figure.value)} × ` : '' };
}

const rate = (minutes: number, { data, figure }: Amount): readonly Rate[] => [
  {
    rate: minutes * MIN,
    unit: data.per === 'metre' ? 's/m' : 's',
    per: data.per === 'metre' ? 'per metre' : 'each',
    amount: figure,
  },
];

function offAndBack(
  thing: Thing,
  index: number,
  stages: { readonly off: Stage; readonly back: Stage },
  ledger: Ledger,
): { readonly off: readonly Item[]; readonly back: readonly Item[] } {
  const amount = amountOf(thing, index, ledger);
  const { data, count } = amount;
  const at = {
    place: 'fitting',
    serves: `off-${index}`,
    fields: { name: `${count}${thing.name ?? data.name}` },
  } as const;
  const [off, back] = [new StepWriter(ledger), new StepWriter(ledger)];
  if (data.way === 'hoist') {
    off.step(stages.off, 'hoist', 'off', at, 0, rate(data.off, amount));
    back.step(stages.back, 'hoistBack', 'part', at, 0, rate(data.back, amount));
  } else {
    off.step(stages.off, 'takeOff', data.way, at, 0, rate(data.off, amount));
    back.step(stages.back, 'putBack', data.way, at, 0, rate(data.back, amount));
  }
  return { off: off.items, back: back.items };
}

/**
 * What is in the way comes off when the damage has been looked at, before anything is washed or ground, and goes back when
 * the finish is on.
 */
export function withComesOff(
  items: readonly Item[],
  things: readonly Thing[] | undefined,
  ledger: Ledger,
): readonly Item[] {
  const opened = items.findIndex((i) => stageOf(i) !== 'survey');
  const last = items.at(-1);
  if (!things || things.length === 0 || !last || opened < 0) return items;
  const stages = { off: stageOf(items[opened]), back: stageOf(last) };
  const moved = things.map((thing, k) => offAndBack(thing, k + 1, stages, ledger));
  return [
    ...items.slice(0, opened),
    ...moved.flatMap((m) => m.off),
    ...items.slice(opened),
    ...moved.flatMap((m) => m.back),
  ];
}
