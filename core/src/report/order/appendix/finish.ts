import type { Plan } from '../../../plan/plan';
import type { Figure } from '../../../trace/figure';
import { figure, figureIn, type Reader, type Said } from '../../say';
import type { WorkTable } from '../../work-table';

/** Thinner, gun loads and wax of a coat: what is set out before the first. Face, film and coverage stand at the stage. */
export function coatTable({ finish }: Plan, reader: Reader): readonly WorkTable[] {
  if (!finish) return [];
  const ml = (f: Figure | undefined): Said => (f ? [figureIn(f, 'ml', 0, reader)] : []);
  const grams = (f: Figure | undefined, decimals = 0): Said =>
    f ? [figureIn(f, 'g', decimals, reader)] : [];
  const cells: readonly (readonly [string, Said])[] = [
    ['Thinner', ml(finish.thinner)],
    ['Gun loads a coat', finish.gunLoads ? [figure(finish.gunLoads, reader)] : []],
    ['Coats without wax', grams(finish.unwaxed)],
    ['Last coat, with wax', grams(finish.waxed)],
    ['Wax solution in it', grams(finish.wax, 1)],
  ];
  const told = cells.filter(([, said]) => said.length > 0);
  if (told.length === 0) return [];
  return [{ caption: 'The coat', columns: told.map(([name]) => name), rows: [told.map(([, said]) => said)] }];
}
