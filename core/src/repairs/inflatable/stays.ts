import { RATES } from '../../rates/book';
import { perM2 } from '../../work/writer';
import type { RepairBuilder } from '../builder';

/** An old patch on a tube that holds stays: it is washed, looked at along its edges and soaped under pressure. */
export function tellStays(b: RepairBuilder): void {
  b.at('mix').say(['The old patch stays: it is looked over and soaped under pressure.']);
  b.step('mix', 'wash', 'soap', { place: 'tube', serves: 'ground' }, 5, [
    perM2(RATES.washPerM2, b.input.survey.area),
  ])
    .step('mix', 'check', 'patch', { place: 'tube', serves: 'patch' }, 5)
    .step('mix', 'test', 'oldPatch', { place: 'tube', serves: 'pressure' }, 15);
  b.material(
    'soap',
    'soap solution',
    'along edges and seams',
    b.assumed('soap', 'soap solution', 0.5e-3, 'm³', 'a spray bottle'),
  );
  b.accept('mix', 'soap water over patch and seams at that pressure', 'no bubble in five minutes', 'test');
  b.caution(
    'mix',
    'Blow up by hand or with a gauge in sight, never with a compressor; let some out when the sun comes on it.',
    'test',
    'survey',
  );
}
