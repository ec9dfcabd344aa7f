import type { Job } from '../../schema/job';
import type { RepairSheet } from '../repair';
import type { Figure } from '../../trace/figure';

/** Where a kind asks for all of the face that it goes over. */
const ASKED = 'repair.area';

/** The face that is worked over, m²: all of it where the kind goes over it and it was entered, else what was found on it. */
export function faceOf(
  { repair }: Pick<Job, 'repair'>,
  sheets: readonly Pick<RepairSheet, 'asks'>[],
  { area }: { readonly area: Figure },
): Figure {
  const asked = sheets.some((s) => s.asks.some((a) => a.path === ASKED));
  return asked && repair?.area !== undefined ? { ...area, value: repair.area } : area;
}
