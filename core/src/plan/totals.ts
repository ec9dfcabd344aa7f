import { DEFAULTS } from '../materials/defaults';
import { RATE_SPREAD } from '../materials/work-rates';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { MaterialLine, Totals } from './plan';
import type { Shop } from '../schema/shop-fields';
import type { Timeline } from './timeline';

export const labourCost = formula({
  id: 'plan/totals',
  expression: 'c = hours·rate',
  unit: 'money',
  source: 'labour rate of the shop',
  inputs: { hours: 'hands-on time', rate: 'rate of an hour' },
  evaluate: (x) => x.hours * x.rate,
});

/** Sums that the strip at the foot of a job shows. */
export function sumTotals(
  timeline: Timeline,
  resin: Figure | undefined,
  materials: readonly MaterialLine[],
  shop: Shop,
  ledger: Ledger,
): Totals {
  const tasks = timeline.stages.flatMap((s) => s.tasks);
  const work = ledger.sum(
    'handsOn',
    'hands-on time',
    's',
    tasks.filter((t) => t.kind === 'work').map((t) => t.duration),
  );
  const handsOn: Figure = { ...work, span: [work.value * (1 - RATE_SPREAD), work.value * (1 + RATE_SPREAD)] };
  const { hours } = shop;
  const when = hours ? `in working hours, ${hours.start}–${hours.end}` : 'round the clock';
  const elapsed = ledger.record(
    'elapsed',
    `elapsed time, ${when}`,
    {
      id: 'plan/timeline',
      expression: 't = end − start: work in working hours, waits round the clock',
      unit: 's',
      source: hours ? 'working hours of the shop' : 'tasks one after another until working hours are set',
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
    elapsedBasis: `Elapsed, ${hours ? 'in working hours' : 'round the clock'}`,
    resin: resin ?? ledger.given('noResin', 'resin', 0, 'kg', 'computed', 'no laminate planned'),
    materials: ledger.sum(
      'materials',
      'materials with a known price',
      'money',
      materials.flatMap((l) => (l.cost ? [l.cost] : [])),
    ),
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
