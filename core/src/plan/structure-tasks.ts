import { handsOn } from '../materials/hands-on';
import { RATES } from '../materials/work-rates';
import type { DraftTask } from '../trace/draft-task';
import type { Ledger } from '../trace/ledger';
import type { Plan } from './plan';

/** Work on what is tabbed to the hull: the shape is held before the laminate goes on, tabbed after it has set. */
export function structureTasks(
  { structure = [], mix }: Pick<Plan, 'structure' | 'mix'>,
  when: 'before' | 'after',
  ledger: Ledger,
): DraftTask[] {
  if (structure.length === 0 || !mix) return [];
  const work = (id: string, label: string, duration: DraftTask['duration']): DraftTask => ({
    id,
    stage: 'laminate',
    label,
    kind: 'work',
    duration,
  });
  return structure.flatMap((m): DraftTask[] => {
    const id = `${m.index + 1}`;
    if (when === 'before')
      return m.props.value > 0
        ? [
            work(
              `hold.${id}`,
              `hold the shape at the ${m.name} with ${m.props.value} props and a batten`,
              handsOn(ledger, `hold.${id}`, 'hold the shape', 0, [
                { rate: RATES.prop, unit: 's', per: 'per prop', amount: m.props },
              ]),
            ),
          ]
        : [];
    const metre = (rate: number): { rate: number; unit: string; per: string; amount: typeof m.length } => ({
      rate: rate * m.faces,
      unit: 's/m',
      per: 'per metre, all faces',
      amount: m.length,
    });
    return [
      work(
        `fit.${id}`,
        `fit the ${m.name}, bed it and run the fillets`,
        handsOn(ledger, `fit.${id}`, 'fit and fillet', RATES.mixBatch, [metre(RATES.filletPerMetre)]),
      ),
      work(
        `tab.${id}`,
        `lay ${m.strips.length} tabs on the ${m.name}, widest first`,
        handsOn(
          ledger,
          `tab.${id}`,
          'lay the tabs',
          RATES.mixBatch,
          m.strips.map(() => metre(RATES.tabPerMetre)),
        ),
      ),
      {
        id: `release.${id}`,
        stage: 'laminate',
        label: `props stay at the ${m.name}`,
        kind: 'wait',
        duration: m.release,
      },
    ];
  });
}
