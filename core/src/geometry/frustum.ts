import { formula } from '../trace/formula';

/**
 * Volume between two parallel outlines of similar shape a height apart, m³.
 * Exact for a frustum of a cone or pyramid; within 0.1 % for the neighbouring offsets it is used on.
 */
export const frustumVolume = formula({
  id: 'geometry/frustum',
  expression: 'V = h/3·(A₁ + A₂ + √(A₁·A₂))',
  unit: 'm³',
  source: 'solid geometry: frustum of a cone or pyramid',
  inputs: { h: 'height', 'A₁': 'one face', 'A₂': 'the other face' },
  evaluate: (x) => (x.h / 3) * (x['A₁'] + x['A₂'] + Math.sqrt(x['A₁'] * x['A₂'])),
});
