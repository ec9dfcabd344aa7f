import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { RepairBuilder } from '../builder';
import { words, type Words } from '../../trace/words';

export const kitGlue = formula({
  id: 'repairs/inflatable/kit',
  expression: 'm = 15 g·(n + 2)',
  unit: 'kg',
  source: '15 g a patch, and twice that in reserve',
  inputs: { n: 'patches' },
  evaluate: (x) => 0.015 * (x.n + 2),
});

export const patchesFor = formula({
  id: 'repairs/inflatable/kit',
  expression: 'n = 2 + ⌈days/2⌉',
  unit: 'count',
  source: 'two in any case and one for every second day, judged',
  inputs: { days: 'days away' },
  evaluate: (x) => 2 + Math.ceil(x.days / 2),
});

/** What goes along on a trip, so that a tube holds air by tomorrow. */
export function fieldKit(b: RepairBuilder, trip: number, glue: string): void {
  const days = b.ledger.given(
    'kit.days',
    'days of the trip',
    trip / 86_400,
    'count',
    'entered',
    'entered for this job',
  );
  const patches = b.compute('kit.patches', 'round patches of 100 mm', patchesFor, { days });
  const reserve: Figure = b.ledger.compute('kit.glue', 'adhesive, with a reserve', kitGlue, { n: patches });
  const rows: Words[][] = [
    [['patches, 100 mm, pre-cut, pre-abraded, corners rounded'], words`${patches}`],
    [['strip 120 × 400 mm for a tear, and thread with a curved needle'], ['1']],
    [[`${glue}, small tins, hardener apart`], words`${reserve}`],
    [['solvent in a steel flask, two rags a patch'], ['200 ml']],
    [['abrasive P120–180, pencil, rounded scissors, roller, brushes cut short'], ['1 set']],
    [['weights or a bag of sand against curling edges'], ['1']],
    [['tarpaulin for shade and shelter, thermometer, soap, valve spanner and a spare valve'], ['1 set']],
  ];
  b.at('system').table('Field kit for the trip', ['What', 'How much'], rows);
}
