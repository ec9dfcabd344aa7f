import { DEFAULTS } from '../materials/defaults';
import { RATE_SPREAD } from '../rates/row';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { MaterialLine } from '../repairs/common/prices';
import { costToBuy, toBuy } from '../repairs/common/to-buy';
import type { Totals } from './sums';
import type { Shop } from '../schema/shop-fields';
import type { Task, Timeline } from '../schedule/timeline';
import { ifsOf } from '../work/rounds';
import type { Work } from '../work/step';
import { hoursOf, type WorkingHours } from '../schedule/working-hours';

export const labourCost = formula({
  id: 'plan/totals',
  expression: 'c = hours·rate',
  unit: 'money',
  source: 'labour rate of the shop',
  inputs: { hours: 'hands-on time', rate: 'rate of an hour' },
  evaluate: (x) => x.hours * x.rate,
});

const DAYS: Readonly<Record<WorkingHours['days'], string>> = {
  'mon-fri': 'Mon–Fri',
  'mon-sat': 'Mon–Sat',
  daily: 'daily',
};

export interface Summed {
  readonly timeline: Timeline;
  readonly work: Work;
  readonly resin: Figure | undefined;
  readonly materials: readonly MaterialLine[];
  /** What is used up beside them. */
  readonly consumables: readonly MaterialLine[];
  readonly shop: Shop;
}

/** What the hours may come to: of every step, and at the worst with what is done where a test fails. */
function rangeOf(tasks: readonly Task[], work: Work): readonly [number, number] {
  const spans = tasks.flatMap(({ kind, duration }) =>
    kind === 'work'
      ? [duration.span ?? [duration.value * (1 - RATE_SPREAD), duration.value * (1 + RATE_SPREAD)]]
      : [],
  );
  const failed = ifsOf(work).flatMap((i) => (i.outcome === 'failed' ? i.steps : []));
  const sum = (values: readonly number[]): number => values.reduce((total, v) => total + v, 0);
  return [
    sum(spans.map(([least]) => least)),
    sum(spans.map(([, most]) => most)) + sum(failed.map((s) => s.work.value)),
  ];
}

/** Sums that the strip at the foot of a job shows. */
export function sumTotals(
  { timeline, work: planned, resin, materials, consumables, shop }: Summed,
  ledger: Ledger,
): Totals {
  // What is done together with a step of another place of the boat takes its time there.
  const elsewhere = new Set(planned.steps.flatMap((s) => (s.together ? [s.id] : [])));
  const tasks = timeline.stages.flatMap((s) => s.tasks).filter((t) => !elsewhere.has(t.id));
  const work = ledger.sum(
    'handsOn',
    'hands-on time',
    's',
    tasks.filter((t) => t.kind === 'work').map((t) => t.duration),
  );
  const handsOn: Figure = { ...work, span: rangeOf(tasks, planned) };
  const hours = hoursOf(shop.hours);
  const when = hours ? `${DAYS[hours.days]} ${hours.start}–${hours.end}` : 'round the clock';
  const assumed = shop.hours === undefined;
  const elapsed = ledger.record(
    'elapsed',
    `elapsed time, ${when}`,
    {
      id: 'schedule/timeline',
      expression: 't = end − start: work in working hours, waits round the clock',
      unit: 's',
      source: assumed
        ? 'assumed until the yard sets its working hours'
        : hours
          ? 'working hours of the yard'
          : 'the yard works round the clock',
    },
    (timeline.end - timeline.start) / 1000,
    {
      'hands-on': work,
      waits: ledger.sum(
        'waits',
        'waits',
        's',
        tasks.filter((t) => t.kind === 'wait').map((t) => t.duration),
      ),
    },
  );
  const rate = shop.labourPerHour ?? DEFAULTS.labourPerHour;
  return {
    handsOn,
    elapsed,
    elapsedBasis: `Elapsed, ${when}${assumed ? ' assumed' : ''}`,
    workingHours: `${when}${assumed ? ' assumed' : ''}`,
    resin: resin ?? ledger.given('noResin', 'resin', 0, 'kg', 'computed', 'no laminate planned'),
    materials: ledger.sum(
      'materials',
      'materials with a known price',
      'money',
      [...materials, ...consumables].flatMap((l) => (l.cost ? [l.cost] : [])),
    ),
    toBuy: costToBuy(materials, consumables, toBuy(materials, ledger), ledger),
    labour: ledger.compute('labour', 'labour', labourCost, {
      hours: work,
      rate: ledger.given(
        'rate',
        'labour rate',
        rate / 3600,
        'money/s',
        shop.labourPerHour === undefined ? 'assumed' : 'shop',
        'per hour of hands-on time',
      ),
    }),
  };
}
