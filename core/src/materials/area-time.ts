import { formula } from '../trace/formula';
import { RATE_SOURCE } from './work-rates';

/** Hands-on time of work on a face: a fixed part and a rate per m², s. */
export const areaTime = formula({
  id: 'materials/area-time',
  expression: 't = t_fixed + r·A',
  unit: 's',
  source: RATE_SOURCE,
  evaluate: (x: Record<'fixed' | 'r' | 'A', number>) => x.fixed + x.r * x.A,
});
