import { formula } from '../trace/formula';
import { TYPICAL } from '../rates/row';

/** Hands-on time of work on a face: a fixed part and a rate per m², s. */
export const areaTime = formula({
  id: 'materials/area-time',
  expression: 't = t_fixed + r·A',
  unit: 's',
  source: TYPICAL,
  inputs: { t_fixed: 'time whatever the area', r: 'time on a square metre', A: 'area' },
  evaluate: (x) => x.t_fixed + x.r * x.A,
});
