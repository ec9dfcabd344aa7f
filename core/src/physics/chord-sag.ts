import { formula } from '../trace/formula';

/** How far a straight block of length L, m, stands off a curve of radius r, m. Small sag only (L ≪ r). */
export const chordSag = formula({
  id: 'physics/chord-sag',
  expression: 's = L²/(8·r)',
  unit: 'm',
  source: 'geometry of a chord, first term',
  inputs: { L: 'chord', r: 'radius' },
  evaluate: (x) => x.L ** 2 / (8 * x.r),
});
