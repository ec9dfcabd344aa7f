import type { Plan } from '../../../plan/plan';
import { spentOn } from '../../money';
import { figure, say, type Reader, type Said } from '../../say';
import type { WorkTable } from '../../work-table';

/** What is used, and what each of it is for. */
export function materialsTable(
  { materials = [], consumables = [], totals }: Plan,
  reader: Reader,
): readonly WorkTable[] {
  // A line or two are told where they are fetched.
  if (materials.length < 3) return [];
  const priced = materials.some((m) => m.cost);
  return [
    {
      caption: 'Materials',
      columns: ['Product', 'For', 'Quantity', ...(priced ? ['Cost'] : [])],
      rows: [
        ...materials.map((m): Said[] => [
          [m.product],
          [m.use],
          [figure(m.quantity, reader)],
          ...(priced ? [m.cost ? [figure(m.cost, reader)] : ['price not known']] : []),
        ]),
        ...(priced && totals && consumables.length > 0
          ? [
              [
                ['Gloves, papers, tape, cups and the like'],
                [],
                [],
                [say({ value: spentOn(consumables), unit: 'money' }, reader)],
              ],
              [['In all, as used'], [], [], [figure(totals.materials, reader)]],
              [['In all, whole packs, nothing in stock'], [], [], [figure(totals.toBuy, reader)]],
            ]
          : []),
      ],
    },
  ];
}
