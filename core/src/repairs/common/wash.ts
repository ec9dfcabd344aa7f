import type { HullFamily } from '../../materials/substrates';
import { SPOT } from './survey-steps';
import { RATES } from '../../rates/book';
import type { Figure } from '../../trace/figure';
import { type RepairBuilder } from '../builder';
import { perM2 } from '../../work/writer';

/**
 * How a face is washed: a dewaxer is a strong solvent, for laminate and moulded compound only. It attacks plastics, runs
 * into the open edge of a foil down to its foam, and water has no business in wood.
 */
const HOW: Readonly<Partial<Record<HullFamily, 'dewax' | 'damp'>>> = {
  frp: 'dewax',
  'frp-cored': 'dewax',
  smc: 'dewax',
  wood: 'damp',
};

export const washHow = (family: HullFamily): 'dewax' | 'damp' | 'soap' => HOW[family] ?? 'soap';

/**
 * Takes wax, salt and grease off before any paper, disc or scraper touches the face: what is abraded on wax is rubbed into
 * the scratches, and nothing takes it out of them again.
 *
 * @param face that is washed, m²
 */
export function washFirst(b: RepairBuilder, face: Figure): void {
  const how = washHow(b.input.substrate.family);
  const spot = b.input.survey.area.value < SPOT;
  b.step('grind', 'wash', how, { place: 'hull', serves: 'ground' }, spot ? RATES.spot : RATES.washFixed, [
    perM2(RATES.washPerM2, face),
  ]);
}
