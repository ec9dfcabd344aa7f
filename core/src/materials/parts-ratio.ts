import { formula } from '../trace/formula';

export const partsRatio = formula({
  id: 'materials/parts-ratio',
  expression: 'r = A/B',
  unit: ':1',
  source: 'masses of the parts',
  inputs: { A: 'one part by mass', B: 'the other part' },
  evaluate: (x) => x.A / x.B,
});

/** Pots alike, none smaller than can be measured out true. */
export const potMass = formula({
  id: 'materials/parts-ratio',
  expression: 'm_pot = max(m/n, m_least)',
  unit: 'kg',
  source: 'pots alike; less than that cannot be measured out true, so some is left over',
  inputs: { m: 'mass in all', n: 'pots', m_least: 'least that is mixed true' },
  evaluate: (x) => Math.max(x.m / x.n, x.m_least),
});
