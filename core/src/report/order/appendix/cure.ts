import type { Plan } from '../../../plan/plan';
import type { MilestoneId } from '../../../plan/cure-forecast';
import { figure, type Reader, type Said } from '../../say';
import { effectsOf } from '../../../work/surfaces';
import type { WorkTable } from '../../work-table';
import { layersOf, type WaitedLayer } from '../waited-layers';
import { numberedWork, type NumberedWork } from '../numbered';
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
  const numbered = numberedWork(plan);
  const layers = layersOf(plan);
  const used = MOMENTS.filter(([id]) => cure.cases.some((c) => c.milestones.some((m) => m.id === id)));
  return [
    {
      caption: `Windows, air ${cure.air.words}${cure.air.standIn ? ': look at a real forecast' : ''}`,
      columns: ['Step and layer', ...used.map(([, name]) => name)],
      rows: layers.map((layer): Said[] => [
        [nameOf(layer, numbered)],
        ...used.map(([id]): Said => {
          const moment = layer.found.milestones.find((m) => m.id === id);
          return moment ? [{ text: short(moment.at), figure: moment.after }] : [];
        }),
      ]),
    },
  ];
}

/** A film goes by the number of the step that laid it, and what it is; plies and coats have names of their own. */
function nameOf({ found, from }: WaitedLayer, numbered: NumberedWork): string {
  if (found.film === undefined) return found.title;
  // What is wiped off or weighted down before it is waited for was laid by a step before.
  const until = numbered.steps.findIndex(({ step }) => step.id === from);
  const laid = [...numbered.steps.slice(0, until + 1)]
    .reverse()
    .find(({ step }) => effectsOf(step).includes('lays'));
  if (!laid) return found.title;
  // A coat by what it is for: the product's own name stands at its pot.
  const coat = laid.step.action === 'coat' ? laid.step.fields?.['product'] : undefined;
  return `${laid.n}: ${coat ?? found.product}`;
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
