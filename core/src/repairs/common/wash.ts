import { RATES } from '../../materials/work-rates';
import type { Figure } from '../../trace/figure';
import { perM2, type RepairBuilder } from '../builder';

/**
 * Takes wax, salt and grease off before any paper, disc or scraper touches the face: what is abraded on wax is rubbed into
 * the scratches, and nothing takes it out of them again.
 *
 * @param face that is washed, m²
 */
export function washFirst(b: RepairBuilder, face: Figure): void {
  b.step('grind', 'wash', 'dewax', { place: 'face', serves: 'ground' }, RATES.washFixed / 60, [
    perM2(RATES.washPerM2, face),
  ]);
}
