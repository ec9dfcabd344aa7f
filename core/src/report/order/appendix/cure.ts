import type { Plan } from '../../../plan/plan';
import type { CureCase, MilestoneId } from '../../../plan/cure-forecast';
import { tellStep } from '../../../work/tell';
import { figure, type Reader, type Said } from '../../say';
import type { WorkTable } from '../../work-table';
import { whensOf } from '../when';

/** Moments in the order in which they come, as heads of columns. */
const MOMENTS: readonly (readonly [MilestoneId, string])[] = [
  ['opens', 'Recoat from'],
  ['closes', 'Recoat by'],
  ['trim', 'Trim by'],
  ['sand', 'Sand, handle'],
  ['load', 'Load'],
  ['full', 'Full cure'],
];

/** When what was laid may be gone on with: one line a layer, along the course of the air. */
export function windowTable(plan: Plan, reader: Reader): readonly WorkTable[] {
  const { cure, dish, productTimes = [] } = plan;
  if (!cure || cure.cases.length === 0) return timesTable(productTimes, dish?.mix?.milestones, reader);
  // One layer: its wait stands among the steps, its cure at the head.
  if (cure.cases.length < 2) return [];
  const { short } = whensOf(reader);
  const used = MOMENTS.filter(([id]) => cure.cases.some((c) => c.milestones.some((m) => m.id === id)));
  return [
    {
      caption: `Windows, air ${cure.air.words}${cure.air.standIn ? ': look at a real forecast' : ''}`,
      columns: ['Layer', ...used.map(([, name]) => name)],
      rows: cure.cases.map((c): Said[] => [
        [layerName(c, plan)],
        ...used.map(([id]): Said => {
          const found = c.milestones.find((m) => m.id === id);
          return found ? [{ text: short(found.at), figure: found.after }] : [];
        }),
      ]),
    },
  ];
}

/** A film goes by the step that laid it; plies and coats have names of their own. */
function layerName({ of, number, title }: CureCase, { work }: Plan): string {
  if (of !== 'film' || number === undefined) return title;
  const link = work?.links.find(({ lags }) =>
    lags.some(({ cures }) => cures?.layer.of === 'film' && cures.layer.number === number),
  );
  const step = work?.steps.find((s) => s.id === link?.from);
  return step ? tellStep(step) : title;
}

function timesTable(
  products: NonNullable<Plan['productTimes']>,
  laminate: NonNullable<NonNullable<Plan['dish']>['mix']>['milestones'] | undefined,
  reader: Reader,
): readonly WorkTable[] {
  const rows = [...(laminate ? [{ product: 'laminate', milestones: laminate }] : []), ...products];
  if (rows.length === 0) return [];
  return [
    {
      caption: 'Times at the temperature given',
      columns: ['Product', 'Pot life', 'Sets after', 'Full cure'],
      rows: rows.map(({ product, milestones: m }): Said[] => [
        [product],
        [figure(m.potLife, reader)],
        [figure(m.sand, reader)],
        [figure(m.full, reader)],
      ]),
    },
  ];
}
