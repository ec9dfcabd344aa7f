import { damageData } from '../../materials/damage-kinds';
import type { Rule } from '../../match/rule';
import type { Plan } from '../../plan/plan';
import { usesChain } from '../../plan/uses-chain';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { figure, sayIn, type Reader, type Said } from '../say';
import { stageWords } from '../summary';
import { READY_WORDS, readyOf } from './ready';
import { whensOf } from './when';

export type Fact = readonly [name: string, value: Said];

/** Boat, damage and conditions: what the order was worked out for. */
export function factsOf(job: Job, plan: Plan, reader: Reader): readonly Fact[] {
  const i = plan.inputs;
  const hulls = plan.system?.substrates.map((s) => s.name) ?? [];
  const kind = job.damage.kind ? damageData(job.damage.kind).name : 'damage not said';
  const hull =
    hulls.length === 0 ? 'hull not said' : hulls.length === 1 ? hulls[0] : `not sure: ${hulls.join(', ')}`;
  const facts: Fact[] = [['What', [`${hull}: ${kind}${job.damage.where ? `, ${job.damage.where}` : ''}`]]];
  const size = stageWords('survey', plan, reader);
  if (size) facts.push(['Size', size]);
  if (i && plan.dish?.grind)
    facts.push([
      'Wall',
      [
        ...assumable(i.thickness, reader),
        ' under ',
        ...assumable(i.gelCoat, reader),
        ` of gel coat, ${i.duty} duty${i.dutyEntered ? '' : ' (assumed)'}`,
      ],
    ]);
  const laid = usesChain(plan);
  const chain = laid ? stageWords('system', plan, reader) : undefined;
  if (chain) facts.push(['System', chain]);
  if (i)
    facts.push([
      'Worked at',
      [
        ...assumable(i.temperature, reader),
        ', ',
        ...assumable(i.humidity, reader),
        `, from ${i.access === 'both' ? 'both sides' : 'one side'}, ${i.position === 'below' ? 'below' : 'above'} the waterline`,
      ],
    ]);
  const takes = new Set(
    (plan.system?.chosen?.chain.rules ?? []).flatMap((r) => (r.remedy && openTo(r) ? [r.remedy] : [])),
  );
  if (laid && takes.size > 0) facts.push(['So that it bonds', [[...takes].join('; ')]]);
  return facts;
}

/** What a rule asks for that is no step of the work: it is for whoever chooses. */
const openTo = ({ needs }: Rule): boolean => needs === undefined || needs.includes('choice');

const assumable = (f: Figure, reader: Reader): Said => [
  figure(f, reader),
  ...(f.origin === 'assumed' ? [' (assumed)'] : []),
];

/** When it is done and usable, how long hands are on it. */
export function totalsOf(plan: Plan, reader: Reader): readonly Fact[] {
  const { totals: t, timeline } = plan;
  if (!t || !timeline) return [];
  const { moment } = whensOf(reader);
  const ready = readyOf(plan);
  const hours = (s: number): string => sayIn({ value: s }, 'h', 1, reader);
  const span = t.handsOn.span ? [` (${hours(t.handsOn.span[0])} to ${hours(t.handsOn.span[1])})`] : [];
  return [
    ...(ready && ready.what !== 'done'
      ? [
          [
            READY_WORDS[ready.what],
            [
              `from ${moment(ready.at)}`,
              ...(ready.span ? [` (${moment(ready.span[0])} to ${moment(ready.span[1])})`] : []),
            ],
          ] as const,
        ]
      : []),
    ['Work', [`${moment(timeline.start)} to ${moment(timeline.end)}`, `, ${t.workingHours}`]],
    ['Hands-on', [{ text: hours(t.handsOn.value), figure: t.handsOn }, ...span]],
  ];
}
