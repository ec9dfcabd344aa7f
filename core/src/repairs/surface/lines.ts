import { formula } from '../../trace/formula';

/** Lines of a star: so many rays, each half as long as the field. */
export const STAR_RAYS = 7;
/** Net of crazing: mean distance between lines, m. Source: judged. */
export const CRAZING_PITCH = 0.015;

export const starLength = formula({
  id: 'repairs/surface/lines',
  expression: 'L = 7·(l + w)/4',
  unit: 'm',
  source: 'seven rays from the blow, each half as long as the field',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => (STAR_RAYS * (x.l + x.w)) / 4,
});
export const stressLength = formula({
  id: 'repairs/surface/lines',
  expression: 'L = 3·l',
  unit: 'm',
  source: 'some three lines side by side',
  inputs: { l: 'length' },
  evaluate: (x) => 3 * x.l,
});
export const crazingLength = formula({
  id: 'repairs/surface/lines',
  expression: 'L = 2·A/15 mm',
  unit: 'm',
  source: 'a net of lines some 15 mm apart, both ways',
  inputs: { A: 'area' },
  evaluate: (x) => (2 * x.A) / CRAZING_PITCH,
});

/** A dish with its rim bevelled as far out as it is deep, m³. */
export const dishVolume = formula({
  id: 'repairs/surface/lines',
  expression: 'V = d/3·(A + A_o + √(A·A_o))',
  unit: 'm³',
  source: 'frustum between the damage and its bevelled rim',
  inputs: { d: 'depth', A: 'area at the bottom', A_o: 'area at the face' },
  evaluate: (x) => (x.d / 3) * (x.A + x.A_o + Math.sqrt(x.A * x.A_o)),
});
